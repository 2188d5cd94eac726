/** What a handler says of a key: true: mine, done; "later": mine, once what is on its way is there; else: not mine. */
export type Taken = boolean | void | 'later';
export type KeyHandler = (key: string) => Taken;
/** Sides of the machine on the screen are named behind the key `TURN`, whatever the page does with letters. */
export type Rank = 'page' | 'frame' | 'side';

/** The key before one that names a side. No page gives it another meaning while a machine stands on it. */
export const TURN = 'g';

interface Held {
  key: string;
  /** It was pressed for this one; null: for whatever page is being opened. */
  by: KeyHandler | null;
}

export interface DeskState {
  /** Where one is going: what is pressed meanwhile waits for it. */
  to: string | null;
  waiting: readonly string[];
  /** Keys that were for nothing in the end. */
  lost: readonly string[];
  /** The next key names a side. */
  turning?: true;
}

/** Between two keys that waited: what the first did is drawn before the second is asked, ms. */
const APART_MS = 20;
/**
 * After a page has come its parts may still come to life: at least so long a key of its own is kept for them, ms, and on
 * a slow computer until it has nothing left to do.
 */
const GRACE_MS = 2_000;

const whenIdle = (run: () => void): unknown =>
  typeof requestIdleCallback === 'function' ? requestIdleCallback(run) : setTimeout(run, 50);

/**
 * Who gets a key. From the moment one turns to another page (a tag scanned, a side chosen, a row opened) the page
 * still on screen gets none any more: keys wait in their order for the page that is coming. A handler that is busy
 * keeps its key, and those after it, until it can take them. No key is dropped without a word.
 */
export class KeyDesk {
  private readonly handlers: Record<Rank, Set<KeyHandler>> = {
    page: new Set(),
    frame: new Set(),
    side: new Set(),
  };
  private readonly watchers = new Set<() => void>();
  private held: Held[] = [];
  private to: string | null = null;
  private turning = false;
  private arrivedAt = -Infinity;
  /** Since the page came the computer has had nothing left to do. */
  private rested: 'no' | 'asked' | 'yes' = 'yes';
  private retrying: unknown = null;
  private state: DeskState = { to: null, waiting: [], lost: [] };

  constructor(
    private readonly now: () => number = () => performance.now(),
    private readonly later: (run: () => void, ms: number) => unknown = (run, ms) => setTimeout(run, ms),
    private readonly idle: (run: () => void) => unknown = whenIdle,
  ) {}

  read = (): DeskState => this.state;

  watch = (watcher: () => void): (() => void) => {
    this.watchers.add(watcher);
    return () => void this.watchers.delete(watcher);
  };

  add(rank: Rank, handler: KeyHandler): () => void {
    const own = this.handlers[rank];
    own.add(handler);
    this.drawn();
    return () => {
      own.delete(handler);
      this.drawn();
    };
  }

  /** @returns whether somebody took it, or it waits */
  press(key: string): boolean {
    if (this.state.lost.length) this.tell({ lost: [] });
    if (this.to !== null || this.held.length) {
      if (this.to !== null && key === 'Escape') this.stay();
      // who leaves waits for no panel of the page, and what follows is for where they go
      else this.hold({ key, by: this.to === null && !this.turns(key) ? this.held.at(-1)!.by : null });
      return true;
    }
    const taken = this.ask(key);
    if (typeof taken === 'object') this.hold({ key, by: taken.by });
    return taken !== false;
  }

  /**
   * Somebody turns to another page: this one hears no more keys, and what waited for one of its panels, or for a page
   * that does not come now, is for nothing. `sooner`: it is the same way, and known better.
   */
  leave(to: string, sooner = false): void {
    const lost = this.held.filter(({ by }) => !sooner && (this.to !== null || by !== null));
    this.held = this.held.filter((held) => !lost.includes(held));
    this.to = to;
    this.turning = false;
    this.tell({ lost: sooner ? this.state.lost : lost.map(({ key }) => key) });
  }

  /** What was taken for keys were the signs of a code. */
  forget(): void {
    this.held = [];
    this.tell({ lost: [] });
  }

  /** The page one went to stands. `at`: which; whoever has named another meanwhile is still on the way to that. */
  arrive(at: string | null = this.to): void {
    if (this.to === null || this.to !== at) return;
    this.to = null;
    this.arrivedAt = this.now();
    this.rested = 'no';
    this.tell({});
    this.soon(0);
    this.later(() => this.drawn(), GRACE_MS + APART_MS);
  }

  /** One stays after all: what was pressed for the other page is for nothing, and that is said. */
  stay(): void {
    this.to = null;
    const lost = this.held.map(({ key }) => key);
    this.held = [];
    this.tell({ lost });
  }

  /** Something was drawn anew: who was busy may be free. */
  drawn(): void {
    if (this.held.length && this.to === null) this.soon(0);
  }

  private turns = (key: string): boolean => key.toLowerCase() === TURN && this.handlers.side.size > 0;

  private ask(key: string): true | false | { by: KeyHandler } {
    if (this.turning) {
      this.turning = false;
      this.tell({});
      return key === 'Escape' || [...this.handlers.side].some((by) => by(key) === true);
    }
    if (this.turns(key)) {
      this.turning = true;
      this.tell({});
      return true;
    }
    for (const rank of [this.handlers.page, this.handlers.frame])
      for (const by of [...rank].reverse()) {
        const taken = by(key);
        if (taken === 'later') return { by };
        if (taken) return true;
      }
    return false;
  }

  private hold(held: Held): void {
    this.held.push(held);
    this.tell({});
  }

  private soon(ms: number): void {
    this.retrying ??= this.later(() => {
      this.retrying = null;
      this.next();
    }, ms);
  }

  private next(): void {
    const first = this.held[0];
    if (!first || this.to !== null) return;
    const { key, by } = first;
    const there = by === null || Object.values(this.handlers).some((own) => own.has(by));
    const taken = !there ? false : by === null ? this.ask(key) : by(key);
    if (taken === 'later') return;
    if (typeof taken === 'object') return void (first.by = taken.by);
    if (!taken && by === null && (this.now() - this.arrivedAt < GRACE_MS || !this.atRest())) return;
    // whoever took it may have turned to another page already: what waits then waits for that
    this.held = this.held.filter((held) => held !== first);
    this.tell(taken ? {} : { lost: [...this.state.lost, key] });
    if (this.held.length) this.soon(APART_MS);
  }

  /** Is there nothing left to do? Asked once a page, whoever waits for it is asked again then. */
  private atRest(): boolean {
    const { arrivedAt } = this;
    if (this.rested === 'no') {
      this.rested = 'asked';
      this.idle(() => {
        if (this.arrivedAt !== arrivedAt) return;
        this.rested = 'yes';
        this.soon(0);
      });
    }
    return this.rested === 'yes';
  }

  private tell(change: Partial<Pick<DeskState, 'lost'>>): void {
    this.state = {
      lost: this.state.lost,
      ...change,
      to: this.to,
      waiting: this.held.map(({ key }) => key),
      ...(this.turning && { turning: true }),
    };
    this.watchers.forEach((watcher) => watcher());
  }
}
