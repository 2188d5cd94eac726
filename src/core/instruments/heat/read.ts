import { fanOf, type FanSeen } from './fan';
import { atRest, loadShares, ordered, partsOf, shown, type HeatSample } from './run';
import { lostVerdict, verdictOf, type Like, type Verdict } from './verdict';
import { reaches, type Stages } from './rise';
import { driveOf, LEAST, stagesOf } from './stages';
import { settled } from './settles';
import type { HeatTables } from './tables';

export interface HeatRun {
  samples: readonly HeatSample[];
  /** Celsius; null: nobody said. */
  room: number | null;
  /** The sensor's own limit, Celsius. */
  limit: number | null;
  /** What the chip draws under load, when the samples do not say. */
  watts?: number | null;
  /** What its cooler is built for, by the plate of its processor; left out: nobody knows. */
  coolerWatts?: number | null;
  like?: Like | null;
}

export interface HeatReading {
  stages: Stages | null;
  /** When the load began, seconds of the run. */
  loadAt: number;
  /** Seconds of load the fit stands on. */
  seconds: number;
  /** It has seen enough: where it settles is known to 1.5 K. */
  enough: boolean;
  rest: { temp: number; reached: boolean; overRoom: number | null } | null;
  watts: number | null;
  /** Kelvin a watt; null without watts. */
  chipPerWatt: number | null;
  sinkPerWatt: number | null;
  /** Kelvin under the limit where it settles; null: no limit known. */
  margin: number | null;
  /** Seconds of load after which it reaches its limit; null: it does not. */
  trip: number | null;
  heldBack: boolean;
  /** Share of its first clock at the end; null: no clock read. */
  clockKept: number | null;
  /** Mean clock at the end, megahertz; left out, null: no clock read. */
  clockEnd?: number | null;
  fan: FanSeen | null;
  jumped: boolean;
  /** The sensor showed nothing a chip could have. */
  lost: boolean;
  /** Sound runs of its like the verdict leans on; 0: none. */
  like: number;
  verdict: Verdict;
  /** Why there is no verdict; empty: there is one. */
  without: string;
}

const mean = (values: readonly number[]) =>
  values.length ? values.reduce((sum, own) => sum + own, 0) / values.length : null;

/**
 * What a heat run says: both stages of the rise, where it settles before it has, how far that is from the sensor's
 * own limit, how the fan went, and what it is. Stages after JESD51: chip to sink (seconds), sink to air (minutes).
 * @returns `without` says in words why there is no verdict; nothing is guessed then
 */
export function readHeat(run: HeatRun, tables: HeatTables): HeatReading {
  const finite = ordered(run.samples.filter(({ t, temp }) => Number.isFinite(t) && Number.isFinite(temp)));
  const { jumped } = finite;
  const all = loadShares(finite.samples);
  const { samples, lost } = shown(all, tables.run);
  if (lost) return { ...nothing(all, tables), jumped };
  const { idle, load, loadAt, heldBack } = partsOf(samples, run.limit, tables.run);
  const restTemp = mean(idle.slice(-20).map(({ temp }) => temp));
  const watts = (own: readonly HeatSample[]) =>
    mean(own.flatMap(({ power }) => (power === undefined ? [] : [power])));
  const [drawn, restDrawn] = [watts(load.slice(-60)), watts(idle)];
  // what rises is what the load adds
  const added = drawn !== null ? Math.max(1, drawn - (restDrawn ?? 0)) : (run.watts ?? null);
  const drive = driveOf(load, restDrawn);
  const two = stagesOf(load, drive);
  const stages = two && settled(load, drive, two, tables.caseAir);
  const clocks = load.flatMap(({ clock }) => (clock === undefined ? [] : [clock]));
  const every = samples.slice(-20).flatMap(({ clock }) => (clock === undefined ? [] : [clock]));
  const rise = stages ? stages.settles - stages.from : 0;
  const flat =
    stages !== null &&
    (rise < tables.flatUnder ||
      Math.abs((mean(load.slice(-20).map(({ temp }) => temp)) ?? 0) - (restTemp ?? load[0].temp)) <
        tables.flatUnder);
  const fan = load.length ? fanOf(tables, idle, load, flat) : null;
  const held = heldBack !== null;
  const without =
    samples.length === 0
      ? 'nothing was measured'
      : stages || (held && load.length > 1)
        ? ''
        : `only ${Math.round(load[load.length - 1]?.t ?? 0)} s of load: ${LEAST} at least`;
  const overRoom = restTemp === null || run.room === null ? null : restTemp - run.room;
  const verdict = without
    ? []
    : verdictOf(
        tables,
        {
          load,
          drive,
          rest: restTemp,
          overRoom: idle.length >= 45 ? overRoom : null,
          held,
          fan,
          ofRated: ratedShare(added, run.coolerWatts ?? null, tables.rise.rated),
          like: run.like ?? null,
        },
        flat,
      );
  const chipPerWatt = stages && added !== null ? stages.chip.kelvin / added : null;
  return {
    stages,
    loadAt,
    seconds: load.length ? load[load.length - 1].t : 0,
    enough: held || (stages !== null && stages.settlesError <= tables.known),
    rest: restTemp === null ? null : { temp: restTemp, reached: atRest(idle, tables.run.rest), overRoom },
    watts: added,
    chipPerWatt,
    // over the room, by all it draws: over its own rest a fan that stood there would count as the sink's doing
    sinkPerWatt:
      added === null || chipPerWatt === null
        ? null
        : run.room !== null && drawn !== null
          ? Math.max(0, (two!.settles - run.room) / drawn - chipPerWatt)
          : two!.sink.kelvin / added,
    margin: stages && run.limit !== null ? run.limit - stages.settles : null,
    trip: heldBack ?? (stages && run.limit !== null ? reaches(stages, run.limit) : null),
    heldBack: held,
    clockEnd: mean(every),
    clockKept: clocks.length && every.length ? (mean(every) ?? 0) / Math.max(...clocks) : null,
    fan,
    jumped,
    lost: false,
    like: run.like?.runs ?? 0,
    verdict,
    without,
  };
}

/** Watts the load adds by those the cooler is for; null: one is not known, or they are not of the same chip. */
function ratedShare(
  added: number | null,
  cooler: number | null,
  [least, most]: HeatTables['rise']['rated'],
): number | null {
  if (added === null || !cooler) return null;
  const share = added / cooler;
  return share >= least && share <= most ? share : null;
}

/** A run whose sensor showed no temperature: that is what was found out. */
function nothing(samples: readonly HeatSample[], tables: HeatTables): HeatReading {
  const loaded = samples.filter(({ load }) => (load ?? 0) >= 0.5);
  const way = fanOf(tables, samples.slice(0, 20), loaded.length ? loaded : samples, true);
  return {
    stages: null,
    loadAt: loaded[0]?.t ?? samples[0].t,
    seconds: loaded.length ? loaded[loaded.length - 1].t - loaded[0].t : 0,
    enough: true,
    rest: null,
    watts: null,
    chipPerWatt: null,
    sinkPerWatt: null,
    margin: null,
    trip: null,
    heldBack: false,
    clockKept: null,
    fan: way,
    jumped: false,
    lost: true,
    like: 0,
    verdict: lostVerdict(tables),
    without: '',
  };
}
