import { describe, expect, it } from 'vitest';
import { LISTING_FIELDS, type Listing } from '@/shapes/listing';
import { listingText } from './listingText';

const row = (more: Partial<Listing> = {}): Listing => ({
  ...(Object.fromEntries(Object.keys(LISTING_FIELDS).map((name) => [name, ''])) as Listing),
  tag: 'WQ-0015',
  kind: 'laptop',
  maker: 'Pellmark',
  model: 'Courier 14',
  grade: 'B',
  price: '112.00',
  currency: 'CR',
  processor: 'Corvid M5-330',
  memory: '8 GB',
  drive: 'solid 240',
  ...more,
});

describe('a listing as somebody would write it', () => {
  it('what it is first, every flaw, its number last', () => {
    const text = listingText(row({ flaws: 'Lid: scratch, medium', serial: 'PC88065' }));
    const lines = text.split('\n');
    expect(lines[0]).toBe('Pellmark Courier 14, grade B');
    expect(lines[1]).toBe('CR 112.00');
    expect(text).toContain('laptop: Corvid M5-330, 8 GB, solid 240.');
    expect(text).toContain('Flaws: Lid: scratch, medium.');
    expect(lines.at(-1)).toBe('WQ-0015, serial PC88065');
  });
  it('no flaw is said as plainly, and nothing empty is written', () => {
    const text = listingText(row());
    expect(text).toContain('No flaws found.');
    expect(text).not.toMatch(/: \.|, ,|\n\n\n/);
  });
  it('what is not tested is named; as what it goes stands in its head', () => {
    const text = listingText(row({ grade: '', as: 'Sold as found', untested: 'every key; camera' }));
    expect(text.split('\n')[0]).toBe('Pellmark Courier 14, Sold as found');
    expect(text).toContain('Not tested: every key; camera.');
  });
  it('without a system it says which would run', () => {
    expect(listingText(row({ systems: 'a light free system until 2029-04' }))).toContain(
      'System: none; would run a light free system until 2029-04.',
    );
    expect(listingText(row({ system: 'a light free system', systems: 'x' }))).toContain(
      'System: a light free system.',
    );
  });
  it('a machine without a name is called by its kind', () =>
    expect(listingText(row({ maker: '', model: '' })).split('\n')[0]).toBe('laptop, grade B'));
});
