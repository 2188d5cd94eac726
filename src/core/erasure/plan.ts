import type { Operation } from '../minutes/operation';
import { LEVELS, type Ability, type EraseMethod, type Level, type Medium } from './media';
import { SECTOR_BYTES, sampledShare, sampleSize, type Sampling } from './sample';

/** Numbers of the trade behind times. */
export interface EraseTables {
  methods: readonly EraseMethod[];
  /** Megabytes a second written over the whole of a medium when nobody measured it. */
  usualMbs: Record<Medium, number>;
  /** A disk is slower towards its middle: mean over the whole of it by what its fast outer tracks reach. */
  diskMean: number;
  /** How representative sampling reads a medium. */
  sampling: Sampling;
  /** A drive that shows less than this share of what it is said to hold keeps some of it hidden; or by so much that sizes are rounded, bytes. */
  shown: number;
  roundedBytes: number;
  /** Bytes a second no drive of the medium goes beyond. */
  fastest: Record<Medium, number>;
  confidence: number;
  /** Largest share left behind that the confidence is about. */
  leftBehind: number;
}

export interface EraseAsked {
  medium: Medium;
  bytes: number;
  /** Measured at its fast end, megabytes a second; null: nobody did. */
  readMbs?: number | null;
  writeMbs?: number | null;
  /** What the drive said it can and cannot do; what is left out is not known. */
  can?: readonly Ability[];
  cannot?: readonly Ability[];
  /** How far it has to go. */
  level: Level;
  /** Sectors it could not read or write: what is in them stays. */
  badSectors?: number;
  /** Its security is frozen until it loses power. */
  frozen?: boolean;
  /** Verify every sector, or a sample. */
  whole?: boolean;
}

export interface EraseWay {
  id: string;
  level: Level;
  name: string;
  command: string;
  clause: string;
  note: string;
  /** Minutes of the erasure itself, least and most. */
  minutes: readonly [number, number];
  verify: EraseMethod['verify'];
  /** Minutes of reading back; 0 where nothing is read. */
  verifyMinutes: number;
  /** yes: the drive said it can; ask: not known; no: it said it cannot. */
  possible: 'yes' | 'ask' | 'no';
  byScript: boolean;
  /** Hands do it, and the drive is good for nothing afterwards. */
  hands: boolean;
}

export interface ErasePlan {
  medium: Medium;
  /** Ways that reach the level, the usual first. */
  ways: EraseWay[];
  /** Ways that do not go so far, or cannot. */
  others: EraseWay[];
  /** Sectors in a random sample, all erased, for the confidence; and what representative sampling reads. */
  sample: { confidence: number; leftBehind: number; sectors: number; representativeMbs: number };
  cautions: string[];
}

/** Minutes to go over the whole of a medium once. @param outerMbs at its fast end, megabytes a second */
export function wholeMinutes(
  medium: Medium,
  bytes: number,
  outerMbs: number | null | undefined,
  tables: Pick<EraseTables, 'usualMbs' | 'diskMean'>,
): number {
  const turning = medium === 'disk' || medium === 'shingled' || medium === 'hybrid' || medium === 'sas-disk';
  const mean = outerMbs ? outerMbs * (turning ? tables.diskMean : 1) : tables.usualMbs[medium];
  return bytes / 1e6 / mean / 60;
}

const possible = (method: EraseMethod, asked: EraseAsked): EraseWay['possible'] => {
  if (!method.needs) return 'yes';
  if (method.needs.some((need) => asked.can?.includes(need))) return 'yes';
  return method.needs.every((need) => asked.cannot?.includes(need)) ? 'no' : 'ask';
};

/**
 * How a drive can be erased, as far as it has to go: what reaches the level first, surest and quickest first.
 * @throws RangeError when the medium has no bytes
 */
