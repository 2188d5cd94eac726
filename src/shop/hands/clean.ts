import Joi from 'joi';
import { catalogue, findingById, repairById } from '@/catalog';
import { cleaning, SOIL_WORDS } from '@/catalog/cleaning';
import { appliesTo } from '@/core/belief/model';
import { cleanStepOn, finishedBy, spreadFirst } from '@/core/clean/plan';
import { afterClean, type CleanAct, type CleanState } from '@/core/clean/state';
import { SOILS, SURFACE_KINDS, type Degree, type Zone } from '@/core/clean/zones';
import type { Transaction } from '@/db/client';
import { shop, work, workSegments } from '@/db/schema';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { BENCH_ROLES, defineCommand, type Actor, type CommandContext } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId } from '../input';
import { forward, moveStage, refuseHeld } from '../line';
import { writeActs } from '../record/acts';
import type { Put } from '../command';
import { putAgain, putAnswer, standingOutcome } from '../record/answer';
import { recordNow } from '../record/queries';
import { putVerdict } from '../record/verdict';
import { schoolsOf } from '../rules/schools';
import { zoneName } from '@/words/hands/clean';
import { assertAgreed } from './owner';

type Unit = NonNullable<CommandContext['unit']>;

function zoneOf(unit: Unit, id: string): Zone {
  const zone = cleaning.zones[unit.chassis].find((each) => each.id === id);
  if (!zone) throw new ShopError('invalid', `Not noted: such a machine has no "${id}" to clean.`);
  return zone;
}

/** Looks by which a danger is seen, and by which one is cleared: nobody's hands answer those by the way. */
const dangers = catalogue.gates.dangers;
const raises = (finding: string) => dangers.find(({ seen }) => seen[finding])?.seen[finding] ?? [];
const clears = (finding: string) => dangers.some(({ clearedBy }) => clearedBy.looks[finding]);

/**
 * What a zone says to the question about it, by the degree of the soils the question is about. A danger that was seen
 * is not answered away; a look that clears a danger is taken for itself, or asked again once the zone was cleaned.
 * @param how `looked`: somebody looked just now and says so of the whole zone
 */
async function tellZone(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  zone: Zone,
  degree: 0 | Degree,
  how: 'looked' | 'marked' | 'cleaned',
): Promise<Put | null> {
  const finding = zone.tells && findingById(zone.tells.finding);
  if (!zone.tells || !finding || !appliesTo(finding, unit.chassis)) return null;
  const danger = raises(finding.id);
  if (danger.length) {
    const now = await standingOutcome(tx, unit.id, finding.id);
    if (now !== null && danger.includes(now)) return null;
  }
  if (how === 'cleaned' && clears(finding.id)) return putAgain(tx, actor, unit.id, finding.id);
  return putAnswer(tx, actor, unit.id, finding.id, zone.tells.outcomes[degree]);
}

/** How much of the soils a zone's question is about. */
const degreeTold = (zone: Zone, state: CleanState): 0 | Degree =>
  (zone.tells?.soils ?? []).reduce<0 | Degree>((most, soil) => {
    const own = state[zone.id]?.soils[soil] ?? 0;
    return own > most ? own : most;
  }, 0);

/** How dirty a zone is. Degree 0 without a soil: looked at, clean; of a soil: it is not there after all. */
export const markSoil = defineCommand({
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
  // what is seen on a zone is seen, whatever else was done to the machine meanwhile
  still: () => Promise.resolve(true),
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
    const after = afterClean(clean, act);
    // other dirt than the question is about says nothing of it
    const told = act.op === 'looked' || (soil && zone.tells?.soils.includes(soil));
    const put = told
      ? await tellZone(
          tx,
          actor,
          unit!,
          zone,
          degreeTold(zone, after),
          act.op === 'looked' ? 'looked' : 'marked',
        )
      : null;
    const written = await writeActs(tx, unit!.id, 'clean', [act], actor.name, { told: put ? [put.id] : [] });
    return {
      event: {
        kind: 'soil',
        payload: { zone: zone.name, soil: soil ? SOIL_WORDS[soil].name : null, degree, act: written },
      },
      answer: null,
      answered: put ? [put] : [],
    };
  },
});

/** Kind of work that zone steps are, where no clock ran for them. */
export const ZONE_WORK = 'zone';

/**
 * Hands a step took, where no clock runs for the cleaning of this machine: the minutes it is reckoned at, as a piece of
 * work that has ended. @returns its id; null: a clock runs and counts them
 */
async function reckonedWork(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  step: { id: string; does: string; minutes: number },
): Promise<string | null> {
  const [running] = await tx
    .select({ id: work.id })
    .from(work)
    .where(
      and(
        eq(work.unitId, unit.id),
        eq(work.kind, 'clean'),
        inArray(work.status, ['running', 'paused', 'alone']),
      ),
    );
  if (running || step.minutes === 0) return null;
  const began = sql`now() - ${step.minutes} * interval '1 minute'`;
  const [row] = await tx
    .insert(work)
    .values({
      unitId: unit.id,
      kind: ZONE_WORK,
      ref: `zone ${step.id}`,
      title: step.does,
      status: 'done',
      by: actor.id,
      byName: actor.name,
      startedAt: began,
      finishedAt: sql`now()`,
      note: 'minutes as reckoned: no clock ran',
      logged: true,
      plannedMinutes: step.minutes,
      ownMinutes: step.minutes,
    })
    .returning({ id: work.id });
  await tx.insert(workSegments).values({
    workId: row.id,
    unitId: unit.id,
    attended: true,
    by: actor.id,
    startedAt: began,
    endedAt: sql`now()`,
  });
  return row.id;
}

