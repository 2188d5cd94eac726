import { describe, expect, it } from 'vitest';
import { catalogue } from '@/catalog';
import { openings } from '@/catalog/machine/openings';
import { sideMats } from '@/catalog/machine/sideMats';
import { CHASSIS } from '@/core/catalogue';
import { MAT_CLOSED, matCode, matCoded } from './mat';

const laid = CHASSIS.map((chassis) => [
  ...openings[chassis],
  ...Object.values(sideMats[chassis]).flatMap((items) => items),
]);

describe('codes of a mat’s compartments', () => {
  it('name one group each, out and back in, on every kind of machine', () => {
    for (const items of laid) {
      expect(new Set(items.map(({ id }) => matCode(id, 'out'))).size).toBe(items.length);
      for (const item of items) {
        expect(matCoded(matCode(item.id, 'out'), items)).toEqual({ item, way: 'out' });
        expect(matCoded(matCode(item.id, 'in').toLowerCase(), items)).toEqual({ item, way: 'in' });
      }
    }
  });
  it('what somebody typed has one too; what is no code of this mat is none', () => {
    const items = [{ id: 'sérum pad' }, { id: 'maker’s seal' }];
    expect(matCoded(matCode('maker’s seal', 'out'), items)?.item).toBe(items[1]);
    expect(matCode('sérum pad', 'in')).toMatch(/^MAT-I-[A-Z0-9-]+$/);
    for (const code of ['WQ-0028', 'MAT-O-NOTHING', 'MAT-X-HEATSINK', MAT_CLOSED, ''])
      expect(matCoded(code, items)).toBeNull();
  });
  it('what hangs on a group is a cause of the catalogue, and every place lies on the drawing', () => {
    const causes = new Set(catalogue.causes.map(({ id }) => id));
    for (const item of laid.flat()) {
      for (const cause of item.raises ?? []) expect(causes).toContain(cause);
      expect(item.spots).toHaveLength(item.count);
      for (const [x, y] of item.spots!) expect(x >= 0 && x <= 320 && y >= 0 && y <= 200).toBe(true);
    }
  });
});
