import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, observations } from '@/db/schema';
import { findingById } from '@/catalog';
import { addPhoto } from '@/shop/photos/commands';
import { layAway } from '@/shop/photos/store';
import { runCommand } from '@/shop/runner';
import { wayToEnd } from '@/shop/units/remaining';
import { act, benchA, benchB, ERASED, lotWith, openShop, owner, refusal, unitRow } from './shop';

process.env.BETTER_AUTH_SECRET = 'a secret of the tests only, long enough';
openShop('judgement');

const at = (finding: string, outcome: string) => ({
  finding,
  outcome: findingById(finding)!.outcomes.findIndex(({ id }) => id === outcome),
});
const ids = async (unitId: string) => (await unitRow(unitId)).evaluation!.steps.map((step) => step.id);
const OUTSIDE = [
  at('look-swelling', 'flat'),
  at('look-liquid', 'none'),
  at('look-rattle', 'silent'),
  at('look-smell', 'none'),
];

describe('a question without an answer', () => {
  it('leaves the proposals, stands on the record, and comes back when it is taken back', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['laptop']);
    const [first] = await ids(unitId);
    await act(benchA, 'noAnswer', { unitId, finding: first, why: 'cannot-tell' });
    expect(await ids(unitId)).not.toContain(first);
    await act(benchA, 'voidObservation', { unitId });
    expect(await ids(unitId)).toContain(first);
  });
  it('an answer replaces it, and “look again” sets the answer aside until there is a new one', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['desktop']);
    await act(benchA, 'noAnswer', { unitId, finding: 'look-dust', why: 'no-tool' });
    await act(benchA, 'observe', { unitId, ...at('look-dust', 'packed') });
    const standing = async () =>
      (await database().select().from(observations).where(eq(observations.unitId, unitId))).filter(
        (row) => row.voidedBy === null,
      );
    expect((await standing()).map((row) => row.kind)).toEqual(['finding']);
    await act(benchB, 'noAnswer', { unitId, finding: 'look-dust', why: 'look-again' });
    expect((await standing()).map((row) => [row.kind, row.outcomeId])).toEqual([
      ['unanswered', 'look-again'],
    ]);
    expect((await unitRow(unitId)).evaluation!.again).toEqual(['look-dust']);
    expect(await refusal(act(benchA, 'giveGrade', { unitId }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('to be looked at again: How dusty are the air grilles?') as string,
    });
    // taken back, the answer it set aside counts again
    await act(benchB, 'voidObservation', { unitId });
    expect((await standing()).map((row) => [row.kind, row.outcomeId])).toEqual([['finding', 'packed']]);
    expect((await unitRow(unitId)).evaluation!.again).toEqual([]);
    await act(benchB, 'noAnswer', { unitId, finding: 'look-dust', why: 'look-again' });
    await act(benchA, 'observe', { unitId, ...at('look-dust', 'clean') });
    expect((await unitRow(unitId)).evaluation!.again).toEqual([]);
  });
  it('is refused for what no such machine has', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['desktop']);
    expect(
      await refusal(act(benchA, 'noAnswer', { unitId, finding: 'look-battery', why: 'has-none' })),
    ).toMatchObject({
      code: 'invalid',
    });
  });
});

describe('the end of a repair', () => {
  it('as a precaution it is done: on the papers, not proposed again, and the fault no lesson', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['laptop']);
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'repaste' });
    await act(benchA, 'finishWork', { unitId, workId, ended: 'precaution' });
    const [row] = await database().select().from(observations).where(eq(observations.unitId, unitId));
    expect([row.kind, row.ref, row.outcomeId]).toEqual(['repair', 'repaste', 'precaution']);
    expect(await ids(unitId)).not.toContain('repaste');
    expect((await unitRow(unitId)).evaluation!.chances['paste-dry'] ?? 0).toBeLessThan(0.02);
    await act(benchA, 'voidObservation', { unitId });
    expect((await unitRow(unitId)).evaluation!.chances['paste-dry']).toBeGreaterThan(0.05);
  });
  it('an ending nobody knows is refused', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['laptop']);
    expect(
      await refusal(act(benchA, 'repairVerdict', { unitId, repair: 'repaste', ended: 'somehow' })),
    ).toMatchObject({ code: 'invalid' });
  });
});

