import type {
  BatteryPart,
  CardPart,
  ChargerPart,
  DriveBay,
  DrivePart,
  Machine,
  MemoryPart,
  PanelPart,
  ProcessorPart,
  SupplyPart,
  TypedPart,
} from './attributes';

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

/** Figures parts are judged by; lengths in millimetres, power in watts. */
export interface FitRules {
  /** Volts may be off by this share of the plate's. */
  voltsOff: number;
  /** A supply is not loaded beyond this share of what it says. */
  loaded: number;
  /** What a slot gives a card, and each plug adds. */
  slotWatts: number;
  sixPinWatts: number;
  eightPinWatts: number;
  /** Diagonals that differ by no more are the same. */
  diagonalOffInch: number;
  /** A drive lower than its bay by more wants a spacer. */
  spacerFromMm: number;
}

const percent = (share: number) => `${Math.round(share * 100)} %`;
const no = (words: string): FitReason => ({ weighs: 'no', words });
const care = (words: string): FitReason => ({ weighs: 'care', words });
const unknown = (words: string): FitReason => ({ weighs: 'care', words, unknown: true });

/** The same, or one of both is not known. */
function same<T>(what: string, part: T | undefined, machine: T | undefined, unit = ''): FitReason[] {
  if (part === undefined || machine === undefined)
    return [unknown(`${what} ${part === undefined ? 'of the part' : 'of the machine'} is not known`)];
  return part === machine
    ? []
    : [no(`${what}: the part has ${part}${unit}, the machine takes ${machine}${unit}`)];
}

/** Watts of a plate's volts and amperes, as adapters are called: 19 V x 4.74 A is 90 W. */
export const plateWatts = (volts: number, amps: number): number => Math.round(volts * amps);

function memory(part: MemoryPart, machine: Machine): FitReason[] {
  const slots = machine.memory ?? {};
  // the notch lies elsewhere in every generation, whatever the number of contacts
  const reasons = [...same('the kind', part.kind, slots.kind), ...same('the form', part.form, slots.form)];
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
  reasons.push(...same('the number of contacts', part.contacts, own.contacts));
  // the same number of contacts carries either signal
  if (part.signal === undefined || own.signal === undefined)
    reasons.push(unknown('the signal is not known, and the number of contacts alone is never enough'));
  else if (part.signal !== own.signal)
    reasons.push(no(`its signal is ${part.signal}, the machine's ${own.signal}`));
  if (part.side !== undefined && own.side !== undefined && part.side !== own.side)
    reasons.push(no(`its connector is on the ${part.side}, the cable comes from the ${own.side}`));
  if (part.mounts !== undefined && own.mounts !== undefined && part.mounts !== own.mounts)
    reasons.push(care(`it is held by ${part.mounts}, the machine by ${own.mounts}`));
  return reasons;
}

function charger(part: ChargerPart, { chassis, charger: plate = {} }: Machine, rules: FitRules): FitReason[] {
  const reasons: FitReason[] = [];
  if (chassis === 'desktop') reasons.push(no('the machine has a supply of its own inside'));
  if (part.volts === undefined || plate.volts === undefined)
    reasons.push(unknown('the volts are not known on both sides: read both plates'));
  else {
    const off = Math.abs(part.volts - plate.volts) / plate.volts;
    if (off > rules.voltsOff) reasons.push(no(`${part.volts} V on a machine of ${plate.volts} V`));
    else if (off > 1e-9)
      reasons.push(
        care(`${part.volts} V on a machine of ${plate.volts} V, within ${percent(rules.voltsOff)}`),
      );
  }
  if (part.amps === undefined || plate.amps === undefined)
    reasons.push(unknown('the amperes are not known on both sides'));
  else if (part.amps < plate.amps - 1e-9)
    reasons.push(no(`it gives ${part.amps} A, the plate asks for ${plate.amps} A`));
  reasons.push(
    ...same('the plug', part.plug, plate.plug),
    ...same('the polarity of the tip', part.tip, plate.tip),
  );
  return reasons;
}

