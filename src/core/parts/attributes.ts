/**
 * What parts of each class are, and what a machine takes, as far as it is known: nothing left out is a "no",
 * everything left out is "not known". Lengths in millimetres, power in watts, sizes in gigabytes.
 */

export const MEMORY_KINDS = ['SDR', 'DDR', 'DDR2', 'DDR3', 'DDR4', 'DDR5'] as const;
export type MemoryKind = (typeof MEMORY_KINDS)[number];

/** What state a part is in; left out: it is sound as far as anybody knows. */
export const PART_STATES = ['good', 'repaired', 'improvised', 'spliced', 'swollen', 'dead'] as const;
export type PartState = (typeof PART_STATES)[number];
/** What any part may say of itself besides. */
export interface Stated {
  state?: PartState;
}

export interface MemoryPart {
  kind?: MemoryKind;
  form?: 'DIMM' | 'SO-DIMM';
  volts?: number;
  gb?: number;
  /** With a register: a server's. */
  registered?: boolean;
  ecc?: boolean;
}

export type DriveBus = 'IDE' | 'SATA' | 'NVMe' | 'SAS' | 'card';
export type DriveForm = '3.5' | '2.5' | 'M.2' | 'mSATA';
/** Notches of an M.2 edge. */
export type M2Key = 'B' | 'M' | 'B+M';

export interface DrivePart {
  bus?: DriveBus;
  form?: DriveForm;
  heightMm?: number;
  lengthMm?: number;
  key?: M2Key;
}

export interface PanelPart {
  diagonalInch?: number;
  contacts?: number;
  signal?: 'LVDS' | 'eDP';
  /** Where its connector lies, seen from behind. */
  side?: 'left' | 'right' | 'middle';
  mounts?: 'tabs' | 'brackets' | 'glued';
  /** "1920x1080". */
  pixels?: string;
  lanes?: number;
  touch?: boolean;
}

export interface ChargerPart {
  volts?: number;
  amps?: number;
  plug?: string;
  /** What the tip carries. */
  tip?: 'plus' | 'minus';
}

export interface CardPart {
  watts?: number;
  sixPin?: number;
  eightPin?: number;
  height?: 'full' | 'low';
  lengthMm?: number;
}

export interface SupplyPart {
  watts?: number;
  form?: string;
  sixPin?: number;
  eightPin?: number;
  /** Plug for the board: "24-pin", "own". */
  boardPlug?: string;
  /** Contacts of the plug for the processor. */
  cpuPins?: number;
  sataLeads?: number;
}

export interface ProcessorPart {
  socket?: string;
  model?: string;
  watts?: number;
}

export interface BatteryPart {
  volts?: number;
  /** The pack's own number; of a machine every number it takes, with commas. */
  pack?: string;
}

export interface FanPart {
  /** Number on its label. */
  model?: string;
  pins?: number;
  volts?: number;
  sizeMm?: number;
}
export interface HeatsinkPart {
  model?: string;
  socket?: string;
  watts?: number;
  heightMm?: number;
}
export interface OpticalPart {
  bus?: 'IDE' | 'SATA';
  heightMm?: number;
  bezel?: string;
}
export interface WirelessPart {
  /** "M.2 2230", "mini PCIe, half". */
  form?: string;
  key?: 'A' | 'E' | 'A+E';
  model?: string;
}
export interface KeyboardPart {
  model?: string;
  layout?: string;
  lit?: boolean;
}
export interface ScreenCablePart {
  model?: string;
  contacts?: number;
  signal?: 'LVDS' | 'eDP';
}
export interface CoinCellPart {
  type?: string;
  lead?: boolean;
}
export interface SocketPart {
  model?: string;
  plug?: string;
}

export interface DockPart {
  model?: string;
  plug?: string;
  /** What it gives the machine. */
  watts?: number;
}
/** Between a machine and something else: a caddy, a frame, a lead from one kind of socket to another. */
export interface AdapterPart {
  model?: string;
  /** Its end for the machine: "HDMI", "3.5-inch bay". */
  plug?: string;
}

/** What parts of each class that has rules say of themselves. */
export interface PartsByClass {
  memory: MemoryPart;
  drive: DrivePart;
  panel: PanelPart;
  charger: ChargerPart;
  card: CardPart;
  supply: SupplyPart;
  processor: ProcessorPart;
  battery: BatteryPart;
  fan: FanPart;
  heatsink: HeatsinkPart;
  optical: OpticalPart;
  wireless: WirelessPart;
  keyboard: KeyboardPart;
  'screen cable': ScreenCablePart;
  'coin cell': CoinCellPart;
  socket: SocketPart;
  dock: DockPart;
  adapter: AdapterPart;
}
export type TypedClass = keyof PartsByClass;
/** A part by its class; classes without rules of their own are asked about by hand. */
export type TypedPart = { [C in TypedClass]: { class: C } & PartsByClass[C] & Stated }[TypedClass];

/** A place a drive can go. */
export interface DriveBay {
  form: DriveForm;
  buses?: readonly DriveBus[];
  key?: 'B' | 'M';
  heightMm?: number;
  lengthsMm?: readonly number[];
}

/** What a machine takes. */
export interface Machine {
  chassis: 'desktop' | 'small' | 'aio' | 'laptop';
  memory?: {
    kind?: MemoryKind;
    form?: MemoryPart['form'];
    volts?: number;
    registered?: boolean;
    ecc?: boolean;
    slots?: number;
    /** Sizes of what is in, one a module. */
    fitted?: readonly number[];
    /** Slots that are known to be empty; left out: nobody has seen every one. */
    free?: number;
    /** Most a slot and the board take by their maker; most that was seen to work. */
    slotGb?: number;
    boardGb?: number;
    provenSlotGb?: number;
  };
  bays?: readonly DriveBay[];
  panel?: PanelPart;
  /** What its plate asks for. */
  charger?: ChargerPart;
  card?: { watts?: number; height?: 'full' | 'low'; lengthMm?: number };
  supply?: SupplyPart;
  /** What everything in it but the card draws. */
  drawsWatts?: number;
  processor?: {
    socket?: string;
    models?: readonly string[];
    watts?: number;
    /** Is its firmware new enough for what is on the list? */
    firmware?: 'new enough' | 'too old';
  };
  battery?: BatteryPart;
  fan?: FanPart;
  heatsink?: HeatsinkPart;
  optical?: OpticalPart;
  /** `accepts`: names its firmware lets in, where it has such a list; with commas. */
  wireless?: WirelessPart & { accepts?: string };
  keyboard?: KeyboardPart;
  screenCable?: ScreenCablePart;
  coinCell?: CoinCellPart;
  socket?: SocketPart;
  /** With commas: sockets a dock goes on, docks its maker lists; and the watts it wants of one. */
  dock?: { accepts?: string; plugs?: string; watts?: number };
  /** Sockets and bays an adapter goes on, with commas. */
  adapter?: { plugs?: string };
}