describe('danger', () => {
  it('a rattle takes every step that powers out of the list until the metal is out', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['desktop']);
    for (const answer of OUTSIDE.slice(1, 2)) await act(benchA, 'observe', { unitId, ...answer });
    await act(benchA, 'observe', {
      unitId,
      ...at('look-rattle', 'something-moves'),
      acknowledged: 'rattle-before-power',
    });
    const shut = (await unitRow(unitId)).evaluation!.shut;
    expect(shut.some(({ id, why }) => id === 'button' && why.kind === 'gate' && why.gate === 'rattle')).toBe(
      true,
    );
    expect(await ids(unitId)).not.toContain('button');
    await act(benchA, 'repairVerdict', { unitId, repair: 'screw-back', ended: 'helped' });
    expect((await unitRow(unitId)).evaluation!.shut.filter(({ why }) => why.kind === 'gate')).toEqual([]);
  });
});

describe('what is kept', () => {
  it('an owner’s machine is not installed over and not erased, until the ticket says that it may go', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['laptop'], { source: 'owner' });
    expect(await refusal(act(benchA, 'startWork', { unitId, ref: 'install-system' }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('stay') as string,
    });
    await act(benchA, 'recordPart', { unitId, class: 'drive', name: 'disk', serial: 'KEPT-1' });
    const [drive] = await database().select().from(components).where(eq(components.unitId, unitId));
    const erase = {
      unitId,
      componentId: drive.id,
      ...ERASED,
    };
    expect(await refusal(act(benchA, 'recordErasure', erase))).toMatchObject({ code: 'refused' });
    expect(await refusal(act(benchA, 'setKeeps', { unitId, keeps: false }))).toMatchObject({
      code: 'refused',
    });
    await act(benchA, 'setKeeps', { unitId, keeps: false, how: 'by telephone' });
    // somebody else's machine is worked on once they have said yes to what it costs
    const told = (own: Record<string, unknown>) => act(benchA, 'tellOwner', { unitId, act: own });
    await told({ op: 'quote', lines: [{ what: 'a fresh system', minor: 900 }] });
    await told({ op: 'answer', yes: true });
    expect(await refusal(act(benchA, 'startWork', { unitId, ref: 'install-system' }))).toBeNull();
    expect(await refusal(act(benchA, 'recordErasure', erase))).toBeNull();
  });
  it('is mended as agreed and handed over, or given back: no other end, no shelf, and nothing before a yes', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['laptop'], { source: 'owner' });
    const now = async () => (await unitRow(unitId)).evaluation!;
    const ends = async () => (await now()).routes.map(({ route }) => route);
    expect(await ends()).toEqual(['refurbish', 'handOver', 'giveBack']);
    await act(benchA, 'observe', { unitId, finding: 'memory-contacts', outcome: 1 });
    expect((await now()).steps.some(({ kind }) => kind === 'repair')).toBe(false);
    const told = (own: Record<string, unknown>) => act(benchA, 'tellOwner', { unitId, act: own });
    await told({ op: 'quote', lines: [{ what: 'contacts', minor: 2600 }] });
    expect((await now()).valueMinor).toBeLessThanOrEqual(2600);
    expect((await now()).steps.some(({ kind }) => kind === 'repair')).toBe(false);
    for (const [name, input] of [
      ['logWork', { ref: 'reseat-memory', minutes: 5, ended: 'helped' }],
      ['cleanStep', { rule: 'blow', zones: ['keys'] }],
    ] as const) {
      const refused = await refusal(act(benchA, name, { unitId, ...input }));
      expect(refused, name).toMatchObject({ message: expect.stringContaining('somebody else') });
    }
    await told({ op: 'answer', yes: true, how: 'by telephone' });
    const agreed = (await now()).steps.map(({ kind, id }) => `${kind} ${id}`);
    expect(agreed.some((step) => step.startsWith('repair '))).toBe(true);
    expect(agreed).not.toContain('stop ask');
    // the yes taken back, nothing is mended any more; given again, it is as it was
    await act(benchA, 'takeBackAct', { what: 'owner', unitId });
    expect((await now()).steps.some(({ kind }) => kind === 'repair')).toBe(false);
    expect((await now()).steps.map(({ id }) => id)).toContain('ask');
    await told({ op: 'answer', yes: true, how: 'by telephone' });
    expect((await now()).steps.map(({ kind, id }) => `${kind} ${id}`)).toEqual(agreed);
    for (const route of ['disclose', 'asFound', 'harvest', 'recycle'])
      expect(await refusal(act(benchA, 'decide', { unitId, route })), route).toMatchObject({
        code: 'refused',
        message: expect.stringContaining('somebody else’s'),
      });
    await act(benchA, 'decide', { unitId, route: 'handOver' });
    const row = await unitRow(unitId);
    expect(row.ending).toBe('handOver');
    const { left } = await wayToEnd(row, 'handOver');
    expect(left.map(({ what }) => what)).not.toContain('list');
    expect(left.at(-1)).toEqual({ what: 'hand back' });
    await act(benchA, 'decide', { unitId, route: null });
    expect((await unitRow(unitId)).ending).toBeNull();
    // and the shop's own cannot be given back to nobody
    const ours = (await lotWith(['laptop'])).units[0].unitId;
    expect(await refusal(act(benchA, 'decide', { unitId: ours, route: 'giveBack' }))).toMatchObject({
      code: 'refused',
    });
  });
  it('a customer’s wish holds on any machine', async () => {
    const {
      units: [{ unitId }],
    } = await lotWith(['desktop']);
    expect(await refusal(act(benchA, 'startWork', { unitId, ref: 'erase-drive' }))).toBeNull();
    await act(benchA, 'setKeeps', { unitId, keeps: true });
    expect(await refusal(act(benchB, 'startWork', { unitId, ref: 'system-install' }))).toMatchObject({
      code: 'refused',
    });
  });
});

