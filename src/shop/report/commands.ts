import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { catalogue, findingById } from '@/catalog';
import type { Transaction } from '@/db/client';
import { observations, reports, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { runInWorker } from '@/workers/pool';
import { ShopError } from '@/errors';
import { assertPower } from '../safety/power';
import { shortText, unitId } from '../input';
import { refuseHeld } from '../line';
import { writeCount } from '../record/count';
import { writeValues } from '../record/values';
import { replaceEarlier } from '../record/replace';
import { recordNow } from '../record/queries';
import { writePlaces } from '../parts/places';
import { interpretReport, type Interpretation } from './interpret';
import { assertOfThisMachine, noteParts } from './parts';
import { giveToken, spendToken } from '../tokens/keep';
import { newToken } from '../tokens/signs';

export const TOKEN_MINUTES = 60;
export const MAX_REPORT_FILE = 1_500_000;
export const MAX_REPORT = 4_000_000;
const MAX_FILES = 24;

/**
 * A one-time leave for the unit to post its own report. Only its hash is kept; an earlier unused one of the
 * unit ends.
 */
export const makeReportToken = defineCommand({
  name: 'makeReportToken',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, actor, unit, key }) {
    refuseHeld(unit!);
    await assertPower(tx, unit!, 'No report asked for');
    const { token, expiresAt } = await giveToken(tx, actor, {
      purpose: 'report',
      unitId: unit!.id,
      minutes: TOKEN_MINUTES,
      key,
    });
    return {
      event: { kind: 'report asked for', payload: { expiresAt } },
      answer: { token, expiresAt: expiresAt.toISOString() },
    };
  },
  secret: {
    hide: ({ expiresAt }) => ({ expiresAt }),
    show: (stored, key) => ({ ...(stored as { expiresAt: string }), token: newToken('report', key) }),
  },
});

export interface IngestAnswer {
  read: { name: string; kind: string | null; problems: string[] }[];
  filled: string[];
  notRead: string[];
}

/**
 * Takes a report in: from the script (with its token) or dropped onto the page. A bundle with nothing
 * readable changes nothing.
 */
export const ingestReport = defineCommand({
  name: 'ingestReport',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    token: shortText('token', 60),
    /** It is of this machine although its serial is another: its board was changed. */
    despite: Joi.boolean().label('of this machine all the same'),
    files: Joi.array()
      .items(
        Joi.object({
          name: shortText('file name', 120).required(),
          text: Joi.string().allow('').max(MAX_REPORT_FILE).required().label('file'),
        }),
      )
      .min(1)
      .max(MAX_FILES)
      .required()
      .label('files'),
  }),
  async run({ tx, actor, unit }, input) {
    refuseHeld(unit!);
    if (input.token && !(await spendToken(tx, 'report', input.token)))
      throw new ShopError(
        'forbidden',
        'Nothing taken in: this token has been used or has run out. Ask for a new one on the unit’s page.',
      );
    const bundle = await runInWorker('readReport', [input.files.filter((file) => file.text.trim() !== '')]);
    if (!bundle.files.some((file) => file.kind)) {
      const why =
        bundle.files.map((file) => `${file.name}: ${file.problems.join(', ')}`).join('; ') ||
        'every file is empty';
      throw new ShopError('invalid', `Nothing taken in: ${why}.`, {
        files: bundle.files.map(({ name, problems }) => ({ name, problems })),
      });
    }
    const found = interpretReport(bundle, unit!.chassis);
    if (!input.despite) await assertOfThisMachine(tx, unit!, found.spec);
    const act = `machine’s report ${randomUUID()}`;
    await writeValues(tx, unit!.id, 'measured', found.spec, act, actor.name);
    const named = { ...(found.maker && { maker: found.maker }), ...(found.model && { model: found.model }) };
    if (Object.keys(named).length) await tx.update(units).set(named).where(eq(units.id, unit!.id));
    await tx.insert(reports).values(
      bundle.files.map((file) => ({
        unitId: unit!.id,
        name: file.name,
        kind: file.kind ?? 'unreadable',
        content: file.text.replaceAll('\u0000', ''),
        problems: file.problems,
        by: actor.name,
        act,
      })),
    );
    const { also, ids, ...changed } = await noteParts(tx, actor, unit!, found.parts);
    const places = await notePlaces(tx, actor, unit!, found.places, ids, act);
    if (found.drives !== null)
      await writeCount(tx, unit!.id, { drives: found.drives, by: 'report' }, actor.name, act);
    const { made, replaced } = await noteFindings(tx, actor, unit!.id, found.findings);
    const read = bundle.files.map(({ name, kind, problems }) => ({ name, kind, problems }));
    return {
      event: {
        kind: 'report taken in',
        payload: {
          files: read,
          spec: found.spec,
          findings: found.findings,
          places,
          notRead: found.notRead,
          act,
          before: { maker: unit!.maker, model: unit!.model },
          ...changed,
        },
        ...(also.length && { alsoUnits: also }),
      },
      answer: { read, filled: found.spec.map((entry) => entry.key), notRead: found.notRead },
      answered: made.map((id) => ({ id, replaced: [] })),
      voided: replaced,
    };
  },
});

/**
 * Places the report shows full or empty, and which part on record is in each. What hands said of one stays: that a report
 * sees a part says neither that it is broken nor that it was proven. What is on record already is not written again.
 * @returns what was written
 */
async function notePlaces(
  tx: Transaction,
  actor: Actor,
  unit: typeof units.$inferSelect,
  shown: Interpretation['places'],
  ids: readonly (string | null)[],
  act: string,
) {
  if (shown.length === 0) return [];
  const { seenPlaces, spots } = await recordNow(tx, unit);
  const places = shown.flatMap(({ of, state, ...place }) => {
    const part = of === undefined ? null : ids[of];
    const before = seenPlaces[place.place];
    const kept = state === 'there' && before && before !== 'gone' ? before : state;
    if (kept === before && (part === null || spots[place.place] === part)) return [];
    return [{ ...place, state: kept, ...(part !== null && { part }) }];
  });
  await writePlaces(tx, unit.id, places, actor.name, act);
  return places;
}

/**
 * Findings the report answers; what was answered before, typed or measured, is replaced.
 * @returns ids made and ids set aside
 */
async function noteFindings(
  tx: Transaction,
  actor: Actor,
  id: string,
  found: { finding: string; outcome: number }[],
): Promise<{ made: number[]; replaced: number[] }> {
  if (found.length === 0) return { made: [], replaced: [] };
  const replaced = await replaceEarlier(
    tx,
    id,
    found.map((entry) => entry.finding),
  );
  const rows = await tx
    .insert(observations)
    .values(
      found.map((entry) => ({
        unitId: id,
        kind: 'finding' as const,
        ref: entry.finding,
        outcome: entry.outcome,
        outcomeId: findingById(entry.finding)?.outcomes[entry.outcome]?.id,
        catalogue: catalogue.version,
        basis: 'measured',
        by: actor.id,
        byName: actor.name,
      })),
    )
    .returning({ id: observations.id });
  return { made: rows.map((row) => row.id), replaced };
}
