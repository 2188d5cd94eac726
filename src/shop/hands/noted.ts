import Joi from 'joi';
import { BENCH_ROLES, defineCommand } from '../command';
import { unitId } from '../input';
import { refuseHeld } from '../line';
import { actName, lastActBack } from '../record/acts';

/** What is on record and nothing else: taking it back is leaving its entries out. By what it is called. */
const NOTED = {
  place: 'the donor sheet',
  takes: 'what it takes',
  'drive count': 'the count of its drives',
} as const;

/** What was noted of its places, of what it takes, or how many drives were counted in it, as if it had not been. */
export const takeBackEntry = defineCommand({
  name: 'takeBackEntry',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    key: Joi.string()
      .valid(...Object.keys(NOTED))
      .required()
      .label('what'),
    act: actName.required(),
  }),
  async run({ tx, unit }, { key, act }) {
    refuseHeld(unit!);
    const what = NOTED[key as keyof typeof NOTED];
    const { voids, onSealed } = await lastActBack(
      tx,
      unit!,
      key as keyof typeof NOTED,
      `Not taken back: nothing of ${what} is on record here any more.`,
      act,
    );
    return { event: { kind: 'entry back', voids, payload: { what } }, answer: null, onSealed };
  },
});
