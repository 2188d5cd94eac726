/** What can be sampled into a run. */
export const RUN_KINDS = ['heat', 'battery', 'rails', 'speed', 'soak'] as const;
export type RunKind = (typeof RUN_KINDS)[number];

/** Columns of each kind: those every batch has, and those it may have. Seconds, Celsius, rpm, W, MHz, V, Wh, MB/s, rounds/s. */
export const RUN_COLUMNS: Record<RunKind, { needed: readonly string[]; known: readonly string[] }> = {
  heat: { needed: ['t', 'temp'], known: ['fan', 'power', 'clock', 'load'] },
  battery: { needed: ['t', 'percent'], known: ['wh', 'volts', 'watts'] },
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

/** Most samples a batch, and most batches a run, can have. */
export const MOST_IN_BATCH = 120;
export const MOST_BATCHES = 5_000;

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
  return empty ? `${empty} is missing at some moment` : '';
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
