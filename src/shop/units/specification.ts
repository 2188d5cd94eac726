import { eq, sql } from 'drizzle-orm';
import type { Database, Transaction } from '@/db/client';
import { specValues } from '@/db/schema';

export const BASES = ['measured', 'typed', 'claimed'] as const;
export type Basis = (typeof BASES)[number];

/** Keys of the specification, in the order shown, with their units. */
export const SPEC_KEYS = {
  processor: 'Processor',
  processorLevel: 'Level',
  memoryGb: 'Memory',
  memoryModules: 'Modules',
  driveKind: 'Drive',
  driveGb: 'Drive size',
  driveHealth: 'Drive health',
  screen: 'Screen',
  graphics: 'Graphics',
  battery: 'Battery',
  batteryHealth: 'Battery health',
  batteryCycles: 'Cycles',
  serial: 'Serial',
  boardSerial: 'Board serial',
  firmware: 'Firmware',
  idleCelsius: 'Idle',
  topCelsius: 'Top under load',
  maker: 'Maker',
  model: 'Model',
} as const;
export type SpecKey = keyof typeof SPEC_KEYS;

export interface SpecRow {
  key: string;
  basis: string;
  value: string;
  number: number | null;
  origin: string;
  by: string;
  at: Date;
}

export class Specification {
  constructor(readonly rows: readonly SpecRow[]) {}

  /** The value that counts: measured before typed before claimed. */
  best(key: string): SpecRow | null {
    for (const basis of BASES) {
      const row = this.rows.find((candidate) => candidate.key === key && candidate.basis === basis);
      if (row) return row;
    }
    return null;
  }

  text(key: SpecKey): string | null {
    return this.best(key)?.value ?? null;
  }

  number(key: SpecKey): number | null {
    return this.best(key)?.number ?? null;
  }
}

export async function specificationOf(tx: Transaction | Database, unitId: string): Promise<Specification> {
  return new Specification(await tx.select().from(specValues).where(eq(specValues.unitId, unitId)));
}

export interface SpecEntry {
  key: SpecKey;
  value: string;
  number?: number | null;
}

/** Writes values of one basis; a newer one replaces the older of the same basis (the history keeps both). */
export async function writeSpec(
  tx: Transaction,
  unitId: string,
  basis: Basis,
  entries: readonly SpecEntry[],
  origin: string,
  by: string,
): Promise<void> {
  if (entries.length === 0) return;
  const at = new Date();
  await tx
    .insert(specValues)
    .values(
      entries.map((entry) => ({
        unitId,
        key: entry.key,
        basis,
        value: entry.value,
        number: entry.number ?? null,
        origin,
        by,
        at,
      })),
    )
    .onConflictDoUpdate({
      target: [specValues.unitId, specValues.key, specValues.basis],
      set: {
        value: sql`excluded.value`,
        number: sql`excluded.number`,
        origin: sql`excluded.origin`,
        by: sql`excluded.by`,
        at: sql`excluded.at`,
      },
    });
}