export function erasePlan(asked: EraseAsked, tables: EraseTables): ErasePlan {
  const { medium, bytes, level } = asked;
  if (!(bytes > 0)) throw new RangeError('bytes: expected a size above 0');
  const sampled = sampledShare(tables.sampling);
  const write = wholeMinutes(medium, bytes, asked.writeMbs ?? asked.readMbs, tables);
  const read = wholeMinutes(medium, bytes, asked.readMbs ?? asked.writeMbs, tables);
  const ways = tables.methods
    .filter((method) => method.media.includes(medium))
    .map((method): EraseWay => {
      const { takes } = method;
      const minutes =
        takes.by === 'writing'
          ? ([write * takes.passes, write * takes.passes] as const)
          : takes.by === 'drive'
            ? takes.minutes
            : ([takes.minutes, takes.minutes] as const);
      // the script looks for its pattern before the last pass, and reads a sample after it
      const after = method.byScript && takes.by === 'writing' ? sampled : 0;
      const reads = method.verify === 'read' ? read * ((asked.whole ? 1 : sampled) + after) : 0;
      return {
        id: method.id,
        level: method.level,
        name: method.name,
        command: method.command,
        clause: method.clause,
        note: method.note ?? '',
        minutes,
        verify: method.verify,
        verifyMinutes: reads,
        possible: possible(method, asked),
        byScript: method.byScript ?? false,
        hands: takes.by === 'hands',
      };
    });
  const far = (way: EraseWay) => LEVELS.indexOf(way.level) - LEVELS.indexOf(level);
  const rank = { yes: 0, ask: 1, no: 2 };
  // bad sectors keep what is in them when they cannot be written: writing does not reach them
  const bad = (asked.badSectors ?? 0) > 0;
  const reaches = (way: EraseWay) =>
    far(way) >= 0 && way.possible !== 'no' && !(bad && way.level === 'clear');
  const order = (a: EraseWay, b: EraseWay) =>
    far(a) - far(b) ||
    Number(a.hands) - Number(b.hands) ||
    rank[a.possible] - rank[b.possible] ||
    Number(b.byScript) - Number(a.byScript) ||
    a.minutes[1] + a.verifyMinutes - (b.minutes[1] + b.verifyMinutes);
  const cautions: string[] = [];
  if (bad)
    cautions.push(
      `${asked.badSectors} sectors could not be read or written: overwriting does not reach what is in them`,
    );
  if (medium === 'solid' || medium === 'nvme' || medium === 'card' || medium === 'sas-solid')
    cautions.push('an overwrite does not reach cells held in reserve, and a magnet does nothing to it');
  if (asked.frozen)
    cautions.push(
      'its security is frozen: it refuses security erase until it has lost power once, as in sleep',
    );
  if (medium === 'shingled')
    cautions.push('shingled tracks: random writes crawl; write from one end to the other');
  if (medium === 'hybrid')
    cautions.push('hybrid: its flash cache keeps copies that an overwrite of the disk does not reach');
  const sectors = Math.max(1, Math.floor(bytes / SECTOR_BYTES));
  return {
    medium,
    ways: ways.filter(reaches).sort(order),
    others: ways.filter((way) => !reaches(way)).sort((a, b) => far(b) - far(a)),
    sample: {
      confidence: tables.confidence,
      leftBehind: tables.leftBehind,
      sectors: sampleSize(tables.confidence, tables.leftBehind, sectors),
      representativeMbs: (bytes * sampled) / 1e6,
    },
    cautions,
  };
}

/**
 * A way to erase a drive as an operation: hands as the shop's own step says, the body by the drive and how it is read back.
 * @param step the house's step of erasing a drive: hands, station, whether it may run over night
 */
export const eraseOperation = (way: EraseWay, step: Operation): Operation => {
  const [least, most] = way.minutes;
  const body = (least + most) / 2 + way.verifyMinutes;
  return way.hands
    ? { ...step, id: way.id, name: way.name, head: body, body: 0, tail: 0, mayRunAlone: false }
    : { ...step, id: way.id, name: way.name, body };
};
