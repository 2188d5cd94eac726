import type { Chassis } from '../catalogue';
import { GRAPHICS_CLASSES } from '../machine/names';
import {
  MEMORY_KINDS,
  PART_STATES,
  type DriveBay,
  type Machine,
  type MemoryPart,
  type TypedPart,
} from './attributes';

/** One thing a part says of itself, or a machine of what it takes. */
export interface Field {
  key: string;
  name: string;
  kind: 'number' | 'whole' | 'choice' | 'text';
  unit?: string;
  choices?: readonly string[];
  /** Largest figure taken for real. */
  most?: number;
}
/** Flat facts of a part or a machine, as they are stored. */
export type Facts = Readonly<Record<string, string | number>>;

const number = (key: string, name: string, unit: string, most: number): Field => ({
  key,
  name,
  kind: 'number',
  unit,
  most,
});
const whole = (key: string, name: string, most: number, unit?: string): Field => ({
  key,
  name,
  kind: 'whole',
  most,
  ...(unit && { unit }),
});
const choice = (key: string, name: string, choices: readonly string[]): Field => ({
  key,
  name,
  kind: 'choice',
  choices,
});
const text = (key: string, name: string): Field => ({ key, name, kind: 'text' });

const YES_NO = ['yes', 'no'] as const;
const FORMS = ['DIMM', 'SO-DIMM'] as const;
const DRIVE_FORMS = ['3.5', '2.5', 'M.2', 'mSATA'] as const;
const SIGNALS = ['LVDS', 'eDP'] as const;
const SIDES = ['left', 'right', 'middle'] as const;
const MOUNTS = ['tabs', 'brackets', 'glued'] as const;
const TIPS = ['plus', 'minus'] as const;
const HEIGHTS = ['full', 'low'] as const;

const WIRELESS_KEYS = ['A', 'E', 'A+E'] as const;
const OPTICAL_BUSES = ['IDE', 'SATA'] as const;
const FIRMWARE = ['new enough', 'too old'] as const;

/** What any part may say of itself. */
const STATE = choice('state', 'State', PART_STATES);
type ByClass = Record<TypedPart['class'], readonly Field[]>;
const stated = (own: ByClass): ByClass => {
  const all = { ...own };
  for (const of of Object.keys(own) as TypedPart['class'][]) all[of] = [...own[of], STATE];
  return all;
};

