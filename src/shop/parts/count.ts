import { and, asc, eq, inArray } from 'drizzle-orm';
import Joi from 'joi';
import { PART_CLASSES } from '@/core/catalogue';
import { countOf } from '@/core/parts/count';
import { database, type Transaction } from '@/db/client';
import { components, movements, units } from '@/db/schema';
import { ShopError } from '@/errors';
import { BENCH_ROLES, defineCommand } from '../command';
import { rowId, shortText } from '../input';
import { heldComponent } from '../moves/component';
import { leave } from '../moves/leave';
import { move } from '../moves/move';

const partCode = Joi.string()
  .pattern(/^P-\d{4,9}$/i)
  .label('code');

/** What should lie in the bin, and where each part does; customers' parts lie there too. */
export async function toBeCounted(partClass?: string) {
  return database()
    .select({
      id: components.id,
      code: components.code,
      name: components.name,
      class: components.class,
      missingSince: components.missingSince,
    })
    .from(components)
    .where(and(eq(components.place, 'bin'), partClass ? eq(components.class, partClass) : undefined))
    .orderBy(asc(components.class), asc(components.code));
}

/**
 * The bin was counted by scanning what lies in it. What was not found is offered to nobody from then on and stays on
 * record; what lies there and should not is named with where it is on record.
 */
export const countBin = defineCommand({
  name: 'countBin',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    class: Joi.string().valid(...PART_CLASSES, ''),
    codes: Joi.array().max(5000).items(partCode).required().label('what was scanned'),
  }),
  async run({ tx }, { class: partClass, codes }) {
    const scanned = [...new Set(codes.map((code: string) => code.toUpperCase()))];
    const expected = await tx
      .select()
      .from(components)
      .where(and(eq(components.place, 'bin'), partClass ? eq(components.class, partClass) : undefined))
      .for('no key update');
    const others = scanned.filter((code) => !expected.some((part) => part.code === code));
    const known = others.length
      ? await tx
          .select({ part: components, tag: units.tag })
          .from(components)
          .leftJoin(units, eq(units.id, components.unitId))
          .where(inArray(components.code, others))
      : [];
    const { found, missing, unknown } = countOf(
      expected.map(({ code }) => code),
      scanned,
      known.map(({ part }) => part.code),
    );
    const ids = (of: readonly string[]) =>
      expected.filter(({ code }) => of.includes(code)).map(({ id }) => id);
    const back = expected.filter(({ code, missingSince }) => missingSince && found.includes(code));
    if (back.length)
      await tx
        .update(components)
        .set({ missingSince: null })
        .where(
          inArray(
            components.id,
            back.map(({ id }) => id),
          ),
        );
    const gone = expected.filter(({ code, missingSince }) => !missingSince && missing.includes(code));
    if (gone.length)
      await tx
        .update(components)
        .set({ missingSince: new Date() })
        .where(inArray(components.id, ids(gone.map(({ code }) => code))));
    const named = (part: { code: string; name: string }) => `${part.code} ${part.name}`;
    // of another class lies where it should; only what is on record elsewhere does not
    const elsewhere = known
      .filter(({ part }) => part.place !== 'bin')
      .map(({ part, tag }) => `${named(part)}: on record ${tag ? `in ${tag}` : part.place}`);
    return {
      event: {
        kind: 'bin counted',
        payload: {
          class: partClass ?? '',
          expected: expected.length,
          found: found.length,
          missing: gone.map(named),
          back: back.map(named),
          elsewhere,
          unknown,
        },
      },
      answer: {
        expected: expected.length,
        found: found.length,
        missing: expected.filter(({ code }) => missing.includes(code)).map(named),
        back: back.map(named),
        elsewhere,
        unknown,
      },
    };
  },
});

/** How the movement of a part begins that was written off. */
const LOST = 'lost: ';

async function writtenOff(tx: Transaction, part: typeof components.$inferSelect): Promise<boolean> {
  if (part.place !== 'scrap') return false;
  const [last] = await tx
    .select({ reason: movements.reason })
    .from(movements)
    .where(and(eq(movements.componentId, part.id), eq(movements.n, part.lastMove)));
  return last.reason.startsWith(LOST);
}

/** What was missing lies there after all, also when it had been written off: a drive among them holds data again. */
export const partFound = defineCommand({
  name: 'partFound',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ componentId: rowId('part').required() }),
  async run({ tx, actor }, { componentId }) {
    const part = await heldComponent(tx, componentId);
    if (await writtenOff(tx, part))
      await move(tx, actor, part, 'bin', 'found again', { valueMinor: part.costMinor });
    else if (part.missingSince)
      await tx.update(components).set({ missingSince: null }).where(eq(components.id, part.id));
    else throw new ShopError('refused', 'Nothing was changed: that part is not missing.');
    return {
      event: { kind: 'part found', payload: { component: part.id, code: part.code, name: part.name } },
      answer: { code: part.code },
    };
  },
});

/** Nobody knows where it is: the owner says so, and why. It is the one way out that asks no gate, as of a lost machine. */
export const writeOffPart = defineCommand({
  name: 'writeOffPart',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    componentId: rowId('part').required(),
    why: shortText('why', 200).required(),
  }),
  async run({ tx, actor }, { componentId, why }) {
    const part = await heldComponent(tx, componentId);
    if (part.place !== 'bin' || !part.missingSince)
      throw new ShopError('refused', `Not written off: ${part.code} ${part.name} is not missing.`);
    await leave(tx, actor, part, {
      to: 'scrap',
      reason: `${LOST}${why}`,
      done: 'Not written off',
      lost: true,
      valueMinor: part.costMinor,
    });
    return {
      event: {
        kind: 'part written off',
        payload: { component: part.id, code: part.code, name: part.name, why },
      },
      answer: { code: part.code },
    };
  },
});
