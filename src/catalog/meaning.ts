import type { StandingFlaw, Tells } from '@/core/catalogue';

/**
 * What an answer says the machine has or has not, by finding and outcome id. Common practice: it is what the
 * question asks.
 */
export const answersTell: Record<string, Record<string, Tells>> = {
  'look-bay': { 'drive-seen': { drive: 'there' }, 'bay-empty': { drive: 'none' } },
  'setup-drive': { listed: { drive: 'there' } },
  'drive-seen': { yes: { drive: 'there' } },
  'drive-health': {
    good: { drive: 'there' },
    'watch-it': { drive: 'there' },
    failing: { drive: 'there' },
  },
  'drive-elsewhere': {
    answers: { drive: 'there' },
    'not-found': { drive: 'there' },
    'clicks-or-grinds': { drive: 'there' },
  },
  'look-battery': { fitted: { battery: 'there' }, none: { battery: 'none' } },
  'battery-run': { evenly: { gauge: 'believed' }, 'drops-suddenly': { gauge: 'doubted' } },
  'memory-fitted': { fitted: { memory: 'there' }, none: { memory: 'none' } },
};

/**
 * What a repair that helped leaves in the machine. A part it put in must still be put on record: until then
 * nobody knows what it is.
 */
export const repairsTell: Record<string, Tells> = {
  'fit-drive': { drive: 'there' },
  'fit-memory': { memory: 'there' },
  'smaller-modules': { memory: 'there' },
  'swap-module': { memory: 'there' },
  'matched-modules': { memory: 'there' },
  'swap-battery': { battery: 'there' },
};

/**
 * Cures that work round a fault and do not mend it: what the buyer is told, and the best grade it allows.
 * Caps: shop estimate.
 */
export const roundabout: Record<string, StandingFlaw> = {
  'other-slot': { words: 'One memory slot does not work; the modules are in the other.', cap: 'B' },
  'other-header': { words: 'The fan runs from another connector; its own does not work.', cap: 'B' },
  'other-socket': { words: 'One video socket does not work; another one does.', cap: 'B' },
  'net-adapter': { words: 'Its own network does not work; it comes with an adapter.', cap: 'B' },
  'sound-adapter': { words: 'Its own sound does not work; it comes with an adapter.', cap: 'B' },
  'free-reset': { words: 'The reset button may be left unconnected.', cap: 'B' },
};
