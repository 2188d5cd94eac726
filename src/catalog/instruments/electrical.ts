import type { SafetyLimits } from '@/core/safety/electrical';

/**
 * Limits of an electrical safety test of a used appliance: EN 50699 (in-service and after repair), in the order EN 50614
 * wants it before function; from memory. Defer to the current edition, to local rules, and to persons who are competent for
 * it: insulation is measured at 500 V.
 */
export const safetyLimits: SafetyLimits = {
  earth: { ohms: 0.3, metres: 5, more: { ohms: 0.1, metres: 7.5 }, most: 1 },
  insulation: { I: 1, II: 2, III: 0.25 },
  leakageMa: 3.5,
  touchMa: 0.5,
  // common practice
  calibrationMonths: 12,
};
