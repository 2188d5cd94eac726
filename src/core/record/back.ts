import type { ByAct, EventKind, EventPayloads } from './events';

/** An entry of the sealed history of a unit, as far as taking it back goes. */
export interface SealedEntry {
  seq: number;
  kind: string;
  payload: unknown;
  /** Whose it is. */
  actor: string;
  at: Date;
  /** The entry it takes back. */
  voids: number | null;
}

/** The command that takes an entry back, and what it is given besides the unit. */
export interface WayBack {
  command: string;
  input: Record<string, unknown>;
}

/** How long whoever did something may take it back without the owner, ms. */
export const OWN_HOUR_MS = 3_600_000;

/** Stages a machine may be moved back to by hand. */
const STAGES_BACK = ['dock', 'look', 'find', 'decide', 'waiting', 'hands', 'system', 'prove'];

/** Why, where a reason is asked for. */
const BY_WHOM = 'taken back by whoever wrote it down';

const way = (command: string, input: Record<string, unknown> = {}): WayBack => ({ command, input });
const answer = ({ observation }: { observation: number }) => way('voidObservation', { observation });
const byAct =
  (what: string) =>
  ({ act }: ByAct) =>
    act ? way('takeBackAct', { what, act }) : null;
const parts = ({ parts: moved }: { parts?: readonly unknown[] }, seq: number) =>
  moved?.length ? way('takeBackParts', { seq }) : null;
const work = (command: string) => (payload: { work: string }) => way(command, { workId: payload.work });
// what the machine's own script counted is no slip of a hand
const drive = ({ erasure, machine }: EventPayloads['drive erased']) =>
  machine ? null : way('takeBackErasure', { erasureId: erasure, why: BY_WHOM });
const backTo = (stage: string | undefined) =>
  stage !== undefined && STAGES_BACK.includes(stage) ? way('setStage', { stage }) : null;

/** What takes an entry of each kind back; null: nothing does. A kind that is not here is corrected where it was done. */
const WAYS: { [K in EventKind]?: (payload: EventPayloads[K], seq: number) => WayBack | null } = {
  finding: answer,
  quarantined: answer,
  repair: answer,
  'no answer': answer,
  'memory board': ({ observation }) =>
    observation === undefined ? null : way('voidObservation', { observation }),
  'answer noted': ({ observation, before }) => way('noteAnswer', { observation, note: before ?? '' }),
  promised: ({ before }) => way('promiseUnit', { until: before }),
  keeps: ({ before, how }) => (before === null || how ? null : way('setKeeps', { keeps: before })),
  // a decision that was dropped by it would not come back
  stage: ({ from, to, dropped }) => (to === 'quarantine' || dropped ? null : backTo(from)),
  typed: ({ key }) => way('takeBackTyped', { key }),
  'work started': work('dropWork'),
  'work paused': work('resumeWork'),
  'work resumed': work('pauseWork'),
  'left running': work('resumeWork'),
  'work logged': work('takeBackWork'),
  // what it did to a drive has papers of its own
  'work finished': ({ work: id, erased }) => (erased ? null : way('takeBackWork', { workId: id })),
  place: byAct('place'),
  takes: byAct('takes'),
  'drives counted': byAct('drives'),
  'drive erased': drive,
  'drive never': drive,
  'drive failed': drive,
  'drive image': drive,
  damage: byAct('damage'),
  'ports counted': byAct('ports'),
  'memory start': ({ start }) => way('takeBackMemoryStart', { seen: start }),
  'part recorded': ({ component }) => way('takeBackPart', { componentId: component }),
  'report taken in': ({ act }) => (act ? way('takeBackReport', { act }) : null),
  'part fitted': parts,
  'part taken': parts,
  'parts moved': parts,
  'mat opened': byAct('mat'),
  'mat item': byAct('mat'),
  mat: byAct('mat'),
  'mat passed': ({ passed }) => byAct('mat')({ act: passed }),
  soil: byAct('clean'),
  'clean step': byAct('clean'),
  surface: byAct('clean'),
  stain: byAct('clean'),
  'cleaned elsewhere': byAct('clean'),
  noted: byAct('note'),
  'point settled': byAct('note'),
  built: () => way('takeBackBuild'),
  'heat run': byAct('heat'),
  reading: ({ kind, act }) => byAct(kind)({ act }),
  'on papers': ({ kind, on }) => way('readingOnPapers', { kind, on: !on }),
  wanted: ({ want }) => way('dropWant', { wantId: want }),
  test: ({ test }) => way('takeBackTest', { test }),
  'self-test': ({ test }) => way('takeBackSelfTest', { test }),
  'defect marked': ({ defect }) => way('removeDefect', { defectId: defect, why: 'mistaken' }),
  graded: () => way('takeBackGrade'),
  listed: ({ from }) => backTo(from),
  decided: ({ route, before }) => (route === null ? null : way('decide', { route: before })),
  sold: () => way('cancelSale', { why: BY_WHOM }),
  photo: ({ photo }) => way('removePhoto', { photoId: photo }),
  'with its owner': byAct('owner'),
};

