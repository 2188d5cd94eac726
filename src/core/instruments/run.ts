/** What can be sampled into a run. */
export const RUN_KINDS = ['heat', 'battery', 'rails', 'speed', 'soak'] as const;
export type RunKind = (typeof RUN_KINDS)[number];

/** Columns of each kind: those every batch has, and those it may have. Seconds, Celsius, rpm, W, MHz, V, Wh, MB/s, rounds/s. */
export const RUN_COLUMNS: Record<RunKind, { needed: readonly string[]; known: readonly string[] }> = {
  heat: { needed: ['t', 'temp'], known: ['fan', 'power', 'clock', 'load'] },
  battery: { needed: ['t', 'percent'], known: ['wh', 'volts', 'watts', 'ah', 'amps', 'pack'] },
  rails: { needed: ['t'], known: ['loaded', '+3.3V', '+5V', '+12V', '-12V', '+5VSB', '-5V'] },
  speed: { needed: ['t', 'read'], known: ['small'] },
  soak: { needed: ['t', 'rate'], known: ['boot'] },
};

/** Arrays of one length, a column each; null: not read at that moment. */
export type Columns = Readonly<Record<string, readonly (number | null)[]>>;

export interface Batch {
  /** From 0, in the order they were made. */
  seq: number;
  columns: Columns;
}

/** One moment of a run: what was read of it. */
export type Sample = { t: number } & Record<string, number>;

/** Most samples of one batch. */
export const MOST_IN_BATCH = 120;
/** Most batches of one run. */
export const MOST_BATCHES = 5_000;

/** Seconds after which no run goes on: a week of soak. Shop estimate. */
const LONGEST_RUN = 7 * 86_400;
/** What no sensor of a machine goes beyond, either way; a lost one reads a sentinel within it. Shop estimate. */
const BOUNDS: Readonly<Record<string, number>> = {
  temp: 1_000,
  fan: 100_000,
  power: 5_000,
  watts: 5_000,
  clock: 20_000,
  load: 200,
  percent: 200,
  wh: 5_000,
  volts: 500,
  ah: 500,
  amps: 500,
  pack: 20,
  '+3.3V': 50,
  '+5V': 50,
  '+12V': 50,
  '-12V': 50,
  '+5VSB': 50,
  '-5V': 50,
};
const MOST = 1e9;

/** What is wrong with a batch of a kind, in words; empty: nothing. */
export function batchFault(kind: RunKind, { columns }: Pick<Batch, 'columns'>): string {
  const { needed, known } = RUN_COLUMNS[kind];
  const missing = needed.filter((name) => !Object.hasOwn(columns, name));
  if (missing.length) return `it has no ${missing.join(', ')}`;
  const strange = Object.keys(columns).filter((name) => !needed.includes(name) && !known.includes(name));
  if (strange.length) return `${kind} has no ${strange.join(', ')}`;
  const count = columns.t.length;
  if (count === 0) return 'it is empty';
  if (count > MOST_IN_BATCH) return `${count} samples; ${MOST_IN_BATCH} at most`;
  const short = Object.keys(columns).find((name) => columns[name].length !== count);
  if (short) return `${short} has ${columns[short].length} values, t has ${count}`;
  const empty = needed.find((name) => columns[name].some((value) => value === null));
  if (empty) return `${empty} is missing at some moment`;
  const { t } = columns;
  if (t.some((at) => at! < 0 || at! > LONGEST_RUN)) return `t is not between 0 and ${LONGEST_RUN} s`;
  if (t.some((at, n) => n > 0 && at! < t[n - 1]!)) return 't goes backwards';
  const wild = Object.keys(columns).find((name) =>
    columns[name].some((value) => value !== null && Math.abs(value) > (BOUNDS[name] ?? MOST)),
  );
  return wild ? `${wild} is beyond what any machine shows` : '';
}

/** Samples of a run in the order their batches were made, whatever the order they came in; each batch once. */
export function samplesOf(batches: readonly Batch[]): Sample[] {
  const bySeq = new Map(batches.map((batch) => [batch.seq, batch]));
  return [...bySeq.values()]
    .sort((a, b) => a.seq - b.seq)
    .flatMap(({ columns }) =>
      columns.t.map((_, n) => {
        const sample: Record<string, number> = {};
        for (const [name, values] of Object.entries(columns)) {
          const value = values[n];
          if (value !== null) sample[name] = value;
        }
        return sample as Sample;
      }),
    );
}

/** Numbers of batches under the newest that never came. */
export function missingOf(seqs: readonly number[]): number[] {
  const have = new Set(seqs);
  const last = Math.max(-1, ...seqs);
  return Array.from({ length: last + 1 }, (_, n) => n).filter((n) => !have.has(n));
}

/** Samples as a batch carries them. */
export function columnsOf(samples: readonly Readonly<Partial<Record<string, number>>>[]): Columns {
  const names = [...new Set(samples.flatMap((sample) => Object.keys(sample)))];
  return Object.fromEntries(names.map((name) => [name, samples.map((sample) => sample[name] ?? null)]));
}
