import Joi from 'joi';
import type { Timetabled } from '@/core/timetable/problem';
import { timetable } from '@/core/timetable/search';

const name = Joi.string().max(120);
const moment = Joi.number().min(-1e7).max(1e7);
const spans = Joi.array()
  .max(5000)
  .items(Joi.array().ordered(moment.required(), moment.required()).length(2));
const minutes = Joi.number().min(0).max(1e6);

export const timetableShape = Joi.object({
  objective: Joi.string().valid('lateness', 'makespan').default('lateness'),
  people: Joi.array()
    .max(200)
    .items(Joi.object({ id: name.required(), hours: spans.required() }))
    .unique('id')
    .default([]),
  stations: Joi.array()
    .max(200)
    .items(
      Joi.object({
        id: name.required(),
        capacity: Joi.number().integer().min(0).max(1000).default(1),
        shut: spans,
      }),
    )
    .unique('id')
    .default([]),
  operations: Joi.array()
    .max(5000)
    .items(
      Joi.object({
        id: name.required(),
        unit: name.required(),
        head: minutes.default(0).description('attended, to begin it'),
        body: minutes.default(0).description('by itself, at once after'),
        tail: minutes.default(0).description('attended, to end it; may wait'),
        station: name.allow(null, '').description('held from the start to the end of the tail'),
        after: Joi.array().items(name).default([]),
        release: moment.allow(null),
        overnight: Joi.boolean().default(true).description('its body may run in closed time'),
        who: Joi.array().items(name).min(1),
      }),
    )
    .required(),
  units: Joi.array()
    .max(5000)
    .items(
      Joi.object({
        id: name.required(),
        due: moment.allow(null),
        weight: Joi.number().min(0).max(1e6).default(1),
      }),
    )
    .unique('id')
    .required(),
  closed: spans.default([]),
  seconds: Joi.number().min(0.05).max(120).default(5),
  seed: Joi.number().integer().default(1),
});

/** @throws RangeError for what makes no sense or fits nowhere, in words */
export function answerTimetable({
  seconds,
  seed,
  ...problem
}: Timetabled & { seconds: number; seed: number }) {
  const operations = problem.operations.map((task) => ({
    ...task,
    station: task.station || null,
    release: task.release ?? undefined,
  }));
  return timetable({ ...problem, operations }, { seconds, seed, now: () => performance.now() });
}
