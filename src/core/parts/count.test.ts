import { describe, expect, it } from 'vitest';
import { countOf } from './count';

describe('a count of the bin', () => {
  it('found, missing and never heard of; scanned twice counts once', () =>
    expect(
      countOf(['P-0001', 'P-0002', 'P-0003'], ['P-0002', 'P-0002', 'P-0009', 'P-0404'], ['P-0009']),
    ).toEqual({
      found: ['P-0002'],
      missing: ['P-0001', 'P-0003'],
      unknown: ['P-0404'],
    }));
  it('nothing scanned: all is missing', () =>
    expect(countOf(['P-0001'], [], [])).toMatchObject({ missing: ['P-0001'] }));
});
