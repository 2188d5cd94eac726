import Joi from 'joi';
import { heatTables } from '@/catalog/instruments/heat';
import { safetyLimits } from '@/catalog/instruments/electrical';
import { fitRules } from '@/catalog/parts/fits';
import { electricalSafety, PROTECTION, type SafetyMeasured } from '@/core/safety/electrical';
import { atxRails, batteryRules, speeds, touchLimits } from '@/catalog/instruments/readings';
import { readDischarge, type BatterySample } from '@/core/instruments/batteryRun';
import { batteryChoice, behaviourOf, packVerdict, runMinutes } from '@/core/instruments/pack';
import { readHeat, type HeatRun } from '@/core/instruments/heat/read';
import { onAnotherDay } from '@/core/instruments/heat/rise';
import {
  pdProfileFor,
  readRails,
  supplyOf,
  type PdProfile,
  type RailReading,
} from '@/core/instruments/rails';
import { framesOf, memoryPeak, readSpeed } from '@/core/instruments/speed';
import {
  inRoom,
  TOUCH,
  TOUCH_MATERIALS,
  touchLimit,
  type Touch,
  type TouchMaterial,
} from '@/core/instruments/touch';

const seconds = Joi.number().min(-1e7).max(1e7).required();
const maybe = (low: number, high: number) => Joi.number().min(low).max(high);

export const heatShape = Joi.object({
  samples: Joi.array()
    .max(90_000)
    .items(
      Joi.object({
        t: seconds.description('seconds'),
        temp: maybe(-300, 1_000)
          .required()
          .description('Celsius; what no chip in a room shows tells of the sensor'),
        fan: maybe(0, 100_000).description('revolutions a minute'),
        power: maybe(0, 5_000).description('watts'),
        clock: maybe(0, 100_000).description('megahertz'),
        load: maybe(0, 100).description('share of full load, or per cent of it'),
      }),
    )
    .required(),
  room: maybe(-40, 60).allow(null).default(null).description('Celsius'),
  limit: maybe(20, 200).allow(null).default(null).description('the sensor’s own limit, Celsius'),
  watts: maybe(0.5, 5_000)
    .allow(null)
    .default(null)
    .description('drawn under load, where the samples do not say'),
  coolerWatts: maybe(0.5, 5_000)
    .allow(null)
    .default(null)
    .description('what the cooler is built for, by the plate of the processor'),
  like: Joi.object({
    chip: maybe(0.1, 300).required(),
    sink: maybe(0.1, 300).required(),
    tau: maybe(1, 5_000).description('seconds of the sink'),
    runs: Joi.number().integer().min(1).max(10_000).required(),
  })
    .allow(null)
    .default(null)
    .description('kelvin of both stages as sound machines of its model had them, and how many they were'),
  hotDay: maybe(-40, 60).default(35).description('the same machine in a room of so many degrees'),
  surfaces: Joi.array()
    .max(40)
    .items(
      Joi.object({
        celsius: maybe(-60, 250).required(),
        touch: Joi.string()
          .valid(...TOUCH)
          .required(),
        material: Joi.string()
          .valid(...TOUCH_MATERIALS)
          .required(),
      }),
    )
    .default([])
    .description('what is touched, measured in that room'),
});

interface Surface {
  celsius: number;
  touch: Touch;
  material: TouchMaterial;
}

/** Stages with errors, verdict with chances, where it settles, when it trips, a hot day; surfaces against their limits. */
export function answerHeat({ hotDay, surfaces, ...run }: HeatRun & { hotDay: number; surfaces: Surface[] }) {
  const reading = readHeat(run, heatTables);
  return {
    ...reading,
    hotDay: onAnotherDay({ ...run, stages: reading.stages }, hotDay),
    surfaces: surfaces.map((surface) => {
      const limit = touchLimit(touchLimits, surface.touch, surface.material);
      const then = run.room === null ? null : inRoom(surface.celsius, run.room, hotDay);
      return { ...surface, limit, then, within: (then ?? surface.celsius) <= limit };
    }),
  };
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
        ah: maybe(0, 1_000).description('ampere-hours left, where it shows charge'),
        amps: maybe(-1_000, 1_000),
        pack: Joi.string().max(40).description('which, in a machine with more than one'),
      }),
    )
    .default([]),
  ended: Joi.boolean().default(false).description('it went off by itself at the end'),
  health: maybe(0, 150)
    .allow(null)
    .default(null)
    .description('full charge by design, as a share or in per cent'),
  designWh: maybe(0.1, 2_000).description('what it held when new'),
  fullWh: maybe(0, 1_000).description('what it holds when full'),
  useWatts: maybe(0.1, 1_000).description('what a use draws: its minutes are told'),
  money: Joi.object({
    keptMinor: Joi.number().integer().min(0).required().description('price with it told'),
    replacedMinor: Joi.number().integer().min(0).required(),
    packMinor: Joi.number().integer().min(0).required(),
    handsMinor: Joi.number().integer().min(0).default(0),
    feeShare: maybe(0, 1).default(0.08),
  }).description('keep it and tell, or replace it'),
});

