// Runs a TypeScript entry as one bundled file: node scripts/bundled.mjs ENTRY [ARGS]; with --only it makes
// the file and runs nothing. The bundle is made again when a source is newer.
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
const only = process.argv[2] === '--only';
const [entry, ...args] = process.argv.slice(only ? 3 : 2);
const file = join(root, '.bundles', entry.replaceAll('/', '-').replace(/\.ts$/, '.mjs'));
const inputs = `${file}.inputs.json`;

/** Every source of the last bundle is there and none is newer. */
function fresh() {
  if (!existsSync(file) || !existsSync(inputs)) return false;
  const made = statSync(file).mtimeMs;
  return JSON.parse(readFileSync(inputs, 'utf8')).every(
    (path) => existsSync(join(root, path)) && statSync(join(root, path)).mtimeMs < made,
  );
}

if (!fresh()) {
  const { build } = await import('esbuild');
  const { renameSync, writeFileSync } = await import('node:fs');
  // another one may be about to run it: it is there whole or not at all
  const made = `${file}.${process.pid}.mjs`;
  const result = await build({
    entryPoints: [join(root, entry)],
    outfile: made,
    absWorkingDir: root,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    metafile: true,
    logLevel: 'warning',
    alias: { '@': join(root, 'src') },
    packages: 'external',
    jsx: 'automatic',
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
  });
  renameSync(made, file);
  writeFileSync(
    `${inputs}.${process.pid}`,
    JSON.stringify(Object.keys(result.metafile.inputs).filter((path) => !path.startsWith('node_modules'))),
  );
  renameSync(`${inputs}.${process.pid}`, inputs);
}
if (!only) {
  process.argv = [process.argv[0], file, ...args];
  await import(pathToFileURL(file).href);
}
