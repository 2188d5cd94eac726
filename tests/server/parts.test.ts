import { eq } from 'drizzle-orm';
import pg from 'pg';
import { describe, expect, it, vi } from 'vitest';
import { database } from '@/db/client';
import { components, lots, units, wants } from '@/db/schema';
import { lotBooks } from '@/shop/ledger/lot';
import { bookOf } from './shop';
import { quotesFor } from '@/shop/parts/quotes';
import { machineNow } from '@/shop/parts/machine';
import { harvestOfUnit, offeredFor, upgradesOfUnit } from '@/shop/advice/unit';
import { waysFor } from '@/shop/advice/repairOptions';
import { wantsOf } from '@/shop/advice/wanted';
import { servedBy } from '@/shop/advice/fit';
import { binFor } from '@/shop/advice/fit';
import { partsOffered } from '@/shop/advice/views';
import { recordNow } from '@/shop/record/queries';
import { proofOf } from '@/shop/proof/proof';
import { rubric } from '@/catalog/worth/rubric';
import { testsFor } from '@/core/grade/rubric';
import { listingOf, passportOf } from '@/shop/sales/papers';
import { shippedHouse } from '@/catalog/house';
import { act, benchA, benchB, counted, lotWith, openShop, owner, refusal, specOf, unitRow } from './shop';

openShop('parts');

const RATES = { ratePerHourMinor: 1800, feeBasisPoints: 800 };
const ON_PAPER = {
  name: 'Saltmarsh Reuse',
  currencySign: 'CR',
  currencyDecimals: 2,
  timeZone: 'UTC',
  trader: '',
  warranty: '',
};

const one = async (chassis: 'laptop' | 'small' | 'desktop' = 'laptop') => (await lotWith([chassis])).units[0];
const bin = (of: Record<string, unknown>) =>
  act<{ componentId: string; code: string }>(benchA, 'receivePart', { costMinor: 500, ...of });
const partRow = async (id: string) =>
  (await database().select().from(components).where(eq(components.id, id)))[0];
const record = async (id: string) => recordNow(database(), await unitRow(id));
const money = (id: string) => bookOf(id);
const done = (unitId: string, ref: string, parts: unknown, ended = 'helped') =>
  act<{ workId: string }>(benchA, 'logWork', { unitId, ref, minutes: 10, ended, parts });

