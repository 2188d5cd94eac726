import type { DonorPlace } from './parts/donor';

/**
 * The shapes of the trade's knowledge. The data itself lives in `src/catalog`; the core only says what it
 * must look like. Probabilities are in [0, 1]; minutes are attended minutes; money is integer minor units of
 * the shop's currency.
 */
export const CHASSIS = ['desktop', 'small', 'aio', 'laptop'] as const;
export type Chassis = (typeof CHASSIS)[number];

/** Where a lot came from: it moves the priors (a recycler's rejects are not an office clear-out). */
export const LOT_SOURCES = [
  'clearout',
  'rejects',
  'auction',
  'broken',
  'tradein',
  'giveaway',
  'owner',
] as const;
export type LotSource = (typeof LOT_SOURCES)[number];

/** Id of the finding that is the look over the whole machine. */
export const WHOLE_LOOK = 'whole-look';

/** Groups of causes, as screens and learning sum them up. */
export const GROUPS = [
  'power',
  'boot',
  'memory',
  'display',
  'heat',
  'storage',
  'battery',
  'input',
  'board',
  'network',
  'sound',
  'optical',
  'clock',
] as const;
export type Group = (typeof GROUPS)[number];

/** Classes of removable parts, as harvested, fitted and priced. */
export const PART_CLASSES = [
  'memory',
  'drive',
  'panel',
  'screen cable',
  'battery',
  'board',
  'processor',
  'card',
  'supply',
  'fan',
  'heatsink',
  'charger',
  'keyboard',
  'coin cell',
  'cable',
  'optical',
  'wireless',
  'socket',
  'case',
  'adapter',
  'dock',
  'bracket',
  'screws',
  'feet',
  'trim',
  'consumable',
] as const;
export type PartClass = (typeof PART_CLASSES)[number];

/**
 * Parts that are used up when they are tried; any other part that did not help goes back where it came from.
 */
export const USED_UP: readonly PartClass[] = ['consumable', 'coin cell'];

export interface Cause {
  id: string;
  name: string;
  group: Group;
  /**
   * P(present) in a used machine of that chassis from an office clear-out; chassis left out cannot have it.
   */
  prior: Partial<Record<Chassis, number>>;
  /** Multiplies the prior odds for lots from that source. */
  sourceOdds?: Partial<Record<LotSource, number>>;
  /** Share of the sound price a buyer still pays when this fault is disclosed and left. */
  valueLeft: number;
  /** What it goes on to spoil when nothing is done, in words. */
  ifLeft: string;
  /** What must be there to see whether it has gone; none: it shows at once. */
  shownBy?: Fact;
  /** Part classes that cannot be harvested when this is the fault. */
  ruins?: PartClass[];
  /** Causes that cannot be there together with it: states of one thing. Said once, meant both ways. */
  rulesOut?: string[];
  /** What it goes on to do when the machine is worked with, and what that costs. */
  harm?: Harm;
  source: string;
}

/** What a step can do to a machine with something dangerous in it. */
export const HAZARDS = ['power', 'charge'] as const;
export type Hazard = (typeof HAZARDS)[number];

/** P(it spoils more | that is done with this cause there), and the share of the sound price that is lost. */
export interface Harm {
  when: Hazard;
  chance: number;
  share: number;
}

/** What an outcome lets one observe afterwards. */
export const FACTS = [
  'power',
  'started',
  'picture',
  'ownPicture',
  'drive',
  'system',
  'keysRiveted',
  'panelGlued',
] as const;
export type Fact = (typeof FACTS)[number];

/** Parts of the bench state: each costs minutes to set up and to put back. */
export const BENCH_ITEMS = ['plugged', 'caseOpen', 'batteryOut', 'boardOut'] as const;
export type BenchItem = (typeof BENCH_ITEMS)[number];
export type BenchState = Record<BenchItem, boolean>;
export type BenchNeed = Partial<BenchState>;

export interface Outcome {
  id: string;
  label: string;
  /** Facts this outcome makes true / false. */
  shows?: Fact[];
  denies?: Fact[];
  /** Causes seen directly: from then on they are part of every hypothesis and do not count against K. */
  settles?: string[];
  /** What it says the machine has. */
  tells?: Tells;
  /** The cause whose place on the machine the answer names. */
  locates?: string;
  /** The look that reads what was seen: until it is taken it is the next, whatever else could be done. */
  readBy?: string;
}

/** Something the shop's own hands did, whatever for. */
export interface Act {
  id: string;
  /** How it shows in a record. */
  by: {
    repairs?: readonly string[];
    parts?: readonly { class: PartClass; way: 'in' | 'out' }[];
    /** Items taken out on the mat. */
    mat?: readonly string[];
    /** `cloned across`: onto a drive on another bus than the one that came out. */
    data?: readonly ('cloned' | 'cloned across')[];
  };
  /** Outcome of each question it answers: nobody is asked. */
  answers?: Readonly<Record<string, string>>;
  /** Causes it may bring about: factor on their odds. */
  raises?: Readonly<Record<string, number>>;
  /** Outcomes by question that say nothing when they are seen once afterwards. */
  explains?: Readonly<Record<string, readonly string[]>>;
}

