import { describe, expect, it } from 'vitest';
import { causeById, findingById, repairById } from '@/catalog';
import { workedCases } from '.';

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
