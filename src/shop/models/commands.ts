import { and, eq, isNull } from 'drizzle-orm';
import Joi from 'joi';
import { findingById } from '@/catalog';
import { MODEL_NOTE_KINDS } from '@/core/models/notebook';
import { modelNotes } from '@/db/schema';
import { BENCH_ROLES, defineCommand } from '../command';
import { ShopError } from '@/errors';
import { rowNumber, shortText } from '../input';

/** Something about a model for whoever opens the next one. */
export const noteModel = defineCommand({
  name: 'noteModel',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({
    maker: shortText('maker', 60).allow('').default(''),
    model: shortText('model', 60).required(),
    board: shortText('board', 60).allow('').default(''),
    kind: Joi.string()
      .valid(...MODEL_NOTE_KINDS)
      .required()
      .label('kind'),
    text: shortText('words', 300).required(),
    finding: shortText('question', 60).allow('').default(''),
  }),
  async run({ tx, actor }, note) {
    if (note.finding && !findingById(note.finding))
      throw new ShopError('invalid', `Not written: there is no question "${note.finding}".`, {
        fields: { finding: 'is no question of the catalogue' },
      });
    const [row] = await tx
      .insert(modelNotes)
      .values({ ...note, by: actor.id, byName: actor.name })
      .returning({ id: modelNotes.id });
    return { event: { kind: 'model note', payload: { note: row.id, ...note } }, answer: { note: row.id } };
  },
});

export const dropModelNote = defineCommand({
  name: 'dropModelNote',
  roles: BENCH_ROLES,
  onUnit: false,
  input: Joi.object({ note: rowNumber('note').required() }),
  async run({ tx }, { note }) {
    const [row] = await tx
      .update(modelNotes)
      .set({ removedAt: new Date() })
      .where(and(eq(modelNotes.id, note), isNull(modelNotes.removedAt)))
      .returning();
    if (!row) throw new ShopError('missing', 'That note is out of the notebook already.');
    return {
      event: {
        kind: 'model note gone',
        payload: { note, maker: row.maker, model: row.model, kind: row.kind, text: row.text },
      },
      answer: null,
    };
  },
});