/** What a part of each class may say of itself; a class left out has a name only. */
export const PART_FIELDS: Record<TypedPart['class'], readonly Field[]> = stated({
  memory: [
    number('gb', 'Size', 'GB', 1024),
    choice('kind', 'Generation', MEMORY_KINDS),
    choice('form', 'Form', FORMS),
    number('volts', 'Volts', 'V', 5),
    choice('registered', 'Registered', YES_NO),
    choice('ecc', 'Error correction', YES_NO),
    whole('rate', 'Speed', 20_000, 'MT/s'),
    choice('soldered', 'Soldered to the board', YES_NO),
  ],
  drive: [
    number('gb', 'Size', 'GB', 200_000),
    choice('kind', 'Kind', ['disk', 'solid']),
    choice('bus', 'Bus', ['IDE', 'SATA', 'NVMe', 'SAS', 'card']),
    choice('writes', 'Tracks', ['plain', 'shingled', 'hybrid']),
    number('usedGb', 'Used', 'GB', 200_000),
    choice('form', 'Form', DRIVE_FORMS),
    number('heightMm', 'Height', 'mm', 50),
    number('lengthMm', 'Length', 'mm', 200),
    choice('key', 'Notch', ['B', 'M', 'B+M']),
  ],
  panel: [
    number('diagonalInch', 'Diagonal', 'in', 60),
    whole('contacts', 'Contacts', 200),
    choice('signal', 'Signal', SIGNALS),
    choice('side', 'Connector, from behind', SIDES),
    choice('mounts', 'Held by', MOUNTS),
    text('pixels', 'Pixels'),
    whole('lanes', 'Lanes', 8),
    choice('touch', 'Touch', YES_NO),
  ],
  charger: [
    number('volts', 'Volts', 'V', 60),
    number('amps', 'Amperes', 'A', 20),
    text('plug', 'Plug'),
    choice('tip', 'Tip carries', TIPS),
  ],
  card: [
    number('watts', 'Draws', 'W', 1000),
    whole('sixPin', '6-pin plugs', 8),
    whole('eightPin', '8-pin plugs', 8),
    choice('height', 'Height', HEIGHTS),
    number('lengthMm', 'Length', 'mm', 600),
    choice('graphics', 'Good for', GRAPHICS_CLASSES),
  ],
  supply: [
    number('watts', 'Watts', 'W', 3000),
    text('form', 'Form'),
    whole('sixPin', '6-pin plugs', 8),
    whole('eightPin', '8-pin plugs', 8),
    text('boardPlug', 'Plug for the board'),
    whole('cpuPins', 'Plug for the processor', 16, 'pin'),
    whole('sataLeads', 'Leads for drives', 40),
  ],
  processor: [
    text('socket', 'Socket'),
    text('model', 'Model'),
    number('watts', 'Watts', 'W', 500),
    whole('level', 'Level', 4),
    whole('threads', 'Threads', 512),
    whole('year', 'Of', 2100),
  ],
  battery: [
    number('volts', 'Volts', 'V', 60),
    text('pack', 'Pack number'),
    number('health', 'Full / design', '', 1.3),
  ],
  fan: [
    text('model', 'Number on it'),
    whole('pins', 'Plug', 8, 'pin'),
    number('volts', 'Volts', 'V', 60),
    number('sizeMm', 'Size', 'mm', 300),
  ],
  heatsink: [
    text('model', 'Number on it'),
    text('socket', 'Socket'),
    number('watts', 'Takes away', 'W', 500),
    number('heightMm', 'Height', 'mm', 250),
  ],
  optical: [
    choice('bus', 'Bus', OPTICAL_BUSES),
    number('heightMm', 'Height', 'mm', 60),
    text('bezel', 'Bezel'),
  ],
  wireless: [text('form', 'Form'), choice('key', 'Notch', WIRELESS_KEYS), text('model', 'Number on it')],
  keyboard: [text('model', 'Number on it'), text('layout', 'Layout'), choice('lit', 'Lit', YES_NO)],
  'screen cable': [
    text('model', 'Number on it'),
    whole('contacts', 'Contacts', 200),
    choice('signal', 'Signal', SIGNALS),
  ],
  'coin cell': [text('type', 'Type'), choice('lead', 'With a lead', YES_NO)],
  socket: [text('model', 'Number on it'), text('plug', 'Plug')],
  dock: [text('model', 'Number on it'), text('plug', 'Plug'), number('watts', 'Gives', 'W', 500)],
  adapter: [text('model', 'Number on it'), text('plug', 'End for the machine')],
});

/** Are there fields for parts of this class, and so rules whether they fit? */
export const isTyped = (partClass: string): partClass is TypedPart['class'] => partClass in PART_FIELDS;

