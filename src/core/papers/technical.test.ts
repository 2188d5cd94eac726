import { describe, expect, it } from 'vitest';
import { technicalFile, type TechnicalAsked } from './technical';

const asked = (more: Partial<TechnicalAsked> = {}): TechnicalAsked => ({
  kind: 'laptop',
  title: 'Pellmark Courier 14',
  tag: 'WQ-0001',
  specification: [
    { key: 'processor', name: 'Processor', value: 'Corvid M5-330', basis: 'measured' },
    { key: 'serial', name: 'Serial', value: 'PC1', basis: 'typed' },
  ],
  came: '2026-11-20, lot WQ-3',
  flaws: [],
  tests: [
    {
      id: 'surfaces',
      name: 'Every surface looked at, marks put down',
      result: 'passed',
      more: 'Bench A, 2026-12-01',
    },
    { id: 'sound', name: 'Sound, left and right', result: 'failed', more: '' },
    { id: 'camera', name: 'Camera', result: 'not tested', more: '' },
  ],
  readings: [],
  data: [],
  work: [],
  parts: [],
  leaves: 'grade B',
  warranty: '',
  trader: '',
  ...more,
});
const step = (title: string, of: TechnicalAsked) => technicalFile(of).find((own) => own.title === title)!;

describe('the technical file of a machine prepared for re-use', () => {
  it('goes in the order of the standard, whatever is on record', () =>
    expect(technicalFile(asked()).map(({ title }) => title)).toEqual([
      'What it is',
      'Looked over',
      'Electrical safety',
      'Works',
      'Data',
      'Done to it',
      'As it leaves',
    ]));
  it('names what is not on record, step by step', () => {
    expect(technicalFile(asked()).flatMap(({ open }) => open)).toEqual([
      'what it weighs',
      'what it draws at rest and at work',
      'an electrical safety test',
      'Camera',
      'how long the seller answers for it',
      'how whoever prepared it can be reached',
    ]);
    const all = asked({
      specification: [
        { key: 'serial', name: 'Serial', value: 'PC1', basis: 'typed' },
        { key: 'weight', name: 'Weight', value: '1.9 kg', basis: 'typed' },
        { key: 'idleWatts', name: 'Draws at rest', value: '9 W', basis: 'typed' },
        { key: 'loadWatts', name: 'Draws at work', value: '41 W', basis: 'typed' },
      ],
      readings: [
        {
          kind: 'electrical',
          what: 'Electrical safety test of 2026-12-01, protection class III: passed.',
          when: '2026-12-01',
        },
      ],
      tests: asked().tests.slice(0, 2),
      warranty: '12 months',
      trader: 'Saltmarsh Reuse, Quay 4',
    });
    expect(technicalFile(all).flatMap(({ open }) => open)).toEqual([]);
    expect(step('Electrical safety', all).lines).toHaveLength(1);
    expect(step('Works', all).lines).toEqual([{ what: 'Sound, left and right', how: 'failed' }]);
  });
  it('what says which machine it is stands with that, the rest with how it leaves', () => {
    expect(step('What it is', asked()).lines.map(({ what }) => what)).toContain('Serial');
    expect(step('As it leaves', asked()).lines.map(({ what }) => what)).toEqual(['Processor', 'Leaves']);
  });
});
