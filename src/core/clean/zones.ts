import type { BenchItem, Chassis } from '../catalogue';
import type { OpeningMinutes } from '../minutes/opening';

/** What is on a zone. `smell` is of the whole machine. */
export const SOILS = [
  'dust',
  'felt',
  'tar',
  'sugar',
  'food',
  'glue',
  'metal',
  'mould',
  'liquid',
  'smell',
] as const;
export type Soil = (typeof SOILS)[number];

/** How much of it: a trace, plenty, packed. */
export const DEGREES = [1, 2, 3] as const;
export type Degree = (typeof DEGREES)[number];

/** How far a machine is stripped to get at a zone: the first two leave it shut, the others have the case open. */
export const DEPTHS = ['outside', 'above', 'case', 'fan', 'keys', 'board'] as const;
export type Depth = (typeof DEPTHS)[number];

/** What a surface is of: it decides what may be used on it. */
export const MATERIALS = [
  'painted',
  'plastic',
  'glass',
  'keys',
  'contacts',
  'fins',
  'fan',
  'board',
  'bare metal',
  'supply',
  'gap',
  'metal',
  'coat',
  'soft',
  'lacquer',
  'rubber',
  'styrene',
  'cloth',
  'air',
] as const;
export type Material = (typeof MATERIALS)[number];

/** What an outer surface may be instead of what its kind usually is: what agrees with each is a question of its coat. */
export const SURFACE_KINDS = [
  'painted',
  'lacquer',
  'plastic',
  'metal',
  'glass',
  'coat',
  'soft',
  'rubber',
  'styrene',
  'cloth',
] as const;
export type SurfaceKind = (typeof SURFACE_KINDS)[number];

/** A part of a machine that is dirty or clean by itself. */
export interface Zone {
  id: string;
  name: string;
  material: Material;
  depth: Depth;
  /** A buyer sees it. */
  shows: boolean;
  /** Minutes it usually takes in a machine nobody has looked at: part of what finishing takes. */
  usualMinutes: number;
  /**
   * Dirt up to here comes off at a lesser depth: dusty keys from above. By soil the most there may be; a soil that is
   * not named wants the zone opened up.
   */
  shallow?: { depth: Depth; upTo: Partial<Record<Soil, Degree>> };
  /** Not every such machine has it: shown where one of these places holds something, or somebody says so. */
  extra?: readonly string[];
  /** Where it lies on the drawing, 320 wide; what not every machine has lies below 200. */
  box: { x: number; y: number; width: number; height: number };
  /** Repairs a cleaned zone has done. */
  renews?: readonly string[];
  /** The question that how dirty it is answers: by soil, the outcome at degree 0 to 3. */
  tells?: { finding: string; soils: readonly Soil[]; outcomes: readonly [string, string, string, string] };
}

/**
 * The order cleaning goes in: what air would spread is taken up before any air, wet after dry, dry again at the end, and a
 * smell aired when what it came from has gone. Common practice.
 */
export const PHASES = ['out first', 'take up', 'dry', 'wet', 'dry again', 'air out'] as const;
export type Phase = (typeof PHASES)[number];

/** How the house cleans, where practitioners disagree. */
export interface Schools {
  air: 'blower' | 'compressor' | 'vacuum';
  /** One strong bottle for everything, or the strength the soil wants. */
  alcohol: 'one' | 'by soil';
  /** Bare parts are washed, or only wiped. */
  bare: 'wash' | 'wipe';
  /** A board that is thick with it goes into a bath, or is brushed with alcohol only. */
  boards: 'brush' | 'bath';
  /** What was wet dries on a rack, or in moving air. */
  drying: 'still' | 'moving';
  /** A machine is powered first, whatever its dirt, or dirt that can do harm comes off first. */
  first: 'power' | 'by soil';
}

/** One way with some soils on some materials. */
export interface CleanRule {
  id: string;
  phase: Phase;
  does: string;
  soils: readonly Soil[];
  materials: readonly Material[];
  /** From this degree on; left out: from a trace. Up to this one; left out: whatever there is. */
  from?: Degree;
  upTo?: Degree;
  /** Only where the zone is cleaned at its lesser depth, or only where it is opened up; left out: either way. */
  reach?: 'shallow' | 'deep';
  /** It wants the machine opened further than its zone does. */
  depth?: Depth;
  /** It moves air over the machine: nothing that air would spread may lie anywhere in it. */
  blows?: true;
  agent: string;
  tool: string;
  /** Attended minutes a zone at degree 1, 2, 3. */
  minutes: readonly [number, number, number];
  /** What it then does by itself: drying, curing, airing. */
  alone?: { minutes: number; station: string; moving?: number };
  /** From a degree on a new part is often cheaper than this: the repair that fits one. */
  renew?: { repair: string; from: Degree };
  /** Only in a house that does it so. */
  schools?: Partial<Schools>;
  cautions?: readonly string[];
  beware?: string;
  /** What must be out of the machine before: in words. */
  out?: readonly string[];
  /** What is used up a zone: minor units. */
  costMinor?: number;
  source: string;
}

/** What must be out first: its words and minutes. */
export interface OutFirst {
  id: string;
  does: string;
  minutes: Record<Chassis, number>;
  /** How the machine lies when it is out already. */
  bench?: BenchItem;
}

/** Everything a plan is made of. */
export interface CleanTables {
  zones: Record<Chassis, readonly Zone[]>;
  rules: readonly CleanRule[];
  outFirst: readonly OutFirst[];
  /** Minutes to open it and to strip it further, by chassis. */
  opening: Record<Chassis, OpeningMinutes>;
  /** Share of the price it costs to leave a zone as it is, at degree 1 to 3. */
  left: { shows: Shares; hidden: Shares; smell: Shares };
  /** Share of the price that what stays for good on a zone that shows costs; and the most all of it can cost. */
  staysShare: number;
  /** Dirt that ruins a machine when it is powered: from which degree on, anywhere or only inside. */
  ruins: readonly { soil: Soil; from: Degree; inside: boolean; words: string }[];
  /** What air spreads: it is off everywhere before any step that blows. */
  spreads: readonly Soil[];
  /** A smell comes from these and comes back while they are there: from which degree on. */
  smells: readonly { soil: Soil; from: Degree }[];
  mostShare: number;
}
type Shares = readonly [number, number, number];