/** What is asked of a machine, by the class of part it decides about. */
export const MACHINE_FIELDS: Record<TypedPart['class'], readonly Field[]> = {
  memory: [
    choice('memoryKind', 'Generation', MEMORY_KINDS),
    choice('memoryForm', 'Form', FORMS),
    number('memoryVolts', 'Slot gives', 'V', 5),
    choice('memoryRegistered', 'Takes registered', YES_NO),
    choice('memoryEcc', 'Error correction', YES_NO),
    whole('memorySlots', 'Slots', 64),
    number('memorySlotGb', 'Most a slot, by its maker', 'GB', 1024),
    number('memoryBoardGb', 'Most in all, by its maker', 'GB', 65_536),
    number('memoryElsewhereGb', 'Most a slot, seen elsewhere', 'GB', 1024),
    whole('memoryChannels', 'Channels', 12),
    number('memorySolderedGb', 'Soldered to the board', 'GB', 1024),
  ],
  // one key a place: "bay1" ... ; each holds the id of a kind of place
  drive: [],
  panel: [
    number('panelInch', 'Diagonal', 'in', 60),
    whole('panelContacts', 'Contacts', 200),
    choice('panelSignal', 'Signal', SIGNALS),
    choice('panelSide', 'Cable comes from the', SIDES),
    choice('panelMounts', 'Held by', MOUNTS),
    text('panelPixels', 'Pixels'),
    whole('panelLanes', 'Lanes of its cable', 8),
    choice('panelTouch', 'Touch', YES_NO),
  ],
  charger: [
    number('plateVolts', 'Plate', 'V', 60),
    number('plateAmps', 'Plate', 'A', 20),
    text('platePlug', 'Plug'),
    choice('plateTip', 'Tip carries', TIPS),
  ],
  card: [
    number('cardWatts', 'Slot gives', 'W', 600),
    choice('cardHeight', 'Height', HEIGHTS),
    number('cardLengthMm', 'Room', 'mm', 600),
  ],
  supply: [
    number('supplyWatts', 'Its supply', 'W', 3000),
    text('supplyForm', 'Form'),
    whole('supplySixPin', '6-pin plugs', 8),
    whole('supplyEightPin', '8-pin plugs', 8),
    text('supplyBoardPlug', 'Plug of the board'),
    whole('supplyCpuPins', 'Plug of the processor', 16, 'pin'),
    whole('supplySataLeads', 'Leads for drives', 40),
    number('drawsWatts', 'All but a card draws', 'W', 3000),
  ],
  processor: [
    text('socket', 'Socket'),
    text('processorList', 'Board knows (with commas)'),
    number('processorMaxWatts', 'Board and cooler', 'W', 500),
    choice('processorFirmware', 'Its firmware', FIRMWARE),
  ],
  battery: [text('batteryPack', 'Pack numbers (with commas)'), number('batteryVolts', 'Volts', 'V', 60)],
  fan: [
    text('fanModel', 'Numbers (with commas)'),
    whole('fanPins', 'Plug', 8, 'pin'),
    number('fanVolts', 'Volts', 'V', 60),
    number('fanSizeMm', 'Size', 'mm', 300),
  ],
  heatsink: [
    text('heatsinkModel', 'Numbers (with commas)'),
    number('heatsinkWatts', 'Has to take away', 'W', 500),
    number('heatsinkHeightMm', 'Room above the socket', 'mm', 250),
  ],
  optical: [
    choice('opticalBus', 'Bus', OPTICAL_BUSES),
    number('opticalHeightMm', 'Height', 'mm', 60),
    text('opticalBezel', 'Bezel'),
  ],
  wireless: [
    text('wirelessForm', 'Form'),
    choice('wirelessKey', 'Notch', WIRELESS_KEYS),
    text('wirelessAccepts', 'Cards its firmware takes (with commas)'),
  ],
  keyboard: [
    text('keyboardModel', 'Numbers (with commas)'),
    text('keyboardLayout', 'Layout'),
    choice('keyboardLit', 'Lit', YES_NO),
  ],
  'screen cable': [text('cableModel', 'Numbers (with commas)')],
  'coin cell': [text('coinType', 'Type'), choice('coinLead', 'With a lead', YES_NO)],
  socket: [text('socketModel', 'Numbers (with commas)'), text('socketPlug', 'Plug')],
  dock: [
    text('dockAccepts', 'Docks it takes (with commas)'),
    text('dockPlugs', 'Sockets a dock goes on (with commas)'),
    number('dockWatts', 'Wants of a dock', 'W', 500),
  ],
  adapter: [text('adapterPlugs', 'Sockets and bays for one (with commas)')],
};

/** Most places for drives that are told of one machine. */
export const MOST_BAYS = 4;
/** Key of a machine's n-th place for a drive, from 1. */
export const bayKey = (n: number) => `bay${n}`;
const BAY_KEYS = Array.from({ length: MOST_BAYS }, (_, n) => bayKey(n + 1));

/** A kind of place for a drive, by its id. */
export interface BayKind {
  id: string;
  name: string;
  bay: DriveBay;
}

const ALL_FIELDS = new Map(
  Object.values(MACHINE_FIELDS).flatMap((own) => own.map((each) => [each.key, each])),
);

/** The field of what a machine takes, whatever the class; places for drives are among them. */
export function machineField(key: string, bays: readonly BayKind[]): Field | undefined {
  return BAY_KEYS.includes(key)
    ? choice(key, 'Place for a drive', ['none', ...bays.map(({ id }) => id)])
    : ALL_FIELDS.get(key);
}
/** Every key a machine may be told of. */
export const machineKeys = (): string[] => [...ALL_FIELDS.keys(), ...BAY_KEYS];

/**
 * A fact as it is stored, from what was typed.
 * @returns the fact, or in words what was wrong with it
 */
export function readFact(
  field: Field,
  typed: string | number,
): { value: string | number } | { fault: string } {
  // as it was stored
  if (typeof typed === 'string' && field.choices?.includes(typed)) return { value: typed };
  if (typeof typed === 'number' && field.kind === 'number' && typed >= 0 && typed <= (field.most ?? Infinity))
    return { value: typed };
  const plain = String(typed).trim();
  if (field.kind === 'choice') {
    const found = field.choices!.find((each) => each.toLowerCase() === plain.toLowerCase());
    return found ? { value: found } : { fault: `${field.name}: one of ${field.choices!.join(', ')}` };
  }
  if (field.kind === 'text')
    return plain.length > 0 && plain.length <= 120
      ? { value: plain }
      : { fault: `${field.name}: at most 120 letters` };
  const figure = Number(plain.replace(',', '.'));
  if (plain === '' || !Number.isFinite(figure) || figure < 0 || figure > (field.most ?? Infinity))
    return { fault: `${field.name}: a figure from 0 to ${field.most}` };
  if (field.kind === 'whole' && !Number.isInteger(figure)) return { fault: `${field.name}: a whole number` };
  return { value: figure };
}

