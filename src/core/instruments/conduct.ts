import { readDischarge, type BatteryRules, type BatterySample } from './batteryRun';
import { readHeat, type HeatReading, type HeatRun } from './heat/read';
import { type HeatTables } from './heat/tables';
import { atRest, ordered } from './heat/run';
import type { RunKind, Sample } from './run';
import { readSoak, type SoakRules } from './soak';
import type { RailSigns } from './findingsFromReading';

/** What the one that samples is told to do next. */
export type Say = 'rest' | 'load' | 'go on' | 'end';

/** What is known of a run while it goes on. */
export interface SoFar {
  say: Say;
  /** Seconds it still takes, as far as can be told; null: nobody knows. */
  left: number | null;
  /** Where it is, in a few words. */
  words: string;
  heat?: Pick<HeatReading, 'stages' | 'verdict' | 'margin' | 'trip'> & { loadAt: number };
}

/**
 * A heat run as it goes: rest until rest is found by its slope, load until where it settles is foretold well enough,
 * and no longer than needed. A chip at its limit has told enough.
 */
export function conductHeat(run: HeatRun, tables: HeatTables): SoFar {
  const { samples } = ordered(run.samples);
  const { mostRest, leastLoad, usualLoad, mostLoad } = tables.conduct;
  const first = samples[0]?.t ?? 0;
  const last = samples[samples.length - 1]?.t ?? 0;
  const loaded = samples.find(({ load }) => (load ?? 0) >= 0.5);
  if (!loaded) {
    const rested = last - first;
    if (atRest(samples, tables.run.rest) || rested >= mostRest)
      return { say: 'load', left: usualLoad, words: 'at rest; the load begins' };
    const least = tables.run.rest.minutes * 60;
    return { say: 'rest', left: Math.max(10, least - rested) + usualLoad, words: 'coming to rest' };
  }
  const { stages, verdict, margin, trip, enough, heldBack } = readHeat(run, tables);
  const seconds = last - loaded.t;
  const heat = { stages, verdict, margin, trip, loadAt: loaded.t };
  if (heldBack) return { say: 'end', left: 0, words: 'at its limit', heat };
  if (enough && seconds >= leastLoad) return { say: 'end', left: 0, words: 'enough was seen', heat };
  if (seconds >= mostLoad) return { say: 'end', left: 0, words: 'long enough', heat };
  const whole = stages
    ? Math.min(mostLoad, Math.max(leastLoad, tables.conduct.usualTaus * stages.sink.tau))
    : usualLoad;
  return {
    say: 'load',
    left: Math.max(10, whole - seconds),
    words: stages ? `will settle at ${Math.round(stages.settles)} °C` : 'under load',
    heat,
  };
}

/** Any run as it goes. @param done the one that samples says it is through */
export function conduct(
  kind: RunKind,
  samples: readonly Sample[],
  about: { room: number | null; limit: number | null; watts: number | null; done: boolean },
  tables: { heat: HeatTables; battery: BatteryRules; rails: Pick<RailSigns, 'enough'>; soak: SoakRules },
): SoFar {
  const last = samples[samples.length - 1];
  if (about.done && kind !== 'heat') return { say: 'end', left: 0, words: 'through' };
  if (kind === 'heat')
    return conductHeat({ ...about, samples: samples as unknown as HeatRun['samples'] }, tables.heat);
  if (kind === 'battery') {
    const run = readDischarge(samples as unknown as BatterySample[], false, tables.battery);
    const percent = last?.percent ?? 100;
    const perMinute = run && run.minutes > 0 ? run.fell / run.minutes : 0;
    const left = perMinute > 0 ? (Math.max(0, percent - tables.battery.early) / perMinute) * 60 : null;
    return percent <= tables.battery.early
      ? { say: 'end', left: 0, words: `down to ${Math.round(percent)} %` }
      : { say: 'go on', left, words: `at ${Math.round(percent)} %` };
  }
  if (kind === 'soak') {
    const { minutes, gaps, restarts } = readSoak(samples, tables.soak);
    const marks = [
      gaps.length ? `${gaps.length} ${gaps.length === 1 ? 'gap' : 'gaps'}` : '',
      restarts ? `began anew ${restarts} times` : '',
    ].filter(Boolean);
    return minutes >= tables.soak.soak
      ? { say: 'end', left: 0, words: 'soaked' }
      : {
          say: 'go on',
          left: (tables.soak.soak - minutes) * 60,
          words: [`${Math.floor(minutes)} min at work`, ...marks].join(', '),
        };
  }
  if (kind === 'rails') {
    const loaded = samples.filter((own) => own.loaded === 1).length;
    return loaded >= tables.rails.enough
      ? { say: 'end', left: 0, words: 'read under load' }
      : {
          say: 'go on',
          left: null,
          words: loaded ? 'reading under load' : 'not loaded: it says nothing yet',
        };
  }
  return { say: 'go on', left: null, words: `${samples.length} reads` };
}
