import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { rubric } from '@/catalog/worth/rubric';
import { testsFor } from '@/core/grade/rubric';
import { database } from '@/db/client';
import { components, workSegments } from '@/db/schema';
import { lotBooks } from '@/shop/ledger/lot';
import { bookOf } from './shop';
import { listingOf, passportOf } from '@/shop/sales/papers';
import { passportPdf } from '@/formats/print/passport';
import { act, benchA, benchB, counted, ERASED, lotWith, openShop, owner, refusal, unitRow } from './shop';

openShop('sales');

const RULES = {
  name: 'Saltmarsh Reuse',
  currencySign: 'CR',
  currencyDecimals: 2,
  timeZone: 'UTC',
  trader: '',
  warranty: '',
};

async function graded(unitId: string) {
  const { chassis } = await unitRow(unitId);
  for (const test of testsFor(rubric, chassis))
    await act(benchB, 'recordTest', {
      unitId,
      test: test.id,
      result: test.id === 'optical' ? 'absent' : 'pass',
    });
  for (const [key, value] of [
    ['topCelsius', '71'],
    ['processor', 'Corvid C4-620'],
    ['memoryGb', '8 GB'],
  ])
    await act(benchB, 'typeSpec', { unitId, key, value });
  await act(benchB, 'giveGrade', { unitId });
}

describe('the gate', () => {
  it('holds back a unit nobody has looked into for a drive', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    await graded(unit.unitId);
    expect(await refusal(act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('nobody has said whether there is a drive'),
    });
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-bay', outcome: 1 });
    await act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 });
  });
  it('holds back a unit whose drive was seen but is not on record', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    await graded(unit.unitId);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-bay', outcome: 0 });
    expect(await refusal(act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('not on its record'),
    });
  });
  it('holds back a drive with no record, takes an erasure, and also the return to the owner', async () => {
    for (const kind of ['erased', 'returned', 'destroyed'] as const) {
      const {
        units: [unit],
      } = await lotWith(['small']);
      await graded(unit.unitId);
      const { componentId, code } = await act<{ componentId: string; code: string }>(benchA, 'recordPart', {
        unitId: unit.unitId,
        class: 'drive',
        name: 'Basalt 320',
        serial: `S-${kind}`,
      });
      await counted(unit.unitId);
      expect(await refusal(act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 }))).toMatchObject({
        code: 'refused',
        message: expect.stringContaining(code),
      });
      await expect(passportOf(unit.tag, RULES)).rejects.toThrow(/No paper leaves the shop/);
      await expect(listingOf(unit.tag, RULES)).rejects.toThrow(/No paper leaves the shop/);
      if (kind === 'erased')
        expect(
          await refusal(
            act(benchA, 'recordErasure', {
              unitId: unit.unitId,
              componentId,
              kind,
              methodId: 'disk-overwrite',
            }),
          ),
        ).toMatchObject({ code: 'invalid', message: expect.stringContaining('verified') });
      await act(benchA, 'recordErasure', {
        unitId: unit.unitId,
        componentId,
        ...{
          erased: ERASED,
          returned: { kind, handedTo: 'the library' },
          destroyed: { kind, methodId: 'destroy' },
        }[kind]!,
      });
      await counted(unit.unitId, kind === 'erased' ? 1 : 0);
      await act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 });
      expect(
        (await database().select().from(components).where(eq(components.id, componentId)))[0].place,
      ).toBe(kind === 'erased' ? 'unit' : kind === 'returned' ? 'returned' : 'scrap');
    }
  });
  it('a second drive found later takes no free ride', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    await graded(unit.unitId);
    const first = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId: unit.unitId,
      class: 'drive',
      name: 'Basalt 320',
    });
    await act(benchA, 'recordErasure', {
      unitId: unit.unitId,
      componentId: first.componentId,
      ...ERASED,
    });
    await counted(unit.unitId, 1, true);
    await act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 });
    await act(benchA, 'recordPart', { unitId: unit.unitId, class: 'drive', name: 'Basalt 500' });
    expect(
      await refusal(act(owner, 'sellUnit', { unitId: unit.unitId, priceMinor: 6000, soldOn: '2026-11-25' })),
    ).toMatchObject({ code: 'refused' });
  });
  it('wants a grade, and a new mark takes the grade and the listing away', async () => {
    const {
      units: [unit],
    } = await lotWith(['small']);
    await act(benchA, 'observe', { unitId: unit.unitId, finding: 'look-bay', outcome: 1 });
    expect(await refusal(act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 }))).toMatchObject({
      message: expect.stringContaining('grade'),
    });
    expect(await refusal(act(benchB, 'giveGrade', { unitId: unit.unitId }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('still open'),
    });
    await graded(unit.unitId);
    await act(owner, 'listUnit', { unitId: unit.unitId, askMinor: 6000 });
    await act(benchB, 'markDefect', {
      unitId: unit.unitId,
      surface: 'top',
      kind: 'dent',
      size: 2,
      x: 80,
      y: 120,
    });
    expect(await unitRow(unit.unitId)).toMatchObject({ grade: null, listed: false });
    expect(
      await refusal(act(owner, 'sellUnit', { unitId: unit.unitId, priceMinor: 6000, soldOn: '2026-11-25' })),
    ).toMatchObject({ code: 'refused' });
  });
});

