import Joi from 'joi';
import { speeds } from '@/catalog/instruments/readings';
import { RUN_COLUMNS, type Sample } from '@/core/instruments/run';
import { TOUCH_MATERIALS } from '@/core/instruments/touch';
import { TIMED_UNITS, type Timed } from '@/core/instruments/findingsFromReading';
import type { Transaction } from '@/db/client';
import { shop, type units } from '@/db/schema';
import { LogFault, readBatteryCsv, readHeatCsv } from '@/formats/readingsCsv';
import { keyed } from '@/shapes/fields';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { writeActs } from '../record/acts';
import { keepHeat, keepOther, READING_KINDS, type OtherAsked } from './keep';
import { roomToday } from './queries';

export type Unit = typeof units.$inferSelect;

const MOST_SAMPLES = 14_400;
const MOST_TEXT = 2_000_000;
export const room = Joi.number().min(-30).max(60).label('room');
export const limit = Joi.number().min(40).max(150).label('limit');
export const watts = Joi.number().min(1).max(1_000).label('watts');
const health = Joi.number().min(0).max(1.5).label('health');
export const drivesInterface = Joi.string().valid(...speeds.classes.map(({ id }) => id));

/** What a log says, or why it cannot be read. */
function readLog<T extends { samples: readonly unknown[] }>(read: (text: string) => T, log: string): T {
  let found: T;
  try {
    found = read(log);
  } catch (error) {
    if (!(error instanceof LogFault)) throw error;
    throw new ShopError('invalid', `Not taken in: ${error.message}.`, { fields: { log: error.message } });
  }
  if (found.samples.length > MOST_SAMPLES)
    throw new ShopError('invalid', `Not taken in: ${found.samples.length} samples; ${MOST_SAMPLES} at most.`);
  return found;
}

/** The room as somebody says it is holds for the day. */
export async function putRoom(tx: Transaction, celsius: number): Promise<void> {
  await tx.update(shop).set({ room: { celsius, at: new Date().toISOString() } });
}

/** How warm the shop is today: asked once a day. */
export const tellRoom = defineCommand({
  name: 'tellRoom',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ celsius: room.required() }),
  async run({ tx }, { celsius }) {
    await putRoom(tx, celsius);
    return { event: { kind: 'room', payload: { celsius } }, answer: null };
  },
});

/** A log of a run, read and put on record; its verdict enters belief with its chances. */
export const recordHeatRun = defineCommand({
  name: 'recordHeatRun',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    name: shortText('name', 80).allow('').default('log'),
    log: Joi.string().max(MOST_TEXT).required().label('log'),
    room,
    limit,
    watts,
  }),
  async run({ tx, actor, unit }, { name, log, ...said }) {
    refuseHeld(unit!);
    const read = readLog(readHeatCsv, log);
    if (said.room !== undefined) await putRoom(tx, said.room);
    return keepHeat(tx, actor, unit!, {
      name,
      samples: read.samples,
      room: said.room ?? read.room ?? (await roomToday(tx)),
      limit: said.limit ?? read.limit ?? null,
      watts: said.watts ?? read.watts ?? null,
    });
  },
});

export const NOTHING: Omit<OtherAsked, 'name' | 'measured'> = {
  samples: [],
  ended: false,
  health: null,
  system: '',
  timed: {},
  indices: [],
  interface: null,
  subject: {},
  note: '',
  touched: [],
  room: null,
  electrical: null,
};

const recorded = {
  roles: BENCH_ROLES,
  onUnit: true,
} as const;

/** A discharge run as a log, its health, or both. */
export const recordBattery = defineCommand({
  ...recorded,
  name: 'recordBattery',
  input: Joi.object({
    unitId,
    name: shortText('name', 80).allow('').default('typed'),
    log: Joi.string().allow('').max(MOST_TEXT).default('').label('log'),
    ended: Joi.boolean().default(false),
    health: health.allow(null).default(null),
    system: shortText('system', 60).allow('').default(''),
  }),
  async run({ tx, actor, unit }, { name, log, ...said }) {
    refuseHeld(unit!);
    const read = log.trim() ? readLog(readBatteryCsv, log) : { samples: [], ended: false };
    return keepOther(tx, actor, unit!, 'battery', {
      ...NOTHING,
      ...said,
      name,
      samples: read.samples as unknown as Sample[],
      ended: said.ended || read.ended,
      health: said.health ?? ('health' in read ? (read.health ?? null) : null),
      measured: read.samples.length > 0,
    });
  },
});

