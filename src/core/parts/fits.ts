import type {
  BatteryPart,
  CardPart,
  ChargerPart,
  DriveBay,
  DrivePart,
  Machine,
  MemoryPart,
  PanelPart,
  PartState,
  ProcessorPart,
  SupplyPart,
  TypedPart,
} from './attributes';
import { ampsEnough, voltsOn, type ChargerRules } from './charger';

/** Why a part fits, fits with care, or does not. */
export interface FitReason {
  weighs: 'no' | 'care';
  words: string;
  /** Nobody knows, so that it may well not fit. */
  unknown?: true;
}
export interface Fit {
  answer: 'fits' | 'with care' | 'no';
  reasons: FitReason[];
}

/** One attribute that decides: what a part says of itself against what a machine says of the place. */
export interface FitRow {
  of: TypedPart['class'];
  /** In words, as it stands in a reason. */
  name: string;
  /** Attribute of the part; of the machine, with its group: "panel.contacts". */
  part: string;
  machine: string;
  must: 'same' | 'at most' | 'at least' | 'one of';
  /** What it means when nobody said it: care always, or only where one of both was said. */
  unknown: 'care' | 'one said';
  unknownWords?: string;
  /** What it means when both were said and do not agree. */
  differs: 'no' | 'care';
  unit?: string;
  /** Names of rows that need not be asked where this one agrees. */
  settles?: readonly string[];
  source: string;
}