describe('the books', () => {
  it('say what a sold unit made: parts, hands, fees, and its share of the lot kept apart', async () => {
    const {
      lotId,
      units: [unit],
    } = await lotWith(['small', 'small'], { priceMinor: 2000, freightMinor: 280, allocation: 'equal' });
    const on = { unitId: unit.unitId };
    await act(benchA, 'observe', { ...on, finding: 'look-bay', outcome: 1 });
    const drive = await act<{ componentId: string }>(benchA, 'receivePart', {
      class: 'drive',
      name: 'Flint S120',
      costMinor: 1400,
      attributes: { kind: 'solid', gb: 120 },
    });
    const spare = await act<{ componentId: string }>(benchA, 'receivePart', {
      class: 'memory',
      name: '4 GB',
      costMinor: 500,
    });
    await act(benchA, 'fitPart', { ...on, componentId: drive.componentId });
    await act(benchA, 'fitPart', { ...on, componentId: spare.componentId });
    await act(benchA, 'takePart', { ...on, componentId: spare.componentId, to: 'bin' }); // tried and put back: no cost
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { ...on, ref: 'clean-plan' });
    await act(benchA, 'finishWork', { ...on, workId });
    const end = new Date();
    await database()
      .update(workSegments)
      .set({ startedAt: new Date(end.getTime() - 20 * 60_000), endedAt: end })
      .where(eq(workSegments.workId, workId));
    await graded(unit.unitId);
    await act(benchA, 'recordErasure', {
      ...on,
      componentId: drive.componentId,
      ...ERASED,
      methodId: 'solid-overwrite',
    });
    await act(owner, 'listUnit', { ...on, askMinor: 6900 });
    const listing = await listingOf(unit.tag, RULES);
    expect(listing).toMatchObject({
      tag: unit.tag,
      price: '69.00',
      currency: 'CR',
      grade: 'A',
      drive: 'solid 120 GB',
    });
    const pdf = await passportPdf(await passportOf(unit.tag, RULES));
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    const sell = (soldOn: string) =>
      act(owner, 'sellUnit', { ...on, priceMinor: 6900, soldOn, channel: 'counter' });
    // no sale is of a day to come, nor of one before it was here
    expect(await refusal(sell('2099-01-01'))).toMatchObject({ code: 'invalid' });
    expect(await refusal(sell('2026-11-19'))).toMatchObject({
      message: expect.stringContaining('2026-11-20'),
    });
    await sell('2026-11-25');
    // 69.00 - 14.00 parts - 6.00 hands (20 min at 18.00) - 5.52 fees (8 %) = 43.48; share of the lot 11.40
    const book = await bookOf(unit.unitId);
    // and the moments of answering, which is finding out
    expect(book.minutes).toBeGreaterThanOrEqual(20);
    expect(book.minutes).toBeCloseTo(20, 1);
    expect(book).toMatchObject({
      labourMinor: 600,
      contributionMinor: 4348,
      profitMinor: 4348 - 1140,
    });
    const lot = (await lotBooks()).find((row) => row.id === lotId)!;
    expect(lot).toMatchObject({
      sold: 1,
      takenMinor: 6900,
      partsMinor: 1400,
      labourMinor: 600,
      feesMinor: 552,
      soFarMinor: 6900 - 2280 - 1400 - 600 - 552,
      profitOnSoldMinor: 3208,
    });
    expect(
      (await database().select().from(components).where(eq(components.id, drive.componentId)))[0].place,
    ).toBe('sold');
    expect(await refusal(act(benchA, 'observe', { ...on, finding: 'look-dust', outcome: 1 }))).toMatchObject({
      code: 'refused',
    });
  });
});