describe('parts and work as one act', () => {
  it('a module and a drive changed with one repair: ledger, cost, credit, specification, data duty and papers follow, and all of it comes back', async () => {
    const { unitId, tag } = await one();
    for (const [key, value] of [
      ['memoryGb', '8 GB'],
      ['driveKind', 'hard disk'],
      ['driveGb', '500 GB'],
      // what else a buyer must know
      ['processor', 'Corvid M5-330'],
      ['batteryHealth', '70 %'],
    ])
      await act(benchA, 'typeSpec', { unitId, key, value });
    const before = await unitRow(unitId);
    const memory = await bin({ class: 'memory', name: '16 GB PC4-19200S', costMinor: 900 });
    const { workId } = await done(unitId, 'fit-drive', {
      out: [
        { seen: { class: 'memory', name: '8 GB module' }, to: 'bin', worthMinor: 700 },
        { seen: { class: 'drive', name: '500 GB hard disk', serial: 'OLD-1' }, to: 'bin', worthMinor: 250 },
      ],
      put: [
        { componentId: memory.componentId },
        {
          bought: {
            class: 'drive',
            name: '240 GB solid-state, 2.5 inch SATA',
            costMinor: 1400,
            condition: 'new',
            supplier: 'Tin Alley Parts',
          },
        },
      ],
    });
    const now = await specOf(unitId);
    expect([now.number('memoryGb'), now.text('driveKind'), now.number('driveGb')]).toEqual([
      16,
      'solid',
      240,
    ]);
    expect((await unitRow(unitId)).priceMinor).toBeGreaterThan(before.priceMinor);
    // 900 + 1400 went in, 700 + 250 came out
    expect((await money(unitId)).partsMinor).toBe(1350);
    // one came out and one went in: somebody looks how many are in it now
    await counted(unitId);
    const faults = (await record(unitId)).dataFaults;
    expect(faults).toHaveLength(1);
    expect(faults[0]).toMatch(/240 GB solid-state/);
    const old = (await database().select().from(components).where(eq(components.serial, 'OLD-1')))[0];
    expect(old).toMatchObject({ place: 'bin', costMinor: 250, fromLotId: before.lotId });
    // a disk with somebody's data on it leaves no shop
    expect(
      await refusal(act(benchA, 'sellPart', { componentId: old.id, priceMinor: 400, soldOn: '2026-11-26' })),
    ).toMatchObject({ code: 'refused', message: expect.stringMatching(/still holds data/) });
    // the gate opens for it, and the papers say what is in it
    const [inside] = (await record(unitId)).drives.inside;
    await act(benchA, 'recordErasure', { unitId, componentId: inside.part.id, kind: 'never', method: 'new' });
    await act(benchA, 'listUnit', { unitId, askMinor: 12_000, as: 'told' });
    expect(await listingOf(tag, ON_PAPER)).toMatchObject({
      as: 'told',
      grade: '',
      memory: '16 GB',
      drive: 'solid 240 GB',
    });
    const pass = await passportOf(tag, ON_PAPER);
    expect(pass.as).toMatch(/faults told/);
    expect(pass.work.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['Fitted: 16 GB PC4-19200S', 'Fitted: 240 GB solid-state, 2.5 inch SATA']),
    );
    // taken back, it is what it was, and so are the books; the bought drive lies in the bin
    await act(benchA, 'takeBackWork', { unitId, workId });
    const back = await specOf(unitId);
    expect([back.number('memoryGb'), back.text('driveKind'), back.number('driveGb')]).toEqual([
      8,
      'disk',
      500,
    ]);
    expect((await money(unitId)).partsMinor).toBe(0);
    expect((await unitRow(unitId)).priceMinor).toBe(before.priceMinor);
    expect(await partRow(memory.componentId)).toMatchObject({ place: 'bin', costMinor: 900 });
    expect((await partRow(inside.part.id)).place).toBe('bin');
    expect((await passportOf(tag, ON_PAPER).catch(() => null))?.work ?? []).not.toContainEqual(
      expect.objectContaining({ what: expect.stringMatching(/^Fitted/) }),
    );
  });

  it('ending the repair with its clock, and the verdict on Find out, take parts too; taking the answer back gives them back', async () => {
    const { unitId } = await one();
    const battery = await bin({ class: 'battery', name: 'Battery 11.1 V', attributes: { health: 0.95 } });
    const { workId } = await act<{ workId: string }>(benchA, 'startWork', { unitId, ref: 'swap-battery' });
    await act(benchA, 'finishWork', {
      unitId,
      workId,
      ended: 'helped',
      parts: { put: [{ componentId: battery.componentId }] },
    });
    expect((await specOf(unitId)).number('batteryHealth')).toBe(0.95);
    const fan = await bin({ class: 'fan', name: 'Fan' });
    await act(benchA, 'repairVerdict', {
      unitId,
      repair: 'swap-fan',
      ended: 'helped',
      parts: { put: [{ componentId: fan.componentId }] },
    });
    expect((await partRow(fan.componentId)).unitId).toBe(unitId);
    await act(benchA, 'voidObservation', { unitId });
    expect((await partRow(fan.componentId)).place).toBe('bin');
    await act(benchA, 'voidObservation', { unitId });
    expect((await specOf(unitId)).number('batteryHealth')).toBeNull();
  });

  it('a part that has moved on since is not taken back under somebody’s hands', async () => {
    const [a, b] = (await lotWith(['laptop', 'laptop'])).units;
    const panel = await bin({ class: 'panel', name: '14 inch 30 pin eDP' });
    const { workId } = await done(a.unitId, 'swap-panel', { put: [{ componentId: panel.componentId }] });
    await act(benchA, 'takePart', { unitId: a.unitId, componentId: panel.componentId, to: 'bin' });
    await act(benchA, 'fitPart', { unitId: b.unitId, componentId: panel.componentId });
    const tried = await refusal(act(benchA, 'takeBackWork', { unitId: a.unitId, workId }));
    expect(tried).toMatchObject({ code: 'refused', message: expect.stringMatching(/moved since/) });
    // nothing half done
    expect((await unitRow(a.unitId)).stage).toBe('hands');
    expect((await partRow(panel.componentId)).unitId).toBe(b.unitId);
  });

  it('a part put in by hand moves belief as its repair would; taken back it is as before', async () => {
    const { unitId } = await one();
    await act(benchA, 'observe', { unitId, finding: 'battery-health', outcome: 2 });
    const worn = async () => (await unitRow(unitId)).evaluation!.chances['battery-worn'] ?? 0;
    const before = await worn();
    const battery = await bin({ class: 'battery', name: 'Pack', attributes: { health: 0.9 } });
    await act(benchA, 'fitPart', { unitId, componentId: battery.componentId });
    expect(await worn()).toBeLessThan(before / 4);
    await act(benchA, 'takeBackParts', { unitId });
    expect(await worn()).toBeCloseTo(before, 6);
    expect(await refusal(act(benchA, 'takeBackParts', { unitId }))).toMatchObject({ code: 'refused' });
  });

  it('4 + 2 + 2 GB put on record read 8; every class can be put on record by hand', async () => {
    const { unitId } = await one();
    for (const gb of [4, 2, 2])
      await act(benchA, 'recordPart', { unitId, class: 'memory', name: `${gb} GB DDR3` });
    expect((await specOf(unitId)).number('memoryGb')).toBe(8);
    await act(benchA, 'recordPart', { unitId, class: 'panel', name: '14 inch panel' });
    await act(benchA, 'recordPart', { unitId, class: 'charger', name: '19 V 4.74 A' });
    const now = await specOf(unitId);
    expect([now.text('screen'), now.text('charger')]).toEqual(['14 inch panel', '19 V 4.74 A']);
  });
});

