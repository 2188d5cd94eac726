import { createHash } from 'node:crypto';
import { expect, test } from 'vitest';
import { catalogue } from '.';

/** Keys sorted, numbers to twelve places, sources left out: what they say is new. */
function canonical(value: unknown): unknown {
  if (typeof value === 'number') return Number(value.toFixed(12));
  if (Array.isArray(value)) return value.map(canonical);
  if (!value || typeof value !== 'object') return value;
  const entries = Object.entries(value).filter(([key]) => key !== 'source');
  return Object.fromEntries(
    entries
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, key === 'blockedBy' ? [...(inner as string[])].sort() : canonical(inner)]),
  );
}
const byId = (rows: readonly { id: string }[]) => Object.fromEntries(rows.map((row) => [row.id, row]));

test('the catalogue written with named fields compiles to the numbers it had with positional ones', () => {
  const { causes, findings, repairs, cautions, benchMinutes } = catalogue;
  const parts = {
    causes: byId(causes),
    findings: byId(findings),
    repairs: byId(repairs),
    cautions: byId(cautions),
    benchMinutes,
  };
  const mark = createHash('sha256')
    .update(JSON.stringify(canonical(parts)))
    .digest('hex');
  // reckoned from the compiled catalogue of the commit before
  expect(mark).toBe('3dd047abb26f569f5b07243394f1bc4ea61aaecd6c1c4e089558400b6cc7077b');
});
