import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { rubric } from '@/catalog/worth/rubric';
import { shippedHouse } from '@/catalog/house';
import { testsFor } from '@/core/grade/rubric';
import { database } from '@/db/client';
import { erasures, events, functionTests, rubrics, units } from '@/db/schema';
import { certificatePdf } from '@/formats/print/certificate';
import { technicalPdf } from '@/formats/print/technical';
import { technicalOf } from '@/shop/sales/technical';
import { passportPdf } from '@/formats/print/passport';
import { LISTING_FIELDS, listingShape } from '@/shapes/listing';
import { certificateOf, checkCertificate } from '@/shop/erasure/certificate';
import { driveSheets } from '@/shop/erasure/queries';
import { houseNow } from '@/shop/house/tables';
import { liftsFor } from '@/shop/advice/lifts';
import { proofOf, rubricOf } from '@/shop/proof/proof';
import { whatIf } from '@/shop/proof/whatIf';
import { recordNow } from '@/shop/record/queries';
import { listingOf, passportOf } from '@/shop/sales/papers';
import { listingText } from '@/words/unit/listingText';
import { act, benchA, benchB, byOwner, counted, lotWith, openShop, refusal, unitRow } from './shop';

openShop('papers');
const SHOP = {
  name: 'Saltmarsh Reuse',
  currencySign: 'CR',
  currencyDecimals: 2,
  timeZone: 'UTC',
  trader: '',
  warranty: '',
};
const ORIGIN = 'https://shop.test:3443';