/** What is in the machine, by what an answer or a repair says. */
export interface Tells {
  drive?: 'there' | 'none';
  memory?: 'there' | 'none';
  battery?: 'there' | 'none';
  charger?: 'there' | 'none';
  /** Whether what the battery says of its own health agrees with how it was seen to hold. */
  gauge?: 'believed' | 'doubted';
}

/** A fault that was worked round: what a buyer is told, and the best grade it allows. */
export interface StandingFlaw {
  words: string;
  /** The same where the place is known, which stands for "{place}". */
  placed?: string;
  cap: 'A' | 'B' | 'C' | 'D';
}

/**
 * What can fill a finding in instead of an eye: a rail reading, a temperature run, a decoded blink, the
 * memory board, the machine's report.
 */
export const INSTRUMENTS = ['rails', 'heat', 'tapper', 'memory', 'report'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

/** What not every shop has: looks that want one are not proposed where it is not there. */
export const TOOLS = ['meter', 'tester', 'camera', 'dock'] as const;
export type Tool = (typeof TOOLS)[number];

/** An answer that is none. The first two say nothing of the machine; the third says the thing is not there. */
export const NO_ANSWERS = ['cannot-tell', 'no-tool', 'has-none'] as const;
export type NoAnswer = (typeof NO_ANSWERS)[number];

/**
 * How a repair ended. Only the first two say anything of the fault: work done because it was due, as a
 * precaution, or left because all looked well, is judged by nothing.
 */
export const ENDINGS = ['helped', 'no-change', 'done', 'precaution', 'looked-well'] as const;
export type Ending = (typeof ENDINGS)[number];

export type FindingStage = 'look' | 'power' | 'bench' | 'claim' | 'report';

export interface Finding {
  id: string;
  ask: string;
  /** One or two lines: how to see it. */
  how?: string;
  group: Group;
  stage: FindingStage;
  chassis?: Chassis[];
  /** Ordered: 0 is what a sound machine shows, the worst last (noisy-MAX). */
  outcomes: Outcome[];
  /** P(outcome | no listed cause present); sums to 1. */
  leak: number[];
  /** P(outcome | only this cause acts); each sums to 1. A cause left out does not touch the finding. */
  by: Record<string, number[]>;
  /**
   * With one of these present nothing it could change can show: only the leak does. None of them is in `by`.
   */
  blockedBy?: string[];
  /** Causes that are not there when it can be answered at all: the thing it asks about is in the machine. */
  presumes?: string[];
  minutes: number;
  needs?: Fact[];
  bench?: BenchNeed;
  cautions?: string[];
  /** A caution with this id must be acknowledged when the outcome index is at least `from`. */
  hazard?: { caution: string; from: number };
  /** A swap-test: needs a known-good part of this class in the bin. */
  swap?: PartClass;
  instrument?: Instrument;
  /** It charges the battery. */
  charges?: boolean;
  /** What the shop must have to take it. */
  tool?: Tool;
  /** What a seller says names a part: only a fault of this finding's group bears it out. */
  blames?: true;
  /** Of what is said: questions that settle whether it is so, and the outcomes that say yes. */
  settledBy?: Record<string, readonly string[]>;
  /** Answered by what is known: with these facts all there, the answer is the outcome of a sound machine. */
  follows?: Fact[];
  source: string;
}

/** One act that answers many questions at once: the machine's own report. */
export interface Bundle {
  id: string;
  name: string;
  how: string;
  /** Questions it answers. */
  findings: string[];
  minutes: number;
  bench?: BenchNeed;
  needs?: Fact[];
  source: string;
}

export interface Repair {
  id: string;
  name: string;
  how?: string;
  chassis?: Chassis[];
  /** P(the cause is gone afterwards | it was present). */
  cures: Record<string, number>;
  /** Causes that are not there when it can be done at all. */
  presumes?: string[];
  /** How the machine is built decides: only with these facts seen, and not with any of those. */
  needs?: Fact[];
  unless?: Fact[];
  minutes: number;
  /** What it leaves in the machine when it helped. */
  tells?: Tells;
  /** It works round the fault: what stays. */
  flaw?: StandingFlaw;
  /** Part taken, with the price used when the bin has none. */
  part?: { class: PartClass; costMinor: number };
  bench?: BenchNeed;
  cautions?: string[];
  charges?: boolean;
  /** What is on the drive is gone afterwards. */
  wipes?: boolean;
  /** Causes that hands on this work may leave behind: factor on their odds until they are seen good. */
  disturbs?: Record<string, number>;
  source: string;
}

/** What a part of a class does that is put in, in the words of the repairs that put such a part in. */
export interface Fitting {
  /** Ids of repairs, the first that applies to the machine counts. */
  like: string[];
  /** Causes it does away with, where the repair does more than the part. */
  only?: string[];
}

/** A sign of danger: what it shuts until it is cleared. What can hurt a person has no price. */
export interface Gate {
  id: string;
  /** "rattle: not powered until what rattles is out". */
  words: string;
  /** Outcomes of looks that raise it; another outcome of the same look lowers it. */
  seen: Record<string, string[]>;
  /** Repairs after which it stands, until it is cleared. */
  after?: string[];
  /** Believed so much, any of these is as good as seen, as long as a look is left that would clear it. */
  likely?: { causes: string[]; from: number };
  shuts: Hazard[];
  /** `out`: classes of parts that clear it by being taken out. */
  clearedBy: { looks: Record<string, string[]>; repairs: string[]; out?: string[] };
  source: string;
}

export interface Caution {
  id: string;
  title: string;
  text: string;
  /** Must be acknowledged, and the acknowledgement is recorded. */
  acknowledge?: boolean;
  /** Stops the unit: nothing but quarantine afterwards. */
  stops?: boolean;
  source: string;
}

/** Minutes to set up and to put back each bench item, by chassis. */
export type BenchMinutes = Record<Chassis, Record<BenchItem, { set: number; unset: number }>>;

/** The best grade a machine may have with what hands left on it. */
export interface HandCaps {
  missing: StandingFlaw['cap'];
  improvised: StandingFlaw['cap'];
  stain: StandingFlaw['cap'];
  /** A socket that does not work. */
  port: StandingFlaw['cap'];
  /** By how strongly it smells: faintly, plainly, strongly. */
  smell: readonly [StandingFlaw['cap'], StandingFlaw['cap'], StandingFlaw['cap']];
}

/** Where a technician draws the line where values alone do not tell. Shares are of the sound price unless said. */
export interface Judging {
  /** Steps whose values lie so close are as good as each other. */
  alikeShare: number;
  /** The same for a repair that is certain, or what the complaint itself asks for: it is not put off for a trifle. */
  alikeCertainShare: number;
  /** So far a part waits for what takes none. */
  waitsShare: number;
  /** P(a step settles something) below which it has little to do with what is wrong. */
  telling: number;
  /** P(helps) above which a repair is as good as certain; of dear parts it wants more. */
  certain: { cheap: number; dear: number };
  /** P(helps) above which a repair is worth trying for itself. */
  sure: number;
  /** P(helps) from which a cheap part is tried at once. */
  likely: number;
  /** P(helps) from which what takes no part is tried before a part. */
  triedFirst: number;
  /** A step of more minutes that wins less of the price over stopping is not the first. */
  fewMinutes: number;
  hardlyShare: number;
  /** P(helps) under which a repair is not among the first three. */
  unlikely: number;
  /** P(helps) under which a repair is not listed. */
  trifling: number;
  /** A part that costs so many minutes of hands is dear. */
  dearMinutes: number;
  /** A part that takes so many minutes of hands, all counted, is no cheap one either. */
  longMinutes: number;
  /** A machine that runs is not worth a dear part before all else unless so much of its price hangs on it. */
  hangsShare: number;
  /** What a step that opens the machine gains keeps of it: what can be seen unopened is seen first. */
  openingGain: { other: number; unlikely: number };
  /** Minor units on top of every step's cost, so that a glance does not beat everything by being free. */
  glanceMinor: number;
  /** Attended minutes of a look that may come before stopping at once, when it is worth as much. */
  beforeStoppingMinutes: number;
  /** What one pays as found for a machine that was seen to run. */
  runsShare: number;
  /** A fault that leaves less is not told and sold with: the machine goes as found, or is mended. */
  saleableShare: number;
  /** Attended minutes to find a fault nobody suspects yet, once it shows. */
  findMinutes: number;
}

export interface Catalogue {
  version: string;
  causes: Cause[];
  findings: Finding[];
  repairs: Repair[];
  bundles: Bundle[];
  cautions: Caution[];
  gates: {
    /** Looks taken before a machine is powered for the first time. */
    lookFirst: string[];
    dangers: Gate[];
  };
  benchMinutes: BenchMinutes;
  handCaps: HandCaps;
  /** What hands may leave behind that had a machine open so far: weight of a cause among them, by bench item. */
  disturbed: Partial<Record<BenchItem, Record<string, number>>>;
  /** P(one opening leaves something behind), all of it together. */
  handsLeave: number;
  judging: Judging;
  /** Factor on the odds of a lead’s cause when a machine was closed or powered over it. */
  leftOff: number;
  /** What the shop's own hands bring about, answer and explain. */
  acts: readonly Act[];
  /** What a part put in does, whatever it was put in for. */
  fitting: Partial<Record<PartClass, Fitting>>;
  /** Places inside a machine of each kind. */
  places: Readonly<Record<Chassis, readonly DonorPlace[]>>;
}
