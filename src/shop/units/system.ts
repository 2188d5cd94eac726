import Joi from 'joi';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId } from '../input';
import { forward, moveStage, refuseHeld } from '../line';
import { houseNow } from '../house/tables';
import { recordNow } from '../record/queries';
import { writeValues, type NewValue } from '../record/values';

/** On what the licence of a system rests. */
export const LICENCES = [
  'key of the machine’s own',
  'sticker on the machine',
  'bought for it',
  'refurbisher’s licence',
  'free',
  'none yet',
] as const;

/** "by the house’s list of 7", "5 of the house’s list of 7; not: clock, recovery". */
const setUpWords = (all: number, left: readonly { name: string }[]): string =>
  left.length === 0
    ? `by the house’s list of ${all}`
    : `${all - left.length} of the house’s list of ${all}; not: ${left.map(({ name }) => name).join(', ')}`;

/** Which system is on it, by what licence, activated or not, and whether the list of devices is clean. */
export const recordSystem = defineCommand({
  name: 'recordSystem',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    system: shortText('system', 60).required(),
    edition: shortText('edition', 60).allow('').default(''),
    licence: Joi.string()
      .valid(...LICENCES)
      .required()
      .label('licence'),
    activated: Joi.string().valid('yes', 'no', 'not needed').required().label('activated'),
    /** Devices without a driver; 0: the list is clean. */
    image: shortText('image', 60).allow('').default(''),
    /** Lines of the house's set-up list that were done; left out: the list was not gone through. */
    done: Joi.array().max(40).items(shortText('set-up line', 60)).unique().allow(null).default(null),
    unknownDevices: Joi.number().integer().min(0).max(99).default(0).label('devices without a driver'),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    const { specification } = await recordNow(tx, unit!);
    if (specification.text('driveKind') === 'none')
      throw new ShopError('refused', 'Not noted: there is no drive in it for a system to be on.');
    const system = [input.system, input.edition].filter(Boolean).join(', ');
    const devices = input.unknownDevices === 0 ? 'clean' : `${input.unknownDevices} without a driver`;
    const { setUp } = (await houseNow(tx)).tables;
    const strange = (input.done ?? []).find((id) => !setUp.some((line) => line.id === id));
    if (strange !== undefined)
      throw new ShopError('invalid', `Not noted: the house’s set-up list has no line "${strange}".`);
    const left = setUp.filter(({ id }) => input.done && !input.done.includes(id));
    const values: NewValue[] = [
      { key: 'system', value: system },
      ...(input.image ? [{ key: 'systemImage' as const, value: input.image }] : []),
      ...(input.done && setUp.length
        ? [{ key: 'systemSetUp' as const, value: setUpWords(setUp.length, left), number: left.length }]
        : []),
      { key: 'systemLicence', value: input.licence },
      { key: 'systemActivated', value: input.activated },
      { key: 'deviceList', value: devices, number: input.unknownDevices },
    ];
    await writeValues(tx, unit!.id, 'typed', values, 'install record', actor.name);
    await moveStage(tx, unit!, forward(unit!.stage, 'system'));
    return {
      event: {
        kind: 'system recorded',
        payload: {
          system,
          licence: input.licence,
          activated: input.activated,
          devices,
          ...(input.image && { image: input.image }),
          ...(input.done && { setUp: setUpWords(setUp.length, left) }),
        },
      },
      answer: null,
    };
  },
});
