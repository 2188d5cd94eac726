import type { HouseTables } from './tables';

export interface HouseChange {
  /** "prices.base.laptop.3". Things with an id go by it: "work.soak.attendedMinutes". */
  path: string;
  from: unknown;
  to: unknown;
}

const keyed = (value: unknown[]): Record<string, unknown> =>
  Object.fromEntries(value.map((item, i) => [(item as { id?: string } | null)?.id ?? String(i), item]));

function walk(path: string, from: unknown, to: unknown, out: HouseChange[]): void {
  if (Object.is(from, to)) return;
  if (typeof from === 'object' && typeof to === 'object' && from && to) {
    const a = Array.isArray(from) ? keyed(from) : (from as Record<string, unknown>);
    const b = Array.isArray(to) ? keyed(to) : (to as Record<string, unknown>);
    for (const key of new Set([...Object.keys(a), ...Object.keys(b)]))
      walk(path ? `${path}.${key}` : key, a[key], b[key], out);
    return;
  }
  out.push({ path, from: from ?? null, to: to ?? null });
}

/** Every value that is another one than before, in the order of the tables. Empty: the same tables. */
export function houseChanges(from: HouseTables, to: HouseTables): HouseChange[] {
  const out: HouseChange[] = [];
  walk('', from, to, out);
  return out;
}
