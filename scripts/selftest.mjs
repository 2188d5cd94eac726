// The one script and the style of the test page: node scripts/selftest.mjs. Old machines open it, so it is plain ES2019.
import { mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
mkdirSync(join(root, '.bundles'), { recursive: true });
const built = {
  absWorkingDir: root,
  bundle: true,
  minify: true,
  charset: 'utf8',
  logLevel: 'warning',
  alias: { '@': join(root, 'src') },
};
await build({
  ...built,
  entryPoints: [join(root, 'src/selftest/main.ts')],
  outfile: join(root, '.bundles/selftest.js'),
  platform: 'browser',
  format: 'iife',
  target: 'es2019',
});
await build({
  ...built,
  entryPoints: [join(root, 'src/selftest/style.css')],
  outfile: join(root, '.bundles/selftest.css'),
  target: 'chrome80',
});
