import { describe, expect, it } from 'vitest';
import { concerns, type Concern, type Notice } from './concern';

const notice = (more: Partial<Exclude<Notice, { reread: true }>> = {}): Notice => ({
  seq: 1,
  kind: 'finding',
  unit: 'u1',
  lot: 'l1',
  ...more,
});
const unit: Concern = { page: 'unit', unit: 'u1' };

describe('which pages a change concerns', () => {
  it.each<[string, Concern, Notice, boolean]>([
    ['an answer on the unit shown', unit, notice(), true],
    ['an answer on another unit', unit, notice({ unit: 'u2' }), false],
    ['work laid aside here because hands went elsewhere', unit, notice({ unit: 'u2', also: ['u1'] }), true],
    ['rules that value every unit', unit, notice({ kind: 'rules', unit: null, lot: null }), true],
    [
      'every unit valued again, on a list',
      { page: 'list' },
      notice({ kind: 'job', unit: null, lot: null }),
      true,
    ],
    ['somebody let in', unit, notice({ kind: 'person added', unit: null, lot: null }), false],
    ['any unit, on a list', { page: 'list' }, notice({ unit: 'u9' }), true],
    ['a unit of this lot', { page: 'lot', lot: 'l1' }, notice(), true],
    ['a unit of another lot', { page: 'lot', lot: 'l2' }, notice(), false],
    ['a part moved, in the bin', { page: 'parts' }, notice({ kind: 'part fitted' }), true],
    ['an answer, in the bin', { page: 'parts' }, notice(), false],
    ['an answer, in the books', { page: 'shop' }, notice(), false],
    ['a run that takes longer, on the day', { page: 'day' }, notice({ kind: 'left running' }), true],
    [
      'somebody is busy, on the day',
      { page: 'day' },
      notice({ kind: 'busy times', unit: null, lot: null }),
      true,
    ],
    [
      'a note of a model, on the day',
      { page: 'day' },
      notice({ kind: 'model note', unit: null, lot: null }),
      false,
    ],
    ['a sale, in the books', { page: 'shop' }, notice({ kind: 'sold' }), true],
    ['after a gap everything', { page: 'parts' }, { reread: true }, true],
  ])('%s', (_, concern, change, touched) => expect(concerns(concern, change)).toBe(touched));
});
