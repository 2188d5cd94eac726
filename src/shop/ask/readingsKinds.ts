import Joi from 'joi';
import { heatTables } from '@/catalog/heat';
import { atxRails, speedClasses } from '@/catalog/readings';
import { behaviourOf, readDischarge, runMinutes, type BatterySample } from '@/core/instruments/batteryRun';
import { onAnotherDay, readHeat, type HeatRun } from '@/core/instruments/heat';
import {
  pdProfileFor,
  readRails,
  supplyOf,
  type PdProfile,
  type RailReading,
} from '@/core/instruments/rails';
import { memoryPeak, readSpeed } from '@/core/instruments/speed';

const seconds = Joi.number().min(-1e7).max(1e7).required();
const maybe = (low: number, high: number) => Joi.number().min(low).max(high);

export const heatShape = Joi.object({
  samples: Joi.array()
    .max(90_000)
    .items(
      Joi.object({
        t: seconds.description('seconds'),
        temp: maybe(-60, 250).required().description('Celsius'),
        fan: maybe(0, 100_000).description('revolutions a minute'),
        power: maybe(0, 5_000).description('watts'),
        clock: maybe(0, 100_000).description('megahertz'),
        load: maybe(0, 1).description('share of full load'),
      }),
    )
    .required(),
  room: maybe(-40, 60).allow(null).default(null).description('Celsius'),
  limit: maybe(20, 200).allow(null).default(null).description('the sensor’s own limit, Celsius'),
  watts: maybe(0.5, 5_000)
    .allow(null)
    .default(null)
    .description('drawn under load, where the samples do not say'),
  hotDay: maybe(-40, 60).default(35).description('the same machine in a room of so many degrees'),
});

/** Stages, constants with intervals, verdict with chances, where it settles, when it trips, a hot day. */
export function answerHeat({ hotDay, ...run }: HeatRun & { hotDay: number }) {
  const reading = readHeat(run, heatTables);
  return { ...reading, hotDay: onAnotherDay(reading, run, hotDay) };
}

export const railsShape = Joi.object({
  readings: Joi.array()
    .min(1)
    .max(60)
    .items(
      Joi.object({
        rail: Joi.string()
          .valid(...atxRails.map(({ id }) => id))
          .required(),
        volts: maybe(-100, 100).required(),
        loaded: Joi.boolean().required().description('with a drive or a board drawing on it'),
      }),
    )
    .required(),
});

export function answerRails({ readings }: { readings: RailReading[] }) {
  const rails = readRails(atxRails, readings);
  return { supply: supplyOf(rails), rails };
}

export const batteryShape = Joi.object({
  samples: Joi.array()
    .max(90_000)
    .items(
      Joi.object({
        t: seconds,
        percent: maybe(0, 100).required(),
        wh: maybe(0, 1_000),
        volts: maybe(0, 100),
        watts: maybe(0, 1_000),
      }),
    )
    .default([]),
  ended: Joi.boolean().default(false).description('it went off by itself at the end'),
  health: maybe(0, 1.5).allow(null).default(null).description('full charge by design'),
  fullWh: maybe(0, 1_000).description('what it holds when full'),
  useWatts: maybe(0.1, 1_000).description('what a use draws: its minutes are told'),
});

interface BatteryAsked {
  samples: BatterySample[];
  ended: boolean;
  health: number | null;
  fullWh?: number;
  useWatts?: number;
}

export function answerBattery({ samples, ended, health, fullWh, useWatts }: BatteryAsked) {
  const run = readDischarge(samples, ended);
  const watts = useWatts ?? run?.watts ?? undefined;
  return {
    run,
    behaviour: behaviourOf(health, run),
    minutes: fullWh !== undefined && watts ? Math.round(runMinutes(fullWh, watts)) : null,
  };
}

export const speedShape = Joi.object({
  mbPerSecond: maybe(0.01, 100_000).description('sequential read'),
  interface: Joi.string().valid(...speedClasses.map(({ id }) => id)),
  megaTransfers: maybe(1, 20_000).description('memory, MT/s'),
  channels: Joi.number().integer().min(1).max(16).default(1),
}).or('mbPerSecond', 'megaTransfers');

interface SpeedAsked {
  mbPerSecond?: number;
  interface?: string;
  megaTransfers?: number;
  channels: number;
}

export const answerSpeed = (asked: SpeedAsked) => ({
  ...(asked.mbPerSecond !== undefined && {
    drive: readSpeed(speedClasses, asked.mbPerSecond, asked.interface ?? null),
  }),
  ...(asked.megaTransfers !== undefined && {
    memoryPeakMbPerSecond: memoryPeak(asked.megaTransfers, asked.channels),
  }),
});

const profile = Joi.object({
  volts: maybe(0.5, 100).required(),
  amps: maybe(0.01, 100).required(),
});
export const chargerShape = Joi.object({
  plate: profile.required().description('of the machine'),
  offered: Joi.array().min(1).max(20).items(profile).required().description('what the charger gives'),
});

/** Which of a charger's profiles feeds a machine; volts within 5 %, watts at least the plate's. */
export const answerCharger = ({ plate, offered }: { plate: PdProfile; offered: PdProfile[] }) => {
  const chosen = pdProfileFor(offered, plate);
  return {
    answer: chosen ? (Math.abs(chosen.volts / plate.volts - 1) < 0.005 ? 'fits' : 'with care') : 'no',
    profile: chosen,
  };
};
