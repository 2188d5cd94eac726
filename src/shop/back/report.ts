import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import Joi from 'joi';
import type { EventPayloads } from '@/core/record/events';
import { components, observations, reports, sightings, units } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { unitId } from '../input';
import { refuseHeld } from '../line';
import { assertOwnHour, lastEntry } from '../history/last';
import { heldComponent } from '../moves/component';
import { actBack, actName } from '../record/acts';
import { answersBack, sealBack } from '../record/answer';
import { dataEntries } from '../record/sources';
import { neverHere } from './entry';

const NOT = 'Not taken back';

/**
 * A report that was of another machine, as if it had not come: its values, places, answers, questions, and the parts it
 * put on record. Nothing of it may have been built on; of drives it showed it stays that somebody has to look and count.
 */
export const takeBackReport = defineCommand({
  name: 'takeBackReport',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, act: actName.required() }),
  async run({ tx, actor, unit }, { act }) {
    refuseHeld(unit!);
    const last = await lastEntry(tx, unit!.id, 'report taken in');
    const said = last?.payload as EventPayloads['report taken in'] | undefined;
    if (!last || !said || said.act !== act)
      throw new ShopError(
        'refused',
        `${NOT}: another report came after it, or it is taken back already. Take back the newest first.`,
      );
    assertOwnHour(actor, last);
    const { made = [], told = [], asked = [], before, spec } = said;
    const questions = asked.length
      ? await tx.select().from(sightings).where(inArray(sightings.id, asked)).for('update')
      : [];
    if (questions.some(({ answer }) => answer !== null))
      throw new ShopError(
        'refused',
        `${NOT}: somebody has answered which part it showed, and that rests on it.`,
      );
    if (asked.length) await tx.delete(sightings).where(inArray(sightings.id, asked));
    const codes: string[] = [];
    for (const id of made) {
      const part = await heldComponent(tx, id);
      await neverHere(tx, actor, part, NOT);
      codes.push(part.code);
    }
    for (const { component, ...was } of told) {
      const part = await heldComponent(tx, component);
      if (part.unitId !== unit!.id)
        throw new ShopError(
          'refused',
          `${NOT}: it told more of ${part.code}, which has been moved since. Take that back first.`,
        );
      // what was said of its data was said of the drive with that serial
      if (part.serial !== was.serial && (await dataEntries(tx, [part.id])).length)
        throw new ShopError(
          'refused',
          `${NOT}: the serial of ${part.code} is from it, and something is on record about its data. Take that back first.`,
        );
      await tx.update(components).set(was).where(eq(components.id, part.id));
    }
    const called = (key: 'maker' | 'model') => {
      const named = (spec as { key: string; value: string }[]).find((value) => value.key === key)?.value;
      return before && named !== undefined && unit![key] === named ? { [key]: before[key] } : {};
    };
    const names = { ...called('maker'), ...called('model') };
    if (Object.keys(names).length) await tx.update(units).set(names).where(eq(units.id, unit!.id));
    const { onSealed } = await actBack(tx, unit!, act);
    const answers = await tx
      .select({ id: observations.id })
      .from(observations)
      .where(
        and(
          eq(observations.unitId, unit!.id),
          eq(observations.eventSeq, last.seq),
          isNull(observations.voidedBy),
        ),
      )
      .orderBy(asc(observations.id));
    const ids = answers.map(({ id }) => id);
    await answersBack(tx, ids);
    const files = and(eq(reports.unitId, unit!.id), eq(reports.act, act));
    await tx.update(reports).set({ voidedBy: 0 }).where(files);
    return {
      event: {
        kind: 'report back',
        voids: last.seq,
        payload: {
          files: (said.files as unknown[]).length,
          values: (spec as unknown[]).length,
          answers: ids.length,
          parts: codes,
        },
      },
      answer: { parts: codes },
      onSealed: async (seq) => {
        await onSealed(seq);
        await sealBack(tx, seq, ids);
        await tx.update(reports).set({ voidedBy: seq }).where(files);
      },
    };
  },
});
