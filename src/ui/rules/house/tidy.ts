import type { HouseTables } from '@/core/house/tables';

/** A text field left empty means left out: optional words must not arrive as "". */
export function tidy(tables: HouseTables): HouseTables {
  return {
    ...tables,
    rubric: {
      ...tables.rubric,
      tests: tables.rubric.tests.map(({ how, ...test }) => (how ? { ...test, how } : test)),
    },
  };
}
