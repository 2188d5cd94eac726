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
  it('an answer to no quote agrees nothing; wishes are the newest, what was found adds up', () => {
    const found: OwnerAct = { op: 'found', text: 'fan rough', minor: 800 };
    expect(agreementOf([yes]).state).toBe('nothing');
    expect(
      agreementOf([{ op: 'wishes', text: 'a' }, { op: 'wishes', text: 'b' }, found, found]),
    ).toMatchObject({ wishes: 'b', found: [{}, {}] });
  });
});
