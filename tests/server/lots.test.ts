import { readFileSync } from 'node:fs';
import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { events, recordValues, units } from '@/db/schema';
import { guessColumns, readManifestTable } from '@/formats/manifest';
import { previewManifest } from '@/shop/lots/importManifest';
import { act, benchA, eventCount, lotWith, owner, refusal, openShop } from './shop';

openShop('lots');

const text = readFileSync('samples/manifests/library.csv', 'utf8');
const columns = guessColumns(readManifestTable(text).header);
type Answer = { added: string[]; already: number; bad: number };
const take = (lotId: string, file = text) =>
  act<Answer>(owner, 'importManifest', {
    lotId,
    text: file,
    columns: guessColumns(readManifestTable(file).header),
  });
const unitsOf = (lotId: string) =>
  database().select().from(units).where(eq(units.lotId, lotId)).orderBy(units.tag);

describe('a manifest', () => {
  it('is previewed without writing anything, bad rows with line and reason', async () => {
    const { lotId } = await lotWith([]);
    const before = await eventCount();
    const preview = await database().transaction((tx) => previewManifest(tx, { lotId, text, reading: {} }));
    expect(preview).toMatchObject({ total: 40, already: 0, bad: [{ line: 10 }, { line: 21 }] });
    expect(await eventCount()).toBe(before);
    expect(await unitsOf(lotId)).toEqual([]);
  });
  it('what the columns were taken for is offered when such a file comes again, whatever the names', async () => {
    const odd = 'What;Who made it;Called;Holds\nlaptop;Aldermoor;Reach 5;8.192 MB\n';
    const preview = async (reading = {}) => {
      const { lotId } = await lotWith([]);
      return database().transaction((tx) => previewManifest(tx, { lotId, text: odd, reading }));
    };
    expect(await preview()).toMatchObject({ total: 0, remembered: false });
    const columns = { chassis: 0, maker: 1, model: 2, memoryGb: 3 };
    const { lotId } = await lotWith([]);
    await act(owner, 'importManifest', { lotId, text: odd, columns, reading: { decimal: ',' } });
    expect(await preview()).toMatchObject({ total: 1, remembered: true, columns, decimal: ',' });
    // what somebody says now comes before what was said then
    expect(await preview({ decimal: '.' })).toMatchObject({ decimal: '.' });
  });
  it('a row mended in the preview comes in as mended', async () => {
    const { lotId } = await lotWith([]);
    const bad = 'kind,model\nhovercraft,X\n';
    const mended = { text: bad, columns: { chassis: 0, model: 1 }, reading: { mends: { 2: ['aio', 'X'] } } };
    expect(await act(owner, 'importManifest', { lotId, ...mended })).toMatchObject({ bad: 0 });
    expect(await unitsOf(lotId)).toMatchObject([{ chassis: 'aio', model: 'X' }]);
  });
  it('takes the good rows in: tags, claims as weak evidence, the lot’s cost shared out to the last penny', async () => {
    const { lotId } = await lotWith([], { priceMinor: 42_000, freightMinor: 4_501 });
    expect(await take(lotId)).toMatchObject({ already: 0, bad: 2 });
    const rows = await unitsOf(lotId);
    expect(rows).toHaveLength(40);
    expect(new Set(rows.map((row) => row.tag)).size).toBe(40);
    expect(rows.reduce((sum, row) => sum + row.costMinor, 0)).toBe(46_501);
    const claimed = await database().select().from(recordValues).where(eq(recordValues.unitId, rows[0].id));
    expect(claimed.every((row) => row.basis === 'claimed')).toBe(true);
  });
  it('the same file twice, and twice at once, adds nothing more; a longer one adds only what is new', async () => {
    const { lotId } = await lotWith([]);
    const answers = await Promise.all([take(lotId), take(lotId)]);
    expect(answers.map((answer) => answer.added.length).sort()).toEqual([0, 40]);
    expect(await take(lotId)).toMatchObject({ added: [], already: 40 });
    expect(
      (await take(lotId, text + 'laptop;Pellmark;Courier 14;PC1;;4 GB;none;works\n')).added,
    ).toHaveLength(1);
    expect(await unitsOf(lotId)).toHaveLength(41);
  });
  it('with bad rows put right later, brings in just those', async () => {
    const { lotId } = await lotWith([]);
    await take(lotId);
    const mended = text.replace('hovercraft', 'small desktop').replace('plenty', '4 GB');
    expect(await take(lotId, mended)).toMatchObject({
      already: 40,
      bad: 0,
      added: [expect.any(String), expect.any(String)],
    });
  });
  it('with nothing good in it changes nothing', async () => {
    const { lotId } = await lotWith([]);
    const before = await eventCount();
    expect(
      await refusal(
        act(owner, 'importManifest', {
          lotId,
          text: 'kind;model\nboat;x\n',
          columns: { chassis: 0, model: 1 },
        }),
      ),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('line 2') });
    expect(
      await refusal(act(owner, 'importManifest', { lotId, text: 'x'.repeat(4_000_001), columns })),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('4 MB') });
    expect(await eventCount()).toBe(before);
  });
  it('imports of two lots with the same letters at once never give a tag twice', async () => {
    const a = await lotWith([], { tagPrefix: 'ZZ' });
    const b = await lotWith([], { tagPrefix: 'ZZ' });
    const [one, two] = await Promise.all([take(a.lotId), take(b.lotId)]);
    expect(new Set([...one.added, ...two.added]).size).toBe(80);
  });
});