/** Watts a supply can bring to a card by the slot and its plugs. */
const cardWatts = ({ sixPin = 0, eightPin = 0 }: Pick<SupplyPart, 'sixPin' | 'eightPin'>, rules: FitRules) =>
  rules.slotWatts + sixPin * rules.sixPinWatts + eightPin * rules.eightPinWatts;

function card(part: CardPart, machine: Machine, rules: FitRules): FitReason[] {
  const { supply, drawsWatts } = machine;
  const place = machine.card;
  if (machine.chassis === 'laptop' || machine.chassis === 'aio')
    return [no('the machine takes no such card')];
  const reasons: FitReason[] = [];
  if (part.watts === undefined) reasons.push(unknown('what it draws is not known'));
  else if (part.watts > (place?.watts ?? rules.slotWatts)) {
    if (!supply)
      reasons.push(unknown('it draws more than a slot gives; which plugs the supply has is not known'));
    else if (part.watts > cardWatts(supply, rules))
      reasons.push(
        no(`it draws ${part.watts} W; slot and plugs of the supply bring ${cardWatts(supply, rules)} W`),
      );
    else if ((part.sixPin ?? 0) > (supply.sixPin ?? 0) || (part.eightPin ?? 0) > (supply.eightPin ?? 0))
      reasons.push(no('the supply has not the plugs it wants'));
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
  if (place?.height === 'low' && part.height === 'full')
    reasons.push(no('it is of full height, the case of half'));
  if (place?.lengthMm !== undefined && part.lengthMm !== undefined && part.lengthMm > place.lengthMm)
    reasons.push(no(`it is ${part.lengthMm} mm long, there is room for ${place.lengthMm} mm`));
  return reasons;
}

function supply(part: SupplyPart, machine: Machine, rules: FitRules): FitReason[] {
  if (machine.chassis === 'laptop') return [no('a laptop has no such supply')];
  const reasons = same('the form', part.form, machine.supply?.form);
  if (part.watts === undefined) reasons.push(unknown('its watts are not known'));
  else if (machine.drawsWatts === undefined) reasons.push(unknown('what the machine draws is not known'));
  else if (machine.drawsWatts > rules.loaded * part.watts)
    reasons.push(
      no(`the machine draws ${machine.drawsWatts} W, over ${percent(rules.loaded)} of its ${part.watts} W`),
    );
  return reasons;
}

function processor(part: ProcessorPart, { processor: own = {} }: Machine): FitReason[] {
  const reasons = same('the socket', part.socket, own.socket);
  if (!own.models) reasons.push(unknown('which processors the board knows is not known'));
  else if (part.model === undefined) reasons.push(unknown('its model is not known'));
  else if (!own.models.includes(part.model)) reasons.push(no(`${part.model} is not on the board's list`));
  if (part.watts !== undefined && own.watts !== undefined && part.watts > own.watts)
    reasons.push(no(`it takes ${part.watts} W, the board and its cooler ${own.watts} W`));
  return reasons;
}

function battery(part: BatteryPart, { battery: own = {} }: Machine, rules: FitRules): FitReason[] {
  const reasons = same('the pack', part.pack, own.pack);
  if (
    part.volts !== undefined &&
    own.volts !== undefined &&
    Math.abs(part.volts - own.volts) / own.volts > rules.voltsOff
  )
    reasons.push(no(`a pack of ${part.volts} V, the machine's is of ${own.volts} V`));
  return reasons;
}

const WEIGHT = { fits: 0, 'with care': 1, no: 2 } as const;
const gradeOf = (reasons: readonly FitReason[]): Fit['answer'] =>
  reasons.some(({ weighs }) => weighs === 'no') ? 'no' : reasons.length ? 'with care' : 'fits';

function reasonsOf(part: TypedPart, machine: Machine, rules: FitRules): FitReason[] {
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
  }
}

/**
 * Does a part go into a machine? `no` on any reason that forbids it; `with care` where something is to be
 * watched or not known; `fits` only when everything that decides is known and agrees.
 */
export function fits(part: TypedPart, machine: Machine, rules: FitRules): Fit {
  const reasons = reasonsOf(part, machine, rules);
  // what forbids it is said first
  reasons.sort((a, b) => Number(b.weighs === 'no') - Number(a.weighs === 'no'));
  return { answer: gradeOf(reasons), reasons };
}
