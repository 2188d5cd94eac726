import Joi from 'joi';
import { PROTECTION } from '@/core/safety/electrical';
import { shop } from '@/db/schema';
import { dayOf } from '@/words/time';
import { BENCH_ROLES, defineCommand } from '../command';
import { shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { NOTHING } from './commands';
import { keepOther } from './keep';

const measuredUpTo = (most: number, label: string) => Joi.number().min(0).max(most).label(label);

/** An electrical safety test by whoever is competent for it: what was looked at and measured, by which meter. */
export const recordElectrical = defineCommand({
  roles: BENCH_ROLES,
  onUnit: true,
  name: 'recordElectrical',
  input: Joi.object({
    unitId,
    protection: Joi.string()
      .valid(...PROTECTION)
      .required()
      .label('protection class'),
    lookedOver: Joi.boolean(),
    earthOhms: measuredUpTo(1_000, 'protective earth'),
    leadMetres: measuredUpTo(200, 'length of the lead'),
    insulationMegohms: measuredUpTo(100_000, 'insulation'),
    leakageMa: measuredUpTo(1_000, 'leakage'),
    touchMa: measuredUpTo(1_000, 'touch current'),
    works: Joi.boolean(),
    meter: shortText('meter', 60).required(),
    calibrated: Joi.string()
      .pattern(/^\d{4}-\d{2}-\d{2}$/, 'a day like 2026-03-01')
      .allow(null)
      .default(null)
      .label('calibrated'),
  }),
  async run({ tx, actor, unit }, { unitId: _unit, meter, ...electrical }) {
    refuseHeld(unit!);
    const [{ timeZone }] = await tx.select({ timeZone: shop.timeZone }).from(shop);
    return keepOther(tx, actor, unit!, 'electrical', {
      ...NOTHING,
      name: meter,
      electrical: { ...electrical, today: dayOf(new Date(), timeZone) },
      measured: true,
    });
  },
});
