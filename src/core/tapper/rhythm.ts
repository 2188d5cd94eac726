import { median } from 'simple-statistics';
/** One press of the key along with a lamp or a beep: milliseconds on any clock. */
export interface Tap {
  down: number;
  up: number;
}

/** S short, L long, - a pause inside the group. */
export type Sign = 'S' | 'L' | '-';

export interface Rhythm {
  /** The repeating group; empty when there is too little to say. */
  group: Sign[];
  /** What was tapped, round by round; the first and the last may be parts of a round. */
  rounds: Sign[][];
  /** Whole rounds, and how many of them agree with the group to the letter. */
  whole: number;
  agreeing: number;
  /** True when nothing but equal signs without a pause was tapped. */
  endless: boolean;
}

/** Spread of a person's timing, as the standard deviation of ln(interval). */
const SLOPPY = 0.22;
/**
 * A deviation this unlikely is a stumble, whatever its size (so one stumble cannot outweigh a whole round).
 */
const STUMBLE = 8;
/** Kinds of gaps nearer to each other than this are one: lamps and beeps are made to be told apart. */
const APART = 1.6;
/** Two presses with less than this between them are a finger that bounced, ms. */
const BOUNCE = 90;
/** All presses alike: from this length on they are long ones, ms. */
const LONG_ALONE = 650;
/** ln P of a tap left out or doubled, and of none of both. */
const SLIP = Math.log(0.015);
const STEADY = Math.log(0.97);
/** What each sign of the group, and each kind of length or gap, must earn. */
const PER_SIGN = 1;
const PER_KIND = 3;

const least = (observed: number, expected: number) =>
  Math.min(STUMBLE, Math.log(observed / expected) ** 2 / (2 * SLOPPY * SLOPPY));

/** Two presses with next to nothing between them are one. */
function withoutBounces(taps: readonly Tap[]): Tap[] {
  const kept: Tap[] = [];
  for (const tap of taps)
    if (kept.length === 0 || tap.down - kept[kept.length - 1].up >= BOUNCE)
      kept.push({ down: tap.down, up: Math.max(tap.up, tap.down + 1) });
  return kept;
}

/**
 * Where sorted values leap by more than their neighbours could: the cuts between kinds, as values.
 * @returns every ratio above `ratio`, geometric middle of the leap
 */
export function leaps(values: readonly number[], ratio: number): number[] {
  const sorted = [...values].map((value) => Math.max(1, value)).sort((a, b) => a - b);
  return sorted
    .slice(1)
    .flatMap((value, i) => (value / sorted[i] >= ratio ? [Math.sqrt(value * sorted[i])] : []));
}

interface Tempo {
  short: number;
  long: number | null;
  gap: number;
  /** Pause inside a group, between two counts. */
  pause: number | null;
  /** Pause after a group. */
  rest: number;
}

interface Place {
  sign: 'S' | 'L';
  /** What follows this sign. */
  after: 'gap' | 'pause' | 'rest';
}

const placesOf = (group: readonly Sign[]): Place[] =>
  group.flatMap((sign, i) =>
    sign === '-'
      ? []
      : [{ sign, after: i === group.length - 1 ? 'rest' : group[i + 1] === '-' ? 'pause' : 'gap' } as Place],
  );

interface Walk {
  cost: number;
  /** Place of each tap in the group; the same place twice in a row is a doubled tap. */
  places: number[];
}

/**
 * The likeliest way the taps go round and round the group (Viterbi): each tap moves on by one place, by two
 * when one was left out, by none when it was doubled. Cost is -ln likelihood up to a constant of the data.
 */
function walk(
  lengths: readonly number[],
  gaps: readonly number[],
  places: readonly Place[],
  tempo: Tempo,
): Walk {
  const size = places.length;
  const long = (place: Place) => (place.sign === 'L' ? (tempo.long ?? tempo.short) : tempo.short);
  const after = (place: Place) =>
    place.after === 'rest' ? tempo.rest : place.after === 'pause' ? (tempo.pause ?? tempo.gap) : tempo.gap;
  let row = places.map((place) => least(lengths[0], long(place)));
  const back: number[][] = [];
  for (let i = 1; i < lengths.length; i++) {
    const from: number[] = [];
    row = places.map((place, at) => {
      const one = (at + size - 1) % size;
      const two = (at + 2 * size - 2) % size;
      const ways: [number, number][] = [
        [one, row[one] - STEADY + least(gaps[i - 1], after(places[one])) + least(lengths[i], long(place))],
        [
          two,
          row[two] -
            SLIP +
            least(gaps[i - 1], after(places[two]) + long(places[one]) + after(places[one])) +
            least(lengths[i], long(place)),
        ],
        [at, row[at] - SLIP + STUMBLE / 2 + least(gaps[i - 1], tempo.gap / 2)],
      ];
      const way = ways.reduce((best, candidate) => (candidate[1] < best[1] ? candidate : best));
      from.push(way[0]);
      return way[1];
    });
    back.push(from);
  }
  let at = row.indexOf(Math.min(...row));
  const cost = row[at];
  const path = [at];
  for (let i = back.length - 1; i >= 0; i--) path.unshift((at = back[i][at]));
  return { cost, places: path };
}

