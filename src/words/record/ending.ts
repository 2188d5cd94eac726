import type { StopRoute } from '@/core/steps/problem';
import type { Left } from '@/core/record/left/remaining';
import { minorText } from '@/core/money/minor';
import type { Chassis } from '@/core/catalogue';
import { zoneName } from '../hands/clean';
import { many } from '../plain';

/** A line of what is left to do: where it is done, and what. */
export interface LeftView {
  words: string;
  note: string;
  /** Side of the unit it is done on. */
  side: 'work' | 'work/clean' | 'parts' | 'parts/apart' | 'prove' | 'shelf';
}

/** How a machine ends, once a person has said so. */
export const DECIDED_WORDS: Record<StopRoute, string> = {
  disclose: 'To be finished and sold with its faults told',
  asFound: 'To be sold as found with its faults told',
  harvest: 'To be taken apart for its parts',
  recycle: 'It is scrapped',
  handOver: 'To be handed over to its owner, what is left told',
  giveBack: 'To go back to its owner as it is',
  ask: 'Its owner is asked',
};

/** @param decimals of the shop's currency @param chassis by which places are called */
export function leftView(left: Left, decimals: number | undefined, chassis: Chassis): LeftView {
  switch (left.what) {
    case 'open':
      return { words: 'Finish what was started', note: left.titles.join(', '), side: 'work' };
    case 'change':
      return {
        words: `Put in ${left.words}`,
        note: `it wins ${minorText(left.netMinor, decimals)} over leaving it as it is`,
        side: 'parts',
      };
    case 'parts':
      return {
        words: 'Take the parts out',
        note: 'best first, into the bin at their worth',
        side: 'parts/apart',
      };
    case 'data':
      return { words: 'Deal with its data', note: left.faults.join('; '), side: 'shelf' };
    case 'clean':
      return {
        words: 'Clean it',
        note: left.zones.length
          ? left.zones.map((zone) => zoneName(chassis, zone)).join(', ')
          : 'no cleaning is on record',
        side: 'work/clean',
      };
    case 'tests':
      return {
        words: 'Prove it',
        note: `${many(left.count, 'test or reading', 'tests and readings')} to take`,
        side: 'prove',
      };
    case 'blocked':
      return { words: 'Not sold as working', note: `failed: ${left.tests.join(', ')}`, side: 'prove' };
    case 'points':
      return { words: 'Settle what is open', note: left.points.join('; '), side: 'work' };
    case 'grade':
      return { words: 'Grade it', note: '', side: 'prove' };
    case 'list':
      return { words: 'Put it on the shelf', note: '', side: 'shelf' };
    case 'hand back':
      return { words: 'Hand it back', note: 'with the parts that came out of it', side: 'shelf' };
    case 'gone':
      return { words: 'Record what became of it', note: 'then it is gone', side: 'shelf' };
  }
}
