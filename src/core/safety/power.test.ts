import { describe, expect, it } from 'vitest';
import { catalogue, findingById } from '@/catalog';
import { dangersOf, mayBePowered, type Sign } from './power';

const saw = (finding: string, outcome: string): Sign => {
  if (!findingById(finding)?.outcomes.some(({ id }) => id === outcome))
    throw new Error(`${finding} ${outcome}`);
  return { kind: 'finding', finding, outcome };
};
const ids = (...signs: Sign[]) => dangersOf(catalogue, signs).map(({ id }) => id);

describe('may it be powered', () => {
  it('yes while nothing dangerous was seen', () =>
    expect(mayBePowered(catalogue, [saw('look-liquid', 'none')])).toEqual({ yes: true, why: [], opens: [] }));
  it.each([
    ['look-liquid', 'wet-or-sticky', 'liquid', saw('board-residue', 'clean')],
    ['look-smell', 'burnt', 'burnt', saw('capacitors', 'flat')],
    ['look-rattle', 'something-moves', 'rattle', saw('board-metal', 'none')],
  ] as const)('%s, %s: no, in words, until the clearing look is in', (finding, outcome, id, clears) => {
    const { yes, why, opens } = mayBePowered(catalogue, [saw(finding, outcome)]);
    expect([yes, why.length]).toEqual([false, 1]);
    expect(why[0]).toContain('not powered until');
    expect(opens).toContain((clears as { finding: string }).finding);
    expect(ids(saw(finding, outcome))).toEqual([id]);
    expect(ids(saw(finding, outcome), clears)).toEqual([]);
    // and again when it is seen again after that
    expect(ids(saw(finding, outcome), clears, saw(finding, outcome))).toEqual([id]);
  });
  it('a repair in vain clears no danger; one carried out does', () => {
    const wet = saw('look-liquid', 'wet-or-sticky');
    expect(ids(wet, { kind: 'repair', repair: 'wash-board', ended: 'no-change' })).toEqual(['liquid']);
    expect(ids(wet, { kind: 'repair', repair: 'wash-board', ended: 'done' })).toEqual([]);
  });
  it('a swollen pack is cleared by being taken out, not by another part; it shuts charging too', () => {
    const swollen = saw('look-swelling', 'bulging-or-lifting');
    expect(mayBePowered(catalogue, [swollen], { act: 'charge' }).yes).toBe(false);
    expect(ids(swollen, { kind: 'part', class: 'memory', way: 'out' })).toEqual(['swelling']);
    expect(ids(swollen, { kind: 'part', class: 'battery', way: 'in' })).toEqual(['swelling']);
    expect(ids(swollen, { kind: 'part', class: 'battery', way: 'out' })).toEqual([]);
  });
  it('a screw was drilled: not before every shaving is out', () =>
    expect(ids({ kind: 'repair', repair: 'drill-screw', ended: 'helped' })).toEqual(['drilled']));
  it.each([
    ['look-cord', 'charger', 'right-charger'],
    ['look-lead', 'cable', 'swap-mains-lead'],
  ])(
    'a bare or joined lead (%s): not plugged in until it is out, or a whole one was given',
    (look, part, repair) => {
      const bare = saw(look, 'bare-or-joined');
      expect(mayBePowered(catalogue, [bare])).toMatchObject({ yes: false });
      expect(mayBePowered(catalogue, [bare], { act: 'charge' })).toMatchObject({ yes: false });
      expect(ids(bare, { kind: 'part', class: part, way: 'out' })).toEqual([]);
      expect(ids(bare, { kind: 'repair', repair, ended: 'done' })).toEqual([]);
      expect(ids(bare, { kind: 'repair', repair, ended: 'no-change' })).toEqual(['cord']);
    },
  );
  it('mains parts that were opened or lie open: only a whole supply clears it', () => {
    const open = saw('supply-case', 'opened-or-open');
    expect(mayBePowered(catalogue, [open]).why[0]).toContain('swapped whole');
    expect(ids(open, { kind: 'part', class: 'drive', way: 'out' })).toEqual(['open-mains']);
    expect(ids(open, { kind: 'repair', repair: 'swap-supply-aio', ended: 'done' })).toEqual([]);
  });
  it('dirt that ruins it at its first start shuts power, and does not shut charging', () => {
    expect(mayBePowered(catalogue, [], { dirt: 'Metal dust' })).toMatchObject({ yes: false });
    expect(mayBePowered(catalogue, [], { dirt: 'Metal dust', act: 'charge' })).toMatchObject({ yes: true });
  });
});
