import { describe, expect, it } from 'vitest';
import { commandByName } from '@/shop/commands';
import { lineOf, runningAlone } from '@/shop/floor/queries';
import { workOf } from '@/shop/units/queries';
import { act, benchA, benchB, eventCount, lotWith, owner, refusal, trainee, unitRow, openShop } from './shop';

openShop('commands');

describe('who may', () => {
  it('a viewer may do none of the commands but say what they think of a step, and nothing is written', async () => {
    const before = await eventCount();
    expect([...commandByName.values()].filter(({ anybody }) => anybody).map(({ name }) => name)).toEqual([
      'markSteps',
    ]);
    for (const name of commandByName.keys())
      if (name === 'markSteps')
        expect(
          await refusal(act(trainee, name, { seq: 1, marks: { 'look:button': 'foolish' } })),
        ).toMatchObject({ code: 'missing' });
      else expect(await refusal(act(trainee, name, {})), name).toMatchObject({ code: 'forbidden' });
    expect(await eventCount()).toBe(before);
  });
  it('house rules are the owner’s', async () => {
    expect(await refusal(act(benchA, 'setRules', { ratePerHourMinor: 1 }))).toMatchObject({
      code: 'forbidden',
    });
    await act(owner, 'setRules', { ratePerHourMinor: 1800 });
  });
});

describe('a command', () => {
  it('sent twice with one key acts once and answers the same', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const before = await eventCount();
    const send = () =>
      act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 1 }, { key: 'key-1' });
    const answers = await Promise.all([send(), send(), send()]);
    expect(answers).toEqual([answers[0], answers[0], answers[0]]);
    expect(await eventCount()).toBe(before + 1);
    expect(
      await refusal(
        act(benchB, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 2 }, { key: 'key-1' }),
      ),
    ).toMatchObject({ code: 'invalid' });
  });
  it('on a stale version says who changed what and when, and changes nothing', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const { version } = await unitRow(unit.unitId);
    await act(benchB, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 1 }, { version });
    const before = await eventCount();
    expect(
      await refusal(
        act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 2 }, { version }),
      ),
    ).toEqual({
      code: 'conflict',
      message: expect.stringMatching(/^Bench B changed this unit \d s ago \(finding\)/),
    });
    expect(await eventCount()).toBe(before);
    // a second act is about what was seen, whatever it answers
    expect(
      await refusal(
        act(
          benchA,
          'observe',
          { unitId: unit.unitId, finding: 'look-ports', outcome: 1, despite: true },
          { version },
        ),
      ),
    ).toMatchObject({ code: 'conflict' });
    expect(
      await refusal(act(benchA, 'setBench', { unitId: unit.unitId, bench: { plugged: true } }, { version })),
    ).toMatchObject({
      code: 'conflict',
    });
  });
  it('on a stale version an answer to a question nobody answered meanwhile stands; so does a test nobody made', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const { version } = await unitRow(unit.unitId);
    const on = { unitId: unit.unitId };
    await act(benchB, 'observe', { ...on, finding: 'look-dust', outcome: 1 }, { version });
    await act(benchA, 'observe', { ...on, finding: 'look-ports', outcome: 0 }, { version });
    await act(benchA, 'recordTest', { ...on, test: 'surfaces', result: 'pass' }, { version });
    expect(
      await refusal(act(benchB, 'recordTest', { ...on, test: 'surfaces', result: 'fail' }, { version })),
    ).toMatchObject({ code: 'conflict' });
  });
  it('with bad input names the field and writes nothing, its key stays free', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const before = await eventCount();
    expect(
      await refusal(
        act(
          benchA,
          'observe',
          { unitId: unit.unitId, finding: 'look-dust', outcome: 'much' },
          { key: 'key-2' },
        ),
      ),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('outcome') });
    expect(
      await refusal(
        act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 7 }, { key: 'key-2' }),
      ),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('outcomes 1 to 3') });
    expect(
      await refusal(
        act(benchA, 'observe', {
          unitId: '00000000-0000-4000-8000-000000000000',
          finding: 'look-dust',
          outcome: 0,
        }),
      ),
    ).toMatchObject({ code: 'missing' });
    expect(await eventCount()).toBe(before);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-dust', outcome: 1 }, { key: 'key-2' });
  });
  it('cannot ask a laptop’s question of a tower', async () => {
    const {
      units: [unit],
    } = await lotWith(['desktop']);
    expect(
      await refusal(act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-swelling', outcome: 0 })),
    ).toMatchObject({ code: 'invalid' });
  });
});

