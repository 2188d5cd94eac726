import { buyOneInput } from '@/shapes/lots';
import { lots, recordValues } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { takeNumbers } from '../counters';
import { putUnits } from './putUnits';
import { shareLotCost } from './shareCost';

/** Tags of machines bought one by one. */
const PREFIX = 'ON';

/**
 * One machine bought: its lot and the machine at once. What the listing says is weak evidence, what its plate says is
 * what it takes.
 */
export const buyOne = defineCommand({
  name: 'buyOne',
  roles: BENCH_ROLES,
  onUnit: false,
  input: buyOneInput,
  async run({ tx, actor }, input) {
    const code = `ONE-${String(await takeNumbers(tx, 'one', 1)).padStart(4, '0')}`;
    const [lot] = await tx
      .insert(lots)
      .values({
        code,
        name:
          [input.from, `${input.maker} ${input.model}`.trim()].filter(Boolean).join(': ') || 'One machine',
        source: input.source,
        tagPrefix: PREFIX,
        priceMinor: input.paidMinor,
        freightMinor: input.postageMinor,
        receivedOn: input.boughtOn,
        claims: input.words,
      })
      .returning();
    const [{ id, tag }] = await putUnits(tx, actor, lot, [
      {
        chassis: input.chassis,
        maker: input.maker,
        model: input.model,
        serial: input.serial,
        condition: input.words,
        key: null,
        processor: '',
        memoryGb: null,
        driveGb: null,
        driveKind: null,
      },
    ]);
    const plate = {
      ...(input.plateVolts && { plateVolts: input.plateVolts }),
      ...(input.plateAmps && { plateAmps: input.plateAmps }),
    };
    if (Object.keys(plate).length)
      await tx.insert(recordValues).values({
        unitId: id,
        key: 'takes',
        basis: 'typed',
        value: JSON.stringify(plate),
        origin: 'its plate',
        by: actor.name,
      });
    await shareLotCost(tx, lot.id);
    return {
      event: {
        kind: 'bought one',
        unitId: id,
        lotId: lot.id,
        payload: {
          tag,
          paidMinor: input.paidMinor,
          postageMinor: input.postageMinor,
          source: input.source,
          words: input.words,
        },
      },
      answer: { tag, unitId: id, lot: code },
    };
  },
});