describe('fit', () => {
  it('a tower’s supply is never offered to a laptop, DDR3 never to a DDR4 slot; "all the same" is a decision', async () => {
    const { unitId } = await one();
    await act(benchA, 'noteTakes', { unitId, facts: { memoryKind: 'DDR4', memorySlots: 2 } });
    const supply = await bin({ class: 'supply', name: '300 W supply', knownGood: true });
    const module = await bin({ class: 'memory', name: '4 GB DDR3 SO-DIMM', knownGood: true });
    const right = await bin({ class: 'memory', name: '4 GB DDR4 SO-DIMM', knownGood: true });
    for (const wrong of [supply, module])
      expect(await refusal(act(benchA, 'fitPart', { unitId, componentId: wrong.componentId }))).toMatchObject(
        { code: 'refused', message: expect.stringMatching(/Not fitted/) },
      );
    const machine = await machineNow(database(), await unitRow(unitId), await record(unitId));
    const answers = new Map(
      (await binFor({ id: unitId }, machine)).map(({ part, fit }) => [part.id, fit.answer]),
    );
    expect([supply, module, right].map(({ componentId }) => answers.get(componentId))).toEqual([
      'no',
      'no',
      'fits',
    ]);
    await act(benchA, 'fitPart', { unitId, componentId: module.componentId, despite: true });
    expect((await partRow(module.componentId)).unitId).toBe(unitId);
  });

  it('the swap-test takes the part that fits, not the cheapest', async () => {
    const { unitId } = await one('small');
    await act(benchA, 'noteTakes', { unitId, facts: { memoryKind: 'DDR3' } });
    await bin({ class: 'memory', name: '2 GB DDR2 DIMM', costMinor: 10, knownGood: true });
    const right = await bin({ class: 'memory', name: '4 GB DDR3 DIMM', costMinor: 800, knownGood: true });
    expect(await act(benchA, 'reservePart', { unitId, finding: 'memory-swap' })).toMatchObject({
      code: right.code,
    });
    await act(benchA, 'releasePart', { unitId, componentId: right.componentId });
  });

  it('what is told of a model holds for every machine of it, and of one machine before that; a fact is taken back', async () => {
    const [a, b] = (await lotWith(['laptop', 'laptop'])).units;
    await act(benchA, 'noteTakes', {
      unitId: a.unitId,
      facts: { plateVolts: 19, plateAmps: 4.74 },
      model: true,
    });
    const volts = async (id: string) =>
      (await machineNow(database(), await unitRow(id), await record(id))).machine.charger?.volts;
    expect(await volts(b.unitId)).toBe(19);
    await act(benchA, 'noteTakes', { unitId: b.unitId, facts: { plateVolts: '19,5' } });
    expect([await volts(a.unitId), await volts(b.unitId)]).toEqual([19, 19.5]);
    await act(benchA, 'noteTakes', { unitId: b.unitId, facts: { plateVolts: null } });
    expect(await volts(b.unitId)).toBe(19);
    expect(
      await refusal(act(benchA, 'noteTakes', { unitId: b.unitId, facts: { memoryKind: 'DDR9' } })),
    ).toMatchObject({ code: 'invalid' });
    // 19.5 V on 19 V with care, 18 V no
    const charger = async (name: string) => {
      const { componentId } = await bin({ class: 'charger', name });
      const machine = await machineNow(database(), await unitRow(a.unitId), await record(a.unitId));
      return (await binFor({ id: a.unitId }, machine, 'charger')).find(({ part }) => part.id === componentId)!
        .fit.answer;
    };
    expect([await charger('19.5 V 4.74 A'), await charger('18 V 6 A'), await charger('19 V 3.42 A')]).toEqual(
      ['with care', 'no', 'no'],
    );
    const served = await servedBy(
      await partRow((await bin({ class: 'charger', name: '19 V 4.74 A' })).componentId),
    );
    expect(served.map(({ unit }) => unit.id)).toEqual(expect.arrayContaining([a.unitId, b.unitId]));
    // however many machines there are: each kind of row is read once for all of them
    const statements = async () => {
      const asked = vi.spyOn(pg.Client.prototype, 'query');
      await servedBy(await partRow((await bin({ class: 'charger', name: '19 V 4.74 A' })).componentId));
      const many = asked.mock.calls.length;
      asked.mockRestore();
      return many;
    };
    const before = await statements();
    await lotWith(['laptop', 'laptop', 'laptop', 'laptop', 'laptop']);
    expect(await statements()).toBe(before);
  });
});

