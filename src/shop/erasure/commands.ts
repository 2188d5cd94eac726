import { and, eq } from 'drizzle-orm';
import Joi from 'joi';
import { components, erasures } from '@/db/schema';
import type { Transaction } from '@/db/client';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '../errors';
import { shortText, unitId, rowId } from '../input';
import { componentById, move } from '../components/move';
import { standingRecord } from '../units/revalue';
import { specificationOf, writeSpec } from '../units/specification';
import { erasureFaults, type GateInput } from './gate';

interface Record {
  unitId: string;
  componentId: string;
  kind: 'erased' | 'returned' | 'destroyed';
  method: string;
  verified: string;
}

/** What was done about the data of a drive. A drive returned or destroyed leaves the unit with the same command. */
export const recordErasure = defineCommand<Record, { erasureId: string }>({
  name: 'recordErasure',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    componentId: rowId('drive').required(),
    kind: Joi.string().valid('erased', 'returned', 'destroyed').required().label('what'),
    method: shortText('method', 200).required(),
    verified: shortText('verification', 200).allow('').default(''),
  }),
  async run({ tx, actor, unit }, input) {
    const drive = await componentById(tx, input.componentId);
    if (drive.class !== 'drive')
      throw new ShopError('invalid', `Not recorded: ${drive.code} is not a drive.`);
    if (drive.unitId !== unit!.id)
      throw new ShopError('conflict', `Not recorded: ${drive.code} is not in this unit.`);
    if (input.kind === 'erased' && !input.verified)
      throw new ShopError('invalid', 'Not recorded: say how the erasure was verified.', {
        fields: { verified: 'is missing' },
      });
    const [row] = await tx
      .insert(erasures)
      .values({
        componentId: drive.id,
        unitId: unit!.id,
        kind: input.kind,
        method: input.method,
        verified: input.verified,
        by: actor.id,
        byName: actor.name,
      })
      .returning({ id: erasures.id });
    if (input.kind !== 'erased') {
      await move(tx, actor, drive, input.kind === 'returned' ? 'returned' : 'scrap', input.kind);
      await writeSpec(
        tx,
        unit!.id,
        'typed',
        [{ key: 'driveKind', value: 'none' }],
        `drive ${input.kind}`,
        actor.name,
      );
    }
    return {
      event: {
        kind: `drive ${input.kind}`,
        payload: {
          erasure: row.id,
          component: drive.id,
          code: drive.code,
          serial: drive.serial,
          method: input.method,
          verified: input.verified,
        },
      },
      answer: { erasureId: row.id },
    };
  },
});

const SEEN = new Map([
  ['look-bay', 0],
  ['setup-drive', 0],
  ['drive-seen', 0],
  ['drive-health', -1],
  ['drive-elsewhere', -1],
]);

/** Everything the gate needs, from the record. */
export async function gateOf(tx: Transaction, id: string): Promise<GateInput> {
  const drives = await tx
    .select({ id: components.id, code: components.code, name: components.name })
    .from(components)
    .where(and(eq(components.unitId, id), eq(components.class, 'drive')));
  const recorded = new Set<string>();
  for (const drive of drives) {
    const [row] = await tx
      .select({ id: erasures.id })
      .from(erasures)
      .where(eq(erasures.componentId, drive.id))
      .limit(1);
    if (row) recorded.add(drive.id);
  }
  const spec = await specificationOf(tx, id);
  const typed = spec.rows
    .filter((row) => row.key === 'driveKind' && row.basis !== 'claimed')
    .sort((a, b) => b.at.getTime() - a.at.getTime())[0];
  let driveSeen: boolean | null = typed ? typed.value !== 'none' : null;
  for (const row of await standingRecord(tx, id)) {
    const sign = row.kind === 'finding' ? SEEN.get(row.ref) : undefined;
    if (sign === undefined || (typed && row.at < typed.at)) continue;
    if (sign === -1 || row.outcome === sign) driveSeen = true;
    else if (row.ref === 'look-bay') driveSeen = false;
  }
  return { drives, recorded, driveSeen };
}

export async function assertErased(tx: Transaction, id: string): Promise<void> {
  const faults = erasureFaults(await gateOf(tx, id));
  if (faults.length) throw new ShopError('refused', `Not listed: ${faults.join('; ')}.`, { faults });
}
