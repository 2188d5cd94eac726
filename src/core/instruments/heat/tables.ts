import type { RunSigns } from './run';
import type { CaseAir } from './settles';

/** What a heat run tells apart. */
export const HEAT_VERDICTS = [
  'sound',
  'paste',
  'dust or fan',
  'fan stalled',
  'fan control',
  'sensor lost',
] as const;
export type HeatVerdict = (typeof HEAT_VERDICTS)[number];

/** How long rest and load may last, seconds. */
export interface HeatConduct {
  mostRest: number;
  leastLoad: number;
  usualLoad: number;
  /** After so many time constants of the sink it usually has been seen enough. */
  usualTaus: number;
  mostLoad: number;
}

/** How a fan goes with the heat. */
export type FanWay = 'follows' | 'idle' | 'full' | 'stands';

/** One stage of the rise under the load the cooler is built for: kelvin and seconds to 63 %, with spreads of their logarithms. */
export interface Rise {
  kelvin: number;
  logSpread: number;
  tau: number;
  tauSpread: number;
}
export interface HeatRow {
  id: HeatVerdict;
  /** Causes of the catalogue it is. */
  causes: readonly string[];
  prior: number;
  /**
   * Forms it takes, with the share of each: dry paste and a loose mount are one condition. `odd`: a machine built otherwise
   * than others, which it is not where its like are known.
   */
  forms: readonly { share: number; chip: Rise; sink: Rise; odd?: boolean }[];
  /** Kelvin over the room at rest. */
  rest: number;
  /** How often the fan goes so, when it can be read, on a hot machine. `answers`: it goes by how hot it is. */
  fan: Record<FanWay, number>;
  answers: boolean;
  /** How often the sensor shows no rise under load. */
  flat: number;
}
export interface HeatTables {
  rows: readonly HeatRow[];
  rise: {
    /** The case's air as a third stage: its share of the second, with the spread of that, and seconds. */
    air: { share: number; logSpread: number; tau: number; tauSpread: number };
    /** Load by what the cooler is for: how uncertain the table is of it, and how much more where nobody knows the watts. */
    load: number;
    ratedSpread: number;
    /** What the stages are off by: kelvin, and a share of the rise. */
    model: { kelvin: number; share: number };
    /** A fan usually turns so many times as fast under load as at rest. */
    fanUsual: number;
    /** Rest over the room differs by so many kelvin, and by a share of itself. */
    rest: { kelvin: number; share: number };
    /** Spread of the logarithm among machines of one model; so many sound runs of them weigh as much as the table. */
    alike: number;
    tableRuns: number;
    /** Load by what the cooler is for: outside these one of the two is of another chip. */
    rated: readonly [number, number];
    /** Of the sink's rise that is left where the fan stood at rest. */
    fromStanding: number;
  };
  caseAir: CaseAir;
  run: RunSigns;
  conduct: HeatConduct;
  /** Under so many revolutions a minute a fan stands; from so many on it runs flat out. */
  fanStands: number;
  fanFull: number;
  /** A fan has answered the heat at so many times its speed at rest. */
  fanAnswers: number;
  /** Celsius at which half of the boards have asked a turning fan for more, and a standing one to start; the width; and the share of boards that let it stay low on a cool chip. */
  fanAsked: { middle: number; width: number; share: number };
  fanStarts: { middle: number; width: number; share: number };
  /** Chance that a sensor is lost which shows what no chip can have. */
  lostFor: number;
  /** Kelvin of rise under which a loaded chip was not seen to warm. */
  flatUnder: number;
  /** Standard error of where it settles at which enough was seen, kelvin. */
  known: number;
  /** The most one run moves a cause, as a factor on its odds either way: a run can be made wrongly. */
  mostMoved: number;
  /** Questions a run answers by itself: asked or answered beside it they would count twice. */
  answers: readonly string[];
}
