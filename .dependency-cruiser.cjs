/** Imports run downwards only: app -> ui, shop; shop -> core, catalog, formats, db, server; ui -> core, catalog, device; workers -> ask, pictures, core; device -> core; catalog, formats -> core; core -> nothing. */
const only = (from, to) => ({
  name: `${from}-imports-only-what-lies-below`,
  severity: 'error',
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^src/', pathNot: `^src/(${[from, ...to].join('|')})(/|\\.ts$)` },
});

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'the-runner-is-known-to-no-aggregate',
      severity: 'error',
      from: { path: '^src/shop/[^/]+/', pathNot: '(\\.test\\.ts|/importAll\\.ts)$' },
      to: { path: '^src/shop/runner\\.ts$' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      // but for libraries of plain arithmetic, a solver among them
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot: 'node_modules/(simple-statistics|ml-matrix|highs)/',
      },
    },
    {
      name: 'catalog-is-plain-data',
      severity: 'error',
      from: { path: '^src/catalog/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    {
      name: 'ui-has-no-data-access',
      severity: 'error',
      from: { path: '^src/ui/' },
      to: { path: 'node_modules/(pg|drizzle-orm|pino|sharp|better-auth)/' },
    },
    {
      name: 'nothing-in-src-imports-tests',
      severity: 'error',
      from: { path: '^src/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^(tests|bench|scripts)/' },
    },
    only('core', []),
    only('catalog', ['core']),
    only('formats', ['core']),
    only('words', ['core', 'catalog', 'shapes']),
    only('selftest', ['core', 'catalog']),
    only('shapes', ['core']),
    only('db', ['core', 'log']),
    only('device', ['core']),
    only('ui', ['core', 'catalog', 'words', 'shapes', 'device']),
    only('pictures', ['errors']),
    only('ask', ['core', 'catalog', 'formats', 'shapes', 'words', 'errors']),
    only('workers', ['core', 'catalog', 'formats', 'ask', 'pictures', 'errors']),
    only('shop', ['core', 'catalog', 'formats', 'shapes', 'words', 'db', 'workers', 'errors', 'log']),
    only('server', ['core', 'catalog', 'formats', 'db', 'shop', 'workers', 'pictures', 'errors', 'log']),
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    exclude: { path: '\\.next|src/db/migrations' },
  },
};
