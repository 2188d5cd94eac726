import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { catalogue, findingById } from '@/catalog';
import { database } from '@/db/client';
import { components, erasures, observations, saleEndings, sales, work } from '@/db/schema';
import { shippedHouse } from '@/catalog/house';
import { testsFor } from '@/core/grade/rubric';
import { lotBooks } from '@/shop/ledger/lot';
import { recordNow } from '@/shop/record/queries';
import { pathNow } from '@/shop/units/path';
import { standingOf, wayToEnd } from '@/shop/units/remaining';
import { pathViews } from '@/words/unit/path';
import { act, benchA, counted, ERASED, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('endings');

const SOLD = { priceMinor: 6900, soldOn: '2026-11-25', channel: 'counter' };
const at = (finding: string, outcome: string) => ({
  finding,
  outcome: findingById(finding)!.outcomes.findIndex(({ id }) => id === outcome),
});

/** A desktop with one erased drive, graded. */
async function proved(): Promise<string> {
  const { unitId } = (await lotWith(['desktop'])).units[0];
  await act(benchA, 'recordPart', {
    unitId,
    class: 'drive',
    name: '120 GB',
    serial: `S-${unitId.slice(0, 6)}`,
  });
  await act(benchA, 'recordPart', { unitId, class: 'memory', name: '8 GB', attributes: { gb: 8 } });
  const [drive] = (await inside(unitId)).filter((part) => part.class === 'drive');
  await act(benchA, 'recordErasure', {
    unitId,
    componentId: drive.id,
    ...ERASED,
  });
  await counted(unitId);
  for (const test of testsFor(shippedHouse.rubric, 'desktop'))
    await act(benchA, 'recordTest', {
      unitId,
      test: test.id,
      result: test.id === 'optical' ? 'absent' : 'pass',
    });
  for (const [key, value] of [
    ['topCelsius', '70'],
    ['processor', 'Corvid C4-620'],
  ])
    await act(benchA, 'typeSpec', { unitId, key, value });
  await act(benchA, 'giveGrade', { unitId });
  return unitId;
}

const inside = (unitId: string) => database().select().from(components).where(eq(components.unitId, unitId));
const list = (unitId: string) => act(benchA, 'listUnit', { unitId, askMinor: 7200 });
async function sold(): Promise<string> {
  const unitId = await proved();
  await list(unitId);
  await act(benchA, 'sellUnit', { unitId, ...SOLD });
  return unitId;
}

const faults = async (unitId: string) =>
  (await recordNow(database(), { id: unitId, chassis: 'desktop' })).dataFaults;

describe('deciding', () => {
  it('once: the machine goes on, what is left is named in order, and it can be undecided', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 0 });
    await act(benchA, 'decide', { unitId, route: 'disclose' });
    const row = await unitRow(unitId);
    expect(row).toMatchObject({ ending: 'disclose', stage: 'hands' });
    expect((await wayToEnd(row, 'disclose')).left.map(({ what }) => what)).toEqual([
      'data',
      'clean',
      'tests',
      'grade',
      'list',
    ]);
    expect(await refusal(act(benchA, 'decide', { unitId, route: 'disclose' }))).toMatchObject({
      code: 'refused',
    });
    await act(benchA, 'logWork', { unitId, ref: 'clean-plan', minutes: 12 });
    expect((await wayToEnd(await unitRow(unitId), 'disclose')).left.map(({ what }) => what)).not.toContain(
      'clean',
    );
    await act(benchA, 'decide', { unitId, route: null });
    // where it stood before
    expect(await unitRow(unitId)).toMatchObject({ ending: null, stage: 'look' });
  });
  it('what is seen is among what its buyer is told', async () => {
    const { unitId } = (await lotWith(['laptop'])).units[0];
    await act(benchA, 'observe', { unitId, ...at('look-glass', 'cracked') });
    const { told } = await wayToEnd(await unitRow(unitId), 'disclose');
    expect(told[0].probability).toBeGreaterThan(0.9);
    expect(told[0].words).toMatch(/crack|panel|glass/i);
  });
});

