import type { Choice } from '../study/choice';
import type { BenchState } from '../catalogue';
import type { MaterialUsed } from '../hands/materials';
import type { OwnerAct } from '../owner/agreement';
import type { HouseChange } from '../house/changes';
import type { PortCount } from './places/ports';

interface PartNamed {
  component: string;
  code: string;
  name: string;
}
interface PartIn {
  component: string;
  code: string;
  class: string;
  name: string;
  serial?: string;
  costMinor?: number;
  attributes?: Record<string, string | number>;
}
/** A part that went into a unit or came out of it, with what is needed to take that back. */
export interface PartExchanged extends PartNamed {
  class: string;
  from: string;
  to: string;
  /** What it was charged or credited at, minor units. */
  valueMinor: number;
  /** The place it went into, by its id. */
  spot?: string;
  /** Number of the movement, and what the part stood at before. */
  n: number;
  costBefore: number;
  /** What it said of itself before, where its state was told with it. */
  attributesBefore?: Record<string, string | number>;
  knownGoodBefore?: boolean;
}
/** What a part was called and said of itself before something told more of it. */
export interface PartBefore {
  component: string;
  name: string;
  serial: string;
  attributes: Record<string, string | number>;
}
interface WantNamed {
  want: string;
  class: string;
  name: string;
}
interface WorkNamed {
  work: string;
  title: string;
}
/** What somebody's hands left for it. */
interface LaidAside {
  work: string;
  unit: string;
  tag: string;
  title: string;
}
interface Answered {
  observation: number;
  finding: string;
  /** Outcome by its id, and by its number at the time. */
  outcome: string;
  index: number;
  replaced: number | null;
  acknowledged: string | null;
  /** It was powered over an open mat: the act that keeps it. */
  passed?: string;
  /** It was one of the steps that were proposed then. */
  choice?: Choice;
  /** Codes of lent parts that went back with the answer. */
  back?: string[];
  /** What the same hands left for it. */
  paused?: LaidAside[];
  before: { stage: string };
  after: { stage: string };
}
/** What is sealed of a drive's data: all that a certificate says of it. */
export interface DriveSeen {
  erasure: string;
  /** What kind of record it is; older entries say it by their own kind. */
  kind?: string;
  component: string;
  code: string;
  name?: string;
  serial: string;
  method: string;
  verified: string;
  /** The machine it was in, as it was called then. */
  machineOf?: string | null;
  level?: string;
  medium?: string | null;
  clause?: string;
  byWord?: boolean;
  vouched?: string;
  handedTo?: string;
  quick?: string;
  system?: string;
  /** What the unit's own script counted. */
  machine?: unknown;
}
interface EraseNamed {
  run: string;
  component: string;
  code: string;
}
/** Where an act moved the unit, when it did. */
export interface Moved {
  before?: { stage: string };
  after?: { stage: string };
}
/** The act it was written with, by which it is taken back; older entries have none. */
export interface ByAct {
  act?: string;
}
interface Person {
  person: string;
  name: string;
}

/**
 * What every kind of event of the sealed history holds. A kind is never given another meaning: what is told
 * anew gets new fields, and earlier rows go on being read. The wording is in `words/events`.
 */
