import { execFile, spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { eq } from 'drizzle-orm';
import { afterEach } from 'vitest';
import { database } from '@/db/client';
import { erasureRuns } from '@/db/schema';
import { GET as script } from '@/app/e/[token]/route';
import { GET as word, POST as progress } from '@/app/e/[token]/at/route';
import { POST as serial } from '@/app/e/[token]/serial/route';
import { GET as places } from '@/app/e/[token]/places/route';
import { GET as proof } from '@/app/e/[token]/proof/route';
import { POST as end } from '@/app/e/[token]/end/route';
import { goodEnd } from './goodEnd';
import { oddDisk, type Odd } from './oddDisk';

const exec = promisify(execFile);

export const MB = 1024 * 1024;

/** Loop devices can be made here: the script is tried on block devices, and on nothing else. */
export const blockDevices = (() => {
  const probe = spawnSync('losetup', ['-f'], { encoding: 'utf8' });
  const can = process.getuid?.() === 0 && probe.status === 0;
  if (!can) console.warn('no loop devices can be made here: erasures on block devices are not tried');
  return can;
})();

const made: { root: string; loops: string[]; odd: ReturnType<typeof oddDisk>[] }[] = [];
afterEach(async () => {
  for (const { root, loops, odd } of made.splice(0)) {
    for (const loop of loops) spawnSync('losetup', ['-d', loop]);
    for (const disk of odd) await disk.away();
    rmSync(root, { recursive: true, force: true });
  }
});

interface DriveShown {
  name: string;
  serial: string;
  size: number;
  removable?: boolean;
  parts?: string[];
  /** It hangs on a bridge: what the kernel shows is the bridge's own. */
  usb?: boolean;
  /** How it goes wrong. */
  odd?: Omit<Odd, 'size'>;
}

/**
 * Folders as a live system shows them, with drives that are loop devices: nodes of their own in its `dev`, over files
 * in `images` that hold 0xa5 throughout to begin with.
 */
export async function bench(
  drives: DriveShown[],
  more: { mounts?: string; swaps?: string; cmdline?: string; holders?: string } = {},
) {
  const root = mkdtempSync(join(tmpdir(), 'omni-erase-'));
  const own = { root, loops: [] as string[], odd: [] as ReturnType<typeof oddDisk>[] };
  made.push(own);
  for (const folder of ['dev', 'proc', 'bin', 'images', 'sys/block', 'sys/dev/block'])
    mkdirSync(join(root, folder), { recursive: true });
  const dev = join(root, 'dev');
  const oddOf = new Map<string, ReturnType<typeof oddDisk>>();
  for (const { name, serial, size, removable, usb, parts = [], odd } of drives) {
    const shown = join(root, 'sys/block', name);
    const sys = usb ? join(root, 'sys/devices/usb2', name) : shown;
    for (const folder of ['device', 'queue']) mkdirSync(join(sys, folder), { recursive: true });
    writeFileSync(join(sys, 'size'), `${size / 512}\n`);
    writeFileSync(join(sys, 'diskseq'), `${drives.findIndex((drive) => drive.name === name) + 7}\n`);
    writeFileSync(join(sys, 'queue/logical_block_size'), '512\n');
    writeFileSync(join(sys, 'removable'), removable ? '1\n' : '0\n');
    writeFileSync(join(sys, 'device/serial'), `${serial}\n`);
    writeFileSync(join(sys, 'device/model'), 'Basalt 320\n');
    if (usb) symlinkSync(sys, shown);
    for (const part of parts) mkdirSync(join(sys, part), { recursive: true });
    if (more.holders) mkdirSync(join(sys, parts[0], 'holders', more.holders), { recursive: true });
    let image = join(root, 'images', name);
    if (odd) {
      const disk = oddDisk({ size, ...odd });
      own.odd.push(disk);
      oddOf.set(name, disk);
      image = disk.file;
    } else writeFileSync(image, Buffer.alloc(size, 0xa5));
    const loop = (await exec('losetup', ['-f', '--show', image])).stdout.trim();
    own.loops.push(loop);
    // the loop driver must not ask for more at once than what lies below takes: it would hide its errors
    if (odd) writeFileSync(`/sys/block/${loop.slice(5)}/queue/max_sectors_kb`, '32');
    const number = (await exec('stat', ['-c', '%t %T', loop])).stdout.trim().split(' ');
    const [major, minor] = number.map((part) => parseInt(part, 16));
    spawnSync('mknod', [join(dev, name), 'b', String(major), String(minor)]);
    symlinkSync(sys, join(root, 'sys/dev/block', `${major}:${minor}`));
  }
  const placed = (text = '') => text.replaceAll('DEV', dev);
  writeFileSync(join(root, 'proc/mounts'), placed(more.mounts));
  writeFileSync(join(root, 'proc/swaps'), placed(more.swaps));
  writeFileSync(join(root, 'proc/cmdline'), placed(more.cmdline));
  return {
    root,
    dev,
    image: (name: string) => join(root, 'images', name),
    sys: (name: string) => join(root, 'sys/block', name),
    loops: own.loops,
    drive: (name: string) => oddOf.get(name)?.held ?? readFileSync(join(root, 'images', name)),
  };
}

export type LiveSystem = Awaited<ReturnType<typeof bench>>;

/** A tool that notes what it was called with, and does what it says, or refuses. */
export function tool(root: string, name: string, does: string) {
  writeFileSync(join(root, 'bin', name), `#!/bin/sh\necho "$@" >> ${join(root, 'called')}\n${does}\n`);
  chmodSync(join(root, 'bin', name), 0o755);
}
/** The drive is given to tools as it is open, not by its name. */
export const OPEN = 'the open drive';
export const called = (root: string) =>
  readFileSync(join(root, 'called'), 'utf8')
    .trim()
    .replaceAll(/\/proc\/\d+\/fd\/9/g, OPEN)
    .split('\n');

/** A dd that cannot read a range, or says that it has written it and has not. */
export function plant(root: string, from: number, to: number, ways: 'read' | 'lies') {
  writeFileSync(
    join(root, 'bin/dd'),
    `#!/bin/sh
bs=512; at=0; count=1; of=; for word in "$@"; do case "$word" in
  bs=1M) bs=1048576 ;; bs=*) bs=\${word#bs=} ;; seek=*) at=\${word#seek=}; of=1 ;; skip=*) at=\${word#skip=} ;; count=*) count=\${word#count=} ;; esac; done
low=$((at * bs / 512)); high=$(((at + count) * bs / 512))
if [ "$low" -lt ${to} ] && [ "$high" -gt ${from} ]; then
  case ${ways} in read) [ -z "$of" ] && exit 1 ;; lies) [ -n "$of" ] && exit 0 ;; esac
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
            timeout: 150_000,
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

/** What the script of an erasure asks for. */
export const eraseRoutes = {
  GET: { '': script, at: word, places, proof },
  POST: { at: progress, serial, end },
};

/** A script that says it is through, with everything in order, or as it is told. */
export async function saysThrough(
  origin: string,
  token: string,
  id: string,
  more: { result?: Record<string, unknown>; proof?: string } = {},
) {
  const [run] = await database().select().from(erasureRuns).where(eq(erasureRuns.id, id));
  const sectors = run.seen?.sectors ?? 2048;
  // no drive writes and reads back a megabyte in less, and the shop knows it
  await new Promise((resolve) => setTimeout(resolve, 40));
  return fetch(`${origin}/e/${token}/end`, {
    method: 'POST',
    body: JSON.stringify(goodEnd(run, sectors, more)),
  });
}