describe('the path on the ticket', () => {
  const ticket = async (unitId: string, source: 'clearout' | 'owner' = 'clearout') => {
    const unit = await unitRow(unitId);
    const path = pathNow(unit, await standingOf(unit), source);
    return pathViews(path, { ...unit, ask: '72.00', sold: unit.stage === 'sold' });
  };
  const line = async (unitId: string, id: string, source?: 'owner') =>
    (await ticket(unitId, source)).find((each) => each.id === id)!;
  const next = async (unitId: string) => (await ticket(unitId)).find((each) => each.next)?.id ?? null;

  it('is ticked as things happen, from the dock to the shelf', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    expect(await line(unitId, 'looked')).toMatchObject({ state: 'open', next: true, side: 'look' });
    const { note } = await line(unitId, 'looked');
    expect(note).toMatch(/^0 of \d+$/);
    await act(benchA, 'observe', { unitId, ...at('look-bay', 'drive-seen') });
    await act(benchA, 'noAnswer', { unitId, finding: 'look-smell', why: 'cannot-tell' });
    // what nobody could tell has been looked at too
    expect((await line(unitId, 'looked')).note).toBe(note.replace('0 of', '2 of'));
    expect(await line(unitId, 'data')).toMatchObject({ state: 'open', note: 'drives not counted' });
    await act(benchA, 'startWork', { unitId, ref: 'clean-plan' });
    expect(await line(unitId, 'hands')).toMatchObject({ state: 'open', next: true });
    const done = await proved();
    expect(await line(done, 'data')).toMatchObject({ state: 'done', note: '1 drive, seen to' });
    expect(await line(done, 'proved')).toMatchObject({ state: 'done', note: '' });
    expect(await line(done, 'graded')).toMatchObject({ state: 'done', note: 'A' });
    expect(await line(done, 'papers')).toMatchObject({ state: 'done', note: 'ready' });
    await act(benchA, 'decide', { unitId: done, route: 'disclose' });
    expect(await next(done)).toBe('cleaned');
    await act(benchA, 'logWork', { unitId: done, ref: 'clean-plan', minutes: 12 });
    expect(await next(done)).toBe('shelf');
    await list(done);
    expect(await next(done)).toBe(null);
    expect(await line(done, 'shelf')).toMatchObject({ state: 'done', note: '72.00' });
  });
  it('a drive that is not seen to, tests that are left, one that failed: said in a few signs', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'recordPart', { unitId, class: 'drive', name: '120 GB', serial: 'P-77' });
    expect((await line(unitId, 'data')).note).toBe('1 drive to see to');
    const [first] = testsFor(shippedHouse.rubric, 'desktop');
    await act(benchA, 'recordTest', { unitId, test: first.id, result: 'pass' });
    const all = testsFor(shippedHouse.rubric, 'desktop').length;
    expect((await line(unitId, 'proved')).note).toBe(`1 of ${all} tests`);
    const barring = testsFor(shippedHouse.rubric, 'desktop').find(({ failCaps }) => failCaps === null)!;
    await act(benchA, 'recordTest', { unitId, test: barring.id, result: 'fail' });
    expect((await line(unitId, 'proved')).note.toLowerCase()).toBe(`failed: ${barring.name}`.toLowerCase());
  });
  it('what is not needed is struck, with its reason', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'observe', { unitId, ...at('look-bay', 'bay-empty') });
    await act(benchA, 'decide', { unitId, route: 'asFound' });
    expect(await line(unitId, 'cleaned')).toMatchObject({ state: 'struck', note: 'sell as found' });
    expect(await line(unitId, 'data', 'owner')).toMatchObject({ state: 'done', note: 'no drive' });
    expect(await next(unitId)).toBe('shelf');
  });
});

describe('decided, and then otherwise', () => {
  it('undecided it stands where it stood, unless it was moved since', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(owner, 'setStage', { unitId, stage: 'prove' });
    await act(benchA, 'decide', { unitId, route: 'harvest' });
    expect((await unitRow(unitId)).stage).toBe('prove');
    await act(benchA, 'decide', { unitId, route: null });
    expect((await unitRow(unitId)).stage).toBe('prove');
    await act(owner, 'setStage', { unitId, stage: 'look' });
    await act(benchA, 'decide', { unitId, route: 'disclose' });
    await act(owner, 'setStage', { unitId, stage: 'system' });
    await act(benchA, 'decide', { unitId, route: null });
    expect((await unitRow(unitId)).stage).toBe('system');
  });
  it('what is put on the shelf is not to be taken apart any more', async () => {
    const unitId = await proved();
    await act(benchA, 'decide', { unitId, route: 'harvest' });
    await list(unitId);
    expect(await unitRow(unitId)).toMatchObject({ ending: null, listed: true });
  });
});

