import { measuredFor } from '../readings/queries';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { repairById } from '@/catalog';
import type { CleanAct } from '@/core/clean/state';
import { photos, recordValues, units } from '@/db/schema';
import { zoneName } from '@/words/hands/clean';
import { ZONE_WORK } from '../hands/clean';
import { readingsOnPaper } from '../readings/papers';
import { agreementNow, ownersPartsOf } from '../hands/owner';
import { database } from '@/db/client';
import { dayOf } from '@/words/time';
import { minorText } from '@/core/money/minor';
import type { SpecKey } from '@/core/record/keys';
import { paperCautions } from '@/catalog/papers/cautions';
import { paperOf, type Paper, type PaperKind } from '@/core/papers/paper';
import type { Rubric } from '@/core/grade/rubric';
import type { Listing } from '@/shapes/listing';
import { ERASURE_WORDS } from '@/words/drives/erasure';
import { byWordOf, SEAL_SIGNS } from '../erasure/certificate';
import { driveSheets } from '../erasure/queries';
import { recordNow } from '../record/queries';
import { standingObservations } from '../record/sources';
import type { Passport } from '@/formats/print/passport';
import { ShopError } from '@/errors';
import { proofOf, rubricOf } from '../proof/proof';
import { houseNow } from '../house/tables';

import { onPaper, toldFaults } from '../record/toldFaults';
import { bytesOf } from '../photos/store';
import { lackingOf } from '@/core/parts/lacking';
import { carriedOut, endingOf } from '@/core/record/endings';
import { erasuresOf, partsFitted, unitByTag, workOf } from '../units/queries';
import { goodFor, runsWords, usesNow } from '@/words/unit/uses';
import { donorPlaces } from '@/catalog/parts/donor';
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

/** Zones that were cleaned, and when. */
async function cleanedOn({ id: unitId, chassis }: Pick<typeof units.$inferSelect, 'id' | 'chassis'>) {
  const rows = await database()
    .select({ value: recordValues.value, at: recordValues.at })
    .from(recordValues)
    .where(
      and(eq(recordValues.unitId, unitId), eq(recordValues.key, 'clean'), isNull(recordValues.voidedBy)),
    );
  return rows.flatMap(({ value, at }) => {
    const act = JSON.parse(value) as CleanAct;
    if (act.op === 'cleaned') return [{ zones: act.zones.map((zone) => zoneName(chassis, zone)), at }];
    return act.op === 'elsewhere'
      ? [{ zones: [`${zoneName(chassis, act.zone)} (by ${act.by}, not by this shop)`], at }]
      : [];
  });
}

/** Photographs somebody chose for the papers, as a printer takes them. */
async function chosenPhotos(unitId: string) {
  const rows = await database()
    .select({
      id: photos.id,
      stored: photos.stored,
      bytes: photos.bytes,
      role: photos.role,
      note: photos.note,
    })
    .from(photos)
    .where(and(eq(photos.unitId, unitId), eq(photos.onPapers, true)))
    .orderBy(asc(photos.at))
    .limit(6);
  return Promise.all(
    rows.map(async ({ role, note, ...row }) => ({
      words: [role, note].filter(Boolean).join(': '),
      jpeg: new Uint8Array(await bytesOf(row)),
    })),
  );
}

const chosenIds = async (unitId: string) =>
  (
    await database()
      .select({ id: photos.id })
      .from(photos)
      .where(and(eq(photos.unitId, unitId), eq(photos.onPapers, true)))
      .orderBy(asc(photos.at))
  ).map(({ id }) => `/api/photos/${id}`);

/** Where each of its drives was while it was here: from arrival to hand-back. */
async function custodyWords(unitId: string, shopRow: Pick<ShopOnPaper, 'timeZone'>): Promise<string[]> {
  const [unit] = await database().select().from(units).where(eq(units.id, unitId));
  const sheets = await driveSheets(unitId, await recordNow(database(), unit), true);
  return sheets.map(
    ({ code, name, serial, custody }) =>
      `${code} ${name}${serial && `, serial ${serial}`}: ${custody
        .map(({ at, to, by }) => `${dayOf(at, shopRow.timeZone)} ${to} (${by})`)
        .join(', ')}`,
  );
}

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
    custody: await custodyWords(unitId, shopRow),
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
  trader: string;
  warranty: string;
  currencySign: string;
  currencyDecimals: number;
  timeZone: string;
}

