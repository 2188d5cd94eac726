import { and, asc, eq, isNull } from 'drizzle-orm';
import { repairById } from '@/catalog';
import type { CleanAct } from '@/core/clean/state';
import { photos, recordValues } from '@/db/schema';
import { ZONE_NAMES } from '@/words/cleanView';
import { readingsOnPaper } from '../readings/papers';
import { agreementNow, ownersPartsOf } from '../hands/owner';
import { database } from '@/db/client';
import { dayOf } from '@/words/time';
import { minorText } from '@/core/money/minor';
import { SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import { testsFor } from '@/core/grade/rubric';
import type { Passport } from '@/formats/print/passport';
import { ShopError } from '../errors';
import { proofOf } from '../proof/proof';
import { houseAt, houseNow } from '../house/tables';
import { standingObservations } from '../record/queries';
import { onPaper, toldFaults } from '../record/told';
import { carriedOut, endingOf } from '@/core/record/endings';
import { erasuresOf, partsFitted, unitByTag, workOf } from '../units/queries';
import { goodFor, runsWords, usesNow } from '../advice/uses';
import { donorPlaces } from '@/catalog/donor';
import type { ListedAs } from '@/db/schema';
import { CHASSIS_NAMES } from '@/words/names';
import { lower } from '@/words/plain';

/** As what a machine is sold, in words a buyer understands. */
const AS_WORDS: Record<ListedAs, string> = {
  graded: '',
  told: 'Sold with its faults told',
  'as found': 'Sold as found: what is not tested is named',
  'for parts': 'Sold for its parts',
};
const SIZES = ['small', 'medium', 'large'];

/** Zones that were cleaned, and when. */
async function cleanedOn(unitId: string) {
  const rows = await database()
    .select({ value: recordValues.value, at: recordValues.at })
    .from(recordValues)
    .where(
      and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'clean'), isNull(recordValues.voidedBy)),
    );
  return rows.flatMap(({ value, at }) => {
    const act = JSON.parse(value) as CleanAct;
    return act.op === 'cleaned' ? [{ zones: act.zones.map((zone) => ZONE_NAMES[zone] ?? zone), at }] : [];
  });
}

/** Photographs somebody chose for the papers, as a printer takes them. */
async function chosenPhotos(unitId: string) {
  const rows = await database()
    .select({ bytes: photos.bytes, role: photos.role, note: photos.note })
    .from(photos)
    .where(and(eq(photos.unitId, unitId), eq(photos.onPapers, true)))
    .orderBy(asc(photos.at))
    .limit(6);
  return rows.map(({ bytes, role, note }) => ({
    words: [role, note].filter(Boolean).join(': '),
    jpeg: new Uint8Array(bytes),
  }));
}

const chosenIds = async (unitId: string) =>
  (
    await database()
      .select({ id: photos.id })
      .from(photos)
      .where(and(eq(photos.unitId, unitId), eq(photos.onPapers, true)))
      .orderBy(asc(photos.at))
  ).map(({ id }) => `/api/photos/${id}`);

/** What stands on the papers of a machine that goes back to its owner. */
async function ownersPaper(unitId: string, shopRow: ShopOnPaper): Promise<NonNullable<Passport['owner']>> {
  const [agreed, parts] = [await agreementNow(database(), unitId), await ownersPartsOf(unitId)];
  const money = (minor: number) => `${shopRow.currencySign} ${minorText(minor, shopRow.currencyDecimals)}`;
  return {
    wishes: agreed.wishes,
    agreed:
      agreed.state === 'agreed'
        ? `${money(agreed.totalMinor)}: ${(agreed.quote ?? []).map(({ what }) => what).join(', ')}`
        : '',
    found: agreed.found.map(({ text, minor }) => (minor ? `${text} (${money(minor)})` : text)),
    parts: parts.map(({ code, name }) => `${code} ${name}`),
  };
}

async function readyUnit(tag: string) {
  const found = await unitByTag(tag);
  if (!found) throw new ShopError('missing', `There is no unit ${tag}.`);
  // somebody else's machine goes back as it is, with what is on its drives
  const theirs = found.lot.source === 'owner';
  const faults = found.record.dataFaults;
  if (faults.length && found.unit.stage !== 'sold' && !theirs)
    throw new ShopError('refused', `No paper leaves the shop for ${found.unit.tag}: ${faults.join('; ')}.`);
  // what is offered or sold as told, as found or for parts says so in place of a grade
  const as: ListedAs = found.unit.listed || found.unit.stage === 'sold' ? found.unit.listedAs : 'graded';
  if (!found.unit.grade && as === 'graded' && !theirs)
    throw new ShopError('refused', `No paper leaves the shop for ${found.unit.tag}: it is not graded.`);
  return { ...found, as, theirs };
}

interface ShopOnPaper {
  name: string;
  currencySign: string;
  currencyDecimals: number;
  timeZone: string;
}