describe('going without a sale', () => {
  it('through the gate, and what it became is said; what is left in it goes along', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'recordPart', { unitId, class: 'drive', name: '120 GB', serial: 'GO-1' });
    expect(await refusal(act(benchA, 'endUnit', { unitId, as: 'recycled' }))).toMatchObject({
      code: 'refused',
    });
    expect(await refusal(act(benchA, 'setStage', { unitId, stage: 'gone' }))).toMatchObject({
      code: 'invalid',
    });
    expect(await refusal(act(benchA, 'endUnit', { unitId, as: 'lost' }))).toMatchObject({
      code: 'forbidden',
    });
    await counted(unitId);
    const [drive] = await inside(unitId);
    await act(benchA, 'takePart', { unitId, componentId: drive.id, to: 'bin' });
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 1 });
    await act(benchA, 'endUnit', { unitId, as: 'recycled', note: 'cage 2' });
    expect(await unitRow(unitId)).toMatchObject({ stage: 'gone', goneAs: 'recycled' });
  });
  it('back to whose it is: its drives go along and are written down; here again, they hold data', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'recordPart', { unitId, class: 'drive', name: '120 GB', serial: 'GO-2' });
    await act(benchA, 'recordPart', { unitId, class: 'memory', name: '4 GB', attributes: { gb: 4 } });
    expect(await refusal(act(benchA, 'endUnit', { unitId, as: 'returned' }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('handed back to'),
    });
    await act(benchA, 'endUnit', { unitId, as: 'returned', note: 'the seller, at the gate' });
    const parts = await database().select().from(components).where(eq(components.serial, 'GO-2'));
    expect(parts[0].place).toBe('returned');
    expect(
      await database().select().from(erasures).where(eq(erasures.componentId, parts[0].id)),
    ).toMatchObject([{ kind: 'returned' }]);
    await act(owner, 'setStage', { unitId, stage: 'find' });
    expect(await inside(unitId)).toHaveLength(2);
    expect(await faults(unitId)).toEqual([
      expect.stringContaining('came back'),
      expect.stringContaining('nobody has counted'),
    ]);
    expect((await unitRow(unitId)).goneAs).toBeNull();
    const { specification } = await recordNow(database(), { id: unitId, chassis: 'desktop' });
    expect(specification.number('memoryGb')).toBe(4);
  });
});

describe('the shelf', () => {
  it('nothing goes on it with work or a run open', async () => {
    const unitId = await proved();
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'soak' });
    await act(benchA, 'leaveAlone', { unitId, workId, minutes: 90 });
    expect(await refusal(list(unitId))).toMatchObject({
      code: 'refused',
      message: expect.stringMatching(/still runs/),
    });
    await act(benchA, 'finishWork', { unitId, workId });
    expect(await refusal(list(unitId))).toBeNull();
  });
});

describe('the run that erases', () => {
  it('makes the record as it ends; the gate opens with it', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'recordPart', { unitId, class: 'drive', name: '500 GB', serial: 'ER-1' });
    const [drive] = await inside(unitId);
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'erase-drive' });
    const { kind: _, ...how } = ERASED;
    const erased = { componentId: drive.id, ...how };
    const other = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'clean-plan' });
    expect(await refusal(act(benchA, 'finishWork', { unitId, workId: other.workId, erased }))).toMatchObject({
      code: 'invalid',
    });
    expect(
      await refusal(act(benchA, 'finishWork', { unitId, workId, erased: { ...erased, verified: '' } })),
    ).toMatchObject({ code: 'invalid' });
    await counted(unitId);
    expect(await faults(unitId)).toHaveLength(1);
    // eighteen seconds are no erasure of a disk, unless somebody says why
    expect(await refusal(act(benchA, 'finishWork', { unitId, workId, erased }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('so quick'),
    });
    expect(await faults(unitId)).toHaveLength(1);
    await act(benchA, 'finishWork', {
      unitId,
      workId,
      erased: { ...erased, quick: 'it ran on the dock since noon' },
    });
    expect(await faults(unitId)).toEqual([]);
    const rows = await database().select().from(work).where(eq(work.id, workId));
    expect(rows[0].status).toBe('done');
  });
  it('puts a drive on record that was not there yet, with what its name says of it', async () => {
    const { unitId } = (await lotWith(['desktop'])).units[0];
    await act(benchA, 'observe', { unitId, finding: 'look-bay', outcome: 0 });
    expect(await faults(unitId)).toHaveLength(1);
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'erase-drive' });
    const { kind: _, medium: __, ...named } = ERASED;
    const how = { ...named, quick: 'it ran on the dock since noon' };
    expect(await refusal(act(benchA, 'finishWork', { unitId, workId, erased: how }))).toMatchObject({
      code: 'invalid',
    });
    await act(benchA, 'finishWork', {
      unitId,
      workId,
      erased: { ...how, drive: { name: '500 GB hard disk', serial: 'NEW-1' } },
    });
    expect(await inside(unitId)).toMatchObject([
      { class: 'drive', serial: 'NEW-1', attributes: { gb: 500, kind: 'disk' } },
    ]);
    expect(await faults(unitId)).toEqual([]);
  });
});