const RAILS = RUN_COLUMNS.rails.known.filter((name) => name !== 'loaded');

/** What a meter showed on the rails, typed. */
export const recordRails = defineCommand({
  ...recorded,
  name: 'recordRails',
  input: Joi.object({
    unitId,
    rails: Joi.array()
      .min(1)
      .max(20)
      .items(
        Joi.object({
          rail: Joi.string()
            .valid(...RAILS)
            .required(),
          volts: Joi.number().min(-30).max(30).required().label('volts'),
          loaded: Joi.boolean().required(),
        }),
      )
      .required(),
  }),
  async run({ tx, actor, unit }, { rails }) {
    refuseHeld(unit!);
    const samples = rails.map(({ rail, volts, loaded }, t) => ({ t, [rail]: volts, loaded: Number(loaded) }));
    return keepOther(tx, actor, unit!, 'rails', { ...NOTHING, name: 'meter', samples, measured: true });
  },
});

const figure = Joi.number().min(0).max(1e7);

/** Speeds that were measured or timed by hand. */
export const recordSpeed = defineCommand({
  ...recorded,
  name: 'recordSpeed',
  input: Joi.object({
    unitId,
    timed: keyed(Object.keys(TIMED_UNITS) as (keyof Timed)[], (id) => figure.label(id)).default({}),
    indices: Joi.array()
      .max(10)
      .items(
        Joi.object({
          name: shortText('index', 40).required(),
          value: figure.required().label('value'),
          unit: shortText('unit', 12).allow('').default(''),
        }),
      )
      .default([]),
    interface: drivesInterface.allow(null).default(null),
    subject: Joi.object({
      drive: shortText('drive', 60).allow(''),
      title: shortText('title', 60).allow(''),
      settings: shortText('settings', 60).allow(''),
    })
      .default({})
      .label('subject'),
    note: shortText('note', 300).allow('').default(''),
  }),
  async run({ tx, actor, unit }, { unitId: _, ...said }) {
    refuseHeld(unit!);
    return keepOther(tx, actor, unit!, 'speed', { ...NOTHING, ...said, name: 'by hand', measured: false });
  },
});

/** What a probe shows on surfaces somebody touches, at the end of a heat run. */
export const recordTouch = defineCommand({
  ...recorded,
  name: 'recordTouch',
  input: Joi.object({
    unitId,
    room,
    surfaces: Joi.array()
      .min(1)
      .max(12)
      .unique('place')
      .items(
        Joi.object({
          place: shortText('place', 20).required(),
          material: Joi.string()
            .valid(...TOUCH_MATERIALS)
            .required()
            .label('material'),
          celsius: Joi.number().min(-20).max(150).required().label('temperature'),
        }),
      )
      .required(),
  }),
  async run({ tx, actor, unit }, { surfaces, room: said }) {
    refuseHeld(unit!);
    if (said !== undefined) await putRoom(tx, said);
    return keepOther(tx, actor, unit!, 'touch', {
      ...NOTHING,
      name: 'probe',
      touched: surfaces,
      room: said ?? (await roomToday(tx)),
      measured: true,
    });
  },
});

/** Whether readings of a kind stand on the machine's papers; they do until somebody says otherwise. */
export const readingOnPapers = defineCommand({
  name: 'readingOnPapers',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    kind: Joi.string()
      .valid(...READING_KINDS)
      .required(),
    on: Joi.boolean().required(),
  }),
  async run({ tx, actor, unit }, { kind, on }) {
    await writeActs(tx, unit!.id, 'on papers', [{ kind, on }], actor.name);
    return { event: { kind: 'on papers', payload: { kind, on } }, answer: null };
  },
});
