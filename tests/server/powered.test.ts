import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { findingById } from '@/catalog';
import { powerNow } from '@/shop/safety/power';
import { act, benchA, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('powered');

const saw = (unitId: string, finding: string, outcome: string) => {
  const { outcomes, hazard } = findingById(finding)!;
  return act(benchA, 'observe', {
    unitId,
    finding,
    outcome: outcomes.findIndex(({ id }) => id === outcome),
    ...(hazard && { acknowledged: hazard.caution }),
  });
};
const SIGNS = [
  ['look-liquid', 'wet-or-sticky', 'board-residue', 'clean'],
  ['look-smell', 'burnt', 'board-residue', 'clean'],
  ['look-rattle', 'something-moves', 'board-metal', 'none'],
] as const;

/** Every way to have a machine powered: the command, and what it is given. */
const ways = (unitId: string, componentId: string): [string, Record<string, unknown>][] => [
  ['startRun', { kind: 'heat' }],
  ['startRun', { kind: 'battery' }],
  ['startRun', { kind: 'rails' }],
  ['startRun', { kind: 'speed' }],
  ['makeSelfTest', {}],
  ['makeReportToken', {}],
  ['startErasure', { componentId, methodId: 'disk-overwrite' }],
  ['startWork', { ref: 'erase-drive' }],
  ['startWork', { ref: 'system-install' }],
  ['startWork', { ref: 'clone-drive' }],
  ['startWork', { ref: 'soak' }],
  ['startWork', { ref: 'charge' }],
  ['recordTest', { test: 'load', result: 'pass' }],
  ['setBench', { bench: { plugged: true } }],
];

describe('a machine with a standing danger is not powered, whatever asks', () => {
  it.each(SIGNS)(
    '%s, %s: every way is refused in words, until %s says %s',
    async (finding, outcome, clears, clean) => {
      const { unitId } = (await lotWith(['laptop'])).units[0];
      const { componentId } = await act<{ componentId: string }>(benchA, 'recordPart', {
        unitId,
        class: 'drive',
        name: 'Basalt 320',
        serial: `BSL-${finding}`,
        attributes: { kind: 'disk', gb: 320 },
      });
      await saw(unitId, finding, outcome);
      expect((await powerNow(database(), await unitRow(unitId))).yes).toBe(false);
      for (const [name, more] of ways(unitId, componentId)) {
        const refused = await refusal(act(benchA, name, { unitId, ...more }));
        expect([name, more, refused]).toEqual([
          name,
          more,
          { code: 'refused', message: expect.stringContaining('not powered until') },
        ]);
      }
      // what is done to it cold goes on
      expect(await refusal(act(benchA, 'startWork', { unitId, ref: 'clean-plan' }))).toBeNull();
      expect(await refusal(act(benchA, 'recordTest', { unitId, test: 'hinge', result: 'pass' }))).toBeNull();
      await saw(unitId, clears, clean);
      for (const [name, more] of ways(unitId, componentId))
        expect([name, await refusal(act(benchA, name, { unitId, ...more }))]).toEqual([name, null]);
    },
  );
  it('work that powers, begun before it was seen, is not gone on with', async () => {
    const { unitId } = (await lotWith(['laptop'])).units[0];
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'soak' });
    await act(benchA, 'pauseWork', { unitId, workId });
    await saw(unitId, 'look-liquid', 'wet-or-sticky');
    expect(await refusal(act(benchA, 'resumeWork', { unitId, workId }))).toMatchObject({ code: 'refused' });
  });
  it('a swollen pack: let out of quarantine by the owner, taken out, it may be powered without it', async () => {
    const { unitId } = (await lotWith(['laptop'])).units[0];
    const { componentId } = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId,
      class: 'battery',
      name: 'Pack of a Courier 14',
    });
    await saw(unitId, 'look-swelling', 'bulging-or-lifting');
    expect((await unitRow(unitId)).stage).toBe('quarantine');
    await act(owner, 'setStage', { unitId, stage: 'hands' });
    expect(await refusal(act(benchA, 'makeReportToken', { unitId }))).toMatchObject({
      message: expect.stringContaining('Swollen cell'),
    });
    await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
    expect(await refusal(act(benchA, 'makeReportToken', { unitId }))).toBeNull();
  });
});
