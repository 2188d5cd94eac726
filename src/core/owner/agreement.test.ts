import { describe, expect, it } from 'vitest';
import { agreementOf, type OwnerAct } from './agreement';

const quote: OwnerAct = {
  op: 'quote',
  lines: [
    { what: 'panel', minor: 3_200 },
    { what: 'hands', minor: 900 },
  ],
};
const yes: OwnerAct = { op: 'answer', yes: true, how: 'by telephone' };

describe('what is agreed with an owner', () => {
  it('a quote is agreed, and a new one has to be agreed anew', () => {
    expect(agreementOf([quote, yes])).toMatchObject({
      state: 'agreed',
      totalMinor: 4_100,
      how: 'by telephone',
    });
    expect(agreementOf([quote, yes, quote])).toMatchObject({ state: 'quoted', how: '' });
    expect(agreementOf([quote, { op: 'answer', yes: false, how: '' }]).state).toBe('declined');
  });
  it('what is to be asked back is open until they said; hands are those of the lines that say', () => {
    const asked = agreementOf([
      { op: 'ask', text: 'may the data go?' },
      { op: 'ask', text: 'which password?' },
      { op: 'told', n: 1, text: 'none' },
      { op: 'told', n: 7, text: 'nothing of the kind was asked' },
    ]);
    expect(asked.questions).toEqual([
      { text: 'may the data go?', answer: '' },
      { text: 'which password?', answer: 'none' },
    ]);
    expect(agreementOf([quote]).minutes).toBeNull();
    expect(
      agreementOf([
        {
          op: 'quote',
          lines: [
            { what: 'panel', minor: 1, minutes: 25 },
            { what: 'part', minor: 2 },
          ],
        },
      ]).minutes,
    ).toBe(25);
  });
  it('an answer to no quote agrees nothing; wishes are the newest, what was found adds up', () => {
    const found: OwnerAct = { op: 'found', text: 'fan rough', minor: 800 };
    expect(agreementOf([yes]).state).toBe('nothing');
    expect(
      agreementOf([{ op: 'wishes', text: 'a' }, { op: 'wishes', text: 'b' }, found, found]),
    ).toMatchObject({ wishes: 'b', found: [{}, {}] });
  });
});
