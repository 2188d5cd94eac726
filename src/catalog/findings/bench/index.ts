import type { Finding } from '@/core/catalogue';
import { aroundBench } from './around';
import { batteryBench } from './battery';
import { heatBench } from './heat';
import { memoryBench } from './memory';
import { powerBench } from './power';
import { screenBench } from './screen';
import { startBench } from './start';
import { storageBench } from './storage';

/** Looks and tests at the bench, each cheaper than the repair it can save. */
export const benchFindings: Finding[] = [
  ...powerBench,
  ...batteryBench,
  ...memoryBench,
  ...startBench,
  ...screenBench,
  ...heatBench,
  ...storageBench,
  ...aroundBench,
];
