import { expect, test } from 'vitest';
import { catalogue, findingById, repairById } from '@/catalog';
import { checklists, intake } from './checklists';

test('every list names questions, answers and repairs the catalogue has', () => {
  for (const [complaint, steps] of Object.entries(checklists))
    for (const step of steps) {
      if ('repair' in step) {
        expect(repairById(step.repair), `${complaint}: ${step.repair}`).toBeDefined();
        continue;
      }
      const outcomes = findingById(step.look)?.outcomes.map(({ id }) => id);
      expect(outcomes, `${complaint}: ${step.look}`).toBeDefined();
      // the first is what a sound machine shows: nothing is mended for it, but where a good part was tried
      for (const id of Object.keys(step.on)) expect(outcomes, `${complaint}: ${step.look}`).toContain(id);
      for (const id of [...Object.values(step.on).flat(), ...step.otherwise])
        expect(repairById(id), `${complaint}: ${step.look}: ${id}`).toBeDefined();
    }
});

test('every complaint of the intake is an answer that is not the sound one, and has a list', () => {
  for (const { finding, complaints } of intake) {
    const [sound, ...others] = catalogue.findings.find(({ id }) => id === finding)!.outcomes;
    for (const [outcome, complaint] of Object.entries(complaints)) {
      expect(outcome, finding).not.toBe(sound.id);
      expect(
        others.map(({ id }) => id),
        finding,
      ).toContain(outcome);
      expect(Object.keys(checklists), finding).toContain(complaint);
    }
  }
});