describe('offers and orders', () => {
  it('an offer replaces the catalogue’s price for that unit alone; ordered, arrived, looked at, fitted', async () => {
    const [a, b] = (await lotWith(['laptop', 'laptop'])).units;
    for (const { unitId } of [a, b]) {
      await act(benchA, 'observe', { unitId, finding: 'picture-own', outcome: 2 });
      await act(benchA, 'observe', { unitId, finding: 'external', outcome: 0 });
    }
    const partOf = async (id: string) =>
      (await unitRow(id)).evaluation!.steps.find((step) => step.id === 'swap-panel')?.partMinor;
    const catalogued = await partOf(a.unitId);
    const { wantId } = await act<{ wantId: string }>(benchA, 'wantPart', {
      unitId: a.unitId,
      class: 'panel',
      name: '14 inch panel',
    });
    expect(await quotesFor(database(), a.unitId)).toEqual({});
    await act(benchA, 'quotePart', {
      unitId: a.unitId,
      wantId,
      class: 'panel',
      name: '14 inch panel, 30 contacts, eDP',
      priceMinor: 469,
      days: 6,
      condition: 'used',
      source: 'a breaker over the sound',
    });
    // somewhat over half of used panels come as said, until the shop has its own record
    expect(await quotesFor(database(), a.unitId)).toEqual({ panel: { minor: 469, fits: 0.6 } });
    if (catalogued !== undefined) expect(await partOf(a.unitId)).toBe(469);
    expect(await partOf(b.unitId)).toBe(catalogued);
    const stage = (await unitRow(a.unitId)).stage;
    await act(benchA, 'orderPart', { unitId: a.unitId, wantId, dueOn: '2026-12-03' });
    expect((await unitRow(a.unitId)).stage).toBe('waiting');
    expect(await refusal(act(benchA, 'orderPart', { unitId: a.unitId, wantId }))).toMatchObject({
      message: expect.stringMatching(/ordered already/),
    });
    const { componentId } = await act<{ componentId: string }>(benchB, 'partArrived', {
      unitId: a.unitId,
      wantId,
      serial: 'PN-1',
    });
    expect((await unitRow(a.unitId)).stage).toBe(stage);
    // nobody else gets it
    expect(await refusal(act(benchB, 'fitPart', { unitId: b.unitId, componentId }))).toMatchObject({
      code: 'conflict',
      message: expect.stringContaining(a.tag),
    });
    await act(benchA, 'lookedAtPart', { unitId: a.unitId, wantId, good: false, note: 'a bright spot' });
    expect((await partRow(componentId)).place).toBe('returned');
    // one of five: (0.6 x 4 + 0) / 5
    const again = await act<{ wantId: string }>(benchA, 'quotePart', {
      unitId: a.unitId,
      class: 'panel',
      name: 'another',
      priceMinor: 500,
      condition: 'used',
    });
    expect((await quotesFor(database(), a.unitId)).panel).toEqual({ minor: 500, fits: 0.48 });
    await act(benchA, 'orderPart', { unitId: a.unitId, wantId: again.wantId, waits: false });
    expect((await unitRow(a.unitId)).stage).toBe(stage);
    const second = await act<{ componentId: string }>(benchA, 'partArrived', {
      unitId: a.unitId,
      wantId: again.wantId,
    });
    await act(benchA, 'lookedAtPart', { unitId: a.unitId, wantId: again.wantId, good: true });
    expect((await quotesFor(database(), a.unitId)).panel).toEqual({ minor: 500, fits: 1 });
    await done(a.unitId, 'swap-panel', { put: [{ componentId: second.componentId }] });
    const [fitted] = await database().select().from(wants).where(eq(wants.id, again.wantId));
    expect(fitted.state).toBe('fitted');
    expect(await quotesFor(database(), a.unitId)).toEqual({});
  });

  it('dropped, the unit goes on and what lies in the bin is anybody’s', async () => {
    const { unitId } = await one();
    const { wantId } = await act<{ wantId: string }>(benchA, 'quotePart', {
      unitId,
      class: 'battery',
      name: 'Pack',
      priceMinor: 2800,
      condition: 'new',
    });
    await act(benchA, 'orderPart', { unitId, wantId });
    await act(benchA, 'dropWant', { unitId, wantId });
    expect((await unitRow(unitId)).stage).toBe('dock');
    expect(await quotesFor(database(), unitId)).toEqual({});
  });
});

