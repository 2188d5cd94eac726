/** One stage of a response: how far it rises in the end, and how fast. */
export interface Stage {
  kelvin: number;
  kelvinError: number;
  /** Seconds to 63 % of it. */
  tau: number;
  /** Factor either way that holds it 68 times in 100. */
  tauFactor: number;
}

export interface Stages {
  /** Celsius at the moment of the load. */
  from: number;
  /** Chip to sink: paste and mount, seconds. Sink to air: dust and fan, minutes. */
  chip: Stage;
  sink: Stage;
  /** The air in the case, where the run was long enough to show it: many minutes. */
  air?: Stage;
  /** Where it settles, Celsius, and its standard error. */
  settles: number;
  settlesError: number;
  /** Standard deviation of the residuals, kelvin. */
  noise: number;
}

/** Celsius so many seconds after the load began: what is over the chip's sink alone, and all of it. */
export function riseAt({ from, chip, sink, air }: Stages, seconds: number): { chip: number; whole: number } {
  const risen = ({ kelvin, tau }: Stage) => kelvin * (1 - Math.exp(-seconds / tau));
  const own = from + risen(chip);
  return { chip: own, whole: own + risen(sink) + (air ? risen(air) : 0) };
}

/** Seconds of load until a temperature is reached; null: it never is. */
export function reaches(stages: Stages, limit: number, shift = 0): number | null {
  if (stages.settles + shift <= limit) return null;
  let [low, high] = [0, 20 * Math.max(stages.sink.tau, stages.air?.tau ?? 0)];
  for (let n = 0; n < 60; n++) {
    const middle = (low + high) / 2;
    if (riseAt(stages, middle).whole + shift < limit) low = middle;
    else high = middle;
  }
  return high;
}

/** The same machine with another room: every temperature moves by as much as the room does. */
export function onAnotherDay(
  { stages, room: was, limit }: { stages: Stages | null; room: number | null; limit: number | null },
  room: number,
): { settles: number; trip: number | null } | null {
  if (!stages || was === null) return null;
  const shift = room - was;
  return {
    settles: stages.settles + shift,
    trip: limit === null ? null : reaches(stages, limit, shift),
  };
}
