import type { Random } from '../random';
import type { Ready } from './generate';

/** Nothing attended, nothing closed, each station takes one: a job shop, for which there is a better way. */
export function isJobShop({ problem, tasks, fixed, closed }: Ready): boolean {
  return (
    problem.objective === 'makespan' &&
    fixed.size === 0 &&
    tasks.every(
      ({ head, tail, overnight, body }) =>
        head === 0 && tail === 0 && (overnight || closed.length === 0 || body === 0),
    ) &&
    problem.stations.every(({ capacity, shut }) => capacity === 1 && !shut?.length)
  );
}

/** An operation put past others of its block: to the block's front, or to its end. */
interface Move {
  /** The stretch of the station as it is then. */
  stretch: number[];
  moved: number;
  passed: number[];
  first: boolean;
}

/** Iterations without anything better before it goes back to a good one and shakes it. */
const PATIENCE = 6000;
const ELITE = 12;
/** Iterations a turned pair may not be turned back. */
const TENURE = [10, 18] as const;

/**
 * Tabu search over the orders on the stations: an operation of a critical block is moved to the block's front or its end
 * (Balas & Vazacopoulos 1998), what was turned may not be turned back for a while (Nowicki & Smutnicki 1996).
 */
export class JobShop {
  private readonly n: number;
  private readonly p: Float64Array;
  private readonly release: Float64Array;
  private readonly next: Int32Array;
  private readonly last: Int32Array;
  private readonly r: Float64Array;
  private readonly q: Float64Array;
  private readonly order: Int32Array;
  private readonly waits: Int32Array;
  private readonly tabu: Int32Array;
  private makespan = Infinity;
  best = Infinity;
  /** Starts of the best. */
  readonly starts: Float64Array;
  private readonly bestNext: Int32Array;
  private readonly elite: { next: Int32Array; makespan: number }[] = [];
  private round = 0;
  private since = 0;

  constructor(
    private readonly ready: Ready,
    private readonly random: Random,
    starts: Float64Array,
  ) {
    const n = ready.tasks.length;
    this.n = n;
    this.p = Float64Array.from(ready.tasks, ({ body }) => body);
    this.release = Float64Array.from(ready.tasks, ({ release }) => release ?? 0);
    this.next = new Int32Array(n).fill(-1);
    this.last = new Int32Array(n).fill(-1);
    this.r = new Float64Array(n);
    this.q = new Float64Array(n);
    this.order = new Int32Array(n);
    this.waits = new Int32Array(n);
    this.tabu = new Int32Array(n * n);
    this.starts = new Float64Array(n);
    this.bestNext = new Int32Array(n);
    for (let s = 0; s < ready.problem.stations.length; s++) {
      const on = [...ready.tasks.keys()].filter((i) => ready.stationOf[i] === s);
      // of two that begin together the one that takes no time is first
      on.sort((a, b) => starts[a] - starts[b] || this.p[a] - this.p[b] || a - b);
      this.chain(on);
    }
    this.evaluate();
    this.keep();
  }

  private chain(on: readonly number[]): void {
    on.forEach((i, k) => {
      this.last[i] = on[k - 1] ?? -1;
      this.next[i] = on[k + 1] ?? -1;
    });
  }

  /** Earliest starts and longest ways to the end; false: the orders go round in a circle. */
  private evaluate(): boolean {
    const { n, r, q, p, order, waits, next, last, ready } = this;
    let filled = 0;
    for (let i = 0; i < n; i++) {
      waits[i] = ready.after[i].length + (last[i] >= 0 ? 1 : 0);
      r[i] = this.release[i];
      if (waits[i] === 0) order[filled++] = i;
    }
    let makespan = 0;
    for (let k = 0; k < filled; k++) {
      const i = order[k];
      const end = r[i] + p[i];
      if (end > makespan) makespan = end;
      for (const j of ready.before[i]) {
        if (end > r[j]) r[j] = end;
        if (--waits[j] === 0) order[filled++] = j;
      }
      const j = next[i];
      if (j >= 0) {
        if (end > r[j]) r[j] = end;
        if (--waits[j] === 0) order[filled++] = j;
      }
    }
    if (filled < n) return false;
    for (let k = n - 1; k >= 0; k--) {
      const i = order[k];
      let most = next[i] >= 0 ? q[next[i]] : 0;
      for (const j of ready.before[i]) if (q[j] > most) most = q[j];
      q[i] = most + p[i];
    }
    this.makespan = makespan;
    return true;
  }

  private keep(): void {
    if (this.makespan >= this.best) return;
    this.best = this.makespan;
    this.starts.set(this.r);
    this.bestNext.set(this.next);
    this.elite.push({ next: this.next.slice(), makespan: this.makespan });
    if (this.elite.length > ELITE) this.elite.shift();
    this.since = 0;
  }

  private before(i: number): number {
    let most = this.release[i];
    for (const j of this.ready.after[i]) most = Math.max(most, this.r[j] + this.p[j]);
    return most;
  }
  private beyond(i: number): number {
    let most = 0;
    for (const j of this.ready.before[i]) most = Math.max(most, this.q[j]);
    return most;
  }

  /** How long it would come to with this stretch of a station in a new order; a lower bound that is nearly it. */
  private estimate(stretch: readonly number[], before: number, beyond: number): number {
    const { p } = this;
    const heads = new Array<number>(stretch.length);
    let end = before;
    for (let k = 0; k < stretch.length; k++) {
      heads[k] = Math.max(end, this.before(stretch[k]));
      end = heads[k] + p[stretch[k]];
    }
    let way = beyond;
    let most = 0;
    for (let k = stretch.length - 1; k >= 0; k--) {
      way = Math.max(way, this.beyond(stretch[k])) + p[stretch[k]];
      most = Math.max(most, heads[k] + way);
    }
    return most;
  }

