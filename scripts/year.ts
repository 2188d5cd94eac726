import { sql } from 'drizzle-orm';
import { catalogue } from '@/catalog';
import { rubric } from '@/catalog/worth/rubric';
import { appliesTo } from '@/core/belief/model';
import { WHOLE_LOOK, type Chassis, type LotSource, type PartClass } from '@/core/catalogue';
import { testsFor } from '@/core/grade/rubric';
import { feeOf, saleEntries, type Entry } from '@/core/ledger/entry';
import { resultOf } from '@/core/ledger/result';
import type { Grade, PriceSpec } from '@/core/price/model';
import { partWorth } from '@/core/price/parts';
import { seededRandom } from '@/core/random';
import { drawFaults, SimulatedMachine } from '@/core/simulate/machine';
import { engineFor } from '@/core/steps/inspect';
import { usualParts } from '@/core/value/looseParts';
import { closeDatabase, database, type Transaction } from '@/db/client';
import {
  components,
  counters,
  events,
  eventSeals,
  functionTests,
  lots,
  movements,
  observations,
  partSales,
  recordValues,
  saleEndings,
  sales,
  shop,
  units,
  user,
  work,
  workSegments,
  type GoneAs,
  type ListedAs,
} from '@/db/schema';
import { takeNumbers } from '@/shop/counters';
import { sealOf } from '@/shop/history/seal';
import { houseNow } from '@/shop/house/tables';
import { priceModel } from '@/shop/units/worth';

/**
 * The year before the demo's day: some seventy lots of four sources, what became of each machine, whose hands took how
 * long, what came back. Drawn from a seed, with faults from the catalogue's own tables; rows are written as the commands
 * write them, and every machine's end is sealed in the history, with the moment it was written. Does nothing the second
 * time. Shop estimates throughout: it is there so that the books have something to say.
 */
const SEED = 2026;
const LOTS = 70;
const DAY = 86_400_000;
const random = seededRandom(SEED);
const between = (from: number, to: number) => from + random() * (to - from);
const whole = (from: number, to: number) => Math.floor(between(from, to + 1));
const of = <T>(...all: readonly T[]): T => all[Math.floor(random() * all.length)];
const bell = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
const isoDay = (at: number) => new Date(at).toISOString().slice(0, 10);

const SOURCES: {
  source: LotSource;
  share: number;
  name: string[];
  each: number;
  minutes: number;
  gone: number;
}[] = [
  { source: 'clearout', share: 0.4, name: ['Town office', 'School', 'Insurance desks', 'Reading room'], each: 900, minutes: 42, gone: 0.1 }, // prettier-ignore
  {
    source: 'rejects',
    share: 0.25,
    name: ['Returns pallet', 'Second pallet'],
    each: 1400,
    minutes: 55,
    gone: 0.16,
  },
  { source: 'broken', share: 0.2, name: ['Broken, mixed', 'For repair'], each: 500, minutes: 68, gone: 0.34 },
  {
    source: 'tradein',
    share: 0.15,
    name: ['Counter, the month', 'Trade-in'],
    each: 1800,
    minutes: 38,
    gone: 0.06,
  },
];
const MODELS: { chassis: Chassis; maker: string; model: string; level: number; year: number }[] = [
  { chassis: 'laptop', maker: 'Pellmark', model: 'Courier 14', level: 3, year: 2017 },
  { chassis: 'laptop', maker: 'Pellmark', model: 'Courier 15', level: 3, year: 2018 },
  { chassis: 'laptop', maker: 'Quillon', model: 'Reed 13', level: 4, year: 2019 },
  { chassis: 'laptop', maker: 'Aldermoor', model: 'Slate L2', level: 2, year: 2015 },
  { chassis: 'laptop', maker: 'Sundrel', model: 'Wren 12', level: 2, year: 2016 },
  { chassis: 'desktop', maker: 'Aldermoor', model: 'Keep T3', level: 3, year: 2016 },
  { chassis: 'desktop', maker: 'Quillon', model: 'Bastion 7', level: 4, year: 2018 },
  { chassis: 'small', maker: 'Aldermoor', model: 'Keep S1', level: 3, year: 2017 },
  { chassis: 'small', maker: 'Sundrel', model: 'Brick mini', level: 2, year: 2016 },
  { chassis: 'aio', maker: 'Quillon', model: 'Atrium 22', level: 3, year: 2016 },
];
const CHANNELS = ['counter', 'own web shop', 'marketplace', 'reseller'];
const REASONS = [
  'does not hold its charge',
  'a key sticks',
  'not as described',
  'changed their mind',
  'fan noise',
];
const LOOKS = ['look-swelling', 'look-liquid', 'look-rattle', 'look-smell', 'button', 'picture-own', 'picture-monitor', 'gets-to', 'fan-sound', 'idle-rise', 'setup-clock', 'look-keys', 'battery-health']; // prettier-ignore
const PIECES: [ref: string, kind: string, title: string, planned: number, bias: number][] = [
  ['clean-plan', 'clean', 'Clean by zones', 15, 1.15],
  ['erase-drive', 'erase', 'Erase the drive', 4, 1],
  ['system-install', 'system', 'Install a system', 6, 1.05],
];

