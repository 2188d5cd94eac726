import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { findingById, repairById } from '@/catalog';
import { cleaning, SOIL_WORDS } from '@/catalog/cleaning';
import { appliesTo } from '@/core/belief/model';
import { cleaningPlan, finishedBy } from '@/core/clean/plan';
import { cleanStateOf, type CleanAct } from '@/core/clean/state';
import { SOILS, type Degree, type Soil, type Zone } from '@/core/clean/zones';
import type { Transaction } from '@/db/client';
import { recordValues, shop } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor, type CommandContext } from '../command';
import { ShopError } from '../errors';
import { shortText, unitId } from '../input';
import { forward, moveStage, refuseHeld } from '../line';
import { answersBack, putAnswer, sealAnswers, sealBack, type PutAnswer } from '../record/answer';
import { recordNow } from '../record/queries';
import { putVerdict } from '../record/verdict';
import { schoolsOf } from '../rules/schools';

type Unit = NonNullable<CommandContext['unit']>;

function zoneOf(unit: Unit, id: string): Zone {
  const zone = cleaning.zones[unit.chassis].find((each) => each.id === id);
  if (!zone) throw new ShopError('invalid', `Not noted: such a machine has no "${id}" to clean.`);
  return zone;
}

/** Entries of one act: they are taken back together, with what they told. */
async function writeClean(
  tx: Transaction,
  unit: string,
  acts: readonly CleanAct[],
  told: readonly number[],
  by: string,
  /** What it used up, minor units. */
  usedMinor = 0,
): Promise<void> {
  const origin = `clean ${randomUUID()}`;
  await tx.insert(recordValues).values(
    acts.map((act, n) => ({
      unitId: unit,
      key: 'clean',
      basis: 'typed',
      value: JSON.stringify(n === 0 && told.length ? { ...act, told } : act),
      ...(n === 0 && usedMinor > 0 && { number: usedMinor }),
      origin,
      by,
    })),
  );
}

/** What how dirty a zone is says to the question about it. */
async function tellDirt(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  zone: Zone,
  state: ReturnType<typeof cleanStateOf>,
) {
  const finding = zone.tells && findingById(zone.tells.finding);
  if (!zone.tells || !finding || !appliesTo(finding, unit.chassis)) return null;
  const degree = Math.max(0, ...zone.tells.soils.map((soil): number => state[zone.id]?.soils[soil] ?? 0));
  return putAnswer(tx, actor, unit.id, finding.id, zone.tells.outcomes[degree]);
}

interface Marked {
  unitId: string;
  zone: string;
  soil?: Soil;
  degree: 0 | Degree;
}

/** How dirty a zone is. Degree 0 without a soil: looked at, clean; of a soil: it is not there after all. */
export const markSoil = defineCommand<Marked, null>({
  name: 'markSoil',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    zone: shortText('zone', 40).required(),
    soil: Joi.string()
      .valid(...SOILS)
      .label('soil'),
    degree: Joi.number().integer().min(0).max(3).required().label('how much'),
  }),
  async run({ tx, actor, unit }, { zone: id, soil, degree }) {
    refuseHeld(unit!);
    const zone = zoneOf(unit!, id);
    if (degree > 0 && !soil) throw new ShopError('invalid', 'Not noted: say what it is first.');
    if (soil && (soil === 'smell') !== (zone.material === 'air'))
      throw new ShopError('invalid', `Not noted: ${SOIL_WORDS[soil].name} is nothing of the ${zone.name}.`);
    const act: CleanAct =
      degree > 0
        ? { op: 'soil', zone: id, soil: soil!, degree: degree as Degree }
        : soil
          ? { op: 'less', zone: id, soil }
          : { op: 'looked', zone: id };
    const { clean } = await recordNow(tx, unit!);
    const after = { ...clean, ...cleanStateOf([...asActs(clean, id), act]) };
    const put = await tellDirt(tx, actor, unit!, zone, after);
    await writeClean(tx, unit!.id, [act], put ? [put.id] : [], actor.name);
    return {
      event: {
        kind: 'soil',
        payload: { zone: zone.name, soil: soil ? SOIL_WORDS[soil].name : null, degree },
      },
      answer: null,
      onSealed: (seq) => sealAnswers(tx, seq, put ? [put] : []),
    };
  },
});

/** A zone as it is, as the acts that make it so. */
function asActs(state: ReturnType<typeof cleanStateOf>, zone: string): CleanAct[] {
  const own = state[zone];
  if (!own) return [];
  return Object.entries(own.soils).map(([soil, degree]): CleanAct => ({
    op: 'soil',
    zone,
    soil: soil as Soil,
    degree: degree!,
  }));
}