/** Entries about one thing, of which only the newest can be taken back: the others were followed by it. */
function subjectOf(kind: string, payload: Record<string, unknown>): string | null {
  if (payload.work !== undefined && typeof payload.work === 'string') return `work ${payload.work}`;
  if (payload.want !== undefined) return `want ${String(payload.want)}`;
  if (payload.defect !== undefined) return `mark ${String(payload.defect)}`;
  if (payload.photo !== undefined) return `photograph ${String(payload.photo)}`;
  switch (kind) {
    case 'stage':
    case 'decided':
    case 'listed':
    case 'sold':
    case 'sale cancelled':
    case 'came back':
    case 'gone':
      return 'where it stands';
    case 'graded':
    case 'grade back':
      return 'grade';
    case 'test':
    case 'self-test':
      return `test ${String(payload.test)}`;
    case 'typed':
      return `typed ${String(payload.key)}`;
    case 'on papers':
      return `papers ${String(payload.kind)}`;
    case 'answer noted':
      return `note ${String(payload.observation)}`;
    case 'reading':
      return `reading ${String(payload.kind)}`;
    case 'drive erased':
    case 'drive never':
    case 'drive failed':
    case 'drive image':
    case 'drive returned':
    case 'drive destroyed':
    case 'erasure asked':
    case 'erasure confirmed':
    case 'erasure dropped':
      return `data of ${String(payload.code)}`;
    case 'report taken in':
    case 'heat run':
    case 'keeps':
    case 'promised':
    case 'place':
    case 'takes':
    case 'drives counted':
    case 'damage':
    case 'ports counted':
    case 'with its owner':
    case 'memory start':
      return kind;
    case 'mat opened':
    case 'mat item':
    case 'mat':
    case 'mat passed':
      return 'mat';
    case 'soil':
    case 'clean step':
    case 'surface':
    case 'stain':
    case 'cleaned elsewhere':
      return 'cleaning';
    case 'noted':
    case 'point settled':
      return 'notes';
    default:
      return null;
  }
}

/** Entries that take something back, or ask for something: what was done before them is still the last thing done. */
const PASSING = new Set<string>([
  'voided',
  'work dropped',
  'work back',
  'defect removed',
  'photo removed',
  'photo told',
  'not wanted',
  'report asked for',
  'self-test opened',
  'erasure asked',
  'run begun',
  'run dropped',
  'memory board dropped',
  'sale corrected',
  'sale cancelled',
]);
const passes = (kind: string) => PASSING.has(kind) || kind.endsWith(' back');

/** Money, paper and what cannot be made again are taken back where they are read, never by one key. */
const NEVER_BY_KEY = new Set<string>(['sold', 'listed', 'photo']);

/**
 * What can still be taken back, and by what. Each entry at most once; of entries about one thing only the newest, and
 * no answer that a later one has replaced.
 * @param entries the history of one unit, newest first; older ones may be missing
 * @returns ways by the entries' numbers
 */
export function waysBack(entries: readonly SealedEntry[]): Map<number, WayBack> {
  const ways = new Map<number, WayBack>();
  const gone = new Set(entries.flatMap(({ voids }) => voids ?? []));
  const replaced = new Set<number>();
  const followed = new Set<string>();
  for (const { seq, kind, payload } of entries) {
    if (gone.has(seq)) continue;
    const said = payload as Record<string, unknown>;
    const subject = subjectOf(kind, said);
    const newest = subject === null || !followed.has(subject);
    if (subject !== null) followed.add(subject);
    const stands = !(typeof said.observation === 'number' && replaced.has(said.observation));
    if (typeof said.replaced === 'number') replaced.add(said.replaced);
    const back = (
      WAYS[kind as EventKind] as ((payload: unknown, seq: number) => WayBack | null) | undefined
    )?.(payload, seq);
    if (back && newest && (stands || kind === 'answer noted')) ways.set(seq, back);
  }
  return ways;
}

/** The last thing done to the machine within the hour that still stands. @param entries as `waysBack` */
export function lastDone<E extends SealedEntry>(entries: readonly E[], now: Date): E | undefined {
  const gone = new Set(entries.flatMap(({ voids }) => voids ?? []));
  const entry = entries.find(({ seq, kind }) => !gone.has(seq) && !passes(kind));
  return entry && now.getTime() - entry.at.getTime() <= OWN_HOUR_MS ? entry : undefined;
}

/**
 * What one key takes back: the last thing done to the machine, when this person did it within the hour and nobody has
 * done anything since.
 * @param entries as `waysBack`
 */
export function lastOfMine(
  entries: readonly SealedEntry[],
  actor: string,
  now: Date,
): { entry: SealedEntry; back: WayBack } | null {
  const entry = lastDone(entries, now);
  if (entry?.actor !== actor) return null;
  const back = NEVER_BY_KEY.has(entry.kind) ? undefined : waysBack(entries).get(entry.seq);
  return back ? { entry, back } : null;
}
