import { existsSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { databaseUrl } from '@/db/client';
import { signedIn } from '../tests/browser/http';
import { startServer } from '../tests/browser/shop.setup';

/**
 * JavaScript of a first load of each main view, compressed (gzip, the server's own level): every script its
 * page names. Wants DATABASE_URL, OMNITROPE_DEMO_PASSWORD and BETTER_AUTH_SECRET of a furnished shop.
 */
if (!existsSync('.next/BUILD_ID')) throw new Error('no build: run "npx next build" first');
const server = process.env.OMNITROPE_BENCH_URL
  ? { url: process.env.OMNITROPE_BENCH_URL, process: null }
  : await startServer(databaseUrl());
const caller = await signedIn(server.url, 'bench-a@saltmarsh.example', process.env.OMNITROPE_DEMO_PASSWORD!);
const sizes = new Map<string, number>();
for (const path of [
  '/',
  '/lots/WQ-3',
  '/u/WQ-0007',
  '/u/WQ-0007/look',
  '/u/WQ-0007/machine',
  '/u/WQ-0002/work',
  '/u/WQ-0015/prove',
  '/u/WQ-0015/shelf',
  '/books',
]) {
  const html = await (await caller.get(path)).text();
  const scripts = [
    ...new Set(
      [...html.matchAll(/<script[^>]+src="([^"]+\.js[^"]*)"(?![^>]*nomodule)/gi)].map((match) => match[1]),
    ),
  ];
  let total = 0;
  for (const script of scripts) {
    if (!sizes.has(script))
      sizes.set(script, gzipSync(Buffer.from(await (await fetch(server.url + script)).arrayBuffer())).length);
    total += sizes.get(script)!;
  }
  console.log(`${path.padEnd(20)} ${scripts.length} scripts, ${(total / 1000).toFixed(0)} kB compressed`);
}
server.process?.kill('SIGTERM');
process.exit(0);
