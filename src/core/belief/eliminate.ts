import type { Factor } from './factors';
import { causesOf, type Node } from './tree';

/**
 * How far the sets behind one knot have come: a factor is a small machine that reads the causes one after the
 * other. It has a state (has any of them, or the leak, shown the outcome yet?), every cause that is there moves
 * it, and where it ends says how likely the entry was. All numbers stay positive: nothing cancels.
 */
interface Automaton {
  states: number;
  init: number[];
  final: number[];
  /** By cause: `moves[from * states + to]`. */
  moves: Map<number, Float64Array>;
}

function readerOf(factor: Factor): Automaton {
  const { leakUpTo, leakBelow, causes, upTo, below, blockers, blocked } = factor;
  const moves = new Map<number, Float64Array>();
  const abnormal = leakBelow > 0 || below.some((p) => p > 0);
  const shown = abnormal ? 2 : 1;
  const states = blockers.length ? shown + 2 : shown;
  const init = abnormal ? [leakBelow, leakUpTo - leakBelow] : [leakUpTo];
  const final = abnormal ? [0, 1] : [1];
  // "waiting": worth what a blocked entry is worth, once something that blocks it turns up
  if (blockers.length) {
    init.push(blocked, 0);
    final.push(0, 1);
  }
  const still = () => {
    const move = new Float64Array(states * states);
    for (let s = 0; s < states; s++) move[s * states + s] = 1;
    return move;
  };
  causes.forEach((cause, i) => {
    const move = still();
    move[0] = abnormal ? below[i] : upTo[i];
    if (abnormal) {
      move[1] = upTo[i] - below[i];
      move[states + 1] = upTo[i];
    }
    moves.set(cause, move);
  });
  for (const cause of blockers) {
    const move = new Float64Array(states * states);
    move[shown * states + shown + 1] = 1;
    move[(shown + 1) * states + shown + 1] = 1;
    moves.set(cause, move);
  }
  return { states, init, final, moves };
}

/** More states at once than this are not worked through. */
const TOO_WIDE = 1 << 15;

/** A knot too wide for exact work. */
export class TooWide extends RangeError {}

interface Open {
  reader: number;
  stride: number;
}

type Done =
  | { kind: 'open'; reader: number; before: number }
  | { kind: 'close'; open: Open; size: number; scale: number }
  | { kind: 'node'; node: Node; input: Float64Array; open: Open[] };

export interface Eliminated {
  /** ln of the sum over all sets of odds and factors. */
  log: number;
  /** Share of it from sets that hold each cause. */
  shares: Float64Array;
  /** Most states there were at once. */
  width: number;
}

/**
 * Sum over every set of causes, with no limit on how many are in it: causes are taken one after the other,
 * and a factor is open only from its first cause to its last, so that the work grows with how many factors are
 * knotted together and not with the number of sets. Exact.
 * @param odds of each cause, with everything in it that is a product
 * @param withShares false: only the sum is wanted
 * @throws TooWide
 */
export function eliminate(
  nodes: readonly Node[],
  odds: Float64Array,
  factors: readonly Factor[],
  withShares = true,
): Eliminated {
  const readers = factors.map(readerOf);
  const shares = new Float64Array(odds.length);
  let log = 0;
  const knotted: { node: Node; readers: number[] }[] = [];
  for (const node of nodes) {
    const own = causesOf(node).filter((cause) => odds[cause] > 0);
    if (own.length === 0) continue;
    const read = readers.flatMap((reader, r) => (own.some((cause) => reader.moves.has(cause)) ? [r] : []));
    if (read.length) {
      knotted.push({ node, readers: read });
      continue;
    }
    if (typeof node === 'number') {
      log += Math.log1p(odds[node]);
      shares[node] = odds[node] / (1 + odds[node]);
      continue;
    }
    const alone = new Pass([], odds);
    alone.node(node);
    log += Math.log(alone.data[0]);
    if (withShares) alone.back(shares);
  }
  const left = readers.map(() => 0);
  for (const { readers: read } of knotted) for (const r of read) left[r]++;
  const pass = new Pass(readers, odds);
  readers.forEach((_, r) => {
    // nothing reads it: a number
    if (left[r] === 0) {
      pass.begin(r);
      pass.end(r);
    }
  });
  const waiting = new Set(knotted);
  while (waiting.size) {
    let next = -1;
    let fewest = Infinity;
    for (let r = 0; r < left.length; r++) {
      if (left[r] === 0) continue;
      const score = left[r] - (pass.has(r) ? 0.5 : 0);
      if (score < fewest) {
        fewest = score;
        next = r;
      }
    }
    const own = [...waiting]
      .filter((each) => each.readers.includes(next))
      .sort((a, b) => a.readers.length - b.readers.length);
    for (const each of own) {
      for (const r of each.readers) if (!pass.has(r)) pass.begin(r);
      pass.node(each.node);
      waiting.delete(each);
      for (const r of each.readers) if (--left[r] === 0) pass.end(r);
    }
  }
  const total = pass.data[0];
  log += Math.log(total) + pass.logScale;
  if (total > 0 && withShares) pass.back(shares);
  return { log, shares, width: pass.width };
}