export async function passportOf(tag: string, shopRow: ShopOnPaper): Promise<Passport> {
  const day = (at: Date) => dayOf(at, shopRow.timeZone);
  const { unit, spec, record, as, theirs } = await readyUnit(tag);
  const { rubric } = (await houseAt(database(), unit.gradeHouse)).tables;
  const proof = await proofOf(database(), unit, rubric);
  const surfaces = rubric.surfaces[unit.chassis];
  const seen = await erasuresOf(unit.id);
  // what was tried in vain is no work done for the buyer; a repair stands here by its verdict, other work by
  // its end
  const done = (await workOf(unit.id)).filter((row) => row.status === 'done' && row.kind !== 'repair');
  const helped = (await standingObservations(database(), unit.id)).filter(
    (row) => row.kind === 'repair' && carriedOut(endingOf(row)),
  );
  const fitted = await partsFitted(unit.id);
  const { tables } = await houseNow(database());
  const uses = usesNow(tables, unit.chassis, spec, day(new Date()));
  return {
    tag: unit.tag,
    shop: shopRow.name,
    title: `${unit.maker} ${unit.model}`.trim(),
    kind: CHASSIS_NAMES[unit.chassis],
    grade: as === 'graded' ? (unit.grade ?? '') : '',
    as: theirs ? 'Goes back to its owner' : AS_WORDS[as],
    uses: uses.uses.map(({ name, good, reasons }) => ({ name, good, why: reasons.join('; ') })),
    systems: runsWords(uses) || 'none that gets updates',
    rubric: rubric.version,
    price:
      unit.askMinor === null
        ? ''
        : `${shopRow.currencySign} ${minorText(unit.askMinor, shopRow.currencyDecimals)}`,
    printedOn: day(new Date()),
    specification: (Object.keys(SPEC_KEYS) as SpecKey[]).flatMap((key) => {
      const row = spec.best(key);
      return row ? [{ name: SPEC_KEYS[key], value: row.value, basis: row.basis }] : [];
    }),
    tests: testsFor(rubric, unit.chassis).map((test) => ({
      name: test.name,
      result:
        { pass: 'passed', fail: 'failed', absent: 'not fitted' }[proof.tests.get(test.id)?.result ?? ''] ??
        'not tested',
    })),
    flaws: [
      ...proof.marks.map(
        (mark, i) =>
          `${i + 1}  ${surfaces.find((s) => s.id === mark.surface)?.name ?? mark.surface}: ${rubric.defects.find((kind) => kind.id === mark.kind)?.name.toLowerCase() ?? mark.kind}, ${SIZES[mark.size]}.`,
      ),
      ...toldFaults(unit.evaluation, record).map(onPaper),
    ],
    work: [
      ...done.map((row) => ({ what: row.title, when: day(row.finishedAt ?? row.startedAt) })),
      ...helped.map((row) => ({ what: repairById(row.ref)?.name ?? row.ref, when: day(row.at) })),
      ...fitted.map((row) => ({ what: `Fitted: ${row.name}`, when: day(row.at) })),
      ...(await cleanedOn(unit.id)).map(({ zones, at }) => ({
        what: `Cleaned: ${zones.join(', ')}`,
        when: day(at),
      })),
    ].sort((a, b) => a.when.localeCompare(b.when)),
    data: seen.map(({ erasure, code, name, serial }) => ({
      drive: `${code} ${name}${serial ? `, serial ${serial}` : ''}`,
      what: erasure.kind,
      method: erasure.method,
      verified: erasure.verified,
      by: erasure.byName,
      when: day(erasure.at),
    })),
    readings: (await readingsOnPaper(unit.id)).map(({ what, at }) => ({ what, when: day(at) })),
    photos: await chosenPhotos(unit.id),
    ...(theirs && { owner: await ownersPaper(unit.id, shopRow) }),
    surfaces,
    marks: proof.marks.map((mark, i) => ({ number: i + 1, x: mark.x, y: mark.y })),
  };
}

/** The row of a listing, the same for CSV and JSON. */
export async function listingOf(tag: string, shopRow: Omit<ShopOnPaper, 'name'>) {
  const { unit, spec, record, as } = await readyUnit(tag);
  const { rubric } = (await houseAt(database(), unit.gradeHouse)).tables;
  const proof = await proofOf(database(), unit, rubric);
  const surfaces = rubric.surfaces[unit.chassis];
  const best = (key: SpecKey) => spec.best(key)?.value ?? '';
  const tests = testsFor(rubric, unit.chassis);
  const { tables } = await houseNow(database());
  const uses = usesNow(tables, unit.chassis, spec, dayOf(new Date(), shopRow.timeZone));
  return {
    tag: unit.tag,
    kind: CHASSIS_NAMES[unit.chassis],
    maker: unit.maker,
    model: unit.model,
    as,
    grade: as === 'graded' ? (unit.grade ?? '') : '',
    rubric: rubric.version,
    price:
      unit.askMinor === null
        ? ''
        : minorText(unit.askMinor, shopRow.currencyDecimals)
            .replace(/\u202f/g, '')
            .replace('−', '-'),
    currency: shopRow.currencySign,
    processor: best('processor'),
    level: best('processorLevel'),
    memory: best('memoryGb'),
    drive: [best('driveKind'), best('driveGb')].filter(Boolean).join(' '),
    battery: best('batteryHealth'),
    graphics: best('graphics'),
    charger: best('charger'),
    system: best('system'),
    goodFor: goodFor(uses),
    systems: runsWords(uses),
    serial: best('serial'),
    readings: (await readingsOnPaper(unit.id)).map(({ what }) => what).join(' '),
    photos: (await chosenIds(unit.id)).join('; '),
    untested: tests
      .filter(({ id }) => !proof.tests.has(id))
      .map(({ name }) => lower(name))
      .join('; '),
    parts:
      as === 'for parts'
        ? donorPlaces[unit.chassis]
            .filter(({ id }) => ['there', 'proven'].includes(record.seenPlaces[id]))
            .map(({ id, name }) => `${lower(name)}${record.seenPlaces[id] === 'proven' ? ' (proven)' : ''}`)
            .join('; ')
        : '',
    flaws: [
      ...proof.marks.map(
        (mark) =>
          `${surfaces.find((s) => s.id === mark.surface)?.name ?? mark.surface}: ${rubric.defects.find((kind) => kind.id === mark.kind)?.name.toLowerCase() ?? mark.kind} (${SIZES[mark.size]})`,
      ),
      ...toldFaults(unit.evaluation, record).map(onPaper),
    ].join('; '),
  };
}
