import { describe, expect, it } from 'vitest';
import { lastOfMine, OWN_HOUR_MS, waysBack, type SealedEntry } from './back';

const NOW = new Date('2026-11-27T10:00:00Z');
const entry = (
  seq: number,
  kind: string,
  payload: Record<string, unknown> = {},
  more: Partial<SealedEntry> = {},
): SealedEntry => ({ seq, kind, payload, actor: 'bench-a', at: NOW, voids: null, ...more });
const answer = (seq: number, observation: number, replaced: number | null = null) =>
  entry(seq, 'finding', { observation, replaced, finding: 'look-vents' });
/** As a history is read: newest first. */
const history = (...entries: SealedEntry[]) => [...entries].reverse();
const offered = (...entries: SealedEntry[]) =>
  [...waysBack(history(...entries)).keys()].sort((a, b) => a - b);

describe('what can be taken back', () => {
  it('every answer that stands, each by itself', () =>
    expect(offered(answer(1, 11), answer(2, 12))).toEqual([1, 2]));
  it('not what was taken back, and not the taking back', () =>
    expect(
      offered(answer(1, 11), answer(2, 12), entry(3, 'voided', { observation: 12 }, { voids: 2 })),
    ).toEqual([1]));
  it('not an answer another one replaced, until that one is taken back', () => {
    expect(offered(answer(1, 11), answer(2, 12, 11))).toEqual([2]);
    expect(
      offered(answer(1, 11), answer(2, 12, 11), entry(3, 'voided', { observation: 12 }, { voids: 2 })),
    ).toEqual([1]);
  });
  it('of one thing only what was said of it last: a piece of work, a mat, a test', () => {
    const work = { work: 'w', title: 'Paste' };
    expect(offered(entry(1, 'work started', work), entry(2, 'work finished', work))).toEqual([2]);
    expect(offered(entry(1, 'mat', { act: 'a' }), entry(2, 'mat item', { act: 'b' }))).toEqual([2]);
    expect(
      offered(
        entry(1, 'mat', { act: 'a' }),
        entry(2, 'mat item', { act: 'b' }),
        entry(3, 'mat back', { op: 'item' }, { voids: 2 }),
      ),
    ).toEqual([1]);
    expect(offered(entry(1, 'test', { test: 'usb' }), entry(2, 'test', { test: 'wifi' }))).toEqual([1, 2]);
    expect(offered(entry(1, 'test', { test: 'usb' }), entry(2, 'test', { test: 'usb' }))).toEqual([2]);
  });
  it('a heat run and the data of each drive are things of their own', () => {
    const heat = (seq: number) => entry(seq, 'heat run', { act: `heat run ${seq}` });
    const erased = (seq: number, code: string, more = {}) =>
      entry(seq, 'drive erased', { erasure: `e${seq}`, code, ...more });
    expect(offered(heat(1), erased(2, 'P-1'), erased(3, 'P-2'))).toEqual([1, 2, 3]);
    expect(offered(heat(1), heat(2), erased(3, 'P-1'), erased(4, 'P-1'))).toEqual([2, 4]);
    // what the script counted is no slip of a hand
    expect(offered(erased(1, 'P-1', { machine: {} }))).toEqual([]);
  });
  it('what an erasure did goes by its own papers, what came before acts had names by none', () =>
    expect(
      offered(entry(1, 'work finished', { work: 'w', erased: {} }), entry(2, 'soil', { zone: 'lid' })),
    ).toEqual([]));
  it('a decision by the one before it, a stage by the one it came from, never back into quarantine or off the shelf', () => {
    const ways = waysBack(history(entry(1, 'decided', { route: 'harvest', before: null })));
    expect(ways.get(1)).toEqual({ command: 'decide', input: { route: null } });
    expect(waysBack(history(entry(1, 'stage', { from: 'find', to: 'hands' }))).get(1)).toEqual({
      command: 'setStage',
      input: { stage: 'find' },
    });
    expect(offered(entry(1, 'stage', { from: 'find', to: 'quarantine' }))).toEqual([]);
    expect(offered(entry(1, 'stage', { from: 'quarantine', to: 'find' }))).toEqual([]);
    expect(offered(entry(1, 'listed', { from: 'shelf' }))).toEqual([]);
    // what it dropped would not come back with it
    expect(offered(entry(1, 'stage', { from: 'hands', to: 'find', dropped: 'harvest' }))).toEqual([]);
    expect(offered(entry(1, 'listed', { as: 'for parts' }))).toEqual([]);
  });
});

describe('by one key', () => {
  const last = (...entries: SealedEntry[]) =>
    lastOfMine(history(...entries), 'bench-a', NOW)?.entry.seq ?? null;
  it('what was done last, and after it is taken back what was done before', () => {
    expect(last(answer(1, 11), answer(2, 12))).toBe(2);
    expect(last(answer(1, 11), answer(2, 12), entry(3, 'voided', {}, { voids: 2 }))).toBe(1);
  });
  it('nothing when somebody else has done something since, or after an hour', () => {
    expect(last(answer(1, 11), entry(2, 'soil', { act: 'x' }, { actor: 'bench-b' }))).toBeNull();
    expect(last({ ...answer(1, 11), at: new Date(NOW.getTime() - OWN_HOUR_MS - 1) })).toBeNull();
    expect(last({ ...answer(1, 11), at: new Date(NOW.getTime() - OWN_HOUR_MS + 1) })).toBe(1);
  });
  it('what asks for something hides nothing; what cannot be taken back hides what lies before', () => {
    expect(last(answer(1, 11), entry(2, 'report asked for'))).toBe(1);
    expect(last(answer(1, 11), entry(2, 'report taken in'))).toBeNull();
  });
  it('never money, never a photograph', () => {
    expect(last(answer(1, 11), entry(2, 'sold', {}))).toBeNull();
    expect(last(answer(1, 11), entry(2, 'photo', { photo: 'p' }))).toBeNull();
  });
});