class Pass {
  data = Float64Array.of(1);
  logScale = 0;
  width = 1;
  private open: Open[] = [];
  private readonly done: Done[] = [];

  constructor(
    private readonly readers: readonly Automaton[],
    private readonly odds: Float64Array,
  ) {}

  has(reader: number): boolean {
    return this.open.some((each) => each.reader === reader);
  }

  begin(reader: number): void {
    const { states, init } = this.readers[reader];
    const size = this.data.length;
    if (size * states > TOO_WIDE) throw new TooWide('eliminate: too many entries hang together');
    const next = new Float64Array(size * states);
    for (let s = 0; s < states; s++)
      if (init[s]) for (let i = 0; i < size; i++) next[s * size + i] = init[s] * this.data[i];
    this.done.push({ kind: 'open', reader, before: size });
    this.open = [...this.open, { reader, stride: size }];
    this.data = next;
    this.width = Math.max(this.width, next.length);
  }

  end(reader: number): void {
    const open = this.open.find((each) => each.reader === reader)!;
    const { states, final } = this.readers[reader];
    const { stride } = open;
    const size = this.data.length;
    const next = new Float64Array(size / states);
    const block = stride * states;
    for (let outer = 0; outer * block < size; outer++)
      for (let s = 0; s < states; s++)
        if (final[s])
          for (let i = 0; i < stride; i++)
            next[outer * stride + i] += final[s] * this.data[outer * block + s * stride + i];
    this.open = this.open
      .filter((each) => each !== open)
      .map((each) => (each.stride > stride ? { ...each, stride: each.stride / states } : each));
    // kept near 1, so that long records do not run out of numbers
    let top = 0;
    for (const value of next) if (value > top) top = value;
    const scale = top > 0 ? 1 / top : 1;
    for (let i = 0; i < next.length; i++) next[i] *= scale;
    this.logScale -= Math.log(scale);
    this.done.push({ kind: 'close', open, size, scale });
    this.data = next;
  }

  node(node: Node): void {
    this.done.push({ kind: 'node', node, input: this.data, open: this.open });
    const some = this.nonempty(node, this.data, this.open);
    if (!some) return;
    const next = this.data.slice();
    for (let i = 0; i < next.length; i++) next[i] += some[i];
    this.data = next;
  }

  /** `data` after some non-empty set of the node's causes; null when there is none. */
  private nonempty(node: Node, data: Float64Array, open: readonly Open[]): Float64Array | null {
    if (typeof node === 'number') {
      if (this.odds[node] === 0) return null;
      const out = data.slice();
      this.move(node, out, open, false);
      const by = this.odds[node];
      for (let i = 0; i < out.length; i++) out[i] *= by;
      return out;
    }
    let sum = this.some(node.rest, data, open)?.at(-1) ?? null;
    for (const state of node.states) sum = added(sum, this.nonempty(state, data, open));
    return sum;
  }

  /** After each of the nodes in turn: what has some of their causes. */
  private some(nodes: readonly Node[], data: Float64Array, open: readonly Open[]): Float64Array[] | null {
    const sums: Float64Array[] = [];
    let sum: Float64Array | null = null;
    for (const each of nodes) {
      const base: Float64Array = sum ? added(data.slice(), sum)! : data;
      sum = added(sum?.slice() ?? null, this.nonempty(each, base, open));
      sums.push(sum ?? new Float64Array(data.length));
    }
    return sum ? sums : null;
  }