describe('answers', () => {
  it('re-price the machine, and taking one back restores belief and value exactly', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const on = { unitId: unit.unitId };
    await act(benchA, 'observe', { ...on, finding: 'button', outcome: 0 });
    await act(benchA, 'observe', { ...on, finding: 'picture-monitor', outcome: 2 });
    const before = await unitRow(unit.unitId);
    await act(benchA, 'observe', { ...on, finding: 'lock-key', outcome: 0 });
    const moved = await unitRow(unit.unitId);
    expect(moved.evaluation!.beliefs).not.toEqual(before.evaluation!.beliefs);
    expect(moved.version).toBe(before.version + 1);
    await act(benchA, 'voidObservation', on);
    const after = await unitRow(unit.unitId);
    const plain = ({ valueBeforeMinor: _, ...rest }: NonNullable<typeof after.evaluation>) => rest;
    expect(plain(after.evaluation!)).toEqual(plain(before.evaluation!));
    expect(after).toMatchObject({ valueMinor: before.valueMinor, bench: before.bench, stage: before.stage });
  });
  it('taken back also give back the bench they had opened; what a person said of it since stands', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const on = { unitId: unit.unitId };
    await act(benchA, 'observe', { ...on, finding: 'look-dust', outcome: 1 });
    await act(benchA, 'observe', { ...on, finding: 'memory-fitted', outcome: 0 });
    expect(await unitRow(unit.unitId)).toMatchObject({ stage: 'find', bench: { caseOpen: true } });
    await act(benchA, 'voidObservation', on);
    expect(await unitRow(unit.unitId)).toMatchObject({ stage: 'look', bench: { caseOpen: false } });
    await act(benchA, 'observe', { ...on, finding: 'memory-fitted', outcome: 0 });
    await act(benchA, 'setBench', { ...on, bench: { batteryOut: true } });
    await act(benchA, 'voidObservation', on);
    expect((await unitRow(unit.unitId)).bench).toMatchObject({ caseOpen: false, batteryOut: true });
  });
  it('given again replace the earlier one, and taking that back brings the earlier one back', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const on = { unitId: unit.unitId };
    await act(benchA, 'observe', { ...on, finding: 'look-dust', outcome: 0 });
    const first = (await unitRow(unit.unitId)).evaluation!.beliefs;
    await act(benchA, 'observe', { ...on, finding: 'look-dust', outcome: 2 });
    expect((await unitRow(unit.unitId)).evaluation!.beliefs).not.toEqual(first);
    await act(benchA, 'voidObservation', on);
    const again = (await unitRow(unit.unitId)).evaluation!.beliefs;
    expect(again.map(({ cause, probability }) => [cause, probability])).toEqual(
      first.map(({ cause, probability }) => [cause, probability]),
    );
  });
  it('nothing to take back is said', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    expect(await refusal(act(benchA, 'voidObservation', { unitId: unit.unitId }))).toMatchObject({
      code: 'refused',
    });
  });
});

