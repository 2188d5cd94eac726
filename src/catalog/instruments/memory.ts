import type { Chassis } from '@/core/catalogue';
import type { MemorySetup } from '@/core/memory/belief';
import type { LessUsual } from '@/core/memory/less';

/**
 * The memory bench. Contacts fail as often as modules, slots seldom: common practice; the numbers are shop
 * estimates.
 */
export const usualMemory: Omit<MemorySetup, 'sizes' | 'slots'> = {
  rule: 'any',
  moduleBad: 0.12,
  slotBad: 0.03,
  slotDirty: 0.12,
  halts: 0.8,
  startMinutes: 1.5,
  moveMinutes: 0.4,
  cleanMinutes: 1,
  certainty: 0.97,
};

/**
 * Less seen than fitted. What devices take from a 32-bit system's 4 GB, what graphics may share and where
 * boards end: common practice; how often each is the reason: shop estimates.
 */
export const lessUsual: LessUsual = {
  reasons: {
    nothing: 0.4,
    unseated: 0.22,
    'slot-small': 0.06,
    'memory-limit': 0.07,
    'half-seen': 0.05,
    'system-32': 0.08,
    'graphics-share': 0.12,
  },
  ceiling32: 4,
  mapped: { least: 0.25, most: 1.25 },
  share: { least: 0.03, most: 2 },
  boardLimits: [1, 2, 3, 4, 8, 16, 32],
};

/** Slots of a machine whose report has not said: common practice. */
export const usualSlots: Record<Chassis, number> = { desktop: 4, small: 2, aio: 2, laptop: 2 };