describe('a sale that was not the end', () => {
  it('corrected by the owner: the books follow, the frozen machine stays', async () => {
    const unitId = await sold();
    const before = (await database().select().from(sales).where(eq(sales.unitId, unitId)))[0];
    expect(
      await refusal(act(benchA, 'correctSale', { unitId, priceMinor: 6500, why: 'typed wrong' })),
    ).toMatchObject({ code: 'forbidden' });
    // no correction makes it a sale of a day to come, or of one before it was here
    for (const soldOn of ['2099-01-01', '2026-11-19'])
      expect(await refusal(act(owner, 'correctSale', { unitId, soldOn, why: 'slip' }))).toMatchObject({
        code: 'invalid',
      });
    await act(owner, 'correctSale', { unitId, priceMinor: 6500, why: 'typed wrong' });
    const [after] = await database().select().from(sales).where(eq(sales.unitId, unitId));
    expect(after).toEqual({
      ...before,
      priceMinor: 6500,
      profitMinor: before.profitMinor + 6500 - before.priceMinor,
    });
    expect(
      await refusal(act(owner, 'correctSale', { unitId, priceMinor: 6500, why: 'again' })),
    ).toMatchObject({ code: 'refused' });
  });
  it('cancelled: back on the shelf with its parts, nothing in the books', async () => {
    const unitId = await sold();
    await act(owner, 'cancelSale', { unitId, why: 'did not pay' });
    expect(await unitRow(unitId)).toMatchObject({ stage: 'shelf', listed: true, askMinor: 7200 });
    expect(await inside(unitId)).toHaveLength(2);
    expect(await database().select().from(sales).where(eq(sales.unitId, unitId))).toEqual([]);
    // its memory is counted once, and its drive is as it was
    const { specification, dataFaults } = await recordNow(database(), { id: unitId, chassis: 'desktop' });
    expect(specification.number('memoryGb')).toBe(8);
    expect(dataFaults).toEqual([]);
    await act(benchA, 'sellUnit', { unitId, ...SOLD });
    expect((await unitRow(unitId)).stage).toBe('sold');
  });
  it('it came back: what is said is evidence, its drive holds data, it is proved anew, the books keep what it cost', async () => {
    const unitId = await sold();
    const { lotId } = await unitRow(unitId);
    const claim = catalogue.findings.find(({ stage }) => stage === 'claim')!.id;
    const back = { unitId, refundMinor: 6900, feesMinor: 150, why: 'will not start any more' };
    expect(await refusal(act(owner, 'returnSale', { ...back, refundMinor: 7000 }))).toMatchObject({
      code: 'invalid',
    });
    expect(await refusal(act(owner, 'returnSale', { ...back, complaints: ['look-dust'] }))).toMatchObject({
      code: 'invalid',
    });
    await act(owner, 'returnSale', { ...back, complaints: [claim] });
    expect(await unitRow(unitId)).toMatchObject({ stage: 'find', grade: null, listed: false });
    expect(await faults(unitId)).toEqual([
      expect.stringContaining('came back'),
      expect.stringContaining('nobody has counted'),
    ]);
    const said = await database().select().from(observations).where(eq(observations.unitId, unitId));
    expect(said).toContainEqual(expect.objectContaining({ ref: claim, basis: 'claimed', outcome: 1 }));
    expect((await unitRow(unitId)).evaluation!.again).toEqual(['whole-look']);
    // every test is to be taken again
    const { left } = await wayToEnd(await unitRow(unitId), 'disclose');
    const tests = left.find(({ what }) => what === 'tests') as { count: number };
    expect(tests.count).toBeGreaterThanOrEqual(testsFor(shippedHouse.rubric, 'desktop').length);
    expect(await database().select().from(saleEndings).where(eq(saleEndings.unitId, unitId))).toMatchObject([
      {
        kind: 'returned',
        keptMinor: 0,
        feesMinor: 150,
        sale: { priceMinor: 6900, grade: expect.any(String) },
      },
    ]);
    const lot = (await lotBooks()).find(({ id }) => id === lotId)!;
    expect(lot).toMatchObject({ sold: 0, takenMinor: 0, feesMinor: 150 });
    expect(await refusal(act(owner, 'returnSale', back))).toMatchObject({ code: 'refused' });
  });
  it('part of the price kept stays in the books, also when it is sold again', async () => {
    const unitId = await sold();
    const { lotId } = await unitRow(unitId);
    await act(owner, 'returnSale', { unitId, refundMinor: 5000, feesMinor: 0, why: 'changed their mind' });
    expect((await lotBooks()).find(({ id }) => id === lotId)).toMatchObject({ takenMinor: 1900 });
  });
});