/** What is wrong with the facts told of a part; nothing: all is well. Facts no field asks for are left alone. */
export function partFaults(partClass: string, facts: Facts): string[] {
  if (!isTyped(partClass)) return [];
  return PART_FIELDS[partClass].flatMap((field) => {
    if (facts[field.key] === undefined) return [];
    const read = readFact(field, facts[field.key]);
    return 'fault' in read ? [read.fault] : [];
  });
}

/** A part as rules of fit see it: what its fields hold and nothing else. `null`: its class has no rules. */
export function typedPart(partClass: string, facts: Facts): TypedPart | null {
  if (!isTyped(partClass)) return null;
  const own: Record<string, unknown> = {};
  for (const field of PART_FIELDS[partClass]) {
    const told = facts[field.key];
    if (told === undefined) continue;
    const read = readFact(field, told);
    if ('value' in read) own[field.key] = field.choices === YES_NO ? read.value === 'yes' : read.value;
  }
  return { ...own, class: partClass } as TypedPart;
}

const figure = (facts: Facts, key: string): number | undefined =>
  typeof facts[key] === 'number' ? facts[key] : undefined;
const word = <T extends string = string>(facts: Facts, key: string): T | undefined =>
  typeof facts[key] === 'string' && facts[key] !== '' ? (facts[key] as T) : undefined;
const yes = (facts: Facts, key: string): boolean | undefined =>
  facts[key] === undefined ? undefined : facts[key] === 'yes';

/** Without what is not known. */
function known<T extends object>(all: T): T | undefined {
  const told = Object.entries(all).filter(([, value]) => value !== undefined);
  return told.length ? (Object.fromEntries(told) as T) : undefined;
}

/** Largest module this shop saw working, and the sizes of those in it now. */
interface MemoryNow {
  fitted: readonly number[];
  /** Slots that are known to be empty; left out: nobody has seen every one. */
  free?: number;
  provenGb?: number;
}

/**
 * A machine as rules of fit see it.
 * @param takes flat facts: by the chassis, the model, what is in it, and what was told of this one
 */
