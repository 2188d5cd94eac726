import type { PromiseTold } from './promise';
import type { BenchState, Instrument } from '@/core/catalogue';

/** What the unit's screens are given: plain words and numbers, worked out on the server. */
export interface CautionView {
  id: string;
  title: string;
  text: string;
  acknowledge: boolean;
}

export interface OutcomeChoice {
  label: string;
  /** What it would leave, in words; empty when not worked out. */
  leaves: string;
  hazard: CautionView | null;
}

export interface StepView {
  kind: 'look' | 'bundle' | 'repair' | 'verify' | 'read' | 'stop' | 'change';
  id: string;
  title: string;
  how: string;
  reason: string;
  minutes: number;
  valueMinor: number;
  /** Worth more or less than the first step, minor units; 0: as good, within a minute of hands. */
  againstFirst: number;
  /** What to do to the bench first, in words. */
  setUp: string;
  note: string;
  outcomes: OutcomeChoice[];
  cautions: CautionView[];
  /** Class of the part a repair takes, which is asked for when it ends. */
  takes: string | null;
  /** Class of the known-good part it needs from the bin. */
  swap: string | null;
  /** What can fill it in. */
  instrument: Instrument | null;
}

/** A part lying at the unit for a swap-test. */
export interface LentView {
  id: string;
  code: string;
  name: string;
  class: string;
}

export interface BeliefView {
  cause: string;
  /** What it goes on to spoil when nothing is done. */
  ifLeft?: string;
  probability: number;
  before: number;
  /** No likelier than in any such machine: nothing on the record points at it. */
  usual?: boolean;
}

/** Steps that may not be taken, and why, in words. */
export interface ShutView {
  why: string;
  count: number;
}

export interface AnswerView {
  /** Of the answer; below 0: what moves belief and is nobody's answer, and cannot be taken back here. */
  id: number;
  what: string;
  answer: string;
  by: string;
  at: string;
  basis: string;
  voided: boolean;
  /** The question, where it can be looked at again. */
  finding: string | null;
  /** Words or a figure somebody wrote to it, and photographs. */
  note: string | null;
  photos: string[];
  /** "memory contact +6.1, wrong port −9.4" in decibans. */
  moved: { cause: string; decibans: number }[];
}

export interface WorthView {
  valueMinor: number;
  beforeMinor: number | null;
  lowMinor: number;
  highMinor: number;
  routes: { name: string; minor: number; best: boolean }[];
  /** Null: hands cost nothing here, going on is worth any minutes. */
  breakEvenMinutes: number | null;
}

/** What is believed of a unit, and what it is worth. */
export interface BelievedView {
  beliefs: BeliefView[];
  sound: BeliefView;
  misfit: boolean;
  /** Share of belief that was followed. */
  covered: number;
  worth: WorthView;
}

/** What an answer leads to: the question that follows, drawn together with what is believed then. */
export interface NextView {
  step: StepView;
  believed: BelievedView;
}

export interface RunningWorkView {
  id: string;
  ref: string;
  title: string;
  kind: string;
  status: string;
  startedAt: string;
  attendedMinutes: number;
  /** Class of the part it takes, which is asked for when it ends. */
  takes: string | null;
  /** Minutes it was reckoned at when it was begun; null: not kept. */
  planned: number | null;
}

/** A step of a machine's path as its ticket shows it. */
export interface PathView {
  id: string;
  name: string;
  /** Side of the unit it is done on. */
  side: string;
  state: 'done' | 'open' | 'struck';
  /** How far it is, in a few signs; why it is not needed. */
  note: string;
  next: boolean;
}

/** Something done to the machine that can be taken back. */
export interface BackView {
  /** Number of its entry in the history. */
  seq: number;
  /** What was done. */
  words: string;
  /** What else goes back with it; empty: nothing. */
  goes: string;
  command: string;
  input: Record<string, unknown>;
}

export interface UnitHead {
  id: string;
  tag: string;
  version: number;
  stage: string;
  stageName: string;
  /** From the dock to the shelf: what stands, what is left, what is next. */
  path: PathView[];
  /** It belongs to somebody else. */
  theirs: boolean;
  /** Days it has been here; null: it has left. */
  days: number | null;
  /** By when it was promised; null: it was not, or has left. */
  promised: PromiseTold | null;
  /** Its newest photograph. */
  photo: string | null;
  /** What this person did last and can take back by one key; null: nothing, or somebody has done something since. */
  undo: BackView | null;
  /** What somebody else did here last, within the hour, when nothing has been done since. */
  lately: { who: string; words: string } | null;
  /** Net still to win, minor units; null: it has left, or nothing is reckoned. */
  worthMinor: number | null;
  name: string;
  sub: string;
  claim: string;
  bench: BenchState;
  /** What was paid; null: not shown to this role. */
  costMinor: number | null;
  spec: { name: string; value: string; basis: string; title: string }[];
  mayWrite: boolean;
  held: boolean;
  /** Why it may not be powered, in words; empty: nothing on record speaks against it. */
  notPowered: string[];
  /** The system and the data on it stay. */
  keeps: boolean;
}

/** A decision as whoever marks it sees it: the machine as it was known then, and steps in an order that says nothing. */
export interface DecisionToMark {
  seq: number;
  machine: string;
  claim: string;
  /** What was seen and done before, in words, oldest first. */
  before: { what: string; answer: string }[];
  steps: { step: string; title: string }[];
  /** Decisions left for this person, this one among them. */
  left: number;
}
