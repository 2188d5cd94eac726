import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import Joi from 'joi';
import { PART_CLASSES } from '@/core/catalogue';
import { agreementOf, type Agreement, type OwnerAct } from '@/core/owner/agreement';
import { database, type Database, type Transaction } from '@/db/client';
import { components } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type CommandContext } from '../command';
import { ShopError } from '@/errors';
import { minor, rowId, shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { arrive } from '../moves/arrive';
import { standingActs, writeActs } from '../record/acts';
import { ownersMachine } from '../record/whose';

export const agreementNow = async (tx: Transaction | Database, unit: string): Promise<Agreement> =>
  agreementOf(await standingActs<OwnerAct>(tx, unit, 'owner'));

/** Parts of the owner's that are not in their machine: they go back to them. */
export const ownersParts = (tx: Transaction | Database, unit: string) =>
  tx
    .select()
    .from(components)
    .where(and(eq(components.ownerUnit, unit), eq(components.place, 'bin')))
    .orderBy(asc(components.code));

const NOT_AGREED = {
  nothing: 'no quote has been agreed',
  quoted: 'they have not answered the quote',
  declined: 'they said no to the quote',
};

/** @throws ShopError when it is somebody else's and they have not said yes */
export async function assertAgreed(
  tx: Transaction,
  unit: NonNullable<CommandContext['unit']>,
  what: string,
): Promise<void> {
  if (!(await ownersMachine(tx, unit))) return;
  const { state } = await agreementNow(tx, unit.id);
  if (state !== 'agreed')
    throw new ShopError('refused', `${what}: it is somebody else’s machine, and ${NOT_AGREED[state]}.`);
}

/** Wishes, a quote, what they answered, what was found besides. */
export const tellOwner = defineCommand({
  name: 'tellOwner',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    act: Joi.alternatives(
      Joi.object({ op: Joi.valid('wishes').required(), text: shortText('wishes', 600).allow('').required() }),
      Joi.object({
        op: Joi.valid('quote').required(),
        lines: Joi.array()
          .min(1)
          .max(20)
          .items(
            Joi.object({
              what: shortText('what', 120).required(),
              minor: minor('amount').required(),
              minutes: Joi.number().min(0).max(1440).label('hands'),
            }),
          )
          .required(),
      }),
      Joi.object({
        op: Joi.valid('answer').required(),
        yes: Joi.boolean().required(),
        how: shortText('how', 120).allow('').default(''),
      }),
      Joi.object({ op: Joi.valid('ask').required(), text: shortText('what is asked', 200).required() }),
      Joi.object({
        op: Joi.valid('told').required(),
        n: Joi.number().integer().min(0).max(99).required().label('question'),
        text: shortText('what they said', 200).required(),
      }),
      Joi.object({
        op: Joi.valid('found').required(),
        text: shortText('what was found', 200).required(),
        minor: minor('amount').default(0),
      }),
    )
      .required()
      .label('what'),
  }),
  async run({ tx, actor, unit }, { act }) {
    refuseHeld(unit!);
    if (!(await ownersMachine(tx, unit!)))
      throw new ShopError('refused', 'Not written: this machine is the shop’s own.');
    const before = await agreementNow(tx, unit!.id);
    if (act.op === 'told' && !before.questions[act.n])
      throw new ShopError('refused', 'Not written: nothing of the kind was asked.');
    if (act.op === 'answer' && before.quote === null)
      throw new ShopError('refused', 'Not written: there is no quote to answer.');
    const written = await writeActs(tx, unit!.id, 'owner', [act], actor.name);
    const after = await agreementNow(tx, unit!.id);
    return {
      event: { kind: 'with its owner', payload: { ...act, totalMinor: after.totalMinor, act: written } },
      answer: { state: after.state },
    };
  },
});

/** A part the owner brought along: it lies here for their machine, and is never the shop's. */
export const ownerSupplies = defineCommand({
  name: 'ownerSupplies',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    class: Joi.string()
      .valid(...PART_CLASSES)
      .required()
      .label('class'),
    name: shortText('name', 80).required(),
    serial: shortText('serial', 60).allow('').default(''),
  }),
  async run({ tx, actor, unit }, { unitId: _, ...part }) {
    refuseHeld(unit!);
    if (!(await ownersMachine(tx, unit!)))
      throw new ShopError('refused', 'Not written: this machine is the shop’s own.');
    const made = await arrive(
      tx,
      actor,
      { ...part, keptFor: unit!.id, ownerUnit: unit!.id },
      'bin',
      `brought by the owner of ${unit!.tag}`,
    );
    return {
      event: {
        kind: 'part received',
        payload: { component: made.id, code: made.code, class: part.class, name: part.name },
      },
      answer: { code: made.code },
    };
  },
});

/** The owner does not want it back: from here on it is the shop's. */
export const ownerLeaves = defineCommand({
  name: 'ownerLeaves',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, componentId: rowId('part').required() }),
  async run({ tx, unit }, { componentId }) {
    const [part] = await tx
      .update(components)
      .set({ ownerUnit: null, keptFor: null })
      .where(
        and(eq(components.id, componentId), eq(components.ownerUnit, unit!.id), eq(components.place, 'bin')),
      )
      .returning();
    if (!part) throw new ShopError('missing', 'No such part of its owner lies here.');
    return {
      event: {
        kind: 'owner leaves it',
        payload: { component: part.id, code: part.code, name: part.name },
      },
      answer: { code: part.code },
    };
  },
});

/** Parts of a machine's owner that were left to the shop, and lie in its bin still. */
export const leftToUs = (tx: Transaction | Database, unit: string) =>
  tx
    .select()
    .from(components)
    .where(
      and(
        isNull(components.ownerUnit),
        eq(components.place, 'bin'),
        sql`exists (select 1 from events e where e.unit_id = ${unit} and e.kind = 'owner leaves it'
          and e.payload ->> 'component' = ${components.id}::text)`,
      ),
    )
    .orderBy(asc(components.code));

/** Left to the shop by mistake: it is theirs again, and lies here for their machine. */
export const ownerWants = defineCommand({
  name: 'ownerWants',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, componentId: rowId('part').required() }),
  async run({ tx, unit }, { componentId }) {
    refuseHeld(unit!);
    const part = (await leftToUs(tx, unit!.id)).find(({ id }) => id === componentId);
    if (!part)
      throw new ShopError(
        'refused',
        'Nothing was changed: its owner left no such part that lies here still.',
      );
    await tx
      .update(components)
      .set({ ownerUnit: unit!.id, keptFor: unit!.id })
      .where(eq(components.id, part.id));
    return {
      event: { kind: 'owner wants it', payload: { component: part.id, code: part.code, name: part.name } },
      answer: { code: part.code },
    };
  },
});

export const ownersPartsOf = (unit: string) => ownersParts(database(), unit);
