import { describe, expect, it } from 'vitest';
import type { Catalogue, Finding, Repair } from '../catalogue';
import type { Sign } from '../safety/power';
import { actsOf, powers, shutBy } from './hazards';

const look = (id: string, more: Partial<Finding> = {}) =>
  ({ id, stage: 'look', outcomes: [{ id: 'well' }, { id: 'bad' }], ...more }) as Finding;
const repair = (more: Partial<Repair>) => ({ id: 'r', cures: {}, minutes: 1, ...more }) as Repair;
const catalogue: Pick<Catalogue, 'findings' | 'gates'> = {
  findings: [
    look('outside'),
    look('cord', { chassis: ['desktop'] }),
    look('button', { stage: 'power' }),
    look('says', { stage: 'claim', needs: ['power'] }),
  ],
  gates: {
    lookFirst: ['outside', 'cord', 'gone from the catalogue'],
    dangers: [
      {
        id: 'wet',
        words: 'wet',
        seen: { outside: ['bad'] },
        shuts: ['power', 'charge'],
        clearedBy: { looks: { board: ['well'] }, repairs: ['wash'] },
        source: 'made up',
      },
    ],
  },
};
const seen = (finding: string, outcome = 'well'): Sign => ({ kind: 'finding', finding, outcome });
const shut = (
  signs: Sign[],
  more: Partial<Parameters<typeof shutBy>[3]> = {},
  chassis: 'desktop' | 'laptop' = 'laptop',
) => shutBy(catalogue, signs, chassis, { facts: {}, keeps: false, ...more });

describe('what a step does', () => {
  it('powers: plugged in, a look of a running machine, or one that needs something seen running; no repair for that', () => {
    expect(powers(look('a', { bench: { plugged: true } }))).toBe(true);
    expect(powers(look('a', { stage: 'power' }))).toBe(true);
    expect(powers(look('a', { stage: 'report' }))).toBe(true);
    expect(powers(look('a', { needs: ['started'] }))).toBe(true);
    expect(powers(look('a', { needs: [] }))).toBe(false);
    expect(powers(look('a', { stage: 'bench', bench: { plugged: false } }))).toBe(false);
    expect(powers(repair({ needs: ['started'] }))).toBe(false);
    expect(powers(repair({ bench: { plugged: true } }))).toBe(true);
  });
  it('each act once: power, charge, wipe', () => {
    expect(actsOf(repair({}))).toEqual([]);
    expect(actsOf(look('a'))).toEqual([]);
    expect(actsOf(repair({ bench: { plugged: true }, charges: true, wipes: true }))).toEqual([
      'power',
      'charge',
      'wipe',
    ]);
    expect(actsOf(repair({ wipes: false }))).toEqual([]);
  });
});

describe('what is shut', () => {
  it('power before the looks from outside, of its kind only, and none the catalogue has not', () => {
    expect(shut([])).toEqual({ power: { kind: 'look first', findings: ['outside'] } });
    expect(shut([seen('outside')])).toEqual({});
    expect(shut([seen('outside')], {}, 'desktop')).toEqual({
      power: { kind: 'look first', findings: ['cord'] },
    });
    expect(shut([{ kind: 'repair', repair: 'outside', ended: 'done' }])).toHaveProperty('power');
  });
  it('once it was powered the looks from outside shut nothing; a claim is no power', () => {
    expect(shut([seen('button', 'bad')])).toEqual({});
    expect(shut([], { facts: { power: true } })).toEqual({});
    expect(shut([], { facts: { power: false } })).toHaveProperty('power');
    expect(shut([seen('says', 'bad')])).toHaveProperty('power');
  });
  it('a danger shuts what it shuts and says what opens it; dirt and data do theirs', () => {
    const opens = ['board', 'wash'];
    expect(shut([seen('outside', 'bad')])).toEqual({
      power: { kind: 'gate', gate: 'wet', opens },
      charge: { kind: 'gate', gate: 'wet', opens },
    });
    expect(shut([seen('outside')], { dirt: 'metal dust' })).toEqual({
      power: { kind: 'dirt', what: 'metal dust' },
    });
    expect(shut([seen('outside')], { keeps: true })).toEqual({ wipe: { kind: 'data stays' } });
  });
});