describe('a lot', () => {
  it('is received once by its code, with amounts that are amounts', async () => {
    const lot = {
      code: 'WQ-9',
      name: 'x',
      source: 'clearout',
      tagPrefix: 'WQ',
      priceMinor: 100,
      receivedOn: '2026-11-20',
    };
    await act(benchA, 'receiveLot', lot);
    expect(await refusal(act(benchA, 'receiveLot', lot))).toMatchObject({ code: 'conflict' });
    expect(await refusal(act(benchA, 'receiveLot', { ...lot, code: 'WQ-10', priceMinor: -1 }))).toMatchObject(
      { code: 'invalid', message: expect.stringContaining('price') },
    );
    expect(
      await refusal(act(benchA, 'receiveLot', { ...lot, code: 'WQ-10', priceMinor: 1.5 })),
    ).toMatchObject({ code: 'invalid' });
    expect(
      await refusal(act(benchA, 'receiveLot', { ...lot, code: 'WQ-10', receivedOn: 'yesterday' })),
    ).toMatchObject({ code: 'invalid', message: expect.stringContaining('2026-11-25') });
  });
  it('refuses a serial it has already', async () => {
    const { lotId } = await lotWith([]);
    await act(owner, 'addUnit', { lotId, chassis: 'laptop', model: 'Courier 14', serial: 'PC5' });
    expect(
      await refusal(act(owner, 'addUnit', { lotId, chassis: 'laptop', model: 'Courier 14', serial: 'pc5' })),
    ).toMatchObject({ code: 'conflict' });
    const { rows } = await database().execute<{ n: number }>(
      sql`select count(*)::int as n from units where lot_id = ${lotId}`,
    );
    expect(rows[0].n).toBe(1);
  });
});

describe('a lot written down wrong', () => {
  it('is put right by its owner: both stand in the history with why, and its cost is shared out again', async () => {
    const { lotId, units: made } = await lotWith(['small', 'small']);
    const shares = async () => (await unitsOf(lotId)).map((unit) => unit.costMinor);
    expect((await shares()).reduce((a, b) => a + b, 0)).toBe(10_500);
    const wrong = { lotId, priceMinor: 20_000, why: 'the bill says so' };
    expect(await refusal(act(benchA, 'correctLot', wrong))).toMatchObject({ code: 'forbidden' });
    await act(owner, 'correctLot', wrong);
    expect((await shares()).reduce((a, b) => a + b, 0)).toBe(20_500);
    const [event] = await database().select().from(events).where(eq(events.kind, 'lot corrected'));
    expect(event.payload).toEqual({
      before: { priceMinor: 10_000 },
      after: { priceMinor: 20_000 },
      why: 'the bill says so',
    });
    expect(await refusal(act(owner, 'correctLot', wrong))).toMatchObject({ code: 'refused' });
    expect(await refusal(act(owner, 'correctLot', { lotId, why: 'nothing' }))).toMatchObject({
      code: 'invalid',
    });
    expect(made).toHaveLength(2);
  });
});
