import { describe, expect, it } from 'vitest';
import { catalogue, causeById, findingById, repairById } from '@/catalog';
import { workedCases } from '.';
import { turn, type WorkedCase } from './case';
import { markCase } from './mark';

describe('worked cases', () => {
  it('are at least forty, two thirds of them with several faults', () => {
    expect(workedCases.length).toBeGreaterThanOrEqual(40);
    expect(new Set(workedCases.map(({ id }) => id)).size).toBe(workedCases.length);
    const several = workedCases.filter(({ faults }) => faults.length >= 2 && faults.length <= 5);
    expect(several.length / workedCases.length).toBeGreaterThanOrEqual(2 / 3);
  });
  it.each(workedCases.map((each) => [each.id, each] as const))('%s speaks of what there is', (_, each) => {
    const fits = (item: { chassis?: readonly string[] } | undefined) =>
      item !== undefined && (!item.chassis || item.chassis.includes(each.chassis));
    for (const id of each.faults) expect(causeById(id)?.prior[each.chassis], id).toBeGreaterThan(0);
    for (const { answered, causes = [], steps = [], never = [] } of each.turns) {
      for (const [id, answer] of answered) {
        const finding = findingById(id);
        if (finding) {
          expect(fits(finding), id).toBe(true);
          expect(
            finding.outcomes.map((outcome) => outcome.id),
            `${id}=${answer}`,
          ).toContain(answer);
        } else {
          expect(fits(repairById(id)), id).toBe(true);
          expect(['helped', 'no-change'], id).toContain(answer);
        }
      }
      for (const id of causes) expect(causeById(id)?.prior[each.chassis], id).toBeGreaterThan(0);
      for (const id of [...steps, ...never])
        if (!['stop', 'powering'].includes(id)) expect(findingById(id) ?? repairById(id), id).toBeDefined();
      // a step that is right must be one this machine can have
      for (const id of steps)
        if (id !== 'stop') expect(fits(findingById(id) ?? repairById(id)), id).toBe(true);
    }
  });
});

describe('marking', () => {
  const worth = {
    soundMinor: 7300,
    feeShare: 0.08,
    finishMinutes: 30,
    asFoundShare: 0.45,
    asFoundMinutes: 9,
    parts: [],
    harvestMinutes: 16,
    recycleMinor: 40,
  };
  const worthOf = () => ({
    worth,
    priceLowMinor: 6000,
    priceHighMinor: 8500,
    ratePerHourMinor: 1800,
    verifyMinutes: 4,
  });
  const empty: Omit<WorkedCase, 'turns'> = {
    id: 'x',
    story: '',
    chassis: 'desktop',
    source: 'clearout',
    faults: ['drive-out'],
  };
  it('takes a cause seen directly as held, and tells right from wrong of each kind', () => {
    const turns = [
      turn('look-bay=bay-empty', { causes: ['drive-out'], steps: ['stop', 'fit-drive'] }),
      turn('look-rattle=silent', { causes: ['touchpad-bad'], never: ['powering', 'coin-cell'] }),
    ];
    const marks = markCase(catalogue, { ...empty, turns }, worthOf);
    expect(marks.map(({ turn: n, kind }) => [n, kind])).toEqual([
      [0, 'cause'],
      [0, 'step'],
      [1, 'cause'],
      [1, 'never'],
      [1, 'never'],
    ]);
    expect(marks[0].right).toBe(true);
    expect(marks[2].right).toBe(false);
    // what the first three are decides the rest, whatever today's engine proposes
    for (const { kind, wanted, seen, right } of marks.filter((mark) => mark.kind !== 'cause'))
      if (kind === 'step') expect(right).toBe(seen.some((step) => wanted.includes(step)));
      else if (wanted[0] !== 'powering') expect(right).toBe(!seen.includes(wanted[0]));
  });
});