interface BatteryAsked {
  samples: BatterySample[];
  ended: boolean;
  health: number | null;
  designWh?: number;
  fullWh?: number;
  useWatts?: number;
  money?: {
    keptMinor: number;
    replacedMinor: number;
    packMinor: number;
    handsMinor: number;
    feeShare: number;
  };
}

export function answerBattery({ samples, ended, fullWh, useWatts, money, ...asked }: BatteryAsked) {
  const run = readDischarge(samples, ended, batteryRules);
  const said = asked.health !== null && asked.health > 1.5 ? asked.health / 100 : asked.health;
  const design = asked.designWh;
  // what it gave says more than what its gauge thinks
  const health =
    (design && run?.fullWh ? run.fullWh / design : null) ??
    said ??
    (design && fullWh ? fullWh / design : null);
  const watts = useWatts ?? run?.watts ?? undefined;
  return {
    run,
    behaviour: behaviourOf(health, run, batteryRules),
    verdict: packVerdict(run, health, batteryRules),
    health,
    minutes: fullWh !== undefined && watts ? Math.round(runMinutes(fullWh, watts)) : null,
    ...(money && {
      choice: batteryChoice(
        { kept: money.keptMinor, replaced: money.replacedMinor },
        money.packMinor,
        money.handsMinor,
        1 - money.feeShare,
      ),
    }),
  };
}

export const speedShape = Joi.object({
  mbPerSecond: maybe(0.01, 100_000).description('sequential read'),
  interface: Joi.string().valid(...speeds.classes.map(({ id }) => id)),
  megaTransfers: maybe(1, 20_000).description('memory, MT/s'),
  channels: Joi.number().integer().min(1).max(16).default(1),
  frameMs: Joi.array().min(1).max(200_000).items(maybe(0.01, 60_000)).description('time of each frame'),
}).or('mbPerSecond', 'megaTransfers', 'frameMs');

interface SpeedAsked {
  mbPerSecond?: number;
  interface?: string;
  megaTransfers?: number;
  channels: number;
  frameMs?: number[];
}

export const answerSpeed = (asked: SpeedAsked) => ({
  ...(asked.mbPerSecond !== undefined && {
    drive: readSpeed(speeds, asked.mbPerSecond, asked.interface ?? null),
  }),
  ...(asked.megaTransfers !== undefined && {
    memoryPeakMbPerSecond: memoryPeak(asked.megaTransfers, asked.channels),
  }),
  ...(asked.frameMs && { frames: framesOf(asked.frameMs) }),
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
  const chosen = pdProfileFor(offered, plate, fitRules);
  return {
    answer: chosen ? (Math.abs(chosen.volts / plate.volts - 1) < 0.005 ? 'fits' : 'with care') : 'no',
    profile: chosen,
  };
};

export const electricalShape = Joi.object({
  protection: Joi.string()
    .valid(...PROTECTION)
    .required()
    .description('I: earthed, II: doubly insulated, III: extra-low volts from outside'),
  lookedOver: Joi.boolean().description('lead, plug and case are whole'),
  earthOhms: maybe(0, 1_000),
  leadMetres: maybe(0, 200),
  insulationMegohms: maybe(0, 100_000),
  leakageMa: maybe(0, 1_000).description('in the protective conductor'),
  touchMa: maybe(0, 1_000),
  works: Joi.boolean(),
  calibrated: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .allow(null)
    .default(null)
    .description('day the meter was last calibrated'),
  today: Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .required(),
});

/** A safety test step by step in its order: what passed, failed or is open, what is next, what is wrong with the meter. */
export const answerElectrical = ({
  calibrated,
  today,
  ...measured
}: SafetyMeasured & { calibrated: string | null; today: string }) =>
  electricalSafety(measured, safetyLimits, calibrated, today);