/** Text of a PDF as one line of words: what a reader of it reads. */
function textOf(pdf: Buffer): string {
  const folder = mkdtempSync(join(tmpdir(), 'omni-pdf-'));
  try {
    writeFileSync(join(folder, 'a.pdf'), pdf);
    return execFileSync('pdftotext', [join(folder, 'a.pdf'), '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
  } finally {
    rmSync(folder, { recursive: true });
  }
}
const words = (text: string) => text.replace(/\s+/g, ' ').trim();

/** A laptop that was worked through: known, tested, marked, its drive erased. */
async function ready({ skip = [] as string[] } = {}) {
  const { unitId, tag } = (await lotWith(['laptop'])).units[0];
  const type = (key: string, value: string) =>
    skip.includes(key) ? null : act(benchA, 'typeSpec', { unitId, key, value });
  await act(benchA, 'recordPart', {
    unitId,
    class: 'drive',
    name: 'Flint S240, 240 GB solid-state',
    serial: 'FL-1',
  });
  await type('processor', 'Corvid M5-330');
  await type('memoryGb', '8 GB');
  await type('driveKind', 'solid');
  await type('driveGb', '240');
  await type('batteryHealth', '82 %');
  await type('topCelsius', '76');
  await counted(unitId);
  const { inside } = (await recordNow(database(), await unitRow(unitId))).drives;
  const { erasureId } = await act<{ erasureId: string }>(benchA, 'recordErasure', {
    unitId,
    componentId: inside[0].part.id,
    kind: 'erased',
    methodId: 'solid-sanitize',
    verified: 'every sector read back, all zero',
  });
  for (const { id } of testsFor(rubric, 'laptop'))
    await act(benchB, 'recordTest', { unitId, test: id, result: id === 'optical' ? 'absent' : 'pass' });
  await act(benchA, 'markDefect', { unitId, surface: 'lid', kind: 'scratch', size: 1, x: 40, y: 40 });
  return { unitId, tag, erasureId };
}
const graded = async (more?: Parameters<typeof ready>[0]) => {
  const made = await ready(more);
  await act(benchA, 'giveGrade', { unitId: made.unitId });
  await act(benchA, 'listUnit', { unitId: made.unitId, askMinor: 11_200 });
  return made;
};

describe('passport', () => {
  it('says what the record says, all of it, and the PDF says the same', async () => {
    const { tag } = await graded();
    const pass = await passportOf(tag, SHOP, ORIGIN);
    expect(pass.specification.map(({ name }) => name)).toEqual(
      expect.arrayContaining(['Processor', 'Memory', 'Drive', 'Battery health', 'Top under load']),
    );
    expect(pass.tests).toHaveLength(testsFor(rubric, 'laptop').length);
    expect(pass.tests.find(({ name }) => name === 'Every key')).toMatchObject({
      result: 'passed',
      more: expect.stringMatching(/^Bench B, \d{4}-\d{2}-\d{2}$/),
    });
    expect(pass.flaws).toContain('1  Lid: scratch, medium.');
    expect(pass.cautions.some((own) => own.includes('swells'))).toBe(true);
    expect(pass.checkUrl).toMatch(/^https:\/\/shop\.test:3443\/c\/\d+\/[0-9a-f]{32}$/);
    const text = textOf(await passportPdf(pass));
    for (const said of [
      pass.tag,
      pass.title,
      `grade by rubric ${pass.rubric}`,
      ...pass.specification.flatMap(({ name, value }) => [name, value]),
      ...pass.tests.flatMap(({ name, more }) => [name, more]),
      ...pass.flaws,
      ...pass.cautions,
      ...pass.data.flatMap(({ method, verified }) => [method, verified]),
      pass.price,
    ])
      expect(text, said).toContain(words(said));
  });
  it.each(['desktop', 'aio', 'small'] as const)(
    'of a machine of another kind (%s): every line of the data is on the PDF, in its words, and nothing of a laptop',
    async (chassis) => {
      const { unitId, tag } = (await lotWith([chassis])).units[0];
      await act(benchA, 'recordPart', { unitId, class: 'drive', name: `Flint D500 ${chassis}, 500 GB hard disk`, serial: `FD-${chassis}` }); // prettier-ignore
      for (const [key, value] of [
        ['processor', 'Corvid C4-460'],
        ['memoryGb', '8 GB'],
        ['driveKind', 'disk'],
        ['driveGb', '500'],
        ['topCelsius', '71'],
        ['idleWatts', '31'],
        ['loadWatts', '88.5'],
      ])
        await act(benchA, 'typeSpec', { unitId, key, value });
      await counted(unitId);
      await act(benchA, 'tellPorts', { unitId, ports: [{ kind: 'vga', there: 1, good: 1, bad: 0 }, { kind: 'usb-a', there: 6, good: 5, bad: 1 }] }); // prettier-ignore
      const { inside } = (await recordNow(database(), await unitRow(unitId))).drives;
      await act(benchA, 'recordErasure', { unitId, componentId: inside[0].part.id, kind: 'erased', methodId: 'disk-overwrite', verified: 'every sector read back' }); // prettier-ignore
      for (const { id } of testsFor(rubric, chassis))
        await act(benchB, 'recordTest', { unitId, test: id, result: 'pass' });
      await act(benchA, 'markDefect', { unitId, surface: rubric.surfaces[chassis][0].id, kind: 'dent', size: 0, x: 20, y: 20 }); // prettier-ignore
      await act(benchA, 'giveGrade', { unitId });
      await act(benchA, 'listUnit', { unitId, askMinor: 8_900 });
      const pass = await passportOf(tag, SHOP, ORIGIN);
      // how a value is known stands beside it, in the midst of one that takes two lines
      const text = textOf(await passportPdf(pass)).replace(/ (typed|measured|looked up)(?= )/g, '');
      const told = [
        pass.tag,
        pass.kind,
        ...pass.specification.flatMap(({ name, value }) => [name, value]),
        ...pass.tests.flatMap(({ name, result }) => [name, result]),
        ...pass.flaws,
        ...pass.cautions,
        ...pass.data.flatMap(({ drive, method }) => [drive, method]),
        pass.price,
      ];
      for (const said of told) expect(text, said).toContain(words(said));
      for (const said of ['31 W', '88.5 W', 'VGA', '6 USB-A, 1 of them not working'])
        expect(text, said).toContain(said);
      expect(text).not.toMatch(/battery|hinge|touchpad/i);
      // some small ones have a charger outside
      if (chassis !== 'small') expect(text).not.toMatch(/charger/i);
      expect((await listingOf(tag, SHOP)).energy).toBe('31 W at rest, 88.5 W at work');
      const file = await technicalOf(tag, SHOP);
      expect(file.steps.flatMap(({ open }) => open)).not.toContain('what it draws at rest and at work');
      const printed = textOf(await technicalPdf(file));
      for (const { title, lines } of file.steps)
        for (const said of [title, ...lines.flatMap(({ what, how }) => [what, how])])
          expect(printed, said).toContain(words(said));
    },
  );
  it('as found and an owner’s: every line of the data is on the PDF, in its words', async () => {
    const { unitId, tag } = await ready({ skip: ['processor', 'batteryHealth'] });
    await act(benchA, 'listUnit', { unitId, askMinor: 3_000, as: 'as found' });
    const theirs = (await lotWith(['laptop'], { source: 'owner' })).units[0];
    const told = (own: Record<string, unknown>) =>
      act(benchA, 'tellOwner', { unitId: theirs.unitId, act: own });
    await told({ op: 'quote', lines: [{ what: 'a fresh system', minor: 900 }] });
    await told({ op: 'answer', yes: true });
    await act(benchA, 'recordPart', { unitId: theirs.unitId, class: 'drive', name: 'Flint S240', serial: 'FL-THEIRS' }); // prettier-ignore
    await act(benchA, 'typeSpec', { unitId: theirs.unitId, key: 'memoryGb', value: '8 GB' });
    for (const [own, is] of [
      [tag, 'as found'],
      [theirs.tag, 'owner'],
    ]) {
      const pass = await passportOf(own, SHOP);
      const text = textOf(await passportPdf(pass)).replace(/ (typed|measured|looked up)(?= )/g, '');
      for (const said of [
        pass.tag,
        pass.as,
        ...pass.specification.flatMap(({ name, value }) => [name, value]),
        ...pass.uses.flatMap(({ name, good }) => [name, good]),
        ...pass.tests.flatMap(({ name, result }) => [name, result]),
        ...pass.flaws,
        ...pass.cautions,
        ...pass.data.flatMap(({ drive, method }) => [drive, method]),
        ...Object.values(pass.owner ?? {}).flat(),
      ])
        expect(text, `${is}: ${said}`).toContain(words(said));
      expect(text).not.toContain('grade by rubric');
      expect(text.includes('passport of a refurbished machine')).toBe(is !== 'owner');
    }
    expect((await passportOf(theirs.tag, SHOP)).owner).toMatchObject({
      agreed: expect.stringContaining('fresh system') as string,
    });
  });
  it('for parts: what can be taken, and no word of what works as a whole', async () => {
    const { unitId, tag } = (await lotWith(['desktop'])).units[0];
    await counted(unitId, 0);
    await act(benchA, 'markPlaces', { unitId, places: [{ place: 'supply', state: 'proven' }] });
    await act(benchA, 'listUnit', { unitId, askMinor: 900, as: 'for parts' });
    const pass = await passportOf(tag, SHOP);
    expect(pass.grade).toBe('');
    const text = textOf(await passportPdf(pass));
    expect(text).toContain(pass.as);
    expect(text).not.toContain('grade by rubric');
    expect((await listingOf(tag, SHOP)).parts).toContain('(proven)');
  });
  it('every flaw of the record stands on it, standing ones too', async () => {
    const { unitId, tag } = await graded();
    await act(benchA, 'markDefect', { unitId, surface: 'base', kind: 'missing', size: 2, x: 60, y: 150 });
    const { marks, record } = await proofOf(database(), await unitRow(unitId), rubric);
    await act(benchA, 'giveGrade', { unitId });
    const pass = await passportOf(tag, SHOP);
    expect(pass.flaws).toHaveLength(marks.length + record.flaws.length);
    expect(pass.flaws.at(-1)).toContain('missing piece, large');
  });
  it.each([
    ['processor', 'which processor it has'],
    ['memoryGb', 'how much memory it has'],
    ['driveGb', ''],
    ['batteryHealth', 'how its battery holds'],
  ])('refuses a machine whose %s nobody has said, and names it', async (key, what) => {
    const { unitId, tag } = await ready({ skip: [key] });
    // offered with its faults told it needs no grade; what a buyer must know it needs all the same
    await act(benchA, 'listUnit', { unitId, askMinor: 5_000, as: 'told' });
    for (const paper of [() => passportOf(tag, SHOP), () => listingOf(tag, SHOP)]) {
      const refused = await refusal(paper());
      // a size read off the name of its drive is known
      if (what === '') expect(refused).toBeNull();
      else expect(refused).toMatchObject({ code: 'refused', message: expect.stringContaining(what) });
    }
  });
  it('as found it leaves with what is not known named', async () => {
    const { unitId, tag } = await ready({ skip: ['processor', 'batteryHealth'] });
    await database().delete(functionTests).where(eq(functionTests.unitId, unitId));
    await act(benchA, 'listUnit', { unitId, askMinor: 3_000, as: 'as found' });
    const listing = await listingOf(tag, SHOP);
    expect(listing.untested).toContain('every key');
    expect(listing.untested.split('; ')).toHaveLength(testsFor(rubric, 'laptop').length);
  });
});

describe('technical file', () => {
  it('goes through the steps of preparing for re-use, names what is not on record, and the PDF says the same', async () => {
    const { unitId, tag } = await graded();
    const weight = { unitId, key: 'weight', value: '1.9 kg' };
    const shop = { ...SHOP, trader: 'Quay 4, Saltmarsh', warranty: '12 months on what was tested' };
    const before = await technicalOf(tag, SHOP);
    expect(before.steps.flatMap(({ open }) => open)).toEqual(
      expect.arrayContaining([
        'what it weighs',
        'an electrical safety test',
        'how long the seller answers for it',
      ]),
    );
    await act(benchA, 'typeSpec', weight);
    await act(benchA, 'recordElectrical', {
      unitId,
      protection: 'III',
      lookedOver: true,
      insulationMegohms: 20,
      works: true,
      meter: 'Safety meter 4',
      calibrated: '2026-06-01',
    });
    const fan = await act<{ componentId: string; code: string }>(benchA, 'receivePart', { class: 'fan', name: 'Fan for it', costMinor: 200 }); // prettier-ignore
    await act(benchA, 'fitPart', { unitId, componentId: fan.componentId, despite: true });
    await act(benchA, 'giveGrade', { unitId });
    const paper = await technicalOf(tag, shop);
    const open = paper.steps.flatMap(({ open: own }) => own);
    expect(open).not.toContain('what it weighs');
    expect(open).not.toContain('an electrical safety test');
    expect(open).not.toContain('how long the seller answers for it');
    const text = textOf(await technicalPdf(paper));
    for (const said of [
      tag,
      ...paper.steps.map(({ title }) => title),
      '1.9 kg',
      'Electrical safety test of',
      `In: ${fan.code} Fan for it`,
      '12 months on what was tested',
      'Quay 4, Saltmarsh',
    ])
      expect(text, said).toContain(words(said));
    // who sells it and for how long they answer for it stand on the buyer's papers too
    expect(textOf(await passportPdf(await passportOf(tag, shop)))).toContain(words('Warranty: 12 months'));
    expect(listingText(await listingOf(tag, shop))).toContain('Seller: Saltmarsh Reuse, Quay 4, Saltmarsh.');
  });
  it('does not call a system installed that is not on it any more', async () => {
    const { unitId, tag } = await graded();
    await act(benchA, 'logWork', { unitId, ref: 'system-install', minutes: 6 });
    expect((await passportOf(tag, SHOP)).work.map(({ what }) => what)).not.toContain('Install a system');
    await act(benchA, 'recordSystem', { unitId, system: 'a light free system', licence: 'free', activated: 'not needed' }); // prettier-ignore
    await act(benchA, 'giveGrade', { unitId }).catch(() => null);
    expect((await passportOf(tag, SHOP)).work.map(({ what }) => what)).toContain('Install a system');
  });
});

describe('listing', () => {
  it('has the fields that are told of it, and the text says what they say', async () => {
    const { tag } = await graded();
    const listing = await listingOf(tag, SHOP);
    expect(listingShape.validate(listing).error).toBeUndefined();
    expect(Object.keys(listing).sort()).toEqual(Object.keys(LISTING_FIELDS).sort());
    const told = readFileSync('docs/listing.md', 'utf8');
    for (const name of Object.keys(LISTING_FIELDS)) expect(told).toContain(`\`${name}\``);
    const text = listingText(listing);
    for (const said of [listing.grade, listing.price, listing.processor, listing.flaws, listing.goodFor, tag])
      expect(text).toContain(said);
    expect(text).toContain('Every test of ours was made.');
  });
});

describe('certificate', () => {
  it('bears the number and the seal of its entry, and what it says is what is on record', async () => {
    const { erasureId } = await ready();
    const paper = await certificateOf(erasureId, SHOP, ORIGIN);
    const [row] = await database().select().from(erasures).where(eq(erasures.id, erasureId));
    const [event] = await database().select().from(events).where(eq(events.seq, row.eventSeq!));
    expect(paper).toMatchObject({ number: event.seq, hash: event.hash, title: 'Certificate of erasure' });
    const text = textOf(await certificatePdf(paper));
    for (const said of [
      'Certificate of erasure',
      `No. ${event.seq}`,
      event.hash,
      'FL-1',
      'Sanitize, block erase (purge)',
      'NIST SP 800-88 Rev. 1',
      'every sector read back, all zero',
      'Bench A',
    ])
      expect(text, said).toContain(said);
  });
  const seal = async (id: string) => {
    const { number, hash } = await certificateOf(id, SHOP, ORIGIN);
    return [number, hash.slice(0, 32)] as const;
  };
  it('is checked against the chain: agrees, was taken back, was changed, or is none', async () => {
    const { unitId, erasureId } = await ready();
    const [number, hash] = await seal(erasureId);
    expect(await checkCertificate(number, hash)).toMatchObject({ agrees: true, serial: 'FL-1', back: null });
    expect(
      await checkCertificate(
        number,
        hash.replace(/^./, (c) => (c === '0' ? '1' : '0')),
      ),
    ).toBeNull();
    expect(await checkCertificate(number + 1, hash)).toBeNull();
    expect(await checkCertificate(NaN, hash)).toBeNull();
    expect(await checkCertificate(number, '')).toBeNull();
    // somebody turns the method on record into another
    const [row] = await database().select().from(erasures).where(eq(erasures.id, erasureId));
    await database().update(erasures).set({ method: 'Destroyed' }).where(eq(erasures.id, erasureId));
    expect(await checkCertificate(number, hash)).toMatchObject({ agrees: false });
    await database().update(erasures).set({ method: row.method }).where(eq(erasures.id, erasureId));
    await act(benchA, 'takeBackErasure', { unitId, erasureId, why: 'the wrong drive' });
    expect(await checkCertificate(number, hash)).toMatchObject({
      agrees: true,
      back: { why: 'the wrong drive' },
    });
    expect(await refusal(certificateOf(erasureId, SHOP, ORIGIN))).toMatchObject({ code: 'refused' });
  });
  it('shows an entry that was changed behind the shop’s back', async () => {
    const { erasureId } = await ready();
    const [number, hash] = await seal(erasureId);
    await byOwner((db) => db.execute(sql`alter table events disable trigger events_append_only`));
    await byOwner((db) => db.execute(sql`update events set actor_name = 'Nobody' where seq = ${number}`));
    expect(await checkCertificate(number, hash)).toMatchObject({ agrees: false });
    await byOwner((db) => db.execute(sql`update events set actor_name = 'Bench A' where seq = ${number}`));
    await byOwner((db) => db.execute(sql`alter table events enable trigger events_append_only`));
    expect(await checkCertificate(number, hash)).toMatchObject({ agrees: true });
  });
});

describe('drives on their page', () => {
  it('health by its own report, ways to erase it, and where an owner’s has been', async () => {
    const {
      units: [one],
    } = await lotWith(['laptop'], { source: 'owner' });
    const files = ['smartctl-sda.json', 'lsblk.json'].map((name) => ({
      name,
      text: readFileSync(`samples/report/${name}`, 'utf8'),
    }));
    await act(benchA, 'ingestReport', { unitId: one.unitId, files });
    const record = await recordNow(database(), await unitRow(one.unitId));
    const [sheet] = await driveSheets(one.unitId, record);
    expect(sheet).toMatchObject({ serial: 'BSL320-5521', medium: 'disk', gb: 320, usedGb: 61.2 });
    expect(sheet.health!.judged.verdict).toBe('watch');
    expect(sheet.plan!.ways[0].id).toBe('disk-overwrite');
    expect(sheet.custody.map(({ from, to }) => [from, to])).toEqual([['arrived', one.tag]]);
    await act(benchA, 'takePart', { unitId: one.unitId, componentId: sheet.id, to: 'bin' });
    const [out] = await driveSheets(one.unitId, await recordNow(database(), await unitRow(one.unitId)), true);
    expect(out).toMatchObject({ id: sheet.id, inside: false });
    expect(out.custody.map(({ from, to }) => [from, to])).toEqual([
      ['arrived', one.tag],
      [one.tag, 'bin'],
    ]);
  });
});

describe('what another rubric would make of the stock', () => {
  it('counts who would change and why, and changes nothing', async () => {
    const { unitId, tag } = await graded();
    const same = await whatIf(structuredClone(rubric));
    expect(same.changed).toEqual([]);
    expect(same.before).toEqual(same.after);
    const before = await unitRow(unitId);
    const harder = structuredClone(rubric);
    harder.limits = { ...harder.limits, A: 0, B: 0 };
    harder.tests = [...harder.tests, { id: 'own-9', name: 'Smells of nothing', failCaps: 'C' }];
    const told = await whatIf(harder);
    expect(told.looked).toBeGreaterThan(0);
    expect(told.changed.find((row) => row.tag === tag)).toMatchObject({
      to: null,
      why: 'not tested: Smells of nothing',
    });
    const limits = structuredClone(rubric);
    limits.limits = { ...limits.limits, A: 0, B: 1 };
    expect((await whatIf(limits)).changed.find((row) => row.tag === tag)).toMatchObject({ to: 'C' });
    expect(await unitRow(unitId)).toEqual(before);
  });
});

describe('a grade keeps the rubric it was given by', () => {
  it('one from before rubrics were kept is not asked for tests that came later', async () => {
    const { unitId } = await ready();
    await database().delete(functionTests).where(eq(functionTests.unitId, unitId));
    for (const test of [
      'surfaces',
      'starts',
      'display',
      'usb',
      'sound',
      'network',
      'load',
      'keys',
      'touchpad',
      'camera',
      'optical',
    ])
      await act(benchA, 'recordTest', { unitId, test, result: 'pass' });
    await database().update(units).set({ grade: 'A', gradeHouse: 0 }).where(eq(units.id, unitId));
    await act(benchA, 'typeSpec', { unitId, key: 'charger', value: '19 V 3.42 A' });
    expect((await unitRow(unitId)).grade).toBe('A');
  });
  it('word for word, whatever the rubric becomes', async () => {
    const { unitId } = await graded();
    const unit = await unitRow(unitId);
    expect(unit.gradeRubric).toHaveLength(64);
    expect(await rubricOf(database(), unit)).toEqual(rubric);
    const changed = structuredClone(shippedHouse);
    changed.rubric.tests.push({ id: 'own-1', name: 'A test of our own', failCaps: 'C' });
    changed.rubric.limits = { ...changed.rubric.limits, A: 0, B: 1, C: 2 };
    const { version } = await houseNow(database());
    await act({ id: 'owner', name: 'Buyer', role: 'owner' }, 'setHouse', { tables: changed, version });
    // an act that changes nothing about it leaves its grade where it is
    await act(benchA, 'typeSpec', { unitId, key: 'charger', value: '19 V 3.42 A' });
    const after = await unitRow(unitId);
    expect(after.grade).toBe(unit.grade);
    expect(await rubricOf(database(), after)).toEqual(rubric);
    expect(await database().$count(rubrics)).toBe(1);
  });
});

describe('the cheapest lift, in money', () => {
  it('names what to put right, what it wins and what is left of that', async () => {
    const { unitId } = await ready();
    for (const [x, y] of [
      [30, 30],
      [50, 50],
    ])
      await act(benchA, 'markDefect', { unitId, surface: 'lid', kind: 'glue', size: 2, x, y });
    const unit = await unitRow(unitId);
    const { input, result, spec } = await proofOf(database(), unit, rubric);
    const [best] = await liftsFor(unit, rubric, input, result.grade!, spec);
    expect(best.gainMinor).toBeGreaterThan(0);
    expect(best.netMinor).toBeLessThan(best.gainMinor);
    expect(best.costMinor).toBe(Math.round(best.minutes * 30));
  });
});