describe('tools', () => {
  it('looks that want a multimeter are not proposed in a shop that has none', async () => {
    await act(owner, 'setTools', { lacks: ['meter'] });
    const {
      units: [{ unitId }],
    } = await lotWith(['laptop']);
    for (const answer of [...OUTSIDE, at('lamp', 'dark'), at('button', 'nothing')])
      await act(benchA, 'observe', { unitId, ...answer });
    expect(await ids(unitId)).not.toContain('charger-volts');
    await act(owner, 'setTools', { lacks: [] });
    expect(await refusal(act(benchA, 'setTools', { lacks: [] }))).toMatchObject({ code: 'forbidden' });
  });
});

describe('a note to an answer', () => {
  const answers = (unitId: string) =>
    database().select().from(observations).where(eq(observations.unitId, unitId));
  it('stands with it and changes nothing that is reckoned; a figure is kept as one', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'observe', { unitId, ...at('look-dust', 'clean') });
    const before = await unitRow(unitId);
    const [{ id }] = await answers(unitId);
    await act(benchA, 'noteAnswer', { unitId, observation: id, note: ' 4,98 V ' });
    expect((await answers(unitId))[0]).toMatchObject({ note: '4,98 V', figure: 4.98, figureUnit: 'V' });
    const after = await unitRow(unitId);
    expect(after.valueMinor).toBe(before.valueMinor);
    expect(after.version).toBe(before.version + 1);
    await act(benchA, 'noteAnswer', { unitId, observation: id, note: '' });
    expect((await answers(unitId))[0]).toMatchObject({ note: null, figure: null });
  });
  it('not to one taken back, nor to another machine’s; a photograph neither', async () => {
    const one = (await lotWith(['desktop'])).units[0].unitId;
    const other = (await lotWith(['desktop'])).units[0].unitId;
    await act(benchA, 'observe', { unitId: one, ...at('look-dust', 'clean') });
    const [{ id }] = await answers(one);
    const note = { observation: id, note: 'x' };
    expect(await refusal(act(benchA, 'noteAnswer', { unitId: other, ...note }))).toMatchObject({
      code: 'refused',
    });
    const laid = await layAway(Buffer.from([1]));
    const photo = { note: '', width: 1, height: 1, ...laid, observation: id };
    expect(await refusal(runCommand(addPhoto, benchA, { input: { unitId: other, ...photo } }))).toMatchObject(
      {
        code: 'refused',
      },
    );
    await runCommand(addPhoto, benchA, { input: { unitId: one, ...photo } });
    await act(benchA, 'voidObservation', { unitId: one });
    expect(await refusal(act(benchA, 'noteAnswer', { unitId: one, ...note }))).toMatchObject({
      code: 'refused',
    });
  });
});
