import { eq, sql } from 'drizzle-orm';
import { identifies } from '@/core/machine/serial';
import type { Transaction } from '@/db/client';
import { lots, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { putUnits } from './putUnits';
import { addUnitInput, lotCorrection, receiveLotInput } from '@/shapes/lots';
import { shareLotCost } from './shareCost';

export const receiveLot = defineCommand({
  name: 'receiveLot',
  roles: BENCH_ROLES,
  onUnit: false,
  input: receiveLotInput,
  async run({ tx }, input) {
    const [made] = await tx
      .insert(lots)
      .values(input)
      .onConflictDoNothing({ target: lots.code })
      .returning({ id: lots.id });
    if (!made)
      throw new ShopError('conflict', `Not received: there is a lot ${input.code} already.`, {
        fields: { code: 'taken' },
      });
    return {
      event: { kind: 'lot received', lotId: made.id, payload: { ...input } },
      answer: { lotId: made.id, code: input.code },
    };
  },
});

export async function lotById(tx: Transaction, id: string) {
  const [lot] = await tx.select().from(lots).where(eq(lots.id, id)).for('no key update');
  if (!lot) throw new ShopError('missing', 'There is no such lot.');
  return lot;
}

/**
 * What was written down wrong of a lot, put right: the history keeps both and why, and what the lot cost is
 * shared out again. Machines sold already keep the share their sale was reckoned with.
 */
export const correctLot = defineCommand({
  name: 'correctLot',
  roles: ['owner'],
  onUnit: false,
  input: lotCorrection,
  async run({ tx }, { lotId, why, ...to }) {
    const lot = await lotById(tx, lotId);
    const changed = Object.entries(to).filter(([name, value]) => lot[name as keyof typeof to] !== value);
    if (changed.length === 0) throw new ShopError('refused', 'Not changed: that is what it says already.');
    const before = Object.fromEntries(changed.map(([name]) => [name, lot[name as keyof typeof to]]));
    await tx.update(lots).set(Object.fromEntries(changed)).where(eq(lots.id, lot.id));
    await shareLotCost(tx, lot.id);
    return {
      event: {
        kind: 'lot corrected',
        lotId: lot.id,
        payload: { before, after: Object.fromEntries(changed), why },
      },
      answer: { code: lot.code },
    };
  },
});

/** One machine by hand. */
export const addUnit = defineCommand({
  name: 'addUnit',
  roles: BENCH_ROLES,
  onUnit: false,
  input: addUnitInput,
  async run({ tx, actor }, input) {
    const lot = await lotById(tx, input.lotId);
    const key = identifies(input.serial) ? `serial:${input.serial.toLowerCase()}` : null;
    if (key) {
      const [same] = await tx
        .select({ tag: units.tag })
        .from(units)
        .where(sql`${units.lotId} = ${lot.id} and ${units.manifestKey} = ${key}`);
      if (same)
        throw new ShopError(
          'conflict',
          `Not added: serial ${input.serial} is in this lot already, as ${same.tag}.`,
          { fields: { serial: `is ${same.tag}` } },
        );
    }
    const [{ id, tag }] = await putUnits(tx, actor, lot, [
      { ...input, key, processor: '', memoryGb: null, driveGb: null, driveKind: null },
    ]);
    await shareLotCost(tx, lot.id);
    return {
      event: { kind: 'unit added', unitId: id, lotId: lot.id, payload: { tag, ...input } },
      answer: { tag, unitId: id },
    };
  },
});
