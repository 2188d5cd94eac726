import type { BenchState, PartClass } from '../catalogue';
import type { CleanAct } from '../clean/state';
import type { MatAct } from '../hands/mat';
import type { PlaceMark } from '../parts/donor';
import type { Basis, SpecKey } from './keys';
import type { PortCount } from './places/ports';

/** A removable part as far as the record needs it. */
export interface RecordPart {
  id: string;
  code: string;
  class: PartClass | string;
  name: string;
  /** As printed on it; empty: nobody could read one; left out: not told. */
  serial?: string;
  attributes: Readonly<Record<string, string | number>>;
}

interface Entry<K extends string> {
  kind: K;
  /** Milliseconds; entries are given in the order they happened. */
  at: number;
}

/** One outcome of a finding, on the record. */
export interface AnswerEntry extends Entry<'answer'> {
  finding: string;
  /** Index into the finding's outcomes as they are now. */
  outcome: number;
  basis: Basis;
  /** Where on the machine: "slot 2". */
  place?: string;
}

/** A repair that was tried. `helped`: it was carried out and stands (helped, done, or as a precaution). */
export interface VerdictEntry extends Entry<'verdict'> {
  repair: string;
  helped: boolean;
}

/** A property of the machine, read by an instrument or a person or said by a seller. */
export interface ValueEntry extends Entry<'value'> {
  key: SpecKey;
  basis: Basis;
  text: string;
  number: number | null;
  origin: string;
  by: string;
}

/**
 * A part and this machine. `found`: it is in the machine and was put on record; `in`, `out`: hands did it.
 */
export interface PartEntry extends Entry<'part'> {
  way: 'found' | 'in' | 'out';
  part: RecordPart;
  by: string;
  /** The place it went into, by its id, where somebody said which. */
  spot?: string;
  /** It ended a repair, whose verdict tells the rest. */
  repair?: boolean;
}

/** What became of the data on a drive, wherever the drive was. */
export interface DataEntry extends Entry<'data'> {
  drive: string;
  /**
   * `never`: new, never held any. `installed`: a fresh system written by the shop. `cloned`: somebody's data
   * written on it. `image`: what was cloned was the shop's own and holds nobody's. `used`: it came back from somebody
   * who had it. `begun`, `failed`: an erasure was begun, or ended without having done it.
   */
  what:
    | 'erased'
    | 'returned'
    | 'destroyed'
    | 'never'
    | 'installed'
    | 'cloned'
    | 'image'
    | 'used'
    | 'begun'
    | 'failed';
  /** `never` of a drive with something against it: the owner of the shop vouched for it. */
  vouched?: boolean;
}

/**
 * How many drives are in the machine: counted by hands over every bay and socket, or as many as its own report lists.
 */
export interface CountEntry extends Entry<'count'> {
  /** null: it was in other hands meanwhile, and nobody has counted since. */
  drives: number | null;
  by: 'hands' | 'report';
  /** By hands: each drive nobody could read a serial of bears the code of its record. */
  labelled?: boolean;
}

/** A report showed a drive that stands on record elsewhere, or may be one recorded here: nobody has said which. */
export interface SightingEntry extends Entry<'sighting'> {
  /** The drive on record it may be, and where that is: "WQ-0012", "the bin". */
  code: string;
  where: string;
  /** It was seen here; false: it is on record here and was seen there. */
  here: boolean;
}

/** What a person says of the bench: mains, case, battery, board. */
export interface BenchEntry extends Entry<'bench'> {
  state: Partial<BenchState>;
}

/** How a place of the machine was seen: what could be taken from it. */
export interface PlaceEntry extends Entry<'place'> {
  place: string;
  class: string;
  state: PlaceMark;
  /** The part on record that was seen in it, by its id: its own report says which slot a module is in. */
  part?: string;
}

/** What the machine takes, as somebody read it off: facts by their keys, null takes one back. */
export interface TakesEntry extends Entry<'takes'> {
  facts: Readonly<Record<string, string | number | null>>;
}

/** What was undone and done up again. */
export interface MatEntry extends Entry<'mat'> {
  act: MatAct;
}

/** What is dirty and what was cleaned. */
export interface CleanEntry extends Entry<'clean'> {
  act: CleanAct;
}

/** Sockets on the outside, counted and tried: the newest of a kind counts. */
export interface PortsEntry extends Entry<'ports'> {
  ports: readonly PortCount[];
  by: string;
}

/** Anything that stands on the record of one machine. What was taken back is not among them. */
export type RecordEntry =
  | AnswerEntry
  | VerdictEntry
  | ValueEntry
  | PartEntry
  | DataEntry
  | BenchEntry
  | PlaceEntry
  | TakesEntry
  | PortsEntry
  | MatEntry
  | CleanEntry
  | CountEntry
  | SightingEntry;
