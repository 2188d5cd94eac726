import { describe, expect, it } from 'vitest';
import { seededRandom, type Random } from '../random';
import { leaps, readRhythm, type Sign, type Tap } from './rhythm';

const normal = (random: Random) => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

interface Sloppiness {
  jitter: number;
  /** Round in which a tap is left out or doubled; none: not at all. */
  slip?: 'missed' | 'doubled';
  /** Signs skipped at the beginning. */
  from: number;
}

/** What a hand taps along with `rounds` rounds of a group: every length and gap off by its own factor. */
function tapped(group: Sign[], rounds: number, { jitter, slip, from }: Sloppiness, random: Random): Tap[] {
  const off = (ms: number) => ms * Math.max(0.4, 1 + jitter * normal(random));
  const all: (Sign | '|')[] = [];
  for (let r = 0; r <= rounds; r++) all.push(...group, '|');
  const start =
    from === 0
      ? 0
      : all.findIndex(
          (_, i) => all.slice(0, i).filter((sign) => sign === 'S' || sign === 'L').length === from,
        );
  // as long as three rounds last, from wherever it began
  const window = all.slice(start, start + rounds * (group.length + 1));
  const taps = window.filter((sign) => sign === 'S' || sign === 'L').length;
  const slipAt = Math.floor(random() * taps);
  const made: Tap[] = [];
  let now = 0;
  let n = 0;
  for (const sign of window) {
    if (sign === '|') now += off(1900);
    else if (sign === '-') now += off(650);
    else {
      const length = off(sign === 'L' ? 720 : 200);
      const missed = slip === 'missed' && n === slipAt;
      if (!missed) made.push({ down: now, up: now + length });
      if (slip === 'doubled' && n === slipAt)
        made.push({ down: now + length + 45, up: now + length + 45 + 90 });
      now += length + off(260);
      n++;
    }
  }
  return made;
}

/**
 * Codes as machines show them: counts of short ones, long and short mixed, two or three counts with pauses
 * between.
 */
function anyGroup(random: Random): Sign[] {
  const kind = random();
  const short = (n: number): Sign[] => Array.from({ length: n }, () => 'S');
  if (kind < 0.3) return short(2 + Math.floor(random() * 7));
  if (kind < 0.65) {
    const signs = Array.from({ length: 3 + Math.floor(random() * 4) }, (): Sign =>
      random() < 0.45 ? 'L' : 'S',
    );
    signs[0] = 'L';
    signs[signs.length - 1] = 'S';
    return signs;
  }
  const counts = Array.from({ length: random() < 0.7 ? 2 : 3 }, () => 1 + Math.floor(random() * 4));
  if (Math.max(...counts) === 1) counts[0] = 2;
  return counts.flatMap((n, i) => [...(i ? (['-'] as Sign[]) : []), ...short(n)]);
}

describe('the tapper', () => {
  it('reads a clean group, however often it comes', () => {
    const random = seededRandom(1);
    for (const text of ['SSS', 'LSS', 'SSS-SS', 'L', 'SL', 'S-S-SSS']) {
      for (const rounds of [3, 4, 7]) {
        const read = readRhythm(tapped(text.split('') as Sign[], rounds, { jitter: 0, from: 0 }, random));
        if (text.length > 1) expect(read.group.join(''), `${text}, ${rounds} rounds`).toBe(text);
        expect(read.agreeing).toBeGreaterThanOrEqual(text.length > 1 ? rounds : 0);
      }
    }
  });
  it('with 20 % jitter, a missed or a doubled tap and a start in mid-group, three rounds give the right group in at least 95 of 100', () => {
    const random = seededRandom(20_26);
    const wrong: string[] = [];
    const trials = 1000;
    for (let n = 0; n < trials; n++) {
      const group = anyGroup(random);
      const signs = group.filter((sign) => sign !== '-').length;
      const slip = (['missed', 'doubled', undefined] as const)[n % 3];
      const read = readRhythm(
        tapped(group, 3, { jitter: 0.2, slip, from: Math.floor(random() * signs) }, random),
      );
      if (read.group.join('') !== group.join(''))
        wrong.push(`${group.join('')} read ${read.group.join('')} (${slip})`);
    }
    expect(wrong.length / trials, wrong.slice(0, 12).join('; ')).toBeLessThanOrEqual(0.05);
  });
  it('says that equal beeps without a pause have no end', () => {
    const taps = Array.from({ length: 9 }, (_, i) => ({ down: i * 500, up: i * 500 + 200 }));
    expect(readRhythm(taps)).toMatchObject({ endless: true, group: ['S'] });
  });
  it('says nothing of nothing', () => {
    expect(readRhythm([]).group).toEqual([]);
    expect(readRhythm([{ down: 0, up: 200 }]).group).toEqual([]);
  });
  it('tells kinds of lengths apart by ratio, not by difference', () => {
    expect(leaps([200, 220, 700, 210, 680], 1.5)).toEqual([Math.sqrt(220 * 680)]);
    expect(leaps([200, 220, 190, 240], 1.5)).toEqual([]);
    expect(leaps([], 1.5)).toEqual([]);
  });
});
