import { CHASSIS, type Cause, type Chassis, type Fact, type Group } from '@/core/catalogue';
import { basisLine, type Basis } from './basis';

/** A cause of trouble, as it is written down. */
export interface CauseRow {
  id: string;
  name: string;
  group: Group;
  /** P(present) in a used machine from an office clear-out: one number for every chassis, or by chassis. */
  prior: number | Partial<Record<Chassis, number>>;
  /** Multiplies the prior odds for lots from that source. */
  odds?: Cause['sourceOdds'];
  /** Share of the sound price a buyer still pays when it is told and left. */
  valueLeft: number;
  /** What it goes on to spoil when nothing is done. */
  ifLeft: string;
  /** Parts nobody can harvest then. */
  ruins?: Cause['ruins'];
  /** States of one thing, never both; said once, meant both ways. */
  rulesOut?: string[];
  /** What it may go on to ruin when the machine is powered or charged. */
  harm?: Cause['harm'];
  /** What must be there to see whether it has gone, where that is not as usual in its group. */
  goneSeenWith?: Fact | 'nothing';
  source: { prior: Basis; valueLeft: Basis; odds?: Basis };
}

/** What has to work before it can be seen whether a fault of this group has gone. */
const GONE_SEEN_WITH: Partial<Record<Group, Fact>> = {
  boot: 'picture',
  storage: 'picture',
  clock: 'picture',
  heat: 'power',
  battery: 'power',
  optical: 'power',
  input: 'system',
  network: 'system',
  sound: 'system',
};

/** @throws RangeError when odds have no source, or a source has no odds */
export function compileCause(row: CauseRow): Cause {
  if (Boolean(row.odds) !== Boolean(row.source.odds))
    throw new RangeError(`cause "${row.id}": odds and the source of the odds go together`);
  const { goneSeenWith = GONE_SEEN_WITH[row.group] ?? 'nothing', odds, prior, source, ...rest } = row;
  return {
    ...rest,
    ...(goneSeenWith !== 'nothing' && { shownBy: goneSeenWith }),
    prior:
      typeof prior === 'number'
        ? (Object.fromEntries(CHASSIS.map((chassis) => [chassis, prior])) as Record<Chassis, number>)
        : prior,
    ...(odds && { sourceOdds: odds }),
    source: basisLine(source),
  };
}
