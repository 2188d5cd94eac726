import { describe, expect, it } from 'vitest';
import { notesFrom, openPoints, type NoteAct } from './notes';

const at = new Date('2026-12-01T10:00:00Z');
const row = (origin: string, act: NoteAct) => ({ origin, act, by: 'Anna', at });

describe('notes of a machine', () => {
  const note = row('note 1', { op: 'note', text: 'left hinge clicks', open: true });
  it('a point is open until somebody says how it was settled', () => {
    expect(openPoints(notesFrom([note]))).toEqual(['left hinge clicks']);
    const closed = notesFrom([note, row('note 2', { op: 'closed', note: 'note 1', how: 'oiled' })]);
    expect(closed).toMatchObject([{ text: 'left hinge clicks', point: true, open: false, how: 'oiled' }]);
    expect(openPoints(closed)).toEqual([]);
  });
  it('a note that is no point is never open; closing what is not there changes nothing', () => {
    const plain = row('note 3', { op: 'note', text: 'sticker of a school', open: false });
    expect(openPoints(notesFrom([plain, row('note 4', { op: 'closed', note: 'note 9', how: 'x' })]))).toEqual(
      [],
    );
    expect(notesFrom([plain])).toHaveLength(1);
  });
});
