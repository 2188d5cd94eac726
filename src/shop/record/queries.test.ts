import { describe, expect, it } from 'vitest';
import { findingById } from '@/catalog';
import { outcomeNow, recordEntry } from './queries';

describe('an answer under a catalogue that has changed since', () => {
  const { outcomes } = findingById('look-dust')!;
  it('is its outcome by id, wherever that stands now; by number where none was kept', () => {
    expect(outcomeNow({ ref: 'look-dust', outcome: 0, outcomeId: outcomes[2].id })).toBe(2);
    expect(outcomeNow({ ref: 'look-dust', outcome: 1, outcomeId: null })).toBe(1);
  });
  it('is none where that outcome is gone, and is asked again: what took its number is another', () => {
    const gone = { kind: 'finding' as const, ref: 'look-dust', outcome: 1, outcomeId: 'gone-since' };
    expect(outcomeNow(gone)).toBeNull();
    expect(recordEntry(gone)).toEqual({ kind: 'unanswered', id: 'look-dust', why: 'look-again' });
  });
});
