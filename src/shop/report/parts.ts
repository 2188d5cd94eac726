import { and, eq, inArray, sql } from 'drizzle-orm';
import { identifies, serialKey } from '@/core/machine/serial';
import type { PartBefore } from '@/core/record/events';
import type { Transaction } from '@/db/client';
import { components, erasures, recordValues, sightings, units } from '@/db/schema';
import type { Actor, CommandContext } from '../command';
import { ShopError } from '@/errors';
import { arrive, type NewComponent } from '../moves/arrive';
import { recordNow } from '../record/queries';
import type { NewValue } from '../record/values';

type Unit = NonNullable<CommandContext['unit']>;
type Part = typeof components.$inferSelect;

/**
 * Is the report of this machine? Its own serial is compared first: a report dropped onto the wrong page would say of
 * one machine what is in the other.
 * @throws ShopError naming the machine it is of, or that its serial is another
 */
export async function assertOfThisMachine(
  tx: Transaction,
  unit: Unit,
  spec: readonly NewValue[],
): Promise<void> {
  const said = spec.find(({ key }) => key === 'serial')?.value ?? '';
  if (!identifies(said)) return;
  const row = (await recordNow(tx, unit)).specification.rows.find(({ key }) => key === 'serial');
  const own = row && row.basis !== 'claimed' ? row.value : '';
  if (identifies(own) && serialKey(own) === serialKey(said)) return;
  const [other] = await tx
    .select({ tag: units.tag })
    .from(recordValues)
    .innerJoin(units, eq(units.id, recordValues.unitId))
    .where(
      and(
        eq(recordValues.key, 'serial'),
        sql`${recordValues.voidedBy} is null`,
        sql`lower(${recordValues.value}) = lower(${said})`,
        sql`${recordValues.unitId} <> ${unit.id}`,
        sql`${recordValues.basis} <> 'claimed'`,
        sql`${units.stage} not in ('sold', 'gone')`,
      ),
    )
    .limit(1);
  if (!other && !identifies(own)) return;
  throw new ShopError(
    'refused',
    `Nothing taken in: the report is of a machine with the serial ${said}${other ? `, which is ${other.tag}` : ''}; ${unit.tag} ${identifies(own) ? `has ${own}` : 'is another one'}. If its board was changed, take it in all the same.`,
    { otherMachine: other?.tag ?? said },
  );
}

/** Ids of those about whose data something stands on record. */
async function toldOf(tx: Transaction, ids: string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set();
  const rows = await tx
    .selectDistinct({ id: erasures.componentId })
    .from(erasures)
    .where(and(inArray(erasures.componentId, ids), sql`${erasures.voidedBy} is null`));
  return new Set(rows.map(({ id }) => id));
}

/** What a report told of a part that was on record, as it was before. */
const asBefore = ({ id, name, serial, attributes }: Part): PartBefore => ({
  component: id,
  name,
  serial,
  attributes,
});

/**
 * Parts the machine reports, on its record. Each entry is a part of its own, and each part on record is at most one of
 * them. A report moves nothing and gives no part a name: a serial that stands elsewhere, and one that may belong to a
 * part recorded here without any, are questions.
 * @returns other machines whose pages now ask something; which part on record each of them is, null where that is asked
 */
export async function noteParts(
  tx: Transaction,
  actor: Actor,
  unit: Unit,
  seen: readonly NewComponent[],
): Promise<{
  also: string[];
  ids: (string | null)[];
  /** What it put on record, what it told more of, and what it asked. */
  made: string[];
  told: PartBefore[];
  asked: string[];
}> {
  const here = await tx.select().from(components).where(eq(components.unitId, unit.id));
  const withData = await toldOf(
    tx,
    here.filter((part) => part.class === 'drive').map(({ id }) => id),
  );
  const open = await tx
    .select()
    .from(sightings)
    .where(and(eq(sightings.unitId, unit.id), sql`${sightings.answer} is null`));
  const taken = new Set<string>();
  const also = new Set<string>();
  const made: string[] = [];
  const told: PartBefore[] = [];
  const asked: string[] = [];
  const is = new Map<NewComponent, string>();
  // a filler for a serial tells no part from another
  const parts = seen.map((part) => ({ ...part, serial: identifies(part.serial ?? '') ? part.serial! : '' }));
  const tellMore = async (
    known: Part,
    { attributes, ...named }: Pick<NewComponent, 'attributes'> & { name?: string; serial?: string },
  ) => {
    told.push(asBefore(known));
    await tx
      .update(components)
      .set({ ...named, attributes: { ...known.attributes, ...attributes } })
      .where(eq(components.id, known.id));
  };
  /** The one among these that is not taken yet. */
  const free = (rows: readonly Part[]) => rows.find(({ id }) => !taken.has(id));
  const ask = async (part: NewComponent, known: Part) => {
    taken.add(known.id);
    if (known.unitId && known.unitId !== unit.id) also.add(known.unitId);
    if (open.some((row) => row.componentId === known.id && serialKey(row.serial) === serialKey(part.serial!)))
      return;
    const [question] = await tx
      .insert(sightings)
      .values({
        unitId: unit.id,
        componentId: known.id,
        name: part.name,
        serial: part.serial ?? '',
        attributes: part.attributes ?? {},
        byName: actor.name,
      })
      .returning({ id: sightings.id });
    asked.push(question.id);
  };
  const late: typeof parts = [];
  // those that are known by their serial first: what is left over is matched to what is left over
  for (const part of parts) {
    const key = serialKey(part.serial);
    const own = key && free(here.filter((one) => one.class === part.class && one.serialKey === key));
    if (!own) {
      late.push(part);
      continue;
    }
    taken.add(own.id);
    is.set(part, own.id);
    await tellMore(own, { attributes: part.attributes });
  }
  for (const part of late) {
    const nameless = here.filter(
      (one) => one.class === part.class && one.serialKey === '' && !taken.has(one.id),
    );
    if (part.serial) {
      const elsewhere = await tx
        .select()
        .from(components)
        .where(
          and(
            eq(components.class, part.class),
            eq(components.serialKey, serialKey(part.serial)),
            inArray(components.place, ['unit', 'bin']),
            sql`${components.unitId} is distinct from ${unit.id}`,
          ),
        );
      const known = free(elsewhere);
      if (known) {
        await ask(part, known);
        continue;
      }
      const rivals = late.filter((one) => one.class === part.class && one.serial);
      if (nameless.length === 1 && rivals.length === 1) {
        const [one] = nameless;
        // what was said of its data was said of a drive nobody had named
        if (withData.has(one.id)) {
          await ask(part, one);
          continue;
        }
        taken.add(one.id);
        is.set(part, one.id);
        await tellMore(one, { serial: part.serial, name: part.name, attributes: part.attributes });
        continue;
      }
    } else {
      const slot = part.attributes?.slot;
      const like = nameless.filter(
        (one) => one.name === part.name && (!slot || !one.attributes.slot || one.attributes.slot === slot),
      );
      const known = free([...like.filter((one) => one.attributes.slot === slot), ...like]);
      if (known) {
        taken.add(known.id);
        is.set(part, known.id);
        await tellMore(known, { attributes: part.attributes });
        continue;
      }
    }
    const { id } = await arrive(
      tx,
      actor,
      { ...part, fromLotId: unit.lotId },
      `unit:${unit.id}`,
      'came with the unit',
    );
    taken.add(id);
    is.set(part, id);
    made.push(id);
  }
  return { also: [...also], ids: parts.map((part) => is.get(part) ?? null), made, told, asked };
}