/** Figures parts are judged by; lengths in millimetres, power in watts. */
export interface FitRules extends ChargerRules {
  rows: readonly FitRow[];
  /** A supply is not loaded beyond this share of what it says. */
  loaded: number;
  /** What a slot gives a card (a low one surely no more than that), and each plug adds. */
  slotWatts: number;
  lowSlotWatts: number;
  sixPinWatts: number;
  eightPinWatts: number;
  /** Diagonals that differ by no more are the same. */
  diagonalOffInch: number;
  /** A drive lower than its bay by more wants a spacer. */
  spacerFromMm: number;
  /** Volts one cell of a pack is called by. */
  cellVolts: readonly [number, number];
  /** What the state of a part says, whatever it is. */
  states: Readonly<Partial<Record<PartState, FitReason>>>;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;
const no = (words: string): FitReason => ({ weighs: 'no', words });
const care = (words: string): FitReason => ({ weighs: 'care', words });
const unknown = (words: string): FitReason => ({ weighs: 'care', words, unknown: true });

type Value = string | number | boolean | undefined;
const saidAs = (value: Value, unit = '') =>
  value === true ? 'yes' : value === false ? 'no' : `${value}${unit}`;
const listed = (value: Value) =>
  String(value)
    .split(',')
    .map((own) => own.trim().toLowerCase());

/** Does what a part says agree with what the machine says? */
function agrees(must: FitRow['must'], part: Value, machine: Value): boolean {
  if (must === 'same')
    return typeof part === 'string' && typeof machine === 'string'
      ? part.trim().toLowerCase() === machine.trim().toLowerCase()
      : part === machine;
  if (must === 'one of') return listed(machine).includes(String(part).trim().toLowerCase());
  return must === 'at most' ? Number(part) <= Number(machine) : Number(part) >= Number(machine);
}

/** What the table has to say of a part in a machine. */
function byTable(part: TypedPart, machine: Machine, rows: readonly FitRow[]): FitReason[] {
  const own = part as unknown as Record<string, Value>;
  const place = machine as unknown as Record<string, Record<string, Value> | undefined>;
  const settled = new Set<string>();
  return rows
    .filter(({ of }) => of === part.class)
    .flatMap((row): FitReason[] => {
      if (settled.has(row.name)) return [];
      const [group, attribute] = row.machine.split('.');
      const [is, takes] = [own[row.part], place[group]?.[attribute]];
      if (is === undefined || takes === undefined) {
        if (row.unknown === 'one said' && is === takes) return [];
        return [
          unknown(
            row.unknownWords ??
              `${row.name} ${is === undefined ? 'of the part' : 'of the machine'} is not known`,
          ),
        ];
      }
      if (agrees(row.must, is, takes)) {
        row.settles?.forEach((name) => settled.add(name));
        return [];
      }
      const words = `${row.name}: the part has ${saidAs(is, row.unit)}, the machine takes ${saidAs(takes, row.unit)}`;
      return [row.differs === 'no' ? no(words) : care(words)];
    });
}

/** Watts of a plate's volts and amperes, as adapters are called: 19 V x 4.74 A is 90 W. */
export const plateWatts = (volts: number, amps: number): number => Math.round(volts * amps);

function memory(part: MemoryPart, machine: Machine): FitReason[] {
  const slots = machine.memory ?? {};
  const reasons: FitReason[] = [];
  // small modules have no register
  const maybe = (part.form ?? slots.form) === 'DIMM';
  if (part.registered === undefined && slots.registered !== true && maybe)
    reasons.push(unknown('whether it is registered is not known'));
  else if (part.registered === undefined && slots.registered === true)
    reasons.push(unknown('the board takes registered modules only; whether it is one is not known'));
  if (part.registered === true && slots.registered !== true)
    reasons.push(
      slots.registered === false
        ? no('it is registered, the board takes none')
        : unknown('it is registered; whether the board takes that is not known'),
    );
  if (part.registered === false && slots.registered === true)
    reasons.push(no('the board takes registered modules only'));
  if (part.volts !== undefined && slots.volts !== undefined && part.volts > slots.volts + 0.01)
    reasons.push(no(`it wants ${part.volts} V, the slot gives ${slots.volts} V`));
  const { gb } = part;
  if (gb === undefined) reasons.push(unknown('its size is not known'));
  else {
    if (slots.slotGb !== undefined && gb > slots.slotGb)
      reasons.push(
        slots.provenSlotGb !== undefined && gb <= slots.provenSlotGb
          ? care(`${gb} GB is over the maker's ${slots.slotGb} GB a slot; it was seen to work`)
          : care(
              `${gb} GB is over the maker's ${slots.slotGb} GB a slot: perhaps half of it is seen, or none`,
            ),
      );
    const fitted = slots.fitted ?? [];
    const full =
      slots.free === undefined ? slots.slots !== undefined && fitted.length >= slots.slots : slots.free === 0;
    if (full) reasons.push(care('every slot is taken: one module has to come out'));
    const total =
      fitted.reduce((sum, size) => sum + size, 0) + gb - (full && fitted.length ? Math.min(...fitted) : 0);
    if (slots.boardGb !== undefined && total > slots.boardGb)
      reasons.push(care(`${total} GB together is over the ${slots.boardGb} GB of the board`));
  }
  return reasons;
}

/** Can a drive go into one place? */
function bayReasons(part: DrivePart, bay: DriveBay, rules: FitRules): FitReason[] {
  const reasons: FitReason[] = [];
  if (part.form !== bay.form) {
    if (part.form === '2.5' && bay.form === '3.5')
      reasons.push(care('a 2.5-inch drive in a 3.5-inch bay wants an adapter'));
    else return [no(`its form is ${part.form}, the place is for ${bay.form}`)];
  }
  if (part.bus === undefined) reasons.push(unknown('its bus is not known'));
  else if (bay.buses === undefined) reasons.push(unknown('what the place is wired for is not known'));
  else if (!bay.buses.includes(part.bus))
    reasons.push(no(`it speaks ${part.bus}, the place is wired for ${bay.buses.join(' and ')}`));
  if (bay.form === 'M.2') {
    if (part.key === undefined || bay.key === undefined) reasons.push(unknown('the notch is not known'));
    else if (part.key !== 'B+M' && part.key !== bay.key)
      reasons.push(no(`its notch is ${part.key}, the slot's is ${bay.key}`));
    if (part.lengthMm !== undefined && bay.lengthsMm && !bay.lengthsMm.includes(part.lengthMm))
      reasons.push(
        part.lengthMm > Math.max(...bay.lengthsMm)
          ? no(`it is ${part.lengthMm} mm long, the slot holds ${bay.lengthsMm.join(', ')}`)
          : care(`it is ${part.lengthMm} mm long; the screw's places are at ${bay.lengthsMm.join(', ')}`),
      );
  } else if (part.heightMm === undefined && bay.heightMm !== undefined) {
    reasons.push(unknown(`its height is not known, the bay holds ${bay.heightMm} mm`));
  } else if (part.heightMm !== undefined && bay.heightMm !== undefined) {
    if (part.heightMm > bay.heightMm + 0.05)
      reasons.push(no(`it is ${part.heightMm} mm high, the bay ${bay.heightMm} mm`));
    else if (part.heightMm < bay.heightMm - rules.spacerFromMm && bay.form === '2.5')
      reasons.push(care(`it is ${part.heightMm} mm high in a bay of ${bay.heightMm} mm: it wants a spacer`));
  }
  return reasons;
}

function drive(part: DrivePart, { bays }: Machine, rules: FitRules): FitReason[] {
  if (part.form === undefined) return [unknown('its form is not known')];
  if (!bays?.length) return [unknown('which drives the machine takes is not known')];
  // the place it suits best
  return bays
    .map((bay) => bayReasons(part, bay, rules))
    .sort((a, b) => WEIGHT[gradeOf(a)] - WEIGHT[gradeOf(b)] || a.length - b.length)[0];
}

function panel(part: PanelPart, machine: Machine, rules: FitRules): FitReason[] {
  const own = machine.panel ?? {};
  const reasons: FitReason[] = [];
  if (part.diagonalInch === undefined || own.diagonalInch === undefined)
    reasons.push(unknown('the diagonal is not known'));
  else if (Math.abs(part.diagonalInch - own.diagonalInch) > rules.diagonalOffInch)
    reasons.push(no(`its diagonal is ${part.diagonalInch}", the machine's ${own.diagonalInch}"`));
  return reasons;
}

function charger(part: ChargerPart, { chassis, charger: plate = {} }: Machine, rules: FitRules): FitReason[] {
  const reasons: FitReason[] = [];
  if (chassis === 'desktop') reasons.push(no('the machine has a supply of its own inside'));
  if (part.volts === undefined || plate.volts === undefined)
    reasons.push(unknown('the volts are not known on both sides: read both plates'));
  else {
    const on = voltsOn(part.volts, plate.volts, rules);
    if (on === 'never') reasons.push(no(`${part.volts} V on a machine of ${plate.volts} V`));
    else if (on === 'near')
      reasons.push(
        care(`${part.volts} V on a machine of ${plate.volts} V, within ${percent(rules.voltsOff)}`),
      );
  }
  if (part.amps === undefined || plate.amps === undefined)
    reasons.push(unknown('the amperes are not known on both sides'));
  else if (!ampsEnough(part.amps, plate.amps, rules))
    reasons.push(no(`it gives ${part.amps} A, the plate asks for ${plate.amps} A`));
  return reasons;
}

/** Has a supply the plugs a card wants? Two contacts of an eight-pin plug for cards come off: it serves a six-pin one too. */
const plugged = (
  { sixPin: wants6 = 0, eightPin: wants8 = 0 }: Pick<CardPart, 'sixPin' | 'eightPin'>,
  { sixPin = 0, eightPin = 0 }: Pick<SupplyPart, 'sixPin' | 'eightPin'>,
) => wants8 <= eightPin && wants6 <= sixPin + eightPin - wants8;

/** Watts a supply can bring to a card by the slot and its plugs. */
const cardWatts = ({ sixPin = 0, eightPin = 0 }: Pick<SupplyPart, 'sixPin' | 'eightPin'>, rules: FitRules) =>
  rules.slotWatts + sixPin * rules.sixPinWatts + eightPin * rules.eightPinWatts;

function card(part: CardPart, machine: Machine, rules: FitRules): FitReason[] {
  const { supply, drawsWatts } = machine;
  const place = machine.card;
  if (machine.chassis === 'laptop' || machine.chassis === 'aio')
    return [no('the machine takes no such card')];
  const reasons: FitReason[] = [];
  const low = place?.height === 'low';
  // low slots of small machines give less than the standard's graphics slot, and seldom say so
  const slotGives = place?.watts ?? (low ? rules.lowSlotWatts : rules.slotWatts);
  if (part.watts === undefined) reasons.push(unknown('what it draws is not known'));
  else if (low && place.watts === undefined && part.watts > slotGives && part.watts <= rules.slotWatts)
    reasons.push(unknown(`what the slot gives is not known: a low one surely gives ${slotGives} W`));
  else if (part.watts > slotGives) {
    if (!supply)
      reasons.push(unknown('it draws more than a slot gives; which plugs the supply has is not known'));
    else if (part.watts > cardWatts(supply, rules))
      reasons.push(
        no(`it draws ${part.watts} W; slot and plugs of the supply bring ${cardWatts(supply, rules)} W`),
      );
    else if (!plugged(part, supply)) reasons.push(no('the supply has not the plugs it wants'));
  }
  if (part.watts !== undefined && supply?.watts !== undefined) {
    if (drawsWatts === undefined) reasons.push(unknown('what the rest of the machine draws is not known'));
    else if (drawsWatts + part.watts > rules.loaded * supply.watts)
      reasons.push(
        no(
          `${drawsWatts + part.watts} W together is over ${percent(rules.loaded)} of the supply's ${supply.watts} W`,
        ),
      );
  }
  if (low && part.height === 'full') reasons.push(no('it is of full height, the case of half'));
  else if (part.height === undefined && (low || (machine.chassis === 'small' && !place?.height)))
    reasons.push(unknown('its height is not known, and the case may be of half'));
  if (place?.lengthMm !== undefined)
    if (part.lengthMm === undefined)
      reasons.push(unknown(`its length is not known, there is room for ${place.lengthMm} mm`));
    else if (part.lengthMm > place.lengthMm)
      reasons.push(no(`it is ${part.lengthMm} mm long, there is room for ${place.lengthMm} mm`));
  return reasons;
}

function supply(part: SupplyPart, machine: Machine, rules: FitRules): FitReason[] {
  if (machine.chassis === 'laptop') return [no('a laptop has no such supply')];
  const reasons: FitReason[] = [];
  // every maker's own form is another
  if (part.form !== undefined && part.form === machine.supply?.form && /own/i.test(part.form))
    reasons.push(care('it is of a maker’s own form: hold it beside the one that comes out'));
  if (part.watts === undefined) reasons.push(unknown('its watts are not known'));
  else if (machine.drawsWatts === undefined) reasons.push(unknown('what the machine draws is not known'));
  else if (machine.drawsWatts > rules.loaded * part.watts)
    reasons.push(
      no(`the machine draws ${machine.drawsWatts} W, over ${percent(rules.loaded)} of its ${part.watts} W`),
    );
  return reasons;
}

function processor(part: ProcessorPart, { processor: own = {} }: Machine): FitReason[] {
  const reasons: FitReason[] = [];
  if (!own.models) reasons.push(unknown('which processors the board knows is not known'));
  else if (part.model === undefined) reasons.push(unknown('its model is not known'));
  else if (!own.models.includes(part.model)) reasons.push(no(`${part.model} is not on the board's list`));
  else if (own.firmware === 'too old')
    reasons.push(care('the firmware of the board is too old for it: bring it up first'));
  else if (own.firmware === undefined)
    reasons.push(unknown('whether the firmware of the board is new enough for it is not known'));
  return reasons;
}

/** Cells in a row by the volts a pack is called by: 10.8, 11.1, 11.4 and 11.55 V are all three; null: none fits. */
function cellsOf(volts: number, [low, high]: FitRules['cellVolts']): number | null {
  const cells = [1, 2, 3, 4, 5, 6].filter((n) => volts / n >= low && volts / n <= high);
  return cells[0] ?? null;
}

function battery(part: BatteryPart, { battery: own = {} }: Machine, rules: FitRules): FitReason[] {
  if (part.volts === undefined || own.volts === undefined) return [];
  const [has, takes] = [cellsOf(part.volts, rules.cellVolts), cellsOf(own.volts, rules.cellVolts)];
  const same =
    has !== null && takes !== null ? has === takes : Math.abs(part.volts / own.volts - 1) <= rules.voltsOff;
  return same ? [] : [no(`a pack of ${part.volts} V, the machine's is of ${own.volts} V`)];
}

const WEIGHT = { fits: 0, 'with care': 1, no: 2 } as const;
const gradeOf = (reasons: readonly FitReason[]): Fit['answer'] =>
  reasons.some(({ weighs }) => weighs === 'no') ? 'no' : reasons.length ? 'with care' : 'fits';

/** What no row of a table says: sizes that add up, places to choose among, sums of power. */
function bySums(part: TypedPart, machine: Machine, rules: FitRules): FitReason[] {
  switch (part.class) {
    case 'memory':
      return memory(part, machine);
    case 'drive':
      return drive(part, machine, rules);
    case 'panel':
      return panel(part, machine, rules);
    case 'charger':
      return charger(part, machine, rules);
    case 'card':
      return card(part, machine, rules);
    case 'supply':
      return supply(part, machine, rules);
    case 'processor':
      return processor(part, machine);
    case 'battery':
      return battery(part, machine, rules);
    default:
      return [];
  }
}

/**
 * Does a part go into a machine? `no` on any reason that forbids it; `with care` where something is to be
 * watched or not known; `fits` only when everything that decides is known and agrees.
 */
export function fits(part: TypedPart, machine: Machine, rules: FitRules): Fit {
  const state = part.state && rules.states[part.state];
  const reasons = [
    ...(state ? [state] : []),
    ...byTable(part, machine, rules.rows),
    ...bySums(part, machine, rules),
  ];
  // what forbids it is said first
  reasons.sort((a, b) => Number(b.weighs === 'no') - Number(a.weighs === 'no'));
  return { answer: gradeOf(reasons), reasons };
}
