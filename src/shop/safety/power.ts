import { and, desc, eq, isNull } from 'drizzle-orm';
import { catalogue, findingById } from '@/catalog';
import { cleaning } from '@/catalog/cleaning';
import type { Chassis, Hazard } from '@/core/catalogue';
import type { CleanState } from '@/core/clean/state';
import { lyingSoils } from '@/core/clean/ways';
import { ruinOn } from '@/core/clean/worth';
import type { Schools } from '@/core/clean/zones';
import { lackingOf } from '@/core/parts/lacking';
import type { ElectricalTold } from '@/core/safety/electrical';
import { mayBePowered, type PowerAnswer, type Sign } from '@/core/safety/power';
import type { Database, Transaction } from '@/db/client';
import { recordValues, shop, type units } from '@/db/schema';
import { ShopError } from '@/errors';
import { schoolsOf } from '../rules/schools';
import { evidenceFrom, readNow } from '../record/queries';
import type { Sources } from '../record/sources';

type Unit = Pick<typeof units.$inferSelect, 'id' | 'chassis'>;

/** Dirt that ruins a machine at its first start: what it is, in words; null: none, or this house powers first. */
export function dirtShuts(chassis: Chassis, clean: CleanState, { first }: Schools): string | null {
  if (first === 'power') return null;
  for (const zone of cleaning.zones[chassis]) {
    const words = clean[zone.id] && ruinOn(zone, lyingSoils(clean[zone.id], cleaning), cleaning);
    if (words) return words;
  }
  return null;
}

/** What the record of a machine says of danger, in the order it was sealed. */
function signsOf(sources: Sources): Sign[] {
  return evidenceFrom(sources).flatMap(({ entry }): Sign[] => {
    if (entry.kind === 'repair') return [{ kind: 'repair', repair: entry.id, ended: entry.ended }];
    if (entry.kind === 'part') return [{ kind: 'part', class: entry.class, way: entry.way }];
    if (entry.kind !== 'finding') return [];
    const outcome = findingById(entry.id)?.outcomes[entry.outcome];
    return outcome ? [{ kind: 'finding', finding: entry.id, outcome: outcome.id }] : [];
  });
}

/** Where its newest electrical safety test failed, in words; null: it did not, or none stands. */
async function failedSafety(tx: Transaction | Database, unitId: string): Promise<string | null> {
  const [row] = await tx
    .select({ value: recordValues.value })
    .from(recordValues)
    .where(
      and(
        eq(recordValues.unitId, unitId),
        eq(recordValues.key, 'electrical test'),
        isNull(recordValues.voidedBy),
      ),
    )
    .orderBy(desc(recordValues.id))
    .limit(1);
  const failed =
    row && (JSON.parse(row.value) as ElectricalTold).lines.find(({ result }) => result === 'failed');
  return failed ? `Electrical safety test failed (${failed.step}: ${failed.words})` : null;
}

/** May this machine be powered, or charged, as its record stands? */
export async function powerNow(
  tx: Transaction | Database,
  unit: Unit,
  act: Hazard = 'power',
): Promise<PowerAnswer> {
  const { record, sources } = await readNow(tx, unit);
  const [rules] = await tx.select({ schools: shop.schools }).from(shop);
  const dirt = dirtShuts(unit.chassis, record.clean, schoolsOf(rules));
  const lacks = lackingOf(record.contents).classes;
  const unsafe = await failedSafety(tx, unit.id);
  return mayBePowered(catalogue, signsOf(sources), { act, dirt, lacks, unsafe });
}

/** @throws ShopError naming each danger and what clears it, when it may not */
export async function assertPower(
  tx: Transaction | Database,
  unit: Unit,
  done: string,
  act: Hazard = 'power',
): Promise<void> {
  const { yes, why, opens } = await powerNow(tx, unit, act);
  if (!yes) throw new ShopError('refused', `${done}: ${why.join(' ')}`, { notPowered: true, opens });
}
