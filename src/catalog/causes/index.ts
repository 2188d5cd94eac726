import type { Cause } from '@/core/catalogue';
import { aroundCauses } from './around';
import { heatCauses } from './heat';
import { powerCauses } from './power';
import { screenCauses } from './screen';
import { startCauses } from './start';
import { storageCauses } from './storage';

export const causes: Cause[] = [
  ...powerCauses,
  ...startCauses,
  ...screenCauses,
  ...heatCauses,
  ...storageCauses,
  ...aroundCauses,
];
