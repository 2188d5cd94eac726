import { describe, expect, it } from 'vitest';
import { Presence, STALE_MS } from './presence';

const shopAt = () => {
  let now = 0;
  const presence = new Presence(() => now);
  const at = (page: string, person: string, unit: string | null) =>
    presence.hear({ page, person, name: person.toUpperCase(), unit });
  return { presence, at, pass: (ms: number) => void (now += ms) };
};

describe('who stands at a machine', () => {
  it('the others, each once, never oneself', () => {
    const { presence, at } = shopAt();
    at('p1', 'b', 'u1');
    at('p2', 'b', 'u1');
    at('p3', 'a', 'u1');
    at('p4', 'c', 'u2');
    expect(presence.others('u1', 'a')).toEqual(['B']);
    expect(presence.others('u1', 'd')).toEqual(['A', 'B']);
    expect(presence.others('u3', 'a')).toEqual([]);
  });
  it('coming and going is told of both machines, saying it again is not', () => {
    const { at } = shopAt();
    expect(at('p1', 'a', 'u1')).toEqual(['u1']);
    expect(at('p1', 'a', 'u1')).toEqual([]);
    expect(at('p1', 'a', 'u2')).toEqual(['u1', 'u2']);
    expect(at('p1', 'a', null)).toEqual(['u2']);
    expect(at('p1', 'a', null)).toEqual([]);
  });
  it('who says nothing any more is not there, and is told as coming when they are again', () => {
    const { presence, at, pass } = shopAt();
    at('p1', 'b', 'u1');
    pass(STALE_MS - 1);
    expect(presence.others('u1', 'a')).toEqual(['B']);
    pass(1);
    expect(presence.others('u1', 'a')).toEqual([]);
    expect(at('p1', 'b', 'u1')).toEqual(['u1']);
  });
});
