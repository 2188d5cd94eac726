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

/** How far a machine is stripped to get at a zone; each but the first has the case open. */
export const DEPTHS = ['outside', 'case', 'fan', 'keys', 'board'] as const;
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
  'coat',
  'rubber',
  'styrene',
  'air',
] as const;
export type Material = (typeof MATERIALS)[number];

/** What an outer surface may be instead of what its kind usually is: what agrees with each is a question of its coat. */
export const SURFACE_KINDS = ['painted', 'plastic', 'glass', 'coat', 'rubber', 'styrene'] as const;
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
  /** Where it lies on the drawing, 320 by 200. */
  box: { x: number; y: number; width: number; height: number };
  /** Repairs a cleaned zone has done. */
  renews?: readonly string[];
  /** The question that how dirty it is answers: by soil, the outcome at degree 0 to 3. */
  tells?: { finding: string; soils: readonly Soil[]; outcomes: readonly [string, string, string, string] };
}

/** The order cleaning goes in: metal dust first, wet after dry, dry at the end. Common practice. */
export const PHASES = ['out first', 'dry', 'wet', 'dry again'] as const;
export type Phase = (typeof PHASES)[number];

/** How the house cleans, where practitioners disagree. */
export interface Schools {
  air: 'blower' | 'compressor' | 'vacuum';
  /** One strong bottle for everything, or the strength the soil wants. */
  alcohol: 'one' | 'by soil';
  /** Bare parts are washed, or only wiped. */
  bare: 'wash' | 'wipe';
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
  /** From this degree on; left out: from a trace. */
  from?: Degree;
  agent: string;
  tool: string;
  /** Attended minutes a zone at degree 1, 2, 3. */
  minutes: readonly [number, number, number];
  /** What it then does by itself: drying, curing, airing. */
  alone?: { minutes: number; station: string };
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
  mostShare: number;
}
type Shares = readonly [number, number, number];
