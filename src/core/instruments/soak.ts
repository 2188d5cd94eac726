import type { Sample } from './run';

export interface SoakRules {
  /** Samples farther apart than this are a gap, seconds. */
  gap: number;
  /** Under this share of its first rate it slowed. */
  kept: number;
  /** Minutes of load that count for the rubric, and for a soak. */
  load: number;
  soak: number;
}

export interface SoakRead {
  /** Minutes it really worked, gaps left out. */
  minutes: number;
  /** Stretches in which nothing was sampled: a closed lid, a suspended machine, a lost page. */
  gaps: { at: number; seconds: number }[];
  /** Times the page began anew: the browser or the machine was started again. */
  restarts: number;
  /** Rate at the end against the beginning; null: too short. */
  kept: number | null;
}

const mean = (values: readonly number[]) => values.reduce((sum, own) => sum + own, 0) / values.length;

/** What a soak by the machine's own browser comes to. Samples: t seconds, rate of work, boot: how often it began. */
export function readSoak(samples: readonly Sample[], rules: SoakRules): SoakRead {
  const sorted = [...samples].sort((a, b) => a.t - b.t);
  let seconds = 0;
  let restarts = 0;
  const gaps: SoakRead['gaps'] = [];
  for (let i = 1; i < sorted.length; i++) {
    const step = sorted[i].t - sorted[i - 1].t;
    if (step <= rules.gap) seconds += step;
    else gaps.push({ at: sorted[i - 1].t, seconds: step });
    if ((sorted[i].boot ?? 0) > (sorted[i - 1].boot ?? 0)) restarts++;
  }
  // the seconds after a gap are cool: only what follows on load tells whether it slowed
  const rates = sorted.flatMap(({ rate }) => (rate === undefined ? [] : [rate]));
  const fifth = Math.floor(rates.length / 5);
  const kept =
    seconds >= 120 && fifth >= 5
      ? mean(rates.slice(-fifth)) / Math.max(1e-9, mean(rates.slice(0, fifth)))
      : null;
  return { minutes: seconds / 60, gaps, restarts, kept };
}

/** What it answers: ten minutes of load, and an hour of soak. @param wentOff somebody saw it go off by itself */
export function soakAnswers(read: SoakRead, wentOff: boolean, rules: SoakRules): Record<string, string> {
  const answers: Record<string, string> = {};
  if (wentOff) return { 'soak-hang': 'hangs-or-restarts', 'load-run': 'shuts-off' };
  if (read.restarts > 0) answers['soak-hang'] = 'hangs-or-restarts';
  else if (read.minutes >= rules.soak) answers['soak-hang'] = 'holds';
  if (read.minutes >= rules.load && read.kept !== null)
    answers['load-run'] = read.kept < rules.kept ? 'hot-and-slows-down' : 'holds-steady';
  return answers;
}
