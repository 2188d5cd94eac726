import { expect, it } from 'vitest';
import { opensAt } from './opens';

it('a unit at the dock opens on its first look, one that was looked at on what is to be found out', () => {
  expect(opensAt({ tag: 'WQ-0001', stage: 'dock' })).toBe('/u/WQ-0001/look');
  for (const stage of ['look', 'find', 'shelf', 'quarantine', 'sold'])
    expect(opensAt({ tag: 'WQ-0001', stage })).toBe('/u/WQ-0001');
});
