// npm run licences: what ships with the shop, with version and licence, from the lock file. Development
// packages are left out.
import { readFileSync } from 'node:fs';

const { packages } = JSON.parse(readFileSync(new URL('../package-lock.json', import.meta.url), 'utf8'));
const shipped = new Map();
for (const [path, entry] of Object.entries(packages)) {
  if (path === '' || entry.dev || entry.devOptional) continue;
  const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
  shipped.set(`${name} ${entry.version}`, entry.license ?? licenceOf(path));
}

/** Not every package tells the lock file. */
function licenceOf(path) {
  try {
    const { license, licenses } = JSON.parse(
      readFileSync(new URL(`../${path}/package.json`, import.meta.url), 'utf8'),
    );
    return license?.type ?? license ?? licenses?.map((one) => one.type).join(' OR ') ?? 'not stated';
  } catch {
    return 'not installed here';
  }
}

const lines = [...shipped].sort(([a], [b]) => a.localeCompare(b));
for (const [name, licence] of lines) console.log(`${name}\t${licence}`);
const kinds = new Map();
for (const [, licence] of lines) kinds.set(licence, (kinds.get(licence) ?? 0) + 1);
console.error(
  `${lines.length} packages: ${[...kinds]
    .sort((a, b) => b[1] - a[1])
    .map(([kind, n]) => `${n} ${kind}`)
    .join(', ')}`,
);
