import { findingById, repairById } from '@/catalog';
import type { Chassis } from '@/core/catalogue';
import type { Rubric } from '@/core/grade/rubric';
import { STAGE_NAMES } from '../names';
import type { Names } from './eventSays';

/** Names of what events of a kind of machine refer to. @param decimals of the shop's currency @param zone of its clock */
export const eventNames = (chassis: Chassis, rubric: Rubric, decimals: number, zone = 'UTC'): Names => ({
  finding: findingById,
  repair: (id) => repairById(id)?.name,
  test: (id) => rubric.tests.find((test) => test.id === id)?.name,
  surface: (id) => rubric.surfaces[chassis].find((surface) => surface.id === id)?.name,
  defect: (id) => rubric.defects.find((defect) => defect.id === id)?.name,
  stage: (id) => STAGE_NAMES[id as keyof typeof STAGE_NAMES],
  decimals,
  zone,
});
