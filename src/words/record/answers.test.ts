import { describe, expect, it } from 'vitest';
import type { Evaluation } from '@/core/steps/evaluate';
import { answerViews, type AnswerRow } from './answers';

const row = (id: number, ref: string, voidedBy: number | null = null): AnswerRow => ({
  id,
  kind: 'finding',
  ref,
  outcome: 0,
  outcomeId: null,
  place: null,
  note: null,
  basis: 'typed',
  byName: 'Bench A',
  at: new Date('2026-11-30T10:00:00Z'),
  voidedBy,
});
const moved = (entry: number, beside?: 'measured' | 'none', decibans = 3) => ({
  entry,
  ...(beside && { beside }),
  soundDecibans: 0,
  causes: decibans ? [{ cause: 'paste-dry', decibans }] : [],
});
const views = (rows: AnswerRow[], ...lines: ReturnType<typeof moved>[]) =>
  answerViews(rows, { moved: lines } as unknown as Evaluation).map(({ id, what, moved: by }) => [
    id < 0 ? what : id,
    by.length,
  ]);

describe('what moved belief, newest first', () => {
  it('a heat run and what it lacks stand among the answers, where they came', () => {
    const rows = [row(11, 'button'), row(12, 'gets-to'), row(13, 'key-test')];
    expect(views(rows, moved(0), moved(1, 'measured'), moved(1), moved(3, 'none'))).toEqual([
      ['What it has not got:', 1],
      [13, 0],
      [12, 1],
      ['Its heat run:', 1],
      [11, 1],
    ]);
  });
  it('says what it has none of', () => {
    const none = (of: string) => views([], { ...moved(0, 'none'), of } as ReturnType<typeof moved>);
    expect([none('drive'), none('charger')]).toEqual([
      [['No drive in it:', 1]],
      [['No charger with it:', 1]],
    ]);
  });
  it('what moved nothing is no line, and what was taken back counts for no place', () => {
    const rows = [row(11, 'button', 99), row(12, 'gets-to')];
    expect(views(rows, moved(0), moved(1, 'none', 0))).toEqual([
      [12, 1],
      [11, 0],
    ]);
    expect(views([], moved(0, 'measured'))).toEqual([['Its heat run:', 1]]);
  });
});