type Proof = Awaited<ReturnType<typeof proofOf>>;

/**
 * What stands on the papers, the same for every kind of them.
 * @throws ShopError naming what nobody knows of it and its buyer must
 */
function paperFor(
  unit: Parameters<typeof proofOf>[1] & {
    tag: string;
    evaluation: Parameters<typeof toldFaults>[0];
    stage: string;
  },
  as: PaperKind,
  rubric: Rubric,
  proof: Proof,
  shopRow: Pick<ShopOnPaper, 'timeZone'>,
): Paper {
  const { record, input } = proof;
  const paper = paperOf({
    chassis: unit.chassis,
    as,
    specification: record.specification,
    rubric,
    tests: new Map(
      [...proof.tests].map(([id, run]) => [
        id,
        {
          result: run.result as 'pass' | 'fail' | 'absent',
          by: run.byName,
          when: dayOf(run.at, shopRow.timeZone),
          words: run.told?.words ?? '',
        },
      ]),
    ),
    marks: proof.marks.map((mark) => ({ ...mark, size: mark.size as 0 | 1 | 2 })),
    faults: [
      ...lackingOf(record.contents).names.map((name) => `missing: ${lower(name)}`),
      ...toldFaults(unit.evaluation, record).map(onPaper),
    ],
    cautions: paperCautions,
    weakBattery: record.gaugeDoubted || input.behaviour === 'weak',
    hot: (input.heat?.margin ?? 1) <= 0,
  });
  // what was sold keeps the papers it left with
  if (paper.missing.length && unit.stage !== 'sold')
    throw new ShopError(
      'refused',
      `No paper leaves the shop for ${unit.tag}: nobody has said ${paper.missing.join('; nor ')}.`,
      { missing: paper.missing },
    );
  return paper;
}

/** What was done about the data of its drives, without what was taken back. */
const recordedOn = async (unitId: string) =>
  (await erasuresOf(unitId)).filter(({ erasure }) => erasure.voidedBy === null && erasure.kind !== 'begun');

/** Where the newest erasure can be checked; empty: it has no number. */
function checkUrlOf(seen: Awaited<ReturnType<typeof recordedOn>>, origin: string): string {
  const found = seen.find(({ erasure, hash }) => hash && erasure.kind === 'erased');
  return found && origin ? `${origin}/c/${found.erasure.eventSeq}/${found.hash!.slice(0, SEAL_SIGNS)}` : '';
}