export interface EventPayloads {
  finding: Answered;
  quarantined: Answered;
  repair: {
    observation: number;
    repair: string;
    helped: boolean;
    ended?: string;
    work?: string[];
    parts?: PartExchanged[];
  };
  'no answer': {
    observation: number;
    finding: string;
    why: string;
    replaced: number | null;
    paused?: LaidAside[];
  };
  'answer noted': { observation: number; ref: string; before: string | null; note: string | null };
  keeps: { before: boolean | null; keeps: boolean; how?: string };
  margins: { before: string; marginsFor: string };
  tools: { before: string[]; lacks: string[] };
  voided: { observation: number; ref: string; outcome: number; refs?: string[] };
  bench: BenchState;
  /** `dropped`: how it was to end, when that was decided and is open again by it. */
  stage: { from: string; to: string; dropped?: string };
  /** `before`: what the machine was called until then. */
  typed: { key: string; value: string; before?: string };
  'typed back': { key: string };
  'report asked for': { expiresAt: Date };
  'report taken in': {
    files: unknown;
    spec: unknown;
    findings: unknown;
    places?: unknown;
    notRead: unknown;
    /** What the machine was called until then. */
    before?: { maker: string; model: string };
    /** Parts it put on record; parts that were on it, as they were before; questions it asked. */
    made?: string[];
    told?: PartBefore[];
    asked?: string[];
  } & ByAct;
  'report back': { files: number; values: number; answers: number; parts: string[] };
  'work started': WorkNamed & { ref: string; paused: LaidAside[]; choice?: Choice } & Moved;
  'work paused': WorkNamed;
  'work dropped': WorkNamed;
  'work resumed': WorkNamed & { paused: LaidAside[] };
  'left running': WorkNamed & { minutes: number; station: string };
  'handed over': WorkNamed & { to: string; toName: string };
  'work logged': WorkNamed & {
    ref: string;
    minutes: number;
    ended?: string;
    /** It was tried and came to nothing. */
    failed?: true;
    observation: number | null;
    note: string;
    parts?: PartExchanged[];
    materials?: MaterialUsed[];
    before?: { stage: string };
    after?: { stage: string };
  };
  /** An ending was told by mistake: it is open again. */
  'work back': WorkNamed;
  'clock set back': WorkNamed & { minutes: number; ran: number };
  damage: { step: string; kind: string; costMinor: number; note: string } & ByAct;
  'ports counted': { ports: PortCount[]; tests: Record<string, string> } & ByAct;
  'ports back': { ports: string[] };
  'damage back': { step: string; kind: string };
  'work finished': WorkNamed & {
    materials?: MaterialUsed[];
    helped: boolean | null;
    ended?: string;
    failed?: true;
    observation: number | null;
    note: string;
    parts?: PartExchanged[];
    /** What the run did to a drive, as its own entry would say it. */
    erased?: DriveSeen;
  } & Moved;
  'memory start': { start: number; placed: string[]; cleaned: number[]; gb: number | null };
  'memory start back': { start: number };
  'memory board': {
    starts: number;
    told: { finding: string; outcome: string; place?: string }[];
    back?: string[];
    /** One of its answers, by which all are taken back. */
    observation?: number;
  };
  'memory board dropped': { starts: number; back?: string[] };
  'part received': PartIn;
  'part recorded': PartIn;
  'part entry back': PartNamed & { from: string };
  'part fitted': PartNamed & { costMinor: number; parts?: PartExchanged[] };
  'part taken': PartNamed & { to: string; parts?: PartExchanged[] };
  'parts moved': {
    parts: PartExchanged[];
    note: string;
    /** Rows of the donor sheet written with it. */
    values?: number[];
  };
  'parts moved back': { parts: PartExchanged[] };
  'part sold': PartNamed & {
    priceMinor: number;
    feesMinor: number;
    outwardMinor: number;
    soldOn: string;
    channel: string;
  };
  'part returned': PartNamed & { priceMinor: number; refundMinor: number; why: string; wasAway?: boolean };
  'drives counted': { drives: number; labelled: boolean } & ByAct;
  'part seen': PartNamed & { serial: string; answer: 'same' | 'another'; made?: string };
  'part described': PartNamed & {
    attributes: Record<string, string | number | null>;
    benchOnly?: boolean;
    worthMinor?: number;
  } & Ungraded;
  'loose parts': { parts: PartNamed[] };
  'mat opened': { items: number; seen: number } & ByAct;
  'mat item': { item: string; name: string; count: number } & ByAct;
  mat: { moves: { item: string; name: string; move: string; count: number }[]; answers?: number[] } & ByAct;
  'mat passed': { act: 'close' | 'power'; notBack: string[]; passed?: string };
  'mat back': { op: string; item?: string; move?: string; count?: number };
  soil: { zone: string; soil: string | null; degree: number } & ByAct;
  'clean step': { does: string; zones: string[]; cleaned: string[] } & ByAct;
  surface: { zone: string; of: string | null } & ByAct;
  stain: { zone: string; stays: boolean; words?: string } & ByAct;
  noted: { text: string; open: boolean } & ByAct;
  'point settled': { text: string; how: string } & ByAct;
  'note back': { op: string };
  'bin counted': {
    class: string;
    expected: number;
    found: number;
    missing: string[];
    back: string[];
    elsewhere: string[];
    unknown: string[];
  };
  'part found': PartNamed;
  'part written off': PartNamed & { why: string };
  'build back': { tag: string; parts: string[] };
  'cleaned elsewhere': { zone: string; by: string } & ByAct;
  'clean back': { op: string };
  'model note': {
    note: number;
    maker: string;
    model: string;
    board: string;
    kind: string;
    text: string;
    finding: string;
  };
  'model note gone': { note: number; maker: string; model: string; kind: string; text: string };
  'heat run': { name: string; settles: number | null; verdict: { id: string; chance: number }[] } & ByAct;
  'heat run back': { name: string };
  reading: {
    kind: string;
    name: string;
    figures: { id: string; value: number; unit: string }[];
    says?: string;
  } & ByAct;
  'reading back': { kind: string; name: string };
  'run begun': { kind: string; run: string };
  'run dropped': { kind: string; run: string };
  room: { celsius: number };
  'on papers': { kind: string; on: boolean };
  schools: { before: Record<string, string>; schools: Record<string, string> };
  place: { places: { place: string; class: string; state: string }[] } & ByAct;
  takes: { facts: Record<string, string | number | null>; model: string | null } & ByAct;
  'entry back': { what: string };
  wanted: WantNamed;
  quoted: WantNamed & { priceMinor: number; days: number | null; condition: string; source: string };
  ordered: WantNamed & { priceMinor: number; dueOn: string | null; from?: string; to?: string };
  'part arrived': WantNamed & { component: string; code: string; from?: string; to?: string };
  'looked at': WantNamed & { good: boolean; note: string };
  'not wanted': WantNamed;
  'system recorded': {
    system: string;
    licence: string;
    activated: string;
    devices: string;
    image?: string;
    setUp?: string;
  };
  built: { tag: string; from: string[]; parts: PartExchanged[] };
  'bought one': { tag: string; paidMinor: number; postageMinor: number; source: string; words: string };
  'part lent': PartNamed & { finding: string };
  'part back': PartNamed;
  'part judged': { component: string; code: string; knownGood: boolean };
  'drive erased': DriveSeen;
  'drive returned': DriveSeen;
  'drive destroyed': DriveSeen;
  'drive never': DriveSeen;
  'drive failed': DriveSeen;
  'drive image': DriveSeen;
  'erasure asked': EraseNamed & { method: string };
  'erasure confirmed': EraseNamed & { serial: string; method: string };
  'erasure dropped': EraseNamed & { begun: boolean; erased?: DriveSeen };
  'erasure back': { erasure: string; code: string; what: string; number: number | null; why: string };
  test: { test: string; result: string } & Moved;
  'test back': { test: string };
  'self-test opened': { expiresAt: string };
  'self-test': {
    test: string;
    result: string;
    words: string;
    byHand?: boolean;
    answers?: Record<string, string>;
  } & ByAct;
  'self-test back': { test: string };
  'defect marked': { defect: string; surface: string; kind: string; size: number; x: number; y: number };
  'defect removed': { defect: string; surface: string; kind: string; why: string };
  graded: { grade: string | null; points: number; rubric: string; [more: string]: unknown };
  'grade back': { grade: string };
  /** `from`: the stage it was listed from, when nothing but that changed. */
  listed: { askMinor: number; grade: string; as?: string; from?: string };
  'sale corrected': { before: Record<string, unknown>; after: Record<string, unknown>; why: string };
  'sale cancelled': { priceMinor: number; soldOn: string; why: string };
  'came back': { priceMinor: number; refundMinor: number; soldOn: string; complaints: string[]; why: string };
  decided: { route: string | null; before: string | null; from?: string; to?: string };
  gone: {
    as: string;
    from: string;
    note: string;
    drives: string[];
    receivedMinor?: number;
    grams?: number | null;
    /** Parts of its owner's that lay here and went along. */
    theirs?: string[];
  };
  'with its owner': OwnerAct & { totalMinor: number } & ByAct;
  'owner back': { op: string };
  'owner leaves it': PartNamed;
  'owner wants it': PartNamed;
  sold: { priceMinor: number; feesMinor: number; soldOn: string; channel: string; outwardMinor?: number };
  photo: {
    photo: string;
    width: number;
    height: number;
    bytes: number;
    note: string;
    role?: string;
    about?: string;
  };
  'photo told': { photo: string; role?: string; onPapers?: boolean; note?: string };
  'photo removed': { photo: string };
  'unit added': { tag: string; maker: string; model: string; [more: string]: unknown };
  'lot received': { code: string; name: string; [more: string]: unknown };
  'lot corrected': { before: Record<string, unknown>; after: Record<string, unknown>; why: string };
  'manifest imported':
    | { added: string[]; already: number; bad: unknown[] }
    | { count: number; first: string; last: string; already: number; bad: number };
  'import started': { job: string; rows: number; bad: number; whole: boolean };
  'study begun': { since: string; numbers: string; plan: string; lots: string };
  'study ended': { since: string; until: string; seed: string };
  'steps marked': { decision: number; count: number };
  rules: { before: Record<string, unknown>; [more: string]: unknown };
  'own numbers': { before: unknown; overrides: unknown };
  'house tables': { version: number; before: number; count: number; changes: HouseChange[] };
  promised: { before: string | null; until: string | null };
  pinned: { before: string | null; pinned: string | null };
  'work placed': { operation: string; person: string | null; at: string | null };
  'calendar given': { shows: string };
  'calendar ended': { shows: string };
  'busy times': { times: number };
  combining: { job: string; units: number };
  'exchange taken in': { exchange: string; name: string; cases: number; causes: number; notes: number; sales: number }; // prettier-ignore
  'exchange taken back': { exchange: string; name: string };
  'archive begun': { job: string; file: string };
  'archive coming': { job: string; file: string };
  'archive taken in': { rows: number; pictures: number; madeAt: string; history: number };
  'archive dropped': { file: string };
  week: { days: string[]; away: number; places: Record<string, number> };
  'sales taken in': { import: string; name: string; kind: string; rows: number; bad: number };
  'sales taken back': { import: string; name: string; rows: number };
  'prices learnt': { version: number; sales: number; error: number; table: number };
  'prices kept': { version: number | null };
  'prices refused': { version: number };
  learned: { cases: number; strength: number; causes: number; tables: number };
  'learning dropped': Record<string, never>;
  codes: { tables: unknown[] };
  'codes dropped': { maker: string };
  revaluation: { job: string; units: number };
  'job cancelled': { job: string; done: number; total: number };
  'person added': Person & { role: string };
  'person closed': Person;
  'password set': Person;
  'signed out': Person & { sessions: number };
  'person renamed': { person: string; from: string; to: string };
  role: Person & { from: string; to: string };
}

export type EventKind = keyof EventPayloads;

/** On any act of a unit: its grade no longer stands. */
export interface Ungraded {
  ungraded?: true;
}
