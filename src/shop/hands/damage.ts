import Joi from 'joi';
import { OWN_DAMAGE } from '@/catalog/hands/damage';
import { BENCH_ROLES, defineCommand } from '../command';
import { minor, shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { writeActs } from '../record/acts';
import { putAnswer } from '../record/answer';

/** Something we broke ourselves: its cost is the unit's, and the step is known to do that. */
export const noteDamage = defineCommand({
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
    const act = await writeActs(tx, unit!.id, 'damage', [told], actor.name, {
      told: put ? [put.id] : [],
      number: told.costMinor,
    });
    return {
      event: { kind: 'damage', payload: { ...told, kind: row.name, act } },
      answer: null,
      answered: put ? [put] : [],
    };
  },
});
