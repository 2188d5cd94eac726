import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { seededRandom } from '../random';
import { balances, closingCheck, templateOf, type LedgerEntry, type LedgerItem } from './ledger';

const item = (
  id: string,
  kind: LedgerItem['kind'],
  count = 1,
  raises: string[] = [],
  layer = 0,
): LedgerItem => ({
  id,
  name: id,
  kind,
  count,
  layer,
  ...(raises.length && { raises }),
});
/** A laptop as practitioners count it: a bottom plate of 8, a key layer of 67, leads. Counts: common practice. */
const LAPTOP: LedgerItem[] = [
  item('bottom plate', 'fastener', 8),
  item('key layer', 'fastener', 67, [], 2),
  item('display power', 'lead', 1, ['screen-cable-off'], 1),
  item('sensor lead', 'sensor', 1, ['sensor-off'], 1),
  item('keyboard lead', 'lead', 1, ['keyboard-lead'], 1),
  item('kapton', 'tape', 1, [], 1),
];
const entry = (id: string, move: LedgerEntry['move'], count = 1): LedgerEntry => ({ item: id, move, count });
const allOut = LAPTOP.map(({ id, count }) => entry(id, 'out', count));

describe('the strip-down ledger', () => {
  it('closing with the count open asks in words, and each lead raises its own fault alone', () => {
    const back = LAPTOP.filter(({ id }) => !['key layer', 'display power', 'sensor lead'].includes(id)).map(
      ({ id, count }) => entry(id, 'in', count),
    );
    const check = closingCheck(LAPTOP, [...allOut, ...back, entry('key layer', 'in', 64)], 'close');
    expect(check.words).toEqual([
      '3 of 67 not back (key layer)',
      'display power not back',
      'sensor lead not back',
    ]);
    expect(check.raises).toEqual(['screen-cable-off', 'sensor-off']);
    for (const cause of LAPTOP.flatMap(({ raises }) => raises ?? []))
      expect(
        catalogue.causes.some(({ id }) => id === cause),
        cause,
      ).toBe(true);
  });
  it('a tape keeps nobody from powering, and is asked for before it is closed', () => {
    const entries = [entry('kapton', 'out')];
    expect(closingCheck(LAPTOP, entries, 'power').clear).toBe(true);
    expect(closingCheck(LAPTOP, entries, 'close').words).toEqual(['kapton not back']);
  });
  it('a bezel of 12 with 3 there at opening: 9 missing, somebody was inside; 3 back close it', () => {
    const bezel = [item('bezel', 'fastener', 12)];
    const opened = [entry('bezel', 'missing', 9), entry('bezel', 'out', 3)];
    expect(balances(bezel, opened)[0]).toMatchObject({ open: 3, missing: 9 });
    expect(closingCheck(bezel, [...opened, entry('bezel', 'in', 3)], 'close').clear).toBe(true);
    expect(
      balances(bezel, [...opened, entry('bezel', 'in', 3), entry('bezel', 'replaced', 9)])[0],
    ).toMatchObject({
      open: 0,
      missing: 0,
      replaced: 9,
    });
  });
  it('more out than there are, more in than are out, what is not here: refused with what was wrong', () => {
    expect(() => balances(LAPTOP, [entry('bottom plate', 'out', 9)])).toThrow(/only 8 are in/);
    expect(() => balances(LAPTOP, [entry('bottom plate', 'in')])).toThrow(/only 0 are out/);
    expect(() => balances(LAPTOP, [entry('hood', 'out')])).toThrow(/nothing here is called/);
    expect(() => balances(LAPTOP, [entry('kapton', 'out', 0.5)])).toThrow(/whole number/);
  });
  it('one left over is asked about', () =>
    expect(closingCheck(LAPTOP, [entry('bottom plate', 'left over')], 'power').words[0]).toMatch(
      /left over/,
    ));
  it('2,000 strip-downs with 1 in 30 forgotten: none closes unasked, and none is asked for nothing', () => {
    const random = seededRandom(1230);
    let forgotten = 0;
    for (let round = 0; round < 2_000; round++) {
      let open = 0;
      const entries = [...allOut];
      for (const { id, count } of LAPTOP) {
        let back = 0;
        for (let n = 0; n < count; n++)
          if (random() >= 1 / 30) back++;
          else open++;
        if (back) entries.push(entry(id, 'in', back));
      }
      const check = closingCheck(LAPTOP, entries, 'close');
      expect(check.clear).toBe(open === 0);
      expect(check.open.reduce((sum, { count }) => sum + count, 0)).toBe(open);
      forgotten += Number(open > 0);
    }
    expect(forgotten).toBeGreaterThan(1_500);
  });
});

describe('the template of a model', () => {
  it('is what most of its strip-downs had, with the middle count', () => {
    const seen = [8, 8, 7].map((count, i) => [
      item('bottom plate', 'fastener', count),
      ...(i === 0 ? [item('odd clip', 'clip')] : []),
    ]);
    expect(templateOf(seen)).toEqual([item('bottom plate', 'fastener', 8)]);
  });
});
