import { closingCheck } from '@/core/hands/ledger';
import { feeOf } from '@/core/ledger/entry';
import { resultOf } from '@/core/ledger/result';
import { matNow } from '../hands/matRows';
import { assertOurs } from '../record/whose';
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import Joi from 'joi';
import { components, LISTED_AS, sales, shop, units, work, type ListedAs } from '@/db/schema';
import type { Transaction } from '@/db/client';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { leaveUnit } from '../exit/unit';
import { assertSaleDay } from '../rules/saleDay';
import { unitLedger, keepResult } from '../ledger/unit';
import { assertDataAccounted } from '../record/gate';
import { recordNow } from '../record/queries';
import { isoDate, minor, shortText, unitId } from '../input';
import { moveStage } from '../line';
import { refuseHeld } from '../line';
import { proofOf } from '../proof/proof';
import { houseNow } from '../house/tables';
import { priceModel, specAsItIs } from '../units/worth';
import { closeOpenWork, FIND_OUT } from '../work/clock';

/** Nothing goes on the shelf with a clock on it. Finding out is on no list: it ends by itself. */
async function assertNothingOpen(tx: Transaction, unitId: string, as: ListedAs): Promise<void> {
  const open = await tx
    .select({ title: work.title, status: work.status })
    .from(work)
    .where(
      and(
        eq(work.unitId, unitId),
        ne(work.ref, FIND_OUT),
        inArray(work.status, ['running', 'paused', 'alone']),
      ),
    );
  if (open.length)
    throw new ShopError(
      'refused',
      `Not listed: ${open.map(({ title, status }) => `"${title}" ${status === 'alone' ? 'still runs' : 'is still open'}`).join(', ')}. End it first.`,
    );
  // nothing is for sale with its screws on the mat; what is sold for its parts need not be put together
  const mat = as === 'for parts' ? null : await matNow(tx, unitId);
  const { words } = mat && !mat.shut ? closingCheck(mat.items, mat.moves, 'close') : { words: [] };
  if (words.length)
    throw new ShopError(
      'refused',
      `Not listed: it lies open on the mat: ${words.join('; ')}. Close it first.`,
    );
}

/** What is for tests at the bench alone never leaves with a machine. */
async function assertNoBenchPart(tx: Transaction, unitId: string, done: string): Promise<void> {
  const inside = await tx
    .select({ code: components.code, name: components.name })
    .from(components)
    .where(and(eq(components.unitId, unitId), eq(components.benchOnly, true)));
  if (inside.length)
    throw new ShopError(
      'refused',
      `${done}: ${inside.map(({ code, name }) => `${code} ${name}`).join(', ')} is for tests at the bench alone. Take it out.`,
    );
}

/**
 * To the shelf, with a price, as what it is: proved and graded; with its faults told; untested, as found; or for
 * its parts. Refused while a drive's data is unaccounted for; one that is graded must have its grade.
 */
export const listUnit = defineCommand({
  name: 'listUnit',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    askMinor: minor('price').greater(0).required(),
    as: Joi.string()
      .valid(...LISTED_AS)
      .default('graded')
      .label('as'),
  }),
  async run({ tx, unit }, { askMinor, as }) {
    refuseHeld(unit!);
    await assertOurs(tx, unit!, 'Not listed');
    await assertDataAccounted(tx, unit!, 'Not listed');
    await assertNothingOpen(tx, unit!.id, as);
    await assertNoBenchPart(tx, unit!.id, 'Not listed');
    const { rubric } = (await houseNow(tx)).tables;
    const { result } = await proofOf(tx, unit!, rubric);
    if (as === 'graded' && !unit!.grade)
      throw new ShopError('refused', 'Not listed: prove and grade it first.');
    // a grade of an earlier rubric sells nothing new
    if (as === 'graded' && result.grade !== unit!.grade)
      throw new ShopError(
        'refused',
        `Not listed: its grade ${unit!.grade} was given by an earlier rubric; by today’s it ${result.grade ? `comes to ${result.grade}` : 'has no grade yet'}. Grade it again.`,
      );
    // what is for sale is not to be taken apart or scrapped any more
    const ending = unit!.ending === 'harvest' || unit!.ending === 'recycle' ? null : unit!.ending;
    await tx
      .update(units)
      .set({ listed: true, listedAs: as, askMinor, ending })
      .where(eq(units.id, unit!.id));
    await moveStage(tx, unit!, 'shelf');
    return {
      event: {
        kind: 'listed',
        payload: {
          askMinor,
          grade: unit!.grade ?? '',
          as,
          ...(ending === unit!.ending && { from: unit!.stage }),
        },
      },
      answer: { tag: unit!.tag },
    };
  },
});

export const sellUnit = defineCommand({
  name: 'sellUnit',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    priceMinor: minor('price').required(),
    feesMinor: minor('fees'),
    /** Packing and sending it. */
    outwardMinor: minor('packing and postage'),
    soldOn: isoDate('date').required(),
    channel: shortText('channel', 60).allow('').default(''),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    if (!unit!.listed)
      throw new ShopError(
        'refused',
        'Not sold: it is not on the shelf. List it first; that checks its drives.',
      );
    await assertSaleDay(tx, input.soldOn, unit!.lotId);
    await assertOurs(tx, unit!, 'Not sold');
    await assertNoBenchPart(tx, unit!.id, 'Not sold');
    const house = await houseNow(tx);
    const outward = input.outwardMinor ?? house.tables.outward[unit!.chassis];
    const [rules] = await tx.select().from(shop);
    const fees = input.feesMinor ?? feeOf(input.priceMinor, rules.feeBasisPoints);
    // what the sale rests on stays as it is today
    await closeOpenWork(tx, unit!.id);
    const { specification } = await recordNow(tx, unit!);
    const { minutes, labourMinor, partsMinor } = resultOf(await unitLedger(tx, unit!.id));
    const [day] = await tx
      .select({
        listed: sql<string>`to_char(${units.stageSince} at time zone ${shop.timeZone}, 'YYYY-MM-DD')`,
      })
      .from(units)
      .innerJoin(shop, sql`true`)
      .where(eq(units.id, unit!.id));
    const as = specAsItIs(unit!, specification);
    const foretold = priceModel(house.tables).price(as, input.soldOn);
    await tx.insert(sales).values({
      unitId: unit!.id,
      priceMinor: input.priceMinor,
      feesMinor: fees,
      outwardMinor: outward,
      listedAs: unit!.listedAs,
      soldOn: input.soldOn,
      channel: input.channel,
      by: actor.name,
      ratePerHourMinor: rules.ratePerHourMinor,
      attendedMinutes: minutes,
      labourMinor,
      partsMinor,
      costMinor: unit!.costMinor,
      profitMinor: 0,
      grade: unit!.grade,
      specification: Object.fromEntries(specification.rows.map((row) => [row.key, row.value])),
      figures: {
        v: 1,
        spec: as,
        askedMinor: unit!.askMinor,
        listedOn: day.listed,
        foretold: { minor: foretold.minor, variance: foretold.variance, version: foretold.version },
      },
    });
    await keepResult(tx, unit!.id);
    await leaveUnit(tx, actor, unit!, { as: 'sold', done: 'Not sold' });
    return {
      event: { kind: 'sold', payload: { ...input, feesMinor: fees, outwardMinor: outward } },
      answer: { priceMinor: input.priceMinor },
    };
  },
});
