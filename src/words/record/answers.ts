import { catalogue, causeById, findingById, repairById } from '@/catalog';
import { USED_UP } from '@/core/catalogue';
import type { Evaluation } from '@/core/steps/evaluate';
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

/** The record in words, newest first, each standing entry with what it moved. */
export function answerViews(
  rows: readonly AnswerRow[],
  evaluation: Evaluation | null,
  photos: readonly { id: string; observation: number | null }[] = [],
): AnswerView[] {
  const standing = rows.filter((row) => row.voidedBy === null);
  return rows
    .map((row): AnswerView => {
      const finding = row.kind === 'repair' ? undefined : findingById(row.ref);
      const movement = evaluation?.moved.find((entry) => entry.entry === standing.indexOf(row));
      return {
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
        moved: (movement?.causes ?? []).map((line) => ({
          cause: causeById(line.cause)?.name ?? line.cause,
          decibans: line.decibans,
        })),
      };
    })
    .reverse();
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