/** The tapped signs, parted at the rests. */
function roundsOf(
  lengths: readonly number[],
  gaps: readonly number[],
  cuts: { rest: number; pause: number | null; long: number | null },
): Sign[][] {
  const alone: Sign = median(lengths) >= LONG_ALONE ? 'L' : 'S';
  const rounds: Sign[][] = [[]];
  lengths.forEach((length, i) => {
    if (i > 0 && gaps[i - 1] > cuts.rest) rounds.push([]);
    else if (i > 0 && cuts.pause !== null && gaps[i - 1] > cuts.pause) rounds[rounds.length - 1].push('-');
    rounds[rounds.length - 1].push(cuts.long === null ? alone : length > cuts.long ? 'L' : 'S');
  });
  return rounds;
}

/**
 * The repeating group in what was tapped, however long, from wherever in the group it began. Needs a little
 * over one round.
 */
export function readRhythm(raw: readonly Tap[]): Rhythm {
  const taps = withoutBounces(raw);
  if (taps.length < 2) return { group: [], rounds: [], whole: 0, agreeing: 0, endless: false };
  const lengths = taps.map((tap) => tap.up - tap.down);
  const gaps = taps.slice(1).map((tap, i) => tap.down - taps[i].up);
  const usual = median(lengths);
  const plainGap = median(gaps);
  const alone: Sign = usual >= LONG_ALONE ? 'L' : 'S';
  const even = [
    ...lengths.map((length) => least(length, usual)),
    ...gaps.map((gap) => least(gap, plainGap)),
  ].reduce((sum, cost) => sum + cost, 0);
  let best: { cost: number; group: Sign[]; places: Place[]; walk: Walk | null; read: Sign[][] } = {
    cost: even + PER_KIND + PER_SIGN,
    group: [alone],
    places: [],
    walk: null,
    read: [lengths.map(() => alone)],
  };

  const gapCuts = leaps(gaps, 1.2);
  const longCuts: (number | null)[] = [null, ...leaps(lengths, 1.2)];
  for (const rest of gapCuts) {
    for (const pause of [null, ...gapCuts.filter((cut) => cut < rest)]) {
      const within = gaps.filter((gap) => gap <= rest);
      const kinds = {
        gap: within.filter((gap) => pause === null || gap <= pause),
        pause: within.filter((gap) => pause !== null && gap > pause),
        rest: gaps.filter((gap) => gap > rest),
      };
      if (kinds.gap.length === 0) continue;
      const tempo = {
        gap: median(kinds.gap),
        pause: pause === null ? null : median(kinds.pause),
        rest: median(kinds.rest),
      };
      if (
        (tempo.pause !== null && tempo.pause / tempo.gap < APART) ||
        tempo.rest / (tempo.pause ?? tempo.gap) < APART
      )
        continue;
      for (const long of longCuts) {
        const shorts = lengths.filter((length) => long === null || length <= long);
        const longs = lengths.filter((length) => long !== null && length > long);
        const sizes = { short: median(shorts), long: long === null ? null : median(longs) };
        if (sizes.long !== null && sizes.long / sizes.short < APART) continue;
        const read = roundsOf(lengths, gaps, { rest, pause, long });
        const seen = new Set<string>();
        for (const group of [...read, [...read[read.length - 1], ...read[0]]]) {
          if (seen.has(group.join(''))) continue;
          seen.add(group.join(''));
          const places = placesOf(group);
          const way = walk(lengths, gaps, places, { ...tempo, ...sizes });
          const cost =
            way.cost +
            PER_SIGN * group.length +
            PER_KIND * (2 + Number(pause !== null) + 2 * Number(long !== null));
          if (cost < best.cost - 1e-9) best = { cost, group, places, walk: way, read };
        }
      }
    }
  }
  if (!best.walk) return { group: best.group, rounds: best.read, whole: 0, agreeing: 0, endless: true };
  return {
    group: best.group,
    rounds: best.read,
    endless: false,
    ...counted(best.walk.places, best.places.length),
  };
}

/** Whole rounds on the way round, and those without a slip. */
function counted(path: readonly number[], size: number): { whole: number; agreeing: number } {
  const rounds: number[][] = [];
  path.forEach((place, i) => {
    if (i === 0 || place < path[i - 1] || size === 1) rounds.push([]);
    rounds[rounds.length - 1].push(place);
  });
  const clean = rounds.filter(
    (places) => places.length === size && places.every((place, i) => place === i),
  ).length;
  const slipped = rounds.filter(
    (places, i) =>
      i > 0 && i < rounds.length - 1 && !(places.length === size && places.every((place, n) => place === n)),
  ).length;
  return { whole: clean + slipped, agreeing: clean };
}
