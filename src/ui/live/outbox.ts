/** Something a person did, on its way to the shop's computer. */
export interface Act {
  name: string;
  input: unknown;
  /** Version of the unit the person was looking at. */
  version?: number;
  /** Ask for the unit's next step along with the answer. */
  want?: 'next';
  /** What it was, for whoever has to do it again. */
  words?: string;
}

export interface CommandProblem {
  code: string;
  message: string;
  details?: {
    fields?: Record<string, string>;
    caution?: string;
    version?: number;
    /** No fault known shows this together with these. */
    impossible?: boolean;
    /** What is not back on the mat. */
    notBack?: string[];
    /** A report is of another machine, by its serial. */
    otherMachine?: string;
    /** The part that does not fit. */
    doesNotFit?: string;
    against?: { observation: number; words: string }[];
  };
}

export type CommandOutcome<T> =
  { ok: true; answer: T; version: number | null; next?: unknown } | { ok: false; problem: CommandProblem };

/** What came back: an answer, a refusal, or nothing at all ('away': nobody knows whether it was done). */
export type Reply =
  | { kind: 'done'; answer: unknown; version: number | null; seq: number; next?: unknown }
  | { kind: 'refused'; problem: CommandProblem }
  | { kind: 'away'; why?: string };

export type Transport = (act: Act, key: string) => Promise<Reply>;

interface Waiting {
  act: Act;
  key: string;
  same: string;
  resolve: (outcome: CommandOutcome<unknown>) => void;
  outcome: Promise<CommandOutcome<unknown>>;
}

export interface OutboxState {
  /** Acts not answered yet, the one on its way among them. */
  waiting: number;
  /** The last try came to nothing: the shop's computer does not answer. */
  away: boolean;
  /** Why, if that is known. */
  why: string;
}

/** First and longest pause between tries while the shop's computer does not answer, ms. */
const RETRY_MS = [500, 1_000, 2_000, 4_000];

const unitOf = (act: Act) => (act.input as { unitId?: string } | null)?.unitId ?? null;

const STOPPED: CommandProblem = {
  code: 'held',
  message: 'Not sent: nobody is signed in here any more.',
};

/**
 * Acts leave one at a time, in the order they were done. Each has one key until it is answered: sent again
 * after a lost answer, or pressed twice, it is done once. While nobody answers they wait here. One that is refused
 * stops none of the others: whether they still hold is for the shop to say of each.
 */
export class Outbox {
  private readonly queue: Waiting[] = [];
  private readonly watchers = new Set<() => void>();
  /** Version a unit went to by an act of ours, from the one it was seen at. */
  private readonly moved = new Map<string, number>();
  private readonly seqs = new Set<number>();
  private working = false;
  private wakeUp: (() => void) | null = null;
  private state: OutboxState = { waiting: 0, away: false, why: '' };

  constructor(
    private readonly transport: Transport,
    private readonly newKey: () => string,
    private readonly pause: (ms: number, woken: Promise<void>) => Promise<void> = waitFor,
  ) {}

  read = (): OutboxState => this.state;

  watch = (watcher: () => void): (() => void) => {
    this.watchers.add(watcher);
    return () => void this.watchers.delete(watcher);
  };

  /** Events our own acts made: their notice is no news. */
  isOwn = (seq: number): boolean => this.seqs.has(seq);

  /** The connection is back: try at once. */
  wake(): void {
    this.wakeUp?.();
  }

  add<T>(act: Act): Promise<CommandOutcome<T>> {
    const same = JSON.stringify([act.name, act.input]);
    // pressed twice: the same act as the last one, not answered yet
    const last = this.queue.at(-1);
    if (last?.same === same) return last.outcome as Promise<CommandOutcome<T>>;
    let resolve!: Waiting['resolve'];
    const outcome = new Promise<CommandOutcome<unknown>>((done) => (resolve = done));
    this.queue.push({ act, key: this.newKey(), same, resolve, outcome });
    this.tell();
    if (!this.working) void this.work();
    return outcome as Promise<CommandOutcome<T>>;
  }

  private async work(): Promise<void> {
    this.working = true;
    for (let tries = 0; this.queue.length;) {
      const first = this.queue[0];
      const reply = await this.transport(
        { ...first.act, version: this.versionNow(first.act) },
        first.key,
      ).catch((): Reply => ({ kind: 'away' }));
      if (reply.kind === 'away') {
        this.tell(true, reply.why);
        const woken = new Promise<void>((done) => (this.wakeUp = done));
        await this.pause(RETRY_MS[Math.min(tries++, RETRY_MS.length - 1)], woken);
        this.wakeUp = null;
        continue;
      }
      tries = 0;
      this.queue.shift();
      if (reply.kind === 'done') this.note(first.act, reply);
      const stopped = reply.kind === 'refused' ? this.stopBehind(reply.problem.code) : [];
      first.resolve(
        reply.kind === 'done'
          ? { ok: true, answer: reply.answer, version: reply.version, next: reply.next }
          : { ok: false, problem: reply.problem },
      );
      for (const waiting of stopped) waiting.resolve({ ok: false, problem: STOPPED });
      this.tell(false);
    }
    this.working = false;
  }

  private versionNow(act: Act): number | undefined {
    let { version } = act;
    for (
      let next;
      version !== undefined && (next = this.moved.get(`${unitOf(act)}:${version}`)) !== undefined;
    )
      version = next;
    return version;
  }

  private note(act: Act, { version, seq }: { version: number | null; seq: number }): void {
    this.seqs.add(seq);
    if (this.seqs.size > 200) this.seqs.delete(this.seqs.values().next().value!);
    const sent = this.versionNow(act);
    if (version !== null && sent !== undefined && version > sent)
      this.moved.set(`${unitOf(act)}:${sent}`, version);
    if (this.moved.size > 200) this.moved.delete(this.moved.keys().next().value!);
  }

  private stopBehind(code: string): Waiting[] {
    return code === 'signed-out' ? this.queue.splice(0) : [];
  }

  private tell(away = this.state.away, why = away ? this.state.why : ''): void {
    this.state = { waiting: this.queue.length, away, why };
    this.watchers.forEach((watcher) => watcher());
  }
}

const waitFor = (ms: number, woken: Promise<void>) =>
  Promise.race([new Promise<void>((done) => setTimeout(done, ms)), woken]);
