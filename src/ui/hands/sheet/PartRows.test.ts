import { describe, expect, it } from 'vitest';
import { emptyRow, rowsAsInput, type PartRow } from './PartRows';

const amount = (text: string) => (/^\d+$/.test(text) ? Number(text) : null);
const row = (way: PartRow['way'], partClass: string, more: Partial<PartRow>): PartRow => ({
  ...emptyRow(way, partClass),
  ...more,
});

describe('parts of a piece of work, as the command takes them', () => {
  it('none is nothing at all', () => expect(rowsAsInput([], amount)).toBeUndefined());
  it('from the bin, just bought, on record, seen only now; each with its state', () =>
    expect(
      rowsAsInput(
        [
          row('in', 'memory', { id: 'm', despite: true }),
          row('in', 'case', {
            id: 'other',
            name: ' Bracket ',
            money: '50',
            state: 'improvised',
            heldBy: ' tape ',
          }),
          row('in', 'memory', { id: 'offer w1', spot: 'memory 2' }),
          row('out', 'fan', { id: 'f', to: 'scrap', money: '9', state: 'dead' }),
          row('out', 'cable', { to: 'bin', money: '20' }),
        ],
        amount,
      ),
    ).toEqual({
      put: [
        { componentId: 'm', despite: true },
        {
          bought: { class: 'case', name: 'Bracket', costMinor: 50, condition: 'new', supplier: '' },
          state: 'improvised',
          heldBy: 'tape',
        },
        { spot: 'memory 2', wantId: 'w1' },
      ],
      out: [
        // what is scrapped is worth nothing, whatever was typed before
        { componentId: 'f', to: 'scrap', state: 'dead' },
        { seen: { class: 'cable', name: 'cable that was in it' }, to: 'bin', worthMinor: 20 },
      ],
    }));
  it('what has no name and what is no amount are said by their row', () => {
    expect(() => rowsAsInput([row('in', 'fan', {})], amount)).toThrow('The fan: say which');
    expect(() => rowsAsInput([row('in', 'fan', { name: 'x', money: 'ten' })], amount)).toThrow(
      'The fan: that is no amount',
    );
  });
});
