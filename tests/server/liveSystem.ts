import { execFile } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { afterEach } from 'vitest';
import { database } from '@/db/client';
import { erasureRuns } from '@/db/schema';

export const MB = 1024 * 1024;

/** Folders as a live system shows them, with drives that are files. */
const made: string[] = [];
afterEach(() => made.splice(0).forEach((dir) => rmSync(dir, { recursive: true, force: true })));
export function bench(
  drives: {
    name: string;
    serial: string;
    size: number;
    removable?: boolean;
    parts?: string[];
    /** It hangs on a bridge: what the kernel shows is the bridge's own. */
    usb?: boolean;
  }[],
  more: { mounts?: string; swaps?: string; cmdline?: string; holders?: string } = {},
) {
  const root = mkdtempSync(join(tmpdir(), 'omni-erase-'));
  made.push(root);
  for (const folder of ['dev', 'proc', 'bin', 'sys/block'])
    mkdirSync(join(root, folder), { recursive: true });
  const dev = join(root, 'dev');
  for (const { name, serial: own, size, removable, usb, parts = [] } of drives) {
    const shown = join(root, 'sys/block', name);
    const sys = usb ? join(root, 'sys/devices/usb2', name) : shown;
    mkdirSync(join(sys, 'device'), { recursive: true });
    writeFileSync(join(sys, 'size'), `${size / 512}\n`);
    writeFileSync(join(sys, 'removable'), removable ? '1\n' : '0\n');
    writeFileSync(join(sys, 'device/serial'), `${own}\n`);
    writeFileSync(join(sys, 'device/model'), 'Basalt 320\n');
    if (usb) symlinkSync(sys, shown);
    for (const part of parts) mkdirSync(join(sys, part), { recursive: true });
    if (more.holders) mkdirSync(join(sys, parts[0], 'holders', more.holders), { recursive: true });
    // nothing of it is empty to begin with
    writeFileSync(join(dev, name), Buffer.alloc(size, 0xa5));
  }
  const placed = (text = '') => text.replaceAll('DEV', dev);
  writeFileSync(join(root, 'proc/mounts'), placed(more.mounts));
  writeFileSync(join(root, 'proc/swaps'), placed(more.swaps));
  writeFileSync(join(root, 'proc/cmdline'), placed(more.cmdline));
  return { root, dev, drive: (name: string) => readFileSync(join(dev, name)) };
}

export type LiveSystem = ReturnType<typeof bench>;

/** A tool that notes what it was called with, and does what it says, or refuses. */
export function tool(root: string, name: string, does: string) {
  writeFileSync(join(root, 'bin', name), `#!/bin/sh\necho "$@" >> ${join(root, 'called')}\n${does}\n`);
  chmodSync(join(root, 'bin', name), 0o755);
}
export const called = (root: string) => readFileSync(join(root, 'called'), 'utf8').trim().split('\n');

/** A dd that fails where a range was planted: bad sectors, for writing, reading, or both. */
export function plant(root: string, from: number, to: number, ways: 'write' | 'read' | 'lies') {
  writeFileSync(
    join(root, 'bin/dd'),
    `#!/bin/sh
bs=512; at=0; count=1; of=; for word in "$@"; do case "$word" in
  bs=1M) bs=1048576 ;; bs=*) bs=\${word#bs=} ;; seek=*) at=\${word#seek=}; of=1 ;; skip=*) at=\${word#skip=} ;; count=*) count=\${word#count=} ;; esac; done
low=$((at * bs / 512)); high=$(((at + count) * bs / 512))
if [ "$low" -lt ${to} ] && [ "$high" -gt ${from} ]; then
  case ${ways} in write) [ -n "$of" ] && exit 1 ;; read) [ -z "$of" ] && exit 1 ;; lies) [ -n "$of" ] && exit 0 ;; esac
fi
exec /bin/dd "$@"
`,
  );
  chmodSync(join(root, 'bin/dd'), 0o755);
}

export function runScript(origin: string, token: string, place: LiveSystem, typed: string) {
  const tty = join(place.root, 'tty');
  writeFileSync(tty, typed + '\n');
  return fetch(`${origin}/e/${token}`)
    .then((answer) => answer.text())
    .then((text) => {
      const file = join(place.root, 'erase.sh');
      writeFileSync(file, text);
      return new Promise<{ code: number; out: string }>((resolve) => {
        execFile(
          'sh',
          [file],
          {
            env: {
              ...process.env,
              PATH: `${join(place.root, 'bin')}:${process.env.PATH}`,
              OMNI_SYS: join(place.root, 'sys'),
              OMNI_DEV: place.dev,
              OMNI_PROC: join(place.root, 'proc'),
              OMNI_TTY: tty,
              OMNI_EVERY: '0.1',
              OMNI_CHUNK: '2',
            },
            timeout: 50_000,
          },
          (error, out, err) => resolve({ code: error ? Number(error.code ?? 1) : 0, out: out + err }),
        );
      });
    });
}
export const untilTyped = async (id: string) => {
  for (let n = 0; n < 200; n++) {
    const [row] = await database().select().from(erasureRuns).where(eq(erasureRuns.id, id));
    if (row.state === 'typed') return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('nobody typed it');
};
