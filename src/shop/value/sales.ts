import { createHash } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { PART_CLASSES } from '@/core/catalogue';
import { factsOfPart } from '@/core/parts/facts';
import type { PastSale } from '@/core/value/learn';
import type { PartSale } from '@/core/value/looseParts';
import type { Database, Transaction } from '@/db/client';
import { components, partSales, pastImports, pastSales, sales, units } from '@/db/schema';

/** A sale prices are learnt from, and where it is found. */
export interface FoundSale extends PastSale {
  /** Tag of the unit, or the line of its file. */
  at: string;
  unit: string | null;
  called: string;
}

/** A table of prices in short: another one, and what was learnt over it is learnt again. */
export const tableMark = (prices: object): string =>
  createHash('sha256').update(JSON.stringify(prices)).digest('hex').slice(0, 16);

/** All the shop knows of what machines fetched: its own sales, then those from elsewhere that were not taken back. */
export async function salesKnown(tx: Transaction | Database): Promise<FoundSale[]> {
  const own = await tx
    .select({
      tag: units.tag,
      called: sql<string>`btrim(${units.maker} || ' ' || ${units.model})`,
      day: sales.soldOn,
      minor: sales.priceMinor,
      channel: sales.channel,
      as: sales.listedAs,
      figures: sales.figures,
    })
    .from(sales)
    .innerJoin(units, eq(units.id, sales.unitId))
    .orderBy(sales.soldOn, units.tag);
  const elsewhere = await tx
    .select({
      name: pastImports.name,
      weight: pastImports.weight,
      line: pastSales.line,
      day: pastSales.day,
      minor: pastSales.priceMinor,
      spec: pastSales.spec,
      called: pastSales.called,
    })
    .from(pastSales)
    .innerJoin(pastImports, and(eq(pastImports.id, pastSales.importId), isNull(pastImports.takenBackAt)))
    .orderBy(pastSales.id);
  return [
    ...own.flatMap(({ tag, called, day, minor, channel, as, figures }): FoundSale[] =>
      // what was sold before figures were kept says nothing of what it was
      figures && minor > 0 ? [{ ...figures.spec, channel, as, day, minor, at: tag, unit: tag, called }] : [],
    ),
    ...elsewhere.map(({ name, weight, line, day, minor, spec, called }): FoundSale => ({
      ...spec,
      day,
      minor,
      weight,
      at: `${name}, line ${line}`,
      unit: null,
      called,
    })),
  ];
}

/** Loose parts that were sold, as what they were. */
export async function partSalesKnown(tx: Transaction | Database): Promise<PartSale[]> {
  const rows = await tx
    .select({
      class: components.class,
      name: components.name,
      attributes: components.attributes,
      day: partSales.soldOn,
      minor: partSales.priceMinor,
    })
    .from(partSales)
    .innerJoin(components, eq(components.id, partSales.componentId))
    .orderBy(partSales.soldOn, components.code);
  return rows.flatMap(({ day, minor, ...row }): PartSale[] => {
    const own = PART_CLASSES.find((each) => each === row.class);
    if (!own) return [];
    const facts = factsOfPart(row);
    const number = (key: string) => (typeof facts[key] === 'number' ? facts[key] : null);
    const kind = facts.kind === 'disk' || facts.kind === 'solid' ? facts.kind : null;
    return [{ class: own, gb: number('gb'), driveKind: own === 'drive' ? kind : null, level: number('level'), health: number('health'), day, minor }]; // prettier-ignore
  });
}