export function machineOf(
  chassis: Chassis,
  takes: Facts,
  bays: readonly BayKind[],
  memory: MemoryNow,
): Machine {
  const proven = Math.max(figure(takes, 'memoryElsewhereGb') ?? 0, memory.provenGb ?? 0);
  const places = BAY_KEYS.flatMap((key) => bays.find(({ id }) => id === takes[key])?.bay ?? []);
  const models = word(takes, 'processorList')
    ?.split(',')
    .map((name) => name.trim())
    .filter(Boolean);
  return {
    chassis,
    memory: known({
      kind: word<NonNullable<MemoryPart['kind']>>(takes, 'memoryKind'),
      form: word<NonNullable<MemoryPart['form']>>(takes, 'memoryForm'),
      volts: figure(takes, 'memoryVolts'),
      registered: yes(takes, 'memoryRegistered'),
      ecc: yes(takes, 'memoryEcc'),
      slots: figure(takes, 'memorySlots'),
      slotGb: figure(takes, 'memorySlotGb'),
      boardGb: figure(takes, 'memoryBoardGb'),
      provenSlotGb: proven || undefined,
      fitted: memory.fitted,
      free: memory.free,
    }),
    ...(places.length && { bays: places }),
    panel: known({
      diagonalInch: figure(takes, 'panelInch'),
      contacts: figure(takes, 'panelContacts'),
      signal: word<'LVDS' | 'eDP'>(takes, 'panelSignal'),
      side: word<'left' | 'right' | 'middle'>(takes, 'panelSide'),
      mounts: word<'tabs' | 'brackets' | 'glued'>(takes, 'panelMounts'),
      pixels: word(takes, 'panelPixels'),
      lanes: figure(takes, 'panelLanes'),
      touch: yes(takes, 'panelTouch'),
    }),
    charger: known({
      volts: figure(takes, 'plateVolts'),
      amps: figure(takes, 'plateAmps'),
      plug: word(takes, 'platePlug'),
      tip: word<'plus' | 'minus'>(takes, 'plateTip'),
    }),
    card: known({
      watts: figure(takes, 'cardWatts'),
      height: word<'full' | 'low'>(takes, 'cardHeight'),
      lengthMm: figure(takes, 'cardLengthMm'),
    }),
    supply: known({
      watts: figure(takes, 'supplyWatts'),
      form: word(takes, 'supplyForm'),
      sixPin: figure(takes, 'supplySixPin'),
      eightPin: figure(takes, 'supplyEightPin'),
      boardPlug: word(takes, 'supplyBoardPlug'),
      cpuPins: figure(takes, 'supplyCpuPins'),
      sataLeads: figure(takes, 'supplySataLeads'),
    }),
    drawsWatts: figure(takes, 'drawsWatts'),
    processor: known({
      socket: word(takes, 'socket'),
      models,
      watts: figure(takes, 'processorMaxWatts'),
      firmware: word<'new enough' | 'too old'>(takes, 'processorFirmware'),
    }),
    battery: known({ pack: word(takes, 'batteryPack'), volts: figure(takes, 'batteryVolts') }),
    fan: known({
      model: word(takes, 'fanModel'),
      pins: figure(takes, 'fanPins'),
      volts: figure(takes, 'fanVolts'),
      sizeMm: figure(takes, 'fanSizeMm'),
    }),
    heatsink: known({
      model: word(takes, 'heatsinkModel'),
      socket: word(takes, 'socket'),
      watts: figure(takes, 'heatsinkWatts'),
      heightMm: figure(takes, 'heatsinkHeightMm'),
    }),
    optical: known({
      bus: word<'IDE' | 'SATA'>(takes, 'opticalBus'),
      heightMm: figure(takes, 'opticalHeightMm'),
      bezel: word(takes, 'opticalBezel'),
    }),
    wireless: known({
      form: word(takes, 'wirelessForm'),
      key: word<'A' | 'E' | 'A+E'>(takes, 'wirelessKey'),
      accepts: word(takes, 'wirelessAccepts'),
    }),
    keyboard: known({
      model: word(takes, 'keyboardModel'),
      layout: word(takes, 'keyboardLayout'),
      lit: yes(takes, 'keyboardLit'),
    }),
    screenCable: known({
      model: word(takes, 'cableModel'),
      contacts: figure(takes, 'panelContacts'),
      signal: word<'LVDS' | 'eDP'>(takes, 'panelSignal'),
    }),
    coinCell: known({ type: word(takes, 'coinType'), lead: yes(takes, 'coinLead') }),
    socket: known({ model: word(takes, 'socketModel'), plug: word(takes, 'socketPlug') }),
    dock: known({
      accepts: word(takes, 'dockAccepts'),
      plugs: word(takes, 'dockPlugs'),
      watts: figure(takes, 'dockWatts'),
    }),
    adapter: known({ plugs: word(takes, 'adapterPlugs') }),
  };
}

/** Facts of the machine a part that is in it and works tells, by the field of the part. */
const TELLS: Partial<Record<TypedPart['class'], Record<string, string>>> = {
  memory: { kind: 'memoryKind', form: 'memoryForm' },
  panel: {
    diagonalInch: 'panelInch',
    contacts: 'panelContacts',
    signal: 'panelSignal',
    side: 'panelSide',
    mounts: 'panelMounts',
    pixels: 'panelPixels',
    lanes: 'panelLanes',
    touch: 'panelTouch',
  },
  supply: {
    watts: 'supplyWatts',
    form: 'supplyForm',
    sixPin: 'supplySixPin',
    eightPin: 'supplyEightPin',
    boardPlug: 'supplyBoardPlug',
  },
  processor: { socket: 'socket' },
  battery: { pack: 'batteryPack', volts: 'batteryVolts' },
  fan: { model: 'fanModel', pins: 'fanPins', volts: 'fanVolts', sizeMm: 'fanSizeMm' },
  optical: { bus: 'opticalBus', heightMm: 'opticalHeightMm', bezel: 'opticalBezel' },
  wireless: { form: 'wirelessForm', key: 'wirelessKey' },
  keyboard: { model: 'keyboardModel', layout: 'keyboardLayout', lit: 'keyboardLit' },
  'coin cell': { type: 'coinType', lead: 'coinLead' },
  socket: { model: 'socketModel', plug: 'socketPlug' },
};

/** What a part that belongs in a machine says of the machine. */
export function toldByPart(partClass: string, facts: Facts): Facts {
  const tells = isTyped(partClass) ? TELLS[partClass] : undefined;
  return Object.fromEntries(
    Object.entries(tells ?? {}).flatMap(([from, to]) =>
      facts[from] === undefined ? [] : [[to, facts[from]] as const],
    ),
  );
}
