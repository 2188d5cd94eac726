import { catalogue, causeById, findingById, repairById } from '@/catalog';
import { USED_UP } from '@/core/catalogue';
import type { Beside, Evaluation, Movement } from '@/core/steps/evaluate';
import { ENDING_WORDS, NO_ANSWER_WORDS } from '../names';
import { FINDING_IDLE_MINUTES } from '@/catalog/hands/bench';
import { stretchMinutes, type Stretch } from '@/core/minutes/stretch';
import type { AnswerView, RunningWorkView } from '../unit/view';
import { endingOf } from '@/core/record/endings';

/** An answer or a verdict as it stands on the record. */
export interface AnswerRow {
  id: number;
  kind: string;
  ref: string;
  outcome: number;
  outcomeId: string | null;
  place: string | null;
  note: string | null;
  basis: string;
  byName: string;
  at: Date;
  voidedBy: number | null;
}

interface Segment extends Stretch {
  attended: boolean;
}

/** A piece of work with the stretches of its clock. */
export interface WorkRow {
  id: string;
  ref: string;
  title: string;
  kind: string;
  status: string;
  startedAt: Date;
  plannedMinutes?: number | null;
  segments: readonly Segment[];
}

/** What moves belief and is no answer of anybody's. */
const BESIDE: Record<Beside, { what: string; answer: string }> = {
  part: { what: 'A part went in or came out:', answer: 'hands were at it' },
  data: { what: 'Its drive:', answer: 'written as a clone' },
  none: { what: 'What it has not got:', answer: 'seen, or taken out' },
  mat: { what: 'Its mat:', answer: 'what lies on it' },
  model: { what: 'Others of its model:', answer: 'what they had' },
  measured: { what: 'Its heat run:', answer: 'as it was read' },
};

/** "No drive in it:", "No charger with it:". */
const noneWords = (of: string) => `No ${of} ${of === 'charger' ? 'with' : 'in'} it:`;

const movedWords = (movement: Movement | undefined): AnswerView['moved'] =>
  (movement?.causes ?? []).map(({ cause, decibans }) => ({
    cause: causeById(cause)?.name ?? cause,
    decibans,
  }));

/** A line of what is on no list of answers, and moved something. */
const besideView = (movement: Movement, n: number): AnswerView => ({
  id: -1 - n,
  by: '',
  at: '',
  basis: 'measured',
  voided: false,
  note: null,
  photos: [],
  finding: null,
  ...BESIDE[movement.beside!],
  ...(movement.of && { what: noneWords(movement.of) }),
  moved: movedWords(movement),
});

/** The record in words, newest first, each standing entry with what it moved. */
export function answerViews(
  rows: readonly AnswerRow[],
  evaluation: Evaluation | null,
  photos: readonly { id: string; observation: number | null }[] = [],
): AnswerView[] {
  const standing = rows.filter((row) => row.voidedBy === null);
  const moved = evaluation?.moved ?? [];
  const besides = (before: (answers: number) => boolean) =>
    moved.flatMap((movement, n) =>
      movement.beside && movement.causes.length > 0 && before(movement.entry)
        ? [besideView(movement, n)]
        : [],
    );
  const views = rows.flatMap((row): AnswerView[] => {
    const finding = row.kind === 'repair' ? undefined : findingById(row.ref);
    const at = standing.indexOf(row);
    const movement = moved.find((entry) => !entry.beside && entry.entry === at);
    const view: AnswerView = {
      id: row.id,
      by: row.byName,
      at: row.at.toISOString(),
      basis: row.basis,
      voided: row.voidedBy !== null,
      note: row.note,
      photos: photos.filter((photo) => photo.observation === row.id).map(({ id }) => id),
      finding: row.kind === 'finding' ? row.ref : null,
      what:
        finding?.ask ??
        repairById(row.ref)?.name ??
        catalogue.bundles.find(({ id }) => id === row.ref)?.name ??
        (row.ref === 'read-machine' ? 'Read what it is' : row.ref),
      answer:
        row.kind === 'repair'
          ? ENDING_WORDS[endingOf(row)]
          : row.kind === 'unanswered'
            ? NO_ANSWER_WORDS[(row.outcomeId ?? 'cannot-tell') as keyof typeof NO_ANSWER_WORDS]
            : (finding?.outcomes[row.outcome]?.label ?? `outcome ${row.outcome + 1}`) +
              (row.place ? ` (${row.place})` : ''),
      moved: movedWords(movement),
    };
    return at < 0 ? [view] : [...besides((answers) => answers === at), view];
  });
  return [...views, ...besides((answers) => answers >= standing.length)].reverse();
}

/** Class of the part a repair takes and that has a place of its own in a machine; paste and coin cells have not. */
export function partTaken(repair: string): string | null {
  const part = repairById(repair)?.part;
  return part && !USED_UP.includes(part.class) ? part.class : null;
}

const minutesOf = (segment: Segment) => stretchMinutes(segment, new Date(), FINDING_IDLE_MINUTES);

/** Minutes of hands and of running alone, ended stretches only when `ended`. */
export function workMinutes(work: WorkRow): {
  attended: number;
  alone: number;
} {
  const sum = (attended: boolean) =>
    work.segments
      .filter((segment) => segment.attended === attended)
      .reduce((total, segment) => total + minutesOf(segment), 0);
  return { attended: sum(true), alone: sum(false) };
}

export function runningViews(rows: readonly WorkRow[]): RunningWorkView[] {
  return (
    rows
      // finding out is on the clock by itself: nobody ends it by hand
      .filter((row) => row.kind !== 'find' && ['running', 'alone', 'paused'].includes(row.status))
      .map((row) => {
        const open = row.segments.find((segment) => segment.endedAt === null);
        const closed = row.segments
          .filter((segment) => segment.attended && segment.endedAt !== null)
          .reduce((sum, segment) => sum + minutesOf(segment), 0);
        return {
          id: row.id,
          ref: row.ref,
          title: row.title,
          kind: row.kind,
          status: row.status,
          startedAt: (open?.startedAt ?? row.startedAt).toISOString(),
          attendedMinutes: closed,
          takes: row.kind === 'repair' ? partTaken(row.ref) : null,
          planned: row.plannedMinutes ?? null,
        };
      })
  );
}