  /** One critical way from the first to the last, as the stretches of it that lie on one station. */
  private blocks(): number[][] {
    const { n, r, q, p, next, random, ready } = this;
    const critical = (i: number) => Math.abs(r[i] + q[i] - this.makespan) < 1e-9;
    let at = -1;
    let seen = 0;
    for (let i = 0; i < n; i++)
      if (critical(i) && Math.abs(r[i] - this.release[i]) < 1e-9 && random() * ++seen < 1) at = i;
    const blocks: number[][] = [];
    let block: number[] = [];
    while (at >= 0) {
      block.push(at);
      const end = r[at] + p[at];
      const follows = (j: number) => j >= 0 && critical(j) && Math.abs(r[j] - end) < 1e-9;
      const onStation = follows(next[at]) ? next[at] : -1;
      const others = ready.before[at].filter(follows);
      const other = others.length ? others[Math.floor(random() * others.length)] : -1;
      const goesOn = onStation >= 0 && (other < 0 || random() < 0.5);
      if (!goesOn) {
        blocks.push(block);
        block = [];
      }
      at = goesOn ? onStation : other;
    }
    return blocks;
  }

  /** Goes on until a moment or until it has come down to a bound. */
  search(until: number, bound: number, now: () => number, better: (makespan: number) => void): void {
    while (this.best > bound + 1e-9) {
      if ((this.round & 127) === 0 && now() >= until) return;
      this.step();
      if (this.makespan < this.best - 1e-9) {
        this.keep();
        better(this.best);
      } else if (++this.since > PATIENCE) this.shake();
    }
  }

  private step(): void {
    const { random, q, r, p, last, next, n } = this;
    this.round++;
    const blocks = this.blocks();
    let best = Infinity;
    let chosen: Move | null = null;
    let any: Move | null = null;
    let seen = 0;
    blocks.forEach((block, b) => {
      if (block.length < 2) return;
      const end = block.length - 1;
      const consider = (stretch: number[], moved: number, passed: number[], first: boolean) => {
        const before = last[block[first ? 0 : block.indexOf(moved)]];
        const final = block[first ? block.indexOf(moved) : end];
        const beyond = next[final];
        const value = this.estimate(
          stretch,
          before >= 0 ? r[before] + p[before] : 0,
          beyond >= 0 ? q[beyond] : 0,
        );
        const barred = passed.some(
          (other) => this.tabu[first ? other * n + moved : moved * n + other] > this.round,
        );
        // tabu[a, b]: b may not come to stand before a again
        const move = { stretch, moved, passed, first };
        if (random() * ++seen < 1) any = move;
        if (barred && value >= this.best - 1e-9) return;
        if (value < best || (value === best && random() < 0.4)) {
          best = value;
          chosen = move;
        }
      };
      // nothing waits behind the last block, nothing before the first
      if (b < blocks.length - 1)
        for (let k = 0; k < end; k++) {
          const moved = block[k];
          if (k < end - 1 && q[block[end]] < this.beyond(moved)) continue;
          consider([...block.slice(k + 1), moved], moved, block.slice(k + 1), false);
        }
      if (b > 0)
        for (let k = 1; k <= end; k++) {
          const moved = block[k];
          if (k > 1 && r[block[0]] + p[block[0]] < this.before(moved)) continue;
          consider([moved, ...block.slice(0, k)], moved, block.slice(0, k), true);
        }
    });
    const move = (chosen ?? any) as Move | null;
    if (move) this.apply(move);
    else this.shake();
  }

  private apply({ stretch, moved, passed, first }: Move): void {
    const { last, next, random, n } = this;
    const old = first ? [...passed, moved] : [moved, ...passed];
    const from = last[old[0]];
    const to = next[old.at(-1)!];
    this.link(from, stretch, to);
    if (!this.evaluate()) {
      this.link(from, old, to);
      this.evaluate();
    }
    const until = this.round + TENURE[0] + Math.floor(random() * (TENURE[1] - TENURE[0] + n / 20));
    for (const other of passed) this.tabu[first ? moved * n + other : other * n + moved] = until;
  }

  private link(from: number, stretch: readonly number[], to: number): void {
    let before = from;
    for (const i of stretch) {
      this.last[i] = before;
      if (before >= 0) this.next[before] = i;
      before = i;
    }
    this.next[before] = to;
    if (to >= 0) this.last[to] = before;
  }

  /** Back to a good one, with a few critical pairs turned at random. */
  private shake(): void {
    const { random, elite } = this;
    const from = elite[Math.floor(random() * elite.length)];
    this.next.set(from.next);
    this.last.fill(-1);
    this.next.forEach((j, i) => j >= 0 && (this.last[j] = i));
    this.tabu.fill(0);
    this.evaluate();
    const turns = 4 + Math.floor(random() * 12);
    for (let k = 0; k < turns; k++) {
      const pairs = this.blocks().flatMap((block) => block.slice(1).map((j, i) => [block[i], j] as const));
      if (pairs.length === 0) break;
      const [a, b] = pairs[Math.floor(random() * pairs.length)];
      const before = this.last[a];
      const beyond = this.next[b];
      this.link(before, [b, a], beyond);
      if (!this.evaluate()) {
        this.link(before, [a, b], beyond);
        this.evaluate();
      }
    }
    this.since = 0;
  }
}
