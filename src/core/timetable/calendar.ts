import type { Span } from './problem';

/** Nothing fits any more. */
export const NEVER = Infinity;

/** What is taken of a person, or of one place of a station, as rising spans that do not overlap. */
export class Taken {
  private readonly from: number[] = [];
  private readonly to: number[] = [];

  clear(): void {
    this.from.length = 0;
    this.to.length = 0;
  }

  /** The first of its spans that ends after a moment. */
  private first(at: number): number {
    let low = 0;
    let high = this.to.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.to[middle] > at) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** The end of the first span that is in the way of this one; null: none is. Nothing is in the way of a moment. */
  inTheWay(from: number, to: number): number | null {
    if (to <= from) return null;
    const i = this.first(from);
    return i < this.from.length && this.from[i] < to ? this.to[i] : null;
  }

  /** Takes a span that nothing is in the way of; what follows one another is one span: days are full, and looked through often. */
  take(from: number, to: number): void {
    if (to <= from) return;
    const i = this.first(from);
    const joins = i > 0 && this.to[i - 1] === from;
    const meets = i < this.from.length && this.from[i] === to;
    if (joins && meets) {
      this.to[i - 1] = this.to[i];
      this.from.splice(i, 1);
      this.to.splice(i, 1);
    } else if (joins) this.to[i - 1] = to;
    else if (meets) this.from[i] = from;
    else {
      this.from.splice(i, 0, from);
      this.to.splice(i, 0, to);
    }
  }

  /** From when on, at or after a moment, it is free for so long within these hours. */
  free(hours: readonly Span[], at: number, minutes: number): number {
    let h = 0;
    // the opening that is not over yet
    let low = 0;
    let high = hours.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (hours[middle][1] > at) high = middle;
      else low = middle + 1;
    }
    h = low;
    let start = at;
    let i = this.first(start);
    for (; h < hours.length; h++) {
      if (start < hours[h][0]) {
        start = hours[h][0];
        while (i < this.to.length && this.to[i] <= start) i++;
      }
      for (; start + minutes <= hours[h][1] + 1e-9; i++) {
        if (i >= this.from.length || this.from[i] >= start + minutes) return start;
        start = Math.max(start, this.to[i]);
      }
    }
    return NEVER;
  }
}

/** The first moment, at or after this one, from which so long lies in no closed time. */
export function openFor(closed: readonly Span[], at: number, minutes: number): number {
  let start = at;
  if (minutes <= 0) return start;
  for (const [from, to] of closed) if (from < start + minutes && to > start) start = to;
  return start;
}

/** Spans in order, those that touch or overlap as one. */
export function joined(spans: readonly Span[]): Span[] {
  const out: [number, number][] = [];
  for (const [from, to] of spans.toSorted((a, b) => a[0] - b[0])) {
    const last = out.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else if (to > from) out.push([from, to]);
  }
  return out;
}