describe('a swollen battery', () => {
  it('wants its caution acknowledged, then stops the unit: nothing more is done to it until the owner lets it go', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const on = { unitId: unit.unitId };
    const swollen = { ...on, finding: 'look-swelling', outcome: 1 };
    const started = await act<{ workId: string }>(benchA, 'startWork', { ...on, ref: 'charge' });
    await act(benchA, 'leaveAlone', { ...on, workId: started.workId, minutes: 90 });
    expect(await refusal(act(benchA, 'observe', swollen))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('Do not charge, press, bend or pierce'),
    });
    expect((await unitRow(unit.unitId)).stage).toBe('hands');
    await act(benchA, 'observe', { ...swollen, acknowledged: 'swollen-cell' });
    expect(await unitRow(unit.unitId)).toMatchObject({ stage: 'quarantine', route: 'quarantine' });
    expect((await runningAlone()).filter((block) => block.tag === unit.tag)).toEqual([]);
    expect((await lineOf()).quarantine).toBe(1);
    for (const [name, input] of [
      ['startWork', { ref: 'charge' }],
      ['recordTest', { test: 'starts', result: 'pass' }],
      ['setBench', { bench: { plugged: true } }],
      ['makeReportToken', {}],
      ['listUnit', { askMinor: 100 }],
    ] as const) {
      expect(await refusal(act(benchA, name, { ...on, ...input })), name).toMatchObject({
        code: 'refused',
        message: expect.stringContaining('quarantine'),
      });
    }
    expect(await refusal(act(benchA, 'voidObservation', on))).toMatchObject({ code: 'refused' });
    expect(await refusal(act(benchA, 'setStage', { ...on, stage: 'hands' }))).toMatchObject({
      code: 'forbidden',
    });
    await act(owner, 'setStage', { ...on, stage: 'hands' });
    expect((await unitRow(unit.unitId)).stage).toBe('hands');
  });
  it('a slip is taken back by the owner: the very answer that stopped it, and it stands where it stood', async () => {
    const {
      units: [unit],
    } = await lotWith(['laptop']);
    const on = { unitId: unit.unitId };
    await act(benchA, 'observe', { ...on, finding: 'look-dust', outcome: 0 });
    const before = (await unitRow(unit.unitId)).stage;
    const swollen = { finding: 'look-swelling', outcome: 1, acknowledged: 'swollen-cell' };
    await act(benchA, 'observe', { ...on, ...swollen });
    expect(await refusal(act(benchA, 'voidObservation', on))).toMatchObject({ code: 'refused' });
    await act(owner, 'voidObservation', on);
    expect((await unitRow(unit.unitId)).stage).toBe(before);
  });
});

describe('work', () => {
  it('keeps hands and running alone apart; one pair of hands does one thing', async () => {
    const { units } = await lotWith(['small', 'small']);
    const [a, b] = units.map((unit) => ({ unitId: unit.unitId }));
    const first = await act<{ workId: string }>(benchA, 'startWork', { ...a, ref: 'clean-plan' });
    const second = await act<{ workId: string }>(benchA, 'startWork', { ...b, ref: 'erase-drive' });
    expect((await workOf(units[0].unitId))[0].status).toBe('paused');
    await act(benchA, 'leaveAlone', { ...b, workId: second.workId, minutes: 90, station: 'dock 1' });
    expect(await runningAlone()).toEqual([
      expect.objectContaining({
        tag: units[1].tag,
        title: 'Erase the drive',
        station: 'dock 1',
        expectedMinutes: 90,
      }),
    ]);
    await act(benchA, 'resumeWork', { ...a, workId: first.workId });
    expect((await workOf(units[1].unitId))[0].status).toBe('alone');
    await act(benchA, 'pauseWork', { ...a, workId: first.workId });
    await act(benchA, 'finishWork', { ...a, workId: first.workId });
    await act(benchB, 'finishWork', { ...b, workId: second.workId });
    expect(await runningAlone()).toEqual([]);
    const [done] = await workOf(units[1].unitId);
    expect(done.segments.map((segment) => [segment.attended, segment.endedAt !== null])).toEqual([
      [true, true],
      [false, true],
    ]);
    expect(await refusal(act(benchA, 'pauseWork', { ...a, workId: first.workId }))).toMatchObject({
      code: 'refused',
    });
  });
  it('a repair’s verdict moves belief, and carries the unit to hands on', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    const on = { unitId: unit.unitId };
    for (const [finding, outcome] of [
      ['look-bay', 0],
      ['button', 0],
      ['fan-sound', 2],
      ['lock-key', 1],
      ['picture-monitor', 2],
    ] as const)
      await act(benchA, 'observe', { ...on, finding, outcome });
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { ...on, ref: 'reseat-memory' });
    expect((await unitRow(unit.unitId)).stage).toBe('hands');
    expect((await unitRow(unit.unitId)).evaluation!.chances['memory-contact']).toBeGreaterThan(0.2);
    await act(benchA, 'finishWork', { ...on, workId, ended: 'helped' });
    const { chances } = (await unitRow(unit.unitId)).evaluation!;
    expect(chances['memory-contact'] ?? 0).toBe(0);
  });
});