/** A step of the plan is done: what it finished is clean, and belief hears it. */
export const cleanStep = defineCommand({
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
    await assertAgreed(tx, unit!, 'Not written');
    const [rules] = await tx.select({ schools: shop.schools }).from(shop);
    const schools = schoolsOf(rules);
    const { clean } = await recordNow(tx, unit!);
    // a step may be done to some of its zones: its cost is theirs
    const step = cleanStepOn(cleaning, unit!.chassis, clean, schools, rule, zones);
    if (!step)
      throw new ShopError(
        'refused',
        'Not noted: that step is not to be done, or is done already. Look again.',
      );
    const inTheWay = cleaning.rules.find(({ id }) => id === rule)?.blows ? spreadFirst(cleaning, clean) : [];
    if (inTheWay.length)
      throw new ShopError(
        'refused',
        `Not noted: nothing is blown while metal dust lies on it (${inTheWay.map((zone) => zoneName(unit!.chassis, zone)).join(', ')}). Take that up first.`,
      );
    const done = { id: rule, zones };
    const cleaned = finishedBy(cleaning, unit!.chassis, clean, schools, done);
    const acts: CleanAct[] = [
      { op: 'done', rule, zones },
      ...(cleaned.length ? [{ op: 'cleaned' as const, zones: cleaned }] : []),
    ];
    const put: Put[] = [];
    const told: number[] = [];
    for (const id of cleaned) {
      const zone = zoneOf(unit!, id);
      // the repair that does just this has been done; what it looks like now answers the question about it
      for (const repair of zone.renews ?? [])
        if (appliesTo(repairById(repair)!, unit!.chassis))
          told.push(await putVerdict(tx, actor, unit!.id, repair, 'done'));
      // only of the dirt the question is about: dust that was blown off says nothing of liquid
      const answer = degreeTold(zone, clean) > 0 && (await tellZone(tx, actor, unit!, zone, 0, 'cleaned'));
      if (answer) put.push(answer);
    }
    const reckoned = await reckonedWork(tx, actor, unit!, step);
    const stage = { from: unit!.stage, to: forward(unit!.stage, 'hands') };
    const act = await writeActs(tx, unit!.id, 'clean', acts, actor.name, {
      told: [...told, ...put.map(({ id }) => id)],
      stage,
      ...(reckoned && { work: reckoned }),
      ...(step.costMinor > 0 && { number: step.costMinor }),
    });
    await moveStage(tx, unit!, stage.to);
    const name = (id: string) => zoneOf(unit!, id).name;
    return {
      event: {
        kind: 'clean step',
        payload: { does: step.does, zones: zones.map(name), cleaned: cleaned.map(name), act },
      },
      answer: { cleaned },
      answered: [...told.map((id) => ({ id, replaced: [] })), ...put],
    };
  },
});

/** It does not come off, or has come off after all: a zone that shows is worth less while it stays. */
export const stainStays = defineCommand({
  name: 'stainStays',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    zone: shortText('zone', 40).required(),
    stays: Joi.boolean().required().label('stays'),
    words: shortText('what stays', 80).allow(''),
  }),
  // what is seen on a zone is seen, whatever else was done to the machine meanwhile
  still: () => Promise.resolve(true),
  async run({ tx, actor, unit }, { zone: id, stays, words }) {
    refuseHeld(unit!);
    const zone = zoneOf(unit!, id);
    const said: CleanAct = { op: 'stays', zone: id, stays, ...(stays && words && { words }) };
    const act = await writeActs(tx, unit!.id, 'clean', [said], actor.name);
    return {
      event: { kind: 'stain', payload: { zone: zone.name, stays, ...(stays && words && { words }), act } },
      answer: null,
    };
  },
});

/** Cleaned by somebody the shop leaves it to: inside a supply, a licensed person. Their name stands on the papers. */
export const cleanedElsewhere = defineCommand({
  name: 'cleanedElsewhere',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    zone: shortText('zone', 40).required(),
    by: shortText('who cleaned it', 80).required(),
  }),
  async run({ tx, actor, unit }, { zone: id, by }) {
    refuseHeld(unit!);
    await assertAgreed(tx, unit!, 'Not written');
    const zone = zoneOf(unit!, id);
    if (!(await recordNow(tx, unit!)).clean[id])
      throw new ShopError('refused', `Not noted: look at the ${zone.name} first.`);
    const act = await writeActs(tx, unit!.id, 'clean', [{ op: 'elsewhere', zone: id, by }], actor.name);
    return { event: { kind: 'cleaned elsewhere', payload: { zone: zone.name, by, act } }, answer: null };
  },
});

/** What an outer surface is made of, where that is not the usual: what may touch it follows. */
export const saySurface = defineCommand({
  name: 'saySurface',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    zone: shortText('zone', 40).required(),
    of: Joi.string()
      .valid(...SURFACE_KINDS, null)
      .required()
      .label('surface'),
  }),
  // what is seen on a zone is seen, whatever else was done to the machine meanwhile
  still: () => Promise.resolve(true),
  async run({ tx, actor, unit }, { zone: id, of }) {
    refuseHeld(unit!);
    const zone = zoneOf(unit!, id);
    if (!zone.shows) throw new ShopError('invalid', `Not noted: the ${zone.name} is no outer surface.`);
    if (!(await recordNow(tx, unit!)).clean[id])
      throw new ShopError('refused', `Not noted: look at the ${zone.name} first.`);
    const act = await writeActs(tx, unit!.id, 'clean', [{ op: 'surface', zone: id, of }], actor.name);
    return { event: { kind: 'surface', payload: { zone: zone.name, of, act } }, answer: null };
  },
});
