// Aggregates of the shop, and parts of the core, do not import each other in a circle: folders are looked at,
// not files, and tests and imports of types alone are left out. And no folder holds more than sixteen files, tests
// apart; and every function and constant the core offers says what it is, and what it throws. Ends with 1 and what was
// found.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { cruise } from 'dependency-cruiser';

const ROOTS = ['src/core', 'src/shop'];
const { output } = await cruise(ROOTS, {
  tsPreCompilationDeps: true,
  doNotFollow: { path: 'node_modules' },
  tsConfig: { fileName: 'tsconfig.json' },
  exclude: { path: '\\.test\\.tsx?$' },
  enhancedResolveOptions: { extensions: ['.ts', '.tsx'] },
});
const { modules } = output;

/** "src/shop/lots/commands.ts" in src/shop: "lots"; a file at the top is a place of its own. */
const placeOf = (file, root) =>
  file.startsWith(`${root}/`) ? file.slice(root.length + 1).split('/')[0] : null;

let found = 0;
let looked = 0;
for (const root of ROOTS) {
  const to = new Map();
  for (const { source, dependencies } of modules) {
    const from = placeOf(source, root);
    if (!from) continue;
    for (const { resolved, dependencyTypes } of dependencies) {
      const place = placeOf(resolved, root);
      if (!place || place === from || dependencyTypes.includes('type-only')) continue;
      if (!to.has(from)) to.set(from, new Map());
      to.get(from).set(place, `${source} -> ${resolved}`);
      looked++;
    }
  }
  const reaches = (from, goal, seen = new Set()) =>
    [...(to.get(from)?.keys() ?? [])].some(
      (next) => next === goal || (!seen.has(next) && reaches(next, goal, seen.add(next))),
    );
  for (const [from, places] of to)
    for (const [place, example] of places)
      if (reaches(place, from)) {
        found++;
        console.error(`${root}: ${from} and ${place} import each other: ${example}`);
      }
}
const MOST_FILES = 16;
const SOURCE = /(?<!\.test|\.d)\.tsx?$/;
function* foldersOf(folder) {
  const entries = readdirSync(folder, { withFileTypes: true });
  yield { folder, files: entries.filter((entry) => entry.isFile() && SOURCE.test(entry.name)).length };
  for (const entry of entries) if (entry.isDirectory()) yield* foldersOf(join(folder, entry.name));
}
for (const { folder, files } of foldersOf('src'))
  if (files > MOST_FILES) {
    found++;
    console.error(`${folder} holds ${files} files: ${MOST_FILES} are the most`);
  }

function* filesIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true }))
    if (entry.isDirectory()) yield* filesIn(join(folder, entry.name));
    else if (SOURCE.test(entry.name)) yield join(folder, entry.name);
}
// letters have the sizes of the scale in globals.css, and no others
for (const file of [...filesIn('src/ui'), ...filesIn('src/app')])
  for (const [size] of readFileSync(file, 'utf8').matchAll(/\btext-\[[\d.]+(?:px|rem|em)\]/g)) {
    found++;
    console.error(`${file}: ${size} is no size of the scale`);
  }

let told = 0;
for (const file of filesIn('src/core')) {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  for (const statement of source.statements) {
    const offered = statement.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);
    if (!offered || ts.isInterfaceDeclaration(statement) || ts.isTypeAliasDeclaration(statement)) continue;
    const before = source.text.slice(statement.getFullStart(), statement.getStart(source));
    const name = statement.name?.text ?? statement.declarationList?.declarations[0].name.getText(source);
    told++;
    if (!before.includes('/**')) {
      found++;
      console.error(`${file}: ${name} does not say what it is`);
    } else if (/\bthrow\b/.test(statement.getText(source)) && !before.includes('@throws')) {
      found++;
      console.error(`${file}: ${name} does not say what it throws`);
    }
  }
}
if (looked < 100 || told < 300) {
  console.error(`only ${looked} imports and ${told} exports were looked at: the check itself is broken`);
  process.exit(1);
}
if (found) process.exit(1);
console.log(`no circles between the folders of ${ROOTS.join(' and ')} (${looked} imports)`);
