import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { onPaper, toldFaults } from './toldFaults';

const [first, ...more] = catalogue.causes.slice(0, 12).map(({ id, name }) => ({ id, name }));
const none = { flaws: [], places: new Map<string, string>() };

describe('what a buyer is told', () => {
  it('every likely fault, however many there are', () => {
    const chances = Object.fromEntries([first, ...more].map(({ id }) => [id, 1]));
    // the screen shows eight of them
    const beliefs = more
      .slice(0, 8)
      .map(({ id }) => ({ cause: id, probability: 1, before: 1, usual: false }));
    expect(toldFaults({ chances, beliefs }, none)).toHaveLength(12);
  });
  it('what was worked round first and as it is; then the likeliest, with its place', () => {
    const told = toldFaults(
      { chances: { [first.id]: 0.6, [more[0].id]: 0.9, [more[1].id]: 0.4 }, beliefs: [] },
      { flaws: [{ words: 'Slot 2 is out of use.' }], places: new Map([[first.id, 'slot 1']]) },
    );
    expect(told.map(onPaper)).toEqual([
      'Slot 2 is out of use.',
      `Known fault: ${more[0].name}.`,
      `Known fault: ${first.name} (slot 1).`,
    ]);
  });
  it('a snapshot from before every chance was kept tells its likeliest', () =>
    expect(
      toldFaults(
        {
          chances: undefined as never,
          beliefs: [{ cause: first.id, probability: 0.7, before: 0, usual: false }],
        },
        none,
      ),
    ).toHaveLength(1));
});
