import { and, desc, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { repairById } from '@/catalog';
import { OWN_DAMAGE, type OwnDamage } from '@/catalog/damage';
import { recordValues } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '../errors';
import { minor, shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { answersBack, putAnswer, sealAnswers, sealBack } from '../record/answer';

interface Damaged {
  unitId: string;
  /** Repair or work step it happened at; empty: at nothing in particular. */
  step: string;
  kind: OwnDamage;
  costMinor: number;
  note: string;
}

/** Something we broke ourselves: its cost is the unit's, and the step is known to do that. */
export const noteDamage = defineCommand<Damaged, null>({
  name: 'noteDamage',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    step: shortText('step', 60).allow('').default(''),
    kind: Joi.string()
      .valid(...OWN_DAMAGE.map(({ id }) => id))
      .required()
      .label('what'),
    costMinor: minor('cost').default(0),
    note: shortText('note', 200).allow('').default(''),
  }),
  async run({ tx, actor, unit }, { unitId: _, ...told }) {
    refuseHeld(unit!);
    const row = OWN_DAMAGE.find(({ id }) => id === told.kind)!;
    const put = row.shows ? await putAnswer(tx, actor, unit!.id, row.shows.finding, row.shows.outcome) : null;
    await tx.insert(recordValues).values({
      unitId: unit!.id,
      key: 'damage',
      basis: 'typed',
      value: JSON.stringify({ ...told, told: put ? [put.id] : [] }),
      number: told.costMinor,
      origin: told.step && (repairById(told.step)?.name ?? told.step),
      by: actor.name,
    });
    return {
      event: { kind: 'damage', payload: { ...told, kind: row.name } },
      answer: null,
      onSealed: (seq) => sealAnswers(tx, seq, put ? [put] : []),
    };
  },
});

export const takeBackDamage = defineCommand<{ unitId: string }, null>({
  name: 'takeBackDamage',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, unit }) {
    refuseHeld(unit!);
    const [last] = await tx
      .select()
      .from(recordValues)
      .where(
        and(eq(recordValues.unitId, unit!.id), eq(recordValues.key, 'damage'), isNull(recordValues.voidedBy)),
      )
      .orderBy(desc(recordValues.id))
      .limit(1);
    if (!last) throw new ShopError('refused', 'No damage of ours stands on this machine.');
    const { kind, step, told = [] } = JSON.parse(last.value) as Damaged & { told?: number[] };
    await tx.update(recordValues).set({ voidedBy: 0 }).where(eq(recordValues.id, last.id));
    await answersBack(tx, told);
    return {
      event: {
        kind: 'damage back',
        payload: { step, kind: OWN_DAMAGE.find(({ id }) => id === kind)?.name ?? kind },
      },
      answer: null,
      onSealed: async (seq) => {
        await tx.update(recordValues).set({ voidedBy: seq }).where(eq(recordValues.id, last.id));
        await sealBack(tx, seq, told);
      },
    };
  },
});