/** What comes out of a machine that is taken apart, and what loose parts of each class fetch over the house's table. */
const OUT: Record<Chassis, readonly PartClass[]> = {
  laptop: ['memory', 'panel', 'keyboard', 'battery', 'charger'],
  desktop: ['memory', 'supply', 'optical', 'card'],
  small: ['memory', 'supply'],
  aio: ['memory', 'panel', 'keyboard'],
};
const MARKET: Partial<Record<PartClass, number>> = {
  panel: 1.45,
  keyboard: 1.2,
  battery: 0.8,
  memory: 0.75,
  card: 1.1,
};

/** A loose part of a donor, as taking it apart and selling it would have left it. */
interface Loose {
  part: typeof components.$inferInsert & { id: string };
  donor: string;
  valueMinor: number;
  takenAt: Date;
  sale: { priceMinor: number; soldOn: string; at: Date } | null;
}

interface Drawn {
  unit: typeof units.$inferInsert & { id: string };
  sale: typeof sales.$inferInsert | null;
}

/** Everything of one lot, as its commands would have left it. */
async function oneLot(tx: Transaction, n: number, today: number): Promise<number> {
  const [rules] = await tx.select().from(shop);
  const { tables } = await houseNow(tx);
  const people = await tx
    .select({ id: user.id, name: user.name })
    .from(user)
    .where(sql`${user.role} <> 'viewer'`);
  let left = random();
  const kind = SOURCES.find(({ share }) => (left -= share) < 0) ?? SOURCES[0];
  const received = today - Math.round(between(20, 365)) * DAY;
  const count = whole(12, 30);
  const code = `Y-${String(n + 1).padStart(2, '0')}`;
  const prefix = `${'XYZ'[Math.floor(n / 26)]}${String.fromCharCode(65 + (n % 26))}`;
  const priceMinor = Math.round(count * kind.each * between(0.7, 1.3));
  const owner = people.find(({ name }) => name === 'Buyer') ?? people[0];
  const [lot] = await tx
    .insert(lots)
    .values({
      code,
      name: `${of(...kind.name)} ${n + 1}`,
      source: kind.source,
      tagPrefix: prefix,
      priceMinor,
      freightMinor: whole(0, 40) * 100,
      receivedOn: isoDay(received),
      allocation: 'equal',
      createdAt: new Date(received),
    }) // prettier-ignore
    .returning();
  const shareMinor = Math.floor((lot.priceMinor + lot.freightMinor) / count);
  const drawn: Drawn[] = [];
  const values: (typeof recordValues.$inferInsert)[] = [];
  const seen: (typeof observations.$inferInsert)[] = [];
  const works: (typeof work.$inferInsert & { id: string })[] = [];
  const stretches: (typeof workSegments.$inferInsert)[] = [];
  const tests: (typeof functionTests.$inferInsert)[] = [];
  const undone: (typeof saleEndings.$inferInsert)[] = [];
  const loose: Loose[] = [];
  const usual = usualParts(tables.parts);
  for (let k = 0; k < count; k++) {
    const { chassis, maker, model, level, year } = of(...MODELS);
    const id = crypto.randomUUID();
    const who = of(...people);
    // what is bought today is sold after some weeks, cheaper things sooner
    const days = Math.round(between(6, 20) + 25 * -Math.log(1 - random()));
    const left_ = received + days * DAY;
    if (left_ > today - DAY) continue;
    const worked = left_ - Math.round(between(1, 5)) * DAY;
    const faults = seen.length;
    const minutes = kind.minutes * Math.exp(0.4 * bell());
    const gone = random() < kind.gone;
    const said = { by: who.id, byName: who.name };
    let at = worked;
    const put = (row: Pick<typeof observations.$inferInsert, 'kind' | 'ref' | 'outcome' | 'outcomeId'>) =>
      seen.push({ unitId: id, ...said, ...row, at: new Date((at += 60_000)) });
    // a third is found out to the end, the way a bench does
    const engine = engineFor(catalogue, { chassis, source: kind.source });
    const machine = new SimulatedMachine(engine.model, drawFaults(engine.model, random), SEED + n * 100 + k);
    for (const look of LOOKS) {
      const finding = catalogue.findings.find((one) => one.id === look);
      if (!finding || !appliesTo(finding, chassis) || !engine.model.findings.has(look)) continue;
      const outcome = machine.look(look);
      put({ kind: 'finding', ref: look, outcome, outcomeId: finding.outcomes[outcome].id });
    }
    if (random() < 0.4 && !gone) {
      for (const fault of [...machine.present]) {
        const repair = catalogue.repairs.find(
          (one) => one.cures[fault] !== undefined && appliesTo(one, chassis),
        );
        if (repair && machine.repair(repair))
          put({ kind: 'repair', ref: repair.id, outcome: 1, outcomeId: 'helped' });
      }
      if (machine.present.size === 0) put({ kind: 'finding', ref: WHOLE_LOOK, outcome: 0, outcomeId: null });
    }
    const memoryGb = of(4, 8, 8, 16);
    const driveKind = of('solid', 'solid', 'disk') as 'solid' | 'disk';
    const grade = of<Grade>('A', 'B', 'B', 'C');
    const spec: PriceSpec = { chassis, level, year, memoryGb, driveKind, driveGb: driveKind === 'solid' ? 240 : 500, batteryHealth: chassis === 'laptop' ? between(0.45, 0.95) : null, grade }; // prettier-ignore
    const facts: [string, string, number | null][] = [['memoryGb', `${memoryGb} GB`, memoryGb], ['processorLevel', String(level), level]]; // prettier-ignore
    for (const [key, value, number] of facts)
      values.push({
        unitId: id,
        key,
        basis: 'typed',
        value,
        number,
        origin: who.name,
        by: who.id,
        at: new Date(worked),
      });
    for (const [ref, workKind, title, planned, bias] of PIECES) {
      if (gone && ref !== 'erase-drive') continue;
      const workId = crypto.randomUUID();
      const taken = planned * bias * Math.exp(0.35 * bell());
      const from = worked + whole(0, 300) * 60_000;
      works.push({ id: workId, unitId: id, kind: workKind, ref, title, status: 'done', ...said, startedAt: new Date(from), finishedAt: new Date(from + taken * 60_000), plannedMinutes: planned, ownMinutes: planned }); // prettier-ignore
      stretches.push({ workId, unitId: id, attended: true, by: who.id, startedAt: new Date(from), endedAt: new Date(from + taken * 60_000) }); // prettier-ignore
    }
    const stageSince = new Date(left_);
    const base = { id, tag: `${prefix}-${String(k + 1).padStart(4, '0')}`, lotId: lot.id, chassis, maker, model, bench: { plugged: false, caseOpen: false, batteryOut: false, boardOut: false }, costMinor: shareMinor, createdAt: new Date(received), stageSince }; // prettier-ignore
    if (gone) {
      const goneAs = of<GoneAs>('harvested', 'recycled', 'recycled');
      if (goneAs === 'harvested')
        for (const own of OUT[chassis]) {
          if (random() < 0.35) continue;
          const gb = own === 'memory' ? of(2, 4, 4, 8) : null;
          const health = own === 'battery' ? Math.round(between(55, 92)) / 100 : null;
          const table = partWorth(tables.partsBy, own, usual[own] ?? 0, { level, memoryGb: gb, driveKind: null, driveGb: null, driveFailing: false, batteryHealth: health }); // prettier-ignore
          if (table <= 0) continue;
          const soldAt = left_ + Math.round(8 - 30 * Math.log(1 - random())) * DAY;
          loose.push({
            part: { id: crypto.randomUUID(), code: '', class: own, name: gb ? `${gb} GB module` : `${maker} ${model} ${own}`, attributes: { ...(gb && { gb }), ...(health && { health }) }, costMinor: table, place: 'unit', unitId: id, createdAt: new Date(worked) }, // prettier-ignore
            donor: id,
            valueMinor: table,
            takenAt: new Date(left_),
            sale: soldAt < today - DAY ? { priceMinor: Math.max(100, Math.round((table * (MARKET[own] ?? 1) * Math.exp(0.2 * bell())) / 10) * 10), soldOn: isoDay(soldAt), at: new Date(soldAt) } : null, // prettier-ignore
          });
        }
      const grams = chassis === 'laptop' ? whole(1600, 2600) : whole(4000, 9500);
      drawn.push({ unit: { ...base, stage: 'gone', goneAs, goneMinor: whole(0, 6) * 50, goneGrams: random() < 0.8 ? grams : null }, sale: null }); // prettier-ignore
      continue;
    }
    const listedAs: ListedAs = random() < 0.72 ? 'graded' : of<ListedAs>('told', 'told', 'as found');
    const soldOn = isoDay(left_);
    const foretold = priceModel(tables).price(spec, soldOn);
    const season = 1 + 0.08 * Math.sin(((left_ / DAY) % 365) * ((2 * Math.PI) / 365));
    const as = { graded: 1, told: 0.72, 'as found': 0.5, 'for parts': 0.3 }[listedAs];
    const price = Math.max(
      500,
      Math.round((foretold.minor * season * as * Math.exp(0.16 * bell())) / 100) * 100,
    );
    const entries: Entry[] = [
      { kind: 'share', minor: shareMinor },
      { kind: 'part', minor: random() < 0.35 ? whole(3, 28) * 100 : 0 },
      { kind: 'minutes', minutes, minor: Math.round((minutes * rules.ratePerHourMinor) / 60) },
      ...saleEntries({ priceMinor: price, feesMinor: feeOf(price, rules.feeBasisPoints), outwardMinor: tables.outward[chassis] }), // prettier-ignore
    ];
    const result = resultOf(entries);
    const sale = {
      unitId: id,
      priceMinor: price,
      feesMinor: result.feesMinor,
      outwardMinor: tables.outward[chassis],
      listedAs,
      soldOn,
      channel: of(...CHANNELS),
      by: who.name,
      ratePerHourMinor: rules.ratePerHourMinor,
      attendedMinutes: minutes,
      labourMinor: result.labourMinor,
      partsMinor: result.partsMinor,
      costMinor: shareMinor,
      profitMinor: result.profitMinor,
      grade: listedAs === 'graded' ? grade : null,
      specification: { memoryGb: `${memoryGb} GB`, processorLevel: String(level) },
      figures: { v: 1 as const, spec, askedMinor: Math.round(price * between(1, 1.15)), listedOn: isoDay(left_ - whole(3, 30) * DAY), foretold: { minor: Math.round(foretold.minor * as), variance: foretold.variance, version: foretold.version } }, // prettier-ignore
      at: new Date(left_),
    };
    drawn.push({ unit: { ...base, stage: 'sold', grade: sale.grade, listed: false, listedAs, askMinor: sale.figures.askedMinor }, sale }); // prettier-ignore
    if (listedAs === 'graded')
      for (const { id: test } of testsFor(rubric, chassis)) {
        const failed = random() < 0.012;
        if (failed) tests.push({ unitId: id, test, result: 'fail', ...said, at: new Date(worked) });
        tests.push({ unitId: id, test, result: 'pass', ...said, at: new Date(worked + 3_600_000) });
      }
    if (random() < 0.03) {
      const { at: soldAt, unitId: _, ...frozen } = sale;
      undone.push({ unitId: id, kind: 'returned', sale: { ...frozen, at: soldAt.toISOString() }, refundMinor: price, keptMinor: 0, feesMinor: result.feesMinor, reason: of(...REASONS), by: who.name, at: new Date(Math.min(today, left_ + whole(4, 12) * DAY)) }); // prettier-ignore
    }
    if (seen.length === faults) put({ kind: 'finding', ref: 'button', outcome: 0, outcomeId: null });
  }
  if (drawn.length === 0) return 0;
  await tx.insert(counters).values({ name: `tag:${prefix}`, last: count });
  await tx.insert(units).values(drawn.map(({ unit }) => unit));
  const within = new Set(drawn.map(({ unit }) => unit.id));
  const kept = <T extends { unitId: string }>(rows: T[]) => rows.filter(({ unitId }) => within.has(unitId));
  await tx.insert(recordValues).values(kept(values));
  await tx.insert(observations).values(kept(seen));
  await tx.insert(work).values(kept(works));
  await tx.insert(workSegments).values(kept(stretches));
  if (tests.length) await tx.insert(functionTests).values(tests);
  const sold = drawn.flatMap(({ sale }) => sale ?? []);
  if (sold.length) await tx.insert(sales).values(sold);
  if (undone.length) await tx.insert(saleEndings).values(undone);
  const none = { seq: 0, at: new Date(), previousHash: '', hash: '', actor: owner.id, actorName: owner.name, lotId: lot.id }; // prettier-ignore
  const sealed = await tx
    .insert(events)
    .values([
      { ...none, kind: 'lot received', payload: { code, name: lot.name, receivedOn: lot.receivedOn } },
      ...drawn.map(({ unit, sale }) => ({
        ...none,
        unitId: unit.id,
        kind: sale ? 'sold' : 'gone',
        payload: sale ? { priceMinor: sale.priceMinor, soldOn: sale.soldOn, channel: sale.channel, feesMinor: sale.feesMinor, outwardMinor: sale.outwardMinor } : { as: unit.goneAs!, from: 'find', note: '', drives: [], receivedMinor: unit.goneMinor!, grams: unit.goneGrams ?? null }, // prettier-ignore
      })),
    ])
    .returning({ seq: events.seq, hash: events.hash });
  await tx.insert(eventSeals).values(sealed.map(({ seq, hash }) => ({ seq, seal: sealOf(seq, hash) })));
  if (loose.length) await sellLoose(tx, loose, owner, rules.feeBasisPoints);
  return drawn.length;
}

