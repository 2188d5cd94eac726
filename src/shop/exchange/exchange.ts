import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { causeById, findingById } from '@/catalog';
import { database } from '@/db/client';
import { exchanges, modelNotes, pastImports, pastSales, shop } from '@/db/schema';
import { ShopError } from '@/errors';
import { exchangeOf, readExchange, type Exchange } from '@/formats/exchange';
import { dayOf } from '@/words/time';
import { defineCommand } from '../command';
import { shortText } from '../input';
import { salesKnown } from '../value/sales';

/** What may be passed on. */
export const PASSED_ON = ['priors', 'notebook', 'prices'] as const;
export type PassedOn = (typeof PASSED_ON)[number];

const LINES_AT_ONCE = 1_000;

/** What this shop has learnt, for another one: counts of its own cases, its notebook, its own sales. Nobody's name. */
export async function exchangeHere(parts: readonly PassedOn[]): Promise<Exchange> {
  const db = database();
  const [[rules], notes, sales] = await Promise.all([
    db.select().from(shop),
    db
      .select()
      .from(modelNotes)
      .where(and(isNull(modelNotes.removedAt), isNull(modelNotes.exchange)))
      .orderBy(asc(modelNotes.id)),
    salesKnown(db),
  ]);
  return exchangeOf(
    dayOf(new Date(), rules.timeZone),
    parts.includes('priors') ? rules.learned : null,
    parts.includes('notebook')
      ? notes.map(({ maker, model, board, kind, text, finding }) => ({
          maker,
          model,
          board,
          kind,
          text,
          finding,
        }))
      : [],
    parts.includes('prices')
      ? {
          currency: rules.currencySign,
          decimals: rules.currencyDecimals,
          sales: sales.flatMap(({ unit, at: _, weight: __, ...sale }) => (unit === null ? [] : [sale])),
        }
      : null,
  );
}

/** What was taken in from other shops, the newest first. */
export const exchangesHere = () =>
  database()
    .select({
      id: exchanges.id,
      name: exchanges.name,
      madeOn: exchanges.madeOn,
      weight: exchanges.weight,
      cases: exchanges.cases,
      notes: exchanges.notes,
      sales: pastImports.rows,
    })
    .from(exchanges)
    .leftJoin(pastImports, eq(pastImports.id, exchanges.salesImport))
    .where(isNull(exchanges.takenBackAt))
    .orderBy(desc(exchanges.at))
    .limit(50);

/** What another shop has learnt, as strong as one says: its counts are reckoned with at the next learning. */
export const takeExchange = defineCommand({
  name: 'takeExchange',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({
    text: Joi.string().max(12_000_000).required().label('file'),
    name: shortText('name', 120).required(),
    weight: Joi.number().min(0.01).max(1).required().label('weight'),
  }),
  async run({ tx, actor }, { text, name, weight }) {
    let given: Exchange;
    try {
      given = readExchange(text as string);
    } catch (error) {
      throw new ShopError('invalid', `Nothing was taken in: ${(error as RangeError).message}.`);
    }
    const [{ currencySign, currencyDecimals }] = await tx.select().from(shop);
    const { prices, priors, notebook } = given;
    if (prices && (prices.currency !== currencySign || prices.decimals !== currencyDecimals))
      throw new ShopError(
        'refused',
        `Nothing was taken in: its sales are in ${prices.currency}, this shop’s in ${currencySign}.`,
      );
    // what another version knows and this one does not is left out, and told
    const causes = Object.fromEntries(Object.entries(priors?.causes ?? {}).filter(([id]) => causeById(id)));
    const unknown = Object.keys(priors?.causes ?? {}).length - Object.keys(causes).length;
    const sales = prices?.sales ?? [];
    const who = { by: actor.id, byName: actor.name };
    const [imported] = sales.length
      ? await tx
          .insert(pastImports)
          .values({
            name: name as string,
            kind: 'sold',
            rows: sales.length,
            weight: weight as number,
            ...who,
          })
          .returning({ id: pastImports.id })
      : [];
    for (let i = 0; i < sales.length; i += LINES_AT_ONCE)
      await tx.insert(pastSales).values(
        sales.slice(i, i + LINES_AT_ONCE).map(({ day, minor, called, ...spec }, n) => ({
          importId: imported.id,
          line: i + n + 1,
          day,
          priceMinor: minor,
          spec,
          called,
        })),
      );
    const known = await tx.select().from(modelNotes).where(isNull(modelNotes.removedAt));
    const keyOf = (note: { maker: string; model: string; kind: string; text: string }) =>
      [note.maker, note.model, note.kind, note.text].join('\n').toLowerCase();
    const here = new Set(known.map(keyOf));
    const fresh = notebook.filter((note) => !here.has(keyOf(note)));
    const [{ id }] = await tx
      .insert(exchanges)
      .values({
        name: name as string,
        madeOn: given.madeOn,
        weight: weight as number,
        cases: Math.round(priors?.cases ?? 0),
        causes,
        notes: fresh.length,
        salesImport: imported?.id,
        ...who,
      })
      .returning({ id: exchanges.id });
    for (let i = 0; i < fresh.length; i += LINES_AT_ONCE)
      await tx.insert(modelNotes).values(
        fresh.slice(i, i + LINES_AT_ONCE).map((note) => ({
          ...note,
          finding: findingById(note.finding) ? note.finding : '',
          exchange: id,
          by: actor.id,
          // nobody of this shop wrote it
          byName: name as string,
        })),
      );
    const told = {
      exchange: id,
      name: name as string,
      cases: Math.round(priors?.cases ?? 0),
      causes: Object.keys(causes).length,
      notes: fresh.length,
      sales: sales.length,
    };
    return {
      event: { kind: 'exchange taken in', payload: told },
      answer: { ...told, unknown, already: notebook.length - fresh.length },
    };
  },
});

/** All that came with one goes with it; what was learnt with it stands until it is learnt again. */
export const dropExchange = defineCommand({
  name: 'dropExchange',
  roles: ['owner'],
  onUnit: false,
  input: Joi.object({ id: Joi.string().uuid().required().label('exchange') }),
  async run({ tx }, { id }) {
    const [gone] = await tx
      .update(exchanges)
      .set({ takenBackAt: new Date() })
      .where(and(eq(exchanges.id, id), isNull(exchanges.takenBackAt)))
      .returning();
    if (!gone) throw new ShopError('missing', 'There is no such file, or it was taken back already.');
    await tx
      .update(modelNotes)
      .set({ removedAt: new Date() })
      .where(and(eq(modelNotes.exchange, id), isNull(modelNotes.removedAt)));
    if (gone.salesImport)
      await tx
        .update(pastImports)
        .set({ takenBackAt: new Date() })
        .where(eq(pastImports.id, gone.salesImport));
    return {
      event: { kind: 'exchange taken back', payload: { exchange: id, name: gone.name } },
      answer: null,
    };
  },
});