describe('a door for every ending', () => {
  it('taken apart: parts in the bin at their worth, the machine credited, the places empty, the sale in the books of the lot', async () => {
    const {
      units: [{ unitId, tag }],
      lotId,
    } = await lotWith(['laptop'], { priceMinor: 3000, freightMinor: 0 });
    await act(benchA, 'markPlaces', {
      unitId,
      places: [
        { place: 'panel', state: 'proven' },
        { place: 'drive', state: 'gone' },
        { place: 'palm', state: 'there' },
      ],
    });
    const sheet = harvestOfUnit(await unitRow(unitId), await record(unitId), shippedHouse, RATES);
    expect(sheet.lines.find(({ id }) => id === 'drive')?.worthMinor).toBe(0);
    expect(sheet.lines.find(({ id }) => id === 'panel')?.worthMinor).toBe(1125);
    const value = (await unitRow(unitId)).evaluation!.routes.find(({ route }) => route === 'harvest')!;
    expect(value.valueMinor).toBeGreaterThan(0);
    const { codes, creditMinor } = await act<{ codes: string[]; creditMinor: number }>(
      benchA,
      'harvestParts',
      {
        unitId,
        taken: [
          { place: 'panel', name: '14 inch panel', worthMinor: 1100 },
          { place: 'memory', name: '4 GB module', worthMinor: 300 },
        ],
      },
    );
    expect(creditMinor).toBe(1400);
    expect((await money(unitId)).partsMinor).toBe(-1400);
    expect((await record(unitId)).seenPlaces).toMatchObject({ panel: 'gone', memory: 'gone', palm: 'there' });
    // taken back, the places are what they were, and so is the worth of taking it apart
    await act(benchA, 'takeBackParts', { unitId });
    expect((await record(unitId)).seenPlaces).toEqual({ panel: 'proven', drive: 'gone', palm: 'there' });
    expect((await money(unitId)).partsMinor).toBe(0);
    // all but for what the parts that were seen tell of it: they stand on its record
    const back = (await unitRow(unitId)).evaluation!.routes.find(({ route }) => route === 'harvest')!;
    expect(Math.abs(back.valueMinor - value.valueMinor)).toBeLessThan(50);
    const again = await act<{ codes: string[] }>(benchA, 'harvestParts', {
      unitId,
      taken: [
        { place: 'panel', name: '14 inch panel', worthMinor: 1100 },
        { place: 'memory', name: '4 GB module', worthMinor: 300 },
      ],
    });
    const less = (await unitRow(unitId)).evaluation!.routes.find(({ route }) => route === 'harvest')!;
    expect(less.valueMinor).toBeLessThan(value.valueMinor);
    expect(again.codes).not.toEqual(codes);
    const panel = (await database().select().from(components).where(eq(components.code, again.codes[0])))[0];
    await act(benchA, 'sellPart', {
      componentId: panel.id,
      priceMinor: 1500,
      feesMinor: 100,
      outwardMinor: 200,
      soldOn: '2026-11-26',
      channel: 'counter',
    });
    await act(benchA, 'observe', { unitId, finding: 'drive-there', outcome: 1 }).catch(() => null);
    await act(owner, 'endUnit', { unitId, as: 'lost', grams: 1450, receivedMinor: 60 });
    const book = (await lotBooks()).find(({ id }) => id === lotId)!;
    // 1500 for the panel and 60 of scrap; 100 + 200 selling it; parts: credited 1400, the panel cost 1100 of it
    expect(book).toMatchObject({ takenMinor: 1560, feesMinor: 300, partsMinor: -300 });
    expect(book.soFarMinor).toBe(1560 - 3000 + 300 - 300 - book.labourMinor);
    await act(owner, 'unsellPart', { componentId: panel.id, why: 'wrong one' });
    expect((await lotBooks()).find(({ id }) => id === lotId)).toMatchObject({
      takenMinor: 60,
      partsMinor: -1400,
    });
    expect(tag).toBeTruthy();
  });

  it('for parts or as found it is listed without a grade, behind the gate for drives, naming what is not tested', async () => {
    const { unitId, tag } = await one();
    const tried = (as: string) => refusal(act(benchA, 'listUnit', { unitId, askMinor: 2000, as }));
    expect(await tried('for parts')).toMatchObject({ message: expect.stringMatching(/drive/) });
    await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'none' });
    expect(await tried('graded')).toMatchObject({ message: expect.stringMatching(/prove and grade/) });
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'keyboard', state: 'proven' }] });
    expect(await tried('as found')).toBeNull();
    const found = await listingOf(tag, ON_PAPER);
    expect(found).toMatchObject({ as: 'as found', grade: '' });
    expect(found.untested).toMatch(/every key/);
    expect(await tried('for parts')).toBeNull();
    expect((await listingOf(tag, ON_PAPER)).parts).toBe('keyboard (proven)');
    await act(benchA, 'sellUnit', { unitId, priceMinor: 1800, outwardMinor: 350, soldOn: '2026-11-26' });
    const book = await money(unitId);
    expect(book).toMatchObject({ takenMinor: 1800, postageMinor: 350 });
    // fees 8 % of 1800, postage 350
    expect(book.contributionMinor).toBe(1800 - 144 - 350 - book.labourMinor);
  });

  it('a shell is one: without its board it is worth its parts, is not powered, and its papers name what is missing', async () => {
    const { unitId, tag } = await one();
    const before = (await unitRow(unitId)).priceMinor;
    expect(before).toBeGreaterThan(0);
    const gone = ['board', 'memory', 'keyboard', 'fan'].map((place) => ({ place, state: 'gone' }));
    await act(benchA, 'markPlaces', { unitId, places: gone });
    const shell = await unitRow(unitId);
    expect(shell.priceMinor).toBe(0);
    expect(['harvest', 'recycle']).toContain(shell.route);
    expect(shell.evaluation!.steps.filter(({ kind }) => kind !== 'stop')).toEqual([]);
    expect(await refusal(act(benchA, 'startRun', { unitId, kind: 'heat' }))).toMatchObject({
      message: expect.stringContaining('main board is out'),
    });
    await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'none' });
    await act(benchA, 'listUnit', { unitId, askMinor: 900, as: 'for parts' });
    expect((await listingOf(tag, ON_PAPER)).flaws).toMatch(/missing: board.*missing: keyboard/);
    // a board put in is one again
    await act(benchA, 'setStage', { unitId, stage: 'hands' }).catch(() => null);
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'board', state: 'there' }] });
    expect((await unitRow(unitId)).priceMinor).toBeGreaterThan(0);
  });

  it('a pack that is seen to be gone is gone for price and belief, and what was seen before stays true', async () => {
    const { unitId } = await one();
    await act(benchA, 'typeSpec', { unitId, key: 'batteryHealth', value: '82 %' });
    for (const finding of ['look-swelling', 'look-liquid', 'look-rattle', 'look-smell', 'button'])
      await act(benchA, 'observe', { unitId, finding, outcome: 0 });
    const before = await unitRow(unitId);
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'battery', state: 'gone' }] });
    const gone = await unitRow(unitId);
    expect(gone.evaluation!.chances['battery-out']).toBe(1);
    expect(gone.evaluation!.impossible).toBe(false);
    expect(gone.valueMinor).toBeLessThan(before.valueMinor);
    expect(gone.evaluation!.moved.at(-1)).toMatchObject({ beside: 'none', of: 'battery' });
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'battery', state: 'there' }] });
    expect((await unitRow(unitId)).evaluation!.chances['battery-out'] ?? 0).toBeLessThan(0.05);
  });

  it('what is for the bench alone leaves with no machine and is never sold', async () => {
    const { unitId } = await one();
    const spliced = await bin({ class: 'charger', name: '19 V, spliced lead', benchOnly: true });
    expect(
      await refusal(
        act(benchA, 'sellPart', { componentId: spliced.componentId, priceMinor: 100, soldOn: '2026-11-26' }),
      ),
    ).toMatchObject({ message: expect.stringMatching(/bench alone/) });
    await act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'none' });
    await act(benchA, 'fitPart', { unitId, componentId: spliced.componentId });
    expect(await refusal(act(benchA, 'listUnit', { unitId, askMinor: 900, as: 'as found' }))).toMatchObject({
      message: expect.stringMatching(/bench alone. Take it out/),
    });
  });

  it('loose parts of a lot take a share of what it cost by what they are worth; used in a machine the lot pays once', async () => {
    const { lotId, units: made } = await lotWith(['laptop'], { priceMinor: 10_000, freightMinor: 0 });
    const { codes } = await act<{ codes: string[] }>(benchA, 'receiveLoose', {
      lotId,
      parts: [{ class: 'charger', name: '19 V 4.74 A', worthMinor: 1000 }],
    });
    const [part] = await database().select().from(components).where(eq(components.code, codes[0]));
    const unit = await unitRow(made[0].unitId);
    expect(part.costMinor).toBeGreaterThan(0);
    expect(part.costMinor + unit.costMinor).toBe(10_000);
    // by worth: 1000 against the machine's price
    expect(part.costMinor).toBe(Math.round((10_000 * 1000) / (1000 + unit.priceMinor)));
    await act(benchA, 'fitPart', { unitId: unit.id, componentId: part.id });
    expect((await money(unit.id)).partsMinor).toBe(part.costMinor);
    expect((await lotBooks()).find(({ id }) => id === lotId)).toMatchObject({
      partsMinor: 0,
      paidMinor: 10_000,
    });
  });
});