/** Parts out of donors into the bin, and most of them sold: their movements, their sales, the entries that seal both. */
async function sellLoose(
  tx: Transaction,
  loose: readonly Loose[],
  { id: by, name: byName }: { id: string; name: string },
  feeBasisPoints: number,
): Promise<void> {
  const first = await takeNumbers(tx, 'part', loose.length);
  const coded = loose.map((one, i) => ({ ...one, code: `P-${String(first + i).padStart(4, '0')}` }));
  await tx.insert(components).values(coded.map(({ part, code }) => ({ ...part, code })));
  const none = { seq: 0, at: new Date(), previousHash: '', hash: '', actor: by, actorName: byName };
  const sealed = await tx
    .insert(events)
    .values(
      coded.map(({ part, code, donor, sale }) => ({
        ...none,
        ...(!sale && { unitId: donor }),
        kind: sale ? 'part sold' : 'part taken',
        payload: { component: part.id, code, name: part.name, ...(!sale && { to: 'bin' }), ...(sale && { priceMinor: sale.priceMinor, soldOn: sale.soldOn, feesMinor: feeOf(sale.priceMinor, feeBasisPoints), outwardMinor: 0, channel: 'marketplace' }) }, // prettier-ignore
      })),
    )
    .returning({ seq: events.seq, hash: events.hash });
  await tx.insert(eventSeals).values(sealed.map(({ seq, hash }) => ({ seq, seal: sealOf(seq, hash) })));
  const moved = (n: number, fromPlace: string, toPlace: string, at: Date, reason: string, valueMinor: number | null) => ({ n, previous: n ? n - 1 : null, fromPlace, toPlace, at, reason, valueMinor, by, byName }); // prettier-ignore
  for (const n of [0, 1, 2]) {
    const rows = coded.flatMap(({ part, donor, valueMinor, takenAt, sale }, i) => {
      const own = [
        moved(0, 'arrived', `unit:${donor}`, part.createdAt as Date, 'seen in it', null),
        moved(1, `unit:${donor}`, 'bin', takenAt, 'taken out for parts', valueMinor),
        ...(sale ? [moved(2, 'bin', 'sold', sale.at, 'sold loose', valueMinor)] : []),
      ][n];
      return own ? [{ ...own, componentId: part.id, eventSeq: sealed[i].seq }] : [];
    });
    if (rows.length) await tx.insert(movements).values(rows);
  }
  const sold = coded.flatMap(({ part, donor, valueMinor, sale }) =>
    sale
      ? [{ componentId: part.id, ...sale, feesMinor: feeOf(sale.priceMinor, feeBasisPoints), channel: 'marketplace', costMinor: valueMinor, donorId: donor, byName }] // prettier-ignore
      : [],
  );
  if (sold.length) await tx.insert(partSales).values(sold);
}

const db = database();
const [{ there }] = await db
  .select({ there: sql<number>`count(*)::int` })
  .from(lots)
  .where(sql`code = 'Y-01'`);
if (there === 0) {
  const today = Math.floor(Date.now() / DAY) * DAY;
  const begun = performance.now();
  let machines = 0;
  for (let n = 0; n < LOTS; n++) machines += await db.transaction((tx) => oneLot(tx, n, today));
  console.log(`demo: a year before it, ${LOTS} lots, ${machines} machines, in ${((performance.now() - begun) / 1000).toFixed(0)} s`); // prettier-ignore
}
await closeDatabase();