  private move(cause: number, data: Float64Array, open: readonly Open[], back: boolean): void {
    for (const { reader, stride } of open) {
      const { states, moves } = this.readers[reader];
      const move = moves.get(cause);
      if (!move) continue;
      const block = stride * states;
      if (states === 2) {
        const [stay, go, , keep] = move;
        for (let start = 0; start < data.length; start += block)
          for (let i = start; i < start + stride; i++) {
            const a = data[i];
            const b = data[i + stride];
            if (back) {
              data[i] = stay * a + go * b;
              data[i + stride] = keep * b;
            } else {
              data[i] = stay * a;
              data[i + stride] = go * a + keep * b;
            }
          }
        continue;
      }
      const own = new Float64Array(states);
      for (let start = 0; start < data.length; start += block)
        for (let i = start; i < start + stride; i++) {
          for (let s = 0; s < states; s++) own[s] = data[i + s * stride];
          for (let to = 0; to < states; to++) {
            let sum = 0;
            for (let from = 0; from < states; from++)
              sum += own[from] * (back ? move[to * states + from] : move[from * states + to]);
            data[i + to * stride] = sum;
          }
        }
    }
  }

  /** Goes the whole way back and notes the share of every cause. */
  back(shares: Float64Array): void {
    const total = this.data[0];
    let adjoint = Float64Array.of(1 / total);
    for (let d = this.done.length - 1; d >= 0; d--) {
      const step = this.done[d];
      if (step.kind === 'node') {
        const more = this.nodeBack(step.node, step.input, adjoint, step.open, shares);
        if (more) for (let i = 0; i < adjoint.length; i++) adjoint[i] += more[i];
      } else if (step.kind === 'open') {
        const { init, states } = this.readers[step.reader];
        const next = new Float64Array(step.before);
        for (let s = 0; s < states; s++)
          if (init[s])
            for (let i = 0; i < step.before; i++) next[i] += init[s] * adjoint[s * step.before + i];
        adjoint = next;
      } else {
        const { final, states } = this.readers[step.open.reader];
        const { stride } = step.open;
        const next = new Float64Array(step.size);
        const block = stride * states;
        for (let outer = 0; outer * block < step.size; outer++)
          for (let s = 0; s < states; s++)
            if (final[s])
              for (let i = 0; i < stride; i++)
                next[outer * block + s * stride + i] = step.scale * final[s] * adjoint[outer * stride + i];
        adjoint = next;
      }
    }
  }

  /** Adjoint of `nonempty` at `data`; notes the shares. */
  private nodeBack(
    node: Node,
    data: Float64Array,
    adjoint: Float64Array,
    open: readonly Open[],
    shares: Float64Array,
  ): Float64Array | null {
    if (typeof node === 'number') {
      const odds = this.odds[node];
      if (odds === 0) return null;
      const out = adjoint.slice();
      // the moves of different readers act on different dimensions: their order does not matter
      this.move(node, out, open, true);
      let share = 0;
      for (let i = 0; i < out.length; i++) {
        out[i] *= odds;
        share += out[i] * data[i];
      }
      shares[node] += share;
      return out;
    }
    let sum: Float64Array | null = null;
    for (const state of node.states) sum = added(sum, this.nodeBack(state, data, adjoint, open, shares));
    const sums = this.some(node.rest, data, open);
    if (!sums) return sum;
    let rest: Float64Array | null = null;
    for (let k = node.rest.length - 1; k >= 0; k--) {
      const base = k > 0 ? added(data.slice(), sums[k - 1])! : data;
      const whole = rest ? added(adjoint.slice(), rest)! : adjoint;
      rest = added(rest, this.nodeBack(node.rest[k], base, whole, open, shares));
    }
    return added(sum, rest);
  }
}

/** The sum of the two, in the first where there is one. */
function added(first: Float64Array | null, second: Float64Array | null): Float64Array | null {
  if (!first || !second) return first ?? second;
  for (let i = 0; i < first.length; i++) first[i] += second[i];
  return first;
}
