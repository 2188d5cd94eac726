import { readFileSync } from 'node:fs';
import { and, asc, eq, isNull, ne } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { waysBack } from '@/core/record/back';
import { database } from '@/db/client';
import { components, observations, recordValues } from '@/db/schema';
import { partsBy } from '@/shop/books/stock';
import { binParts } from '@/shop/parts/queries';
import { recordNow } from '@/shop/record/queries';
import { historyOf, reportsOf } from '@/shop/units/queries';
import { act, benchA, benchB, counted, lotWith, openShop, owner, refusal, unitRow } from './shop';

/** What was entered and never was: a part put down by mistake, a report that was of another machine. */
openShop('never_here');

const laptop = async () => (await lotWith(['laptop'])).units[0].unitId;
const FILES = ['dmidecode.txt', 'lshw.json', 'smartctl-sda.json', 'upower.txt'];
/** Each machine reports serials of its own: what is seen in two is a question, and no part. */
const report = (unitId: string) =>
  act(benchA, 'ingestReport', {
    unitId,
    files: FILES.map((name) => ({
      name,
      text: readFileSync(`samples/report/${name}`, 'utf8').replace(
        /(serial[^\n]*?[:=]\s*"?)([A-Z0-9][A-Z0-9-]{3,})/gi,
        (_, before: string, serial: string) => `${before}${serial}${unitId.slice(0, 6).toUpperCase()}`,
      ),
    })),
    despite: true,
  });
const faults = async (unitId: string) =>
  (await recordNow(database(), { id: unitId, chassis: 'laptop' })).dataFaults;
const part = async (id: string) =>
  (await database().select().from(components).where(eq(components.id, id)))[0];
const inside = (unitId: string) =>
  database()
    .select({ id: components.id, class: components.class })
    .from(components)
    .where(eq(components.unitId, unitId))
    .orderBy(asc(components.code));

/** What counts of a machine, but for its drives: those somebody has to count. */
async function standing(unitId: string) {
  const { maker, model, evaluation } = await unitRow(unitId);
  const { specification, seenPlaces, ports } = await recordNow(database(), { id: unitId, chassis: 'laptop' });
  const answers = await database()
    .select({ ref: observations.ref, outcome: observations.outcomeId })
    .from(observations)
    .where(and(eq(observations.unitId, unitId), isNull(observations.voidedBy)));
  const values = await database()
    .select({ key: recordValues.key, value: recordValues.value })
    .from(recordValues)
    .where(
      and(
        eq(recordValues.unitId, unitId),
        isNull(recordValues.voidedBy),
        ne(recordValues.key, 'drive count'),
      ),
    )
    .orderBy(asc(recordValues.id));
  return {
    maker,
    model,
    chances: evaluation?.chances,
    rows: specification.rows.map(({ key, value, basis }) => ({ key, value, basis })),
    places: seenPlaces,
    ports,
    answers,
    values,
    files: await reportsOf(unitId),
    inside: await inside(unitId),
  };
}

/** The way back the history of a machine offers for its newest entry of a kind. */
const wayBack = async (unitId: string, kind: string) => {
  const history = await historyOf(unitId);
  return waysBack(history).get(history.find((entry) => entry.kind === kind)!.seq);
};

describe('a report of another machine', () => {
  it('is taken back whole: values, places, answers, names, files and the parts it put on record', async () => {
    const unitId = await laptop();
    await act(benchA, 'typeSpec', { unitId, key: 'memoryGb', value: '2 GB' });
    const before = await standing(unitId);
    await report(unitId);
    expect((await standing(unitId)).values.length).toBeGreaterThan(before.values.length + 8);
    expect(await inside(unitId)).not.toEqual([]);
    const way = await wayBack(unitId, 'report taken in');
    expect(way?.command).toBe('takeBackReport');
    await act(benchA, way!.command, { unitId, ...way!.input });
    expect(await standing(unitId)).toEqual(before);
    // and it is offered no second time
    expect(await wayBack(unitId, 'report taken in')).toBeUndefined();
    expect(await refusal(act(benchA, way!.command, { unitId, ...way!.input }))).toMatchObject({
      code: 'refused',
    });
  });
  it('that it showed a drive keeps the machine here until somebody has looked and counted', async () => {
    const unitId = await laptop();
    await counted(unitId, 0);
    expect(await faults(unitId)).toEqual([]);
    await report(unitId);
    expect(await faults(unitId)).not.toEqual([]);
    const { command, input } = (await wayBack(unitId, 'report taken in'))!;
    await act(benchA, command, { unitId, ...input });
    expect((await faults(unitId)).join()).toContain('count its drives');
    await counted(unitId, 0);
    expect(await faults(unitId)).toEqual([]);
  });
  it('an answer it had replaced stands again; what came after it stays', async () => {
    const unitId = await laptop();
    await report(unitId);
    const first = (await wayBack(unitId, 'report taken in'))!;
    const answers = (await standing(unitId)).answers;
    expect(answers.length).toBeGreaterThan(0);
    await report(unitId);
    // the earlier of two is not the one that goes
    expect(await refusal(act(benchA, first.command, { unitId, ...first.input }))).toMatchObject({
      code: 'refused',
    });
    const second = (await wayBack(unitId, 'report taken in'))!;
    await act(benchA, second.command, { unitId, ...second.input });
    expect((await standing(unitId)).answers).toEqual(answers);
    expect(await inside(unitId)).not.toEqual([]);
  });
  it('stays when a part of it was taken out or its drive erased since, and says so; nothing is half-done', async () => {
    const unitId = await laptop();
    await report(unitId);
    const { command, input } = (await wayBack(unitId, 'report taken in'))!;
    const [memory] = (await inside(unitId)).filter((each) => each.class === 'memory');
    await act(benchA, 'takePart', { unitId, componentId: memory.id, to: 'bin' });
    const now = await standing(unitId);
    const refused = (await refusal(act(benchA, command, { unitId, ...input }))) as { message: string };
    expect(refused.message).toContain('has been moved');
    expect(await standing(unitId)).toEqual(now);
  });
  it('goes by whoever took it in, or by the owner', async () => {
    const unitId = await laptop();
    await report(unitId);
    const { command, input } = (await wayBack(unitId, 'report taken in'))!;
    expect(await refusal(act(benchB, command, { unitId, ...input }))).toMatchObject({ code: 'forbidden' });
    await act(owner, command, { unitId, ...input });
  });
});

describe('a part put down by mistake', () => {
  const receive = (more: object) =>
    act<{ componentId: string; code: string }>(benchA, 'receivePart', {
      class: 'memory',
      name: '4 GB DDR3 SO-DIMM',
      costMinor: 250,
      ...more,
    });
  const lying = async () =>
    (await partsBy({ from: '2020-01-01', to: '2030-01-01', zone: 'UTC' } as never)).map(
      ({ class: kind, lying: n, lyingMinor }) => ({ kind, n, lyingMinor }),
    );

  it('leaves the bin and the books as if it had not come; it cannot be sold, fitted or taken back again', async () => {
    const before = await lying();
    const { componentId, code } = await receive({});
    expect(await lying()).not.toEqual(before);
    await act(benchB, 'takeBackPart', { componentId });
    expect(await lying()).toEqual(before);
    expect((await binParts()).map((row) => row.code)).not.toContain(code);
    expect((await part(componentId)).place).toBe('never');
    const unitId = await laptop();
    for (const [command, input] of [
      ['takeBackPart', { componentId }],
      ['fitPart', { unitId, componentId }],
      ['sellPart', { componentId, priceMinor: 100, soldOn: '2026-11-30' }],
      ['describePart', { componentId, name: 'other', serial: '', attributes: {}, worthMinor: 0 }],
    ] as const)
      expect(await refusal(act(owner, command, input)), command).toMatchObject({
        code: expect.stringMatching(/conflict|refused/) as string,
      });
  });
  it('one that has been somewhere stays on record', async () => {
    const { componentId } = await receive({});
    const unitId = await laptop();
    await act(benchA, 'fitPart', { unitId, componentId, despite: true });
    await act(benchA, 'takePart', { unitId, componentId, to: 'bin' });
    expect(await refusal(act(owner, 'takeBackPart', { componentId }))).toMatchObject({ code: 'refused' });
  });
  it('of a drive in the bin the owner alone says that it was never here', async () => {
    const { componentId } = await receive({ class: 'drive', name: 'Gannet 500 GB', serial: 'GN-77' });
    expect(await refusal(act(benchA, 'takeBackPart', { componentId }))).toMatchObject({ code: 'forbidden' });
    expect((await part(componentId)).place).toBe('bin');
    await act(owner, 'takeBackPart', { componentId });
  });
  it('a drive put on record in a machine is no way past the gate: hands have to count', async () => {
    const unitId = await laptop();
    const put = (serial: string) =>
      act<{ componentId: string }>(benchA, 'recordPart', {
        unitId,
        class: 'drive',
        name: 'Gannet 500 GB',
        serial,
      });
    const first = await put('GN-1');
    await put('GN-2');
    await act(benchA, 'recordErasure', {
      unitId,
      componentId: first.componentId,
      kind: 'never',
      method: 'sealed in its bag',
    }).catch(() => null);
    const { command, input } = (await wayBack(unitId, 'part recorded'))!;
    await act(benchA, command, { unitId, ...input });
    expect((await faults(unitId)).join()).toContain('nobody has counted its drives');
  });
  it('a memory module put on record in a machine leaves its places as they were', async () => {
    const unitId = await laptop();
    const before = await standing(unitId);
    await act(benchA, 'recordPart', { unitId, class: 'memory', name: '4 GB DDR3 SO-DIMM' });
    expect(await standing(unitId)).not.toEqual(before);
    const { command, input } = (await wayBack(unitId, 'part recorded'))!;
    await act(benchA, command, { unitId, ...input });
    expect(await standing(unitId)).toEqual(before);
  });
});