export async function passportOf(tag: string, shopRow: ShopOnPaper, origin = ''): Promise<Passport> {
  const day = (at: Date) => dayOf(at, shopRow.timeZone);
  const { unit, spec, as, theirs } = await readyUnit(tag);
  const rubric = await rubricOf(database(), unit);
  const proof = await proofOf(database(), unit, rubric);
  const surfaces = rubric.surfaces[unit.chassis];
  const seen = await recordedOn(unit.id);
  const paper = paperFor(unit, theirs ? 'owner' : as, rubric, proof, shopRow);
  // what was tried in vain is no work done for the buyer; a repair stands here by its verdict, other work by
  // its end
  const done = (await workOf(unit.id)).filter(
    (row) =>
      row.status === 'done' &&
      row.kind !== 'repair' &&
      row.kind !== ZONE_WORK &&
      // what was installed and is not on it any more was not done for its buyer
      (row.kind !== 'system' || spec.best('system') !== null),
  );
  const helped = (await standingObservations(database(), unit.id)).filter(
    (row) => row.kind === 'repair' && carriedOut(endingOf(row)),
  );
  const fitted = await partsFitted(unit.id);
  const { tables } = await houseNow(database());
  const uses = usesNow(tables, unit.chassis, spec, day(new Date()), await measuredFor(unit));
  return {
    tag: unit.tag,
    shop: shopRow.name,
    title: `${unit.maker} ${unit.model}`.trim(),
    kind: CHASSIS_NAMES[unit.chassis],
    grade: as === 'graded' ? (unit.grade ?? '') : '',
    as: theirs ? 'Goes back to its owner' : AS_WORDS[as],
    uses: uses.uses.map(({ name, good, light, reasons }) => ({
      name,
      good: light ? 'with a light system' : good,
      why: reasons.join('; '),
    })),
    systems: runsWords(uses) || 'none that gets updates',
    rubric: rubric.version,
    price:
      unit.askMinor === null
        ? ''
        : `${shopRow.currencySign} ${minorText(unit.askMinor, shopRow.currencyDecimals)}`,
    printedOn: day(new Date()),
    trader: shopRow.trader,
    warranty: shopRow.warranty,
    specification: paper.specification,
    tests: paper.tests,
    cautions: paper.cautions,
    checkUrl: checkUrlOf(seen, origin),
    flaws: paper.flaws.map((flaw, i) => (i < proof.marks.length ? `${i + 1}  ${flaw}.` : flaw)),
    work: [
      ...done.map((row) => ({ what: row.title, when: day(row.finishedAt ?? row.startedAt) })),
      ...helped.map((row) => ({ what: repairById(row.ref)?.name ?? row.ref, when: day(row.at) })),
      ...fitted.map((row) => ({ what: `Fitted: ${row.name}`, when: day(row.at) })),
      ...(await cleanedOn(unit)).map(({ zones, at }) => ({
        what: `Cleaned: ${zones.join(', ')}`,
        when: day(at),
      })),
    ].sort((a, b) => a.when.localeCompare(b.when)),
    data: seen.map(({ erasure, code, name, serial }) => ({
      drive: `${code} ${name}${serial ? `, serial ${serial}` : ''}`,
      what: ERASURE_WORDS[erasure.kind] ?? erasure.kind,
      method: erasure.method,
      verified: [
        erasure.verified,
        erasure.told.clause,
        erasure.told.byWord && byWordOf(erasure.byName),
        erasure.eventSeq && `certificate ${erasure.eventSeq}`,
      ]
        .filter(Boolean)
        .join('; '),
      by: erasure.byName,
      when: day(erasure.at),
    })),
    readings: (await readingsOnPaper(unit.id)).map(({ kind, what, at }) => ({ kind, what, when: day(at) })),
    photos: await chosenPhotos(unit.id),
    ...(theirs && { owner: await ownersPaper(unit.id, shopRow) }),
    surfaces,
    marks: proof.marks.map((mark, i) => ({ number: i + 1, x: mark.x, y: mark.y })),
  };
}

/** The row of a listing, the same for CSV and JSON. */
export async function listingOf(tag: string, shopRow: ShopOnPaper): Promise<Listing> {
  const { unit, spec, record, as } = await readyUnit(tag);
  const rubric = await rubricOf(database(), unit);
  const proof = await proofOf(database(), unit, rubric);
  const paper = paperFor(unit, as, rubric, proof, shopRow);
  const seen = await recordedOn(unit.id);
  const best = (key: SpecKey) => spec.best(key)?.value ?? '';
  const { tables } = await houseNow(database());
  const uses = usesNow(
    tables,
    unit.chassis,
    spec,
    dayOf(new Date(), shopRow.timeZone),
    await measuredFor(unit),
  );
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
    box: best('box'),
    weight: best('weight'),
    energy: [
      best('idleWatts') && `${best('idleWatts')} at rest`,
      best('loadWatts') && `${best('loadWatts')} at work`,
    ]
      .filter(Boolean)
      .join(', '),
    warranty: shopRow.warranty,
    seller: [shopRow.name, shopRow.trader].filter(Boolean).join(', '),
    system: best('system'),
    goodFor: goodFor(uses),
    systems: runsWords(uses),
    serial: best('serial'),
    readings: (await readingsOnPaper(unit.id)).map(({ what }) => what).join(' '),
    photos: (await chosenIds(unit.id)).join('; '),
    untested: paper.untested.join('; '),
    tests: paper.tests.map(({ name, result }) => `${lower(name)}: ${result}`).join('; '),
    data: seen
      .map(
        ({ erasure, name }) => `${name}: ${ERASURE_WORDS[erasure.kind] ?? erasure.kind}, ${erasure.method}`,
      )
      .join('; '),
    parts:
      as === 'for parts'
        ? donorPlaces[unit.chassis]
            .filter(({ id }) => ['there', 'proven'].includes(record.seenPlaces[id]))
            .map(({ id, name }) => `${lower(name)}${record.seenPlaces[id] === 'proven' ? ' (proven)' : ''}`)
            .join('; ')
        : '',
    flaws: paper.flaws.join('; '),
    cautions: paper.cautions.join(' '),
  };
}