describe('single buys, builds, systems, advice', () => {
  it('one form makes lot and machine; postage is part of what it cost; its plate is what it takes', async () => {
    const { tag, unitId, lot } = await act<{ tag: string; unitId: string; lot: string }>(benchA, 'buyOne', {
      chassis: 'laptop',
      maker: 'Aldermoor',
      model: 'Keep T9',
      source: 'broken',
      paidMinor: 2500,
      postageMinor: 600,
      from: 'a stranger',
      words: 'does not turn on, no charger',
      boughtOn: '2026-11-25',
      plateVolts: 19,
      plateAmps: 3.42,
    });
    expect(tag).toMatch(/^ON-/);
    expect((await unitRow(unitId)).costMinor).toBe(3100);
    expect((await database().select().from(lots).where(eq(lots.code, lot)))[0]).toMatchObject({
      priceMinor: 2500,
      freightMinor: 600,
      source: 'broken',
    });
    const machine = await machineNow(database(), await unitRow(unitId), await record(unitId));
    expect(machine.machine.charger).toEqual({ volts: 19, amps: 3.42 });
  });

  it('a machine out of two: donors credited, the new one charged, no share of the lot, its drive’s duty goes along', async () => {
    const { lotId, units: made } = await lotWith(['laptop', 'laptop'], { priceMinor: 8000, freightMinor: 0 });
    const [a, b] = made;
    const board = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId: a.unitId,
      class: 'board',
      name: 'Board of a T3',
      worthMinor: 900,
    });
    const disk = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId: b.unitId,
      class: 'drive',
      name: '500 GB hard disk',
      worthMinor: 300,
    });
    const built = await act<{ tag: string; unitId: string }>(benchA, 'buildUnit', {
      lotId,
      chassis: 'laptop',
      maker: 'Aldermoor',
      model: 'Keep T3, built',
      parts: [{ componentId: board.componentId }, { componentId: disk.componentId, worthMinor: 250 }],
    });
    expect((await money(built.unitId)).partsMinor).toBe(1150);
    expect([(await money(a.unitId)).partsMinor, (await money(b.unitId)).partsMinor]).toEqual([-900, -250]);
    expect((await unitRow(built.unitId)).costMinor).toBe(0);
    expect((await specOf(built.unitId)).text('driveKind')).toBe('disk');
    expect((await record(built.unitId)).dataFaults[0]).toMatch(/still holds data/);
    expect((await specOf(b.unitId)).text('driveKind')).toBe('none');
    // the lot is shared out over what came in it
    await act(owner, 'correctLot', { lotId, priceMinor: 9000, why: 'the bill said so' });
    const costs = await database().select().from(units).where(eq(units.lotId, lotId));
    expect(costs.reduce((sum, { costMinor }) => sum + costMinor, 0)).toBe(9000);
    expect((await unitRow(built.unitId)).costMinor).toBe(0);
    expect(
      await refusal(
        act(benchA, 'buildUnit', {
          lotId,
          chassis: 'laptop',
          parts: [{ componentId: disk.componentId, worthMinor: -1 }],
        }),
      ),
    ).toMatchObject({ code: 'invalid' });
  });

  it('an install record stands on the papers, and is gone with the drive it was on', async () => {
    const { unitId } = await one();
    const drive = await act<{ componentId: string }>(benchA, 'recordPart', {
      unitId,
      class: 'drive',
      name: '240 GB SSD',
    });
    await act(benchA, 'recordSystem', {
      unitId,
      system: 'a light free system',
      licence: 'free',
      activated: 'not needed',
    });
    expect((await specOf(unitId)).text('system')).toBe('a light free system');
    expect((await specOf(unitId)).text('deviceList')).toBe('clean');
    // the house's own list, line by line: what is left keeps it from a grade, and stands on the papers
    const all = shippedHouse.setUp.map(({ id }) => id);
    const again = (done: string[] | null) =>
      act(benchA, 'recordSystem', {
        unitId,
        system: 'a light free system',
        licence: 'free',
        activated: 'not needed',
        image: 'harbour image 7',
        done,
      });
    const open = async () =>
      (await proofOf(database(), await unitRow(unitId), shippedHouse.rubric)).result.open.filter((line) =>
        line.startsWith('its set-up'),
      );
    expect(await open()).toEqual([]);
    await again(all.slice(0, -1));
    expect(await open()).toEqual([
      `its set-up: ${all.length - 1} of the house’s list of ${all.length}; not: ${shippedHouse.setUp.at(-1)!.name}`,
    ]);
    await again(all);
    expect(await open()).toEqual([]);
    expect((await specOf(unitId)).text('systemSetUp')).toBe(`by the house’s list of ${all.length}`);
    expect((await specOf(unitId)).text('systemImage')).toBe('harbour image 7');
    expect(await refusal(again(['polish']))).toMatchObject({ code: 'invalid' });
    await act(benchA, 'takePart', { unitId, componentId: drive.componentId, to: 'bin' });
    expect((await specOf(unitId)).text('system')).toBeNull();
    expect((await specOf(unitId)).text('systemSetUp')).toBeNull();
    expect(
      await refusal(act(benchA, 'recordSystem', { unitId, system: 'x', licence: 'free', activated: 'yes' })),
    ).toMatchObject({ message: expect.stringMatching(/no drive/) });
  });

  it('the adviser offers what pays out of bin and offers, and repair or replace knows the offers', async () => {
    const { unitId } = await one();
    for (const [key, value] of [
      ['processorLevel', '3'],
      ['memoryGb', '4'],
      ['driveKind', 'hard disk'],
      ['driveGb', '320'],
    ])
      await act(benchA, 'typeSpec', { unitId, key, value });
    await act(benchA, 'noteTakes', {
      unitId,
      facts: { bay1: '2.5-sata-9.5', memoryKind: 'DDR3', memorySlots: 2 },
    });
    await bin({ class: 'drive', name: '240 GB SSD 2.5 inch SATA 7mm', costMinor: 1500 });
    await act(benchA, 'quotePart', {
      unitId,
      class: 'memory',
      name: '4 GB DDR3 SO-DIMM',
      priceMinor: 12_000,
      condition: 'new',
    });
    const unit = await unitRow(unitId);
    const machine = await machineNow(database(), unit, await record(unitId));
    const wanted = await wantsOf(unitId);
    const { sets, unpaid } = upgradesOfUnit(
      unit,
      await record(unitId),
      machine,
      shippedHouse,
      RATES,
      offeredFor(unit.chassis, await binFor(unit, machine), wanted),
    );
    expect(sets[0].classes).toContain('drive');
    expect(unpaid.map(({ id }) => id)).toContain(wanted[0].id);
    await act(benchA, 'observe', { unitId, finding: 'battery-health', outcome: 2 });
    const ways = await waysFor(await unitRow(unitId), RATES, wanted);
    expect(ways.find(({ id }) => id === 'battery')?.ways.map(({ name }) => name)).toHaveLength(2);
  });
});

