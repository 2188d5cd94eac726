/**
 * What parts of each class are, and what a machine takes, as far as it is known: nothing left out is a "no",
 * everything left out is "not known". Lengths in millimetres, power in watts, sizes in gigabytes.
 */

export const MEMORY_KINDS = ['SDR', 'DDR', 'DDR2', 'DDR3', 'DDR4', 'DDR5'] as const;
export type MemoryKind = (typeof MEMORY_KINDS)[number];

export interface MemoryPart {
  kind?: MemoryKind;
  form?: 'DIMM' | 'SO-DIMM';
  volts?: number;
  gb?: number;
  /** With a register: a server's. */
  registered?: boolean;
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
}

export interface ProcessorPart {
  socket?: string;
  model?: string;
  watts?: number;
}

export interface BatteryPart {
  volts?: number;
  /** The pack's own number. */
  pack?: string;
}

/** A part by its class; classes without rules of their own are asked about by hand. */
export type TypedPart =
  | ({ class: 'memory' } & MemoryPart)
  | ({ class: 'drive' } & DrivePart)
  | ({ class: 'panel' } & PanelPart)
  | ({ class: 'charger' } & ChargerPart)
  | ({ class: 'card' } & CardPart)
  | ({ class: 'supply' } & SupplyPart)
  | ({ class: 'processor' } & ProcessorPart)
  | ({ class: 'battery' } & BatteryPart);

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
  processor?: { socket?: string; models?: readonly string[]; watts?: number };
  battery?: BatteryPart;
}