/** A step of the plan is done: what it finished is clean, and belief hears it. */
export const cleanStep = defineCommand<
  { unitId: string; rule: string; zones: string[] },
  { cleaned: string[] }
>({
  name: 'cleanStep',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    rule: shortText('step', 60).required(),
    zones: Joi.array().max(20).items(shortText('zone', 40)).required(),
  }),
  async run({ tx, actor, unit }, { rule, zones }) {
    refuseHeld(unit!);
    const [rules] = await tx.select({ schools: shop.schools }).from(shop);
    const schools = schoolsOf(rules);
    const { clean } = await recordNow(tx, unit!);
    const step = cleaningPlan(cleaning, unit!.chassis, clean, schools).steps.find(
      (each) => each.id === rule && zones.every((id) => each.zones.includes(id)),
    );
    if (!step || step.zones.length === 0 || zones.length === 0)
      throw new ShopError(
        'refused',
        'Not noted: that step is not to be done, or is done already. Look again.',
      );
    const done = { id: rule, zones };
    const cleaned = finishedBy(cleaning, unit!.chassis, clean, schools, done);
    const acts: CleanAct[] = [
      { op: 'done', rule, zones },
      ...(cleaned.length ? [{ op: 'cleaned' as const, zones: cleaned }] : []),
    ];
    const put: PutAnswer[] = [];
    const told: number[] = [];
    for (const id of cleaned) {
      const zone = zoneOf(unit!, id);
      // the repair that does just this has been done; what it looks like now answers the question about it
      for (const repair of zone.renews ?? [])
        if (appliesTo(repairById(repair)!, unit!.chassis))
          told.push(await putVerdict(tx, actor, unit!.id, repair, 'done'));
      const finding = zone.tells && findingById(zone.tells.finding);
      if (zone.tells && finding && appliesTo(finding, unit!.chassis))
        put.push(await putAnswer(tx, actor, unit!.id, finding.id, zone.tells.outcomes[0]));
    }
    const all = [...told, ...put.map(({ id }) => id)];
    await writeClean(tx, unit!.id, acts, all, actor.name, step.costMinor);
    await moveStage(tx, unit!, forward(unit!.stage, 'hands'));
    const name = (id: string) => zoneOf(unit!, id).name;
    return {
      event: {
        kind: 'clean step',
        payload: { does: step.does, zones: zones.map(name), cleaned: cleaned.map(name) },
      },
      answer: { cleaned },
      onSealed: (seq) => sealAnswers(tx, seq, [...told.map((id) => ({ id, replaced: [] })), ...put]),
    };
  },
});

/** It does not come off, or has come off after all: a zone that shows is worth less while it stays. */
export const stainStays = defineCommand<{ unitId: string; zone: string; stays: boolean }, null>({
  name: 'stainStays',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    zone: shortText('zone', 40).required(),
    stays: Joi.boolean().required().label('stays'),
  }),
  async run({ tx, actor, unit }, { zone: id, stays }) {
    refuseHeld(unit!);
    const zone = zoneOf(unit!, id);
    await writeClean(tx, unit!.id, [{ op: 'stays', zone: id, stays }], [], actor.name);
    return { event: { kind: 'stain', payload: { zone: zone.name, stays } }, answer: null };
  },
});

/** The last thing noted of its dirt or its cleaning, as if it had not been; what it told goes with it. */
export const takeBackClean = defineCommand<{ unitId: string }, null>({
  name: 'takeBackClean',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, unit }) {
    refuseHeld(unit!);
    const own = and(
      eq(recordValues.unitId, unit!.id),
      eq(recordValues.key, 'clean'),
      isNull(recordValues.voidedBy),
    );
    const [last] = await tx.select().from(recordValues).where(own).orderBy(desc(recordValues.id)).limit(1);
    if (!last) throw new ShopError('refused', 'There is nothing to take back.');
    const rows = await tx
      .select()
      .from(recordValues)
      .where(and(own, eq(recordValues.origin, last.origin)));
    const ids = rows.map(({ id }) => id);
    const told = rows.flatMap(({ value }) => (JSON.parse(value) as { told?: number[] }).told ?? []);
    await tx.update(recordValues).set({ voidedBy: 0 }).where(inArray(recordValues.id, ids));
    await answersBack(tx, told);
    return {
      event: { kind: 'clean back', payload: { op: (JSON.parse(rows[0].value) as CleanAct).op } },
      answer: null,
      onSealed: async (seq) => {
        await tx.update(recordValues).set({ voidedBy: seq }).where(inArray(recordValues.id, ids));
        await sealBack(tx, seq, told);
      },
    };
  },
});