describe('what an act leaves, and what comes back', () => {
  const quoted = async (unitId: string, name = 'Pack', partClass = 'battery') =>
    (
      await act<{ wantId: string }>(benchA, 'quotePart', {
        unitId,
        class: partClass,
        name,
        priceMinor: 900,
        condition: 'new',
      })
    ).wantId;
  const noDrive = (unitId: string) => act(benchA, 'typeSpec', { unitId, key: 'driveKind', value: 'none' });
  const asFound = async (unitId: string) => {
    await noDrive(unitId);
    await act(benchA, 'listUnit', { unitId, askMinor: 2000, as: 'as found' });
  };

  it('a second order gives the unit back to where it stood then, not before the first', async () => {
    const { unitId } = await one();
    const first = await quoted(unitId);
    await act(benchA, 'orderPart', { unitId, wantId: first });
    await act(benchA, 'partArrived', { unitId, wantId: first });
    expect((await unitRow(unitId)).stage).toBe('dock');
    await act(benchA, 'setStage', { unitId, stage: 'hands' });
    const second = await quoted(unitId, 'Panel', 'panel');
    await act(benchA, 'orderPart', { unitId, wantId: second });
    await act(benchA, 'partArrived', { unitId, wantId: second });
    expect((await unitRow(unitId)).stage).toBe('hands');
  });

  it('what was ordered for it is kept for it again when its fitting is taken back', async () => {
    const [a, b] = (await lotWith(['laptop', 'laptop'])).units;
    const wantId = await quoted(a.unitId);
    await act(benchA, 'orderPart', { unitId: a.unitId, wantId });
    const { componentId } = await act<{ componentId: string }>(benchA, 'partArrived', {
      unitId: a.unitId,
      wantId,
    });
    await act(benchA, 'fitPart', { unitId: a.unitId, componentId });
    await act(benchA, 'takeBackParts', { unitId: a.unitId });
    expect((await partRow(componentId)).keptFor).toBe(a.unitId);
    expect(await refusal(act(benchB, 'fitPart', { unitId: b.unitId, componentId }))).toMatchObject({
      code: 'conflict',
    });
  });

  it('a part that comes for a unit that has left is anybody’s, and one that never comes leaves the list', async () => {
    const { unitId } = await one();
    const [here, never] = [await quoted(unitId), await quoted(unitId, 'Panel', 'panel')];
    for (const wantId of [here, never]) await act(benchA, 'orderPart', { unitId, wantId });
    await asFound(unitId);
    await act(benchA, 'sellUnit', { unitId, priceMinor: 1500, soldOn: '2026-11-26' });
    const { componentId } = await act<{ componentId: string }>(benchA, 'partArrived', {
      unitId,
      wantId: here,
    });
    expect(await partRow(componentId)).toMatchObject({ place: 'bin', keptFor: null });
    await act(benchA, 'dropWant', { unitId, wantId: never });
    expect((await wantsOf(unitId)).map(({ state }) => state)).toEqual(['dropped', 'dropped']);
  });

  it('what sending cost does not come back with a machine; a sale that never was costs nothing', async () => {
    const { lotId, units: made } = await lotWith(['laptop', 'laptop']);
    for (const { unitId } of made) {
      await asFound(unitId);
      await act(benchA, 'sellUnit', { unitId, priceMinor: 1800, outwardMinor: 350, soldOn: '2026-11-26' });
    }
    await act(owner, 'cancelSale', { unitId: made[0].unitId, why: 'never fetched' });
    await act(owner, 'returnSale', { unitId: made[1].unitId, refundMinor: 1800, why: 'did not start' });
    expect((await lotBooks()).find(({ id }) => id === lotId)).toMatchObject({
      takenMinor: 0,
      feesMinor: 350,
    });
  });

  it('no paper for a machine that came back ungraded, whatever it was sold as', async () => {
    const { unitId, tag } = await one();
    await asFound(unitId);
    await act(benchA, 'sellUnit', { unitId, priceMinor: 1800, soldOn: '2026-11-26' });
    expect((await passportOf(tag, ON_PAPER)).as).toMatch(/as found/);
    await act(owner, 'returnSale', { unitId, refundMinor: 1800, why: 'did not start' });
    await expect(passportOf(tag, ON_PAPER)).rejects.toThrow(/No paper leaves the shop/);
  });

  it('a mark on a machine offered as found is told, and takes it off no shelf', async () => {
    const { unitId, tag } = await one();
    await asFound(unitId);
    await act(benchA, 'markDefect', { unitId, surface: 'lid', kind: 'dent', size: 1, x: 20, y: 20 });
    expect(await unitRow(unitId)).toMatchObject({ listed: true, stage: 'shelf' });
    expect((await listingOf(tag, ON_PAPER)).flaws).toMatch(/Lid: dent/);
  });

  it('a part described anew changes the machine it is in: price, and a grade that stood on it', async () => {
    const { unitId } = await one();
    const battery = await bin({ class: 'battery', name: 'Pack', attributes: { health: 0.95 } });
    await act(benchA, 'fitPart', { unitId, componentId: battery.componentId });
    await noDrive(unitId);
    for (const [key, value] of [
      ['processor', 'Corvid M5'],
      ['memoryGb', '8 GB'],
      ['topCelsius', '70'],
    ])
      await act(benchA, 'typeSpec', { unitId, key, value });
    for (const { id } of testsFor(rubric, 'laptop'))
      await act(benchA, 'recordTest', { unitId, test: id, result: 'pass' });
    await act(benchA, 'giveGrade', { unitId });
    const graded = await unitRow(unitId);
    expect(graded.grade).toBe('A');
    await act(benchA, 'describePart', { componentId: battery.componentId, attributes: { health: 0.5 } });
    const now = await unitRow(unitId);
    expect(now.grade).toBeNull();
    expect(now.priceMinor).toBeLessThan(graded.priceMinor);
  });

  it('a place marked by mistake is not looked at again', async () => {
    const { unitId } = await one();
    const harvest = async () =>
      (await unitRow(unitId)).evaluation!.routes.find(({ route }) => route === 'harvest')!.valueMinor;
    const before = await harvest();
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'panel', state: 'gone' }] });
    expect(await harvest()).toBeLessThan(before);
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'panel', state: 'unseen' }] });
    expect((await record(unitId)).seenPlaces).toEqual({});
    expect(await harvest()).toBe(before);
  });

  it('what comes out is offered at what the house reckons it is worth, or at what was charged for it', async () => {
    const { unitId, tag } = await one();
    await act(benchA, 'recordPart', { unitId, class: 'panel', name: '14 inch' });
    const bought = await bin({ class: 'panel', name: '14 inch eDP', costMinor: 1450 });
    await act(benchA, 'fitPart', { unitId, componentId: bought.componentId });
    const { inside, seenMinor } = await partsOffered(tag, 'panel');
    expect(new Map(inside.map((part) => [part.name, part.worthMinor]))).toEqual(
      new Map([
        ['14 inch', shippedHouse.parts.laptop.panel],
        ['14 inch eDP', 1450],
      ]),
    );
    expect(seenMinor).toBe(shippedHouse.parts.laptop.panel);
  });
});
