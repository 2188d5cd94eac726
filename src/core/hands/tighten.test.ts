import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random';
import { tightening, type Screw } from './tighten';

/** Screws evenly on a circle, numbered clockwise from the top as flanges are. */
const flange = (n: number): Screw[] =>
  Array.from({ length: n }, (_, i) => ({
    id: String(i + 1),
    x: Math.sin((2 * Math.PI * i) / n),
    y: -Math.cos((2 * Math.PI * i) / n),
  }));
const order = (screws: readonly Screw[]) => tightening(screws)[0].order.map(Number);

/** Star pattern of ASME PCC-1 for flanges of 4, 8 and 12 bolts, from memory. */
describe('star pattern', () => {
  it.each([
    [4, [1, 3, 2, 4]],
    // usual for six: opposite pairs
    [6, [1, 4, 2, 5, 3, 6]],
    [8, [1, 5, 3, 7, 2, 6, 4, 8]],
    [12, [1, 7, 4, 10, 2, 8, 5, 11, 3, 9, 6, 12]],
  ])('%i bolts', (n, pattern) => {
    expect(order(flange(n))).toEqual(pattern);
  });
});

describe('any layout', () => {
  it('a heatsink of four in a rectangle: corner to corner', () => {
    const sink = [
      { id: 'a', x: 0, y: 0 },
      { id: 'b', x: 30, y: 0 },
      { id: 'c', x: 30, y: 20 },
      { id: 'd', x: 0, y: 20 },
    ];
    const [first] = tightening(sink);
    expect(first.order[1]).toBe('c');
    expect(new Set(first.order)).toEqual(new Set(['a', 'b', 'c', 'd']));
  });
  it('never one fully while another is loose: the last pass alone is full', () => {
    expect(tightening(flange(6)).map(({ share }) => share)).toEqual([0.3, 0.6, 1]);
    expect(tightening(flange(2)).map(({ share }) => share)).toEqual([0.5, 1]);
    expect(tightening([])).toEqual([]);
  });
  it('200 drawn layouts: each screw once in every pass,', () => {
    const random = seededRandom(12);
    for (let round = 0; round < 200; round++) {
      const n = 3 + Math.floor(random() * 20);
      const screws = Array.from({ length: n }, (_, i) => ({
        id: `s${i}`,
        x: random() * 300,
        y: random() * 200,
      }));
      for (const { order: own } of tightening(screws)) expect(new Set(own).size).toBe(n);
    }
  });
  it('one named twice is refused', () =>
    expect(() => tightening([...flange(3), { id: '1', x: 0, y: 0 }])).toThrow(/twice/));
});
