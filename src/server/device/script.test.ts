import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { reportScript } from './script';

/**
 * The served script under plain sh, with only the tools a test gives it, against a stand-in of the shop's
 * endpoint.
 */
let server: Server;
let origin = '';
let posted: { url: string; names: string[]; files: Record<string, string> }[] = [];

beforeAll(async () => {
  server = createServer((request, response) => {
    const chunks: Buffer[] = [];
    request
      .on('data', (chunk: Buffer) => chunks.push(chunk))
      .on('end', async () => {
        const form = await new Response(Buffer.concat(chunks), {
          headers: { 'content-type': request.headers['content-type']! },
        }).formData();
        const files = form.getAll('file') as File[];
        posted.push({
          url: request.url!,
          names: files.map((file) => file.name),
          files: Object.fromEntries(
            await Promise.all(files.map(async (file) => [file.name, await file.text()])),
          ),
        });
        response.end('WQ-0001: taken in\n');
      });
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  origin = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
});
afterAll(() => server.close());

const BASE = ['sh', 'id', 'mktemp', 'rm', 'head', 'cat', 'timeout', 'basename', 'printf', 'sleep'];

function run(tools: Record<string, string>, real: string[]): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'omnitrope-script-'));
  mkdirSync(join(folder, 'bin'));
  for (const name of [...BASE, ...real]) symlinkSync(`/usr/bin/${name}`, join(folder, 'bin', name));
  for (const [name, body] of Object.entries(tools)) {
    writeFileSync(join(folder, 'bin', name), `#!/usr/bin/sh\n${body}\n`);
    chmodSync(join(folder, 'bin', name), 0o755);
  }
  // the script adds the system folders to PATH: a stand-in that is not there must not be found in them either
  const script = reportScript(origin, 'a-token', 'WQ-0001')
    .replaceAll('/usr/sbin', '/nowhere')
    .replaceAll('/sbin', '/nowhere');
  posted = [];
  return new Promise((resolve) => {
    const child = spawn('/usr/bin/sh', [], {
      env: { PATH: join(folder, 'bin'), TMPDIR: folder } as unknown as NodeJS.ProcessEnv,
    });
    let out = '';
    child.stdout.on('data', (chunk: Buffer) => (out += chunk));
    child.stderr.on('data', (chunk: Buffer) => (out += chunk));
    child.on('close', () => resolve(out));
    child.stdin.end(script);
  });
}

const LSCPU = `cat <<'X'\n{"lscpu":[{"field":"Model name:","data":"Corvid C4"}]}\nX`;

describe('the script a unit runs', () => {
  // lines as dumpe2fs 1.47, ntfsinfo 2022.10 and fsck.fat 4.2 print them
  const EXT = `printf 'Block count:              65536\\nReserved block count:     3276\\nFree blocks:              56023\\nBlock size:               1024\\n'`;
  const NTFS = `printf '\\tSector Size: 512\\n\\tCluster Size: 4096\\n\\tVolume Size in Clusters: 16383\\n\\tFree Clusters: 15758 (96.2%%)\\n'`;
  const FAT = `printf '      2048 bytes per cluster\\n         4 reserved sectors\\n/dev/sda1: 3 files, 12/32695 clusters\\n'`;
  const lsblk = (lines: string) =>
    `case "$1" in -rno) printf '${lines}' ;; *) echo '{"blockdevices":[]}' ;; esac`;
  it('says what is used of file systems that are not mounted, and mounts none', async () => {
    const tools = {
      lsblk: lsblk(
        '/dev/sda  \\n/dev/sda1 vfat \\n/dev/sda2 ntfs \\n/dev/sda3 ext4 \\n/dev/sda4 ext4 /home\\n/dev/sda5 BitLocker \\n/dev/sda6 swap [SWAP]\\n',
      ),
      dumpe2fs: EXT,
      ntfsinfo: NTFS,
      'fsck.fat': FAT,
    };
    await run(tools, ['curl', 'sed']);
    // 12 x 2,048; (16,383 - 15,758) x 4,096; (65,536 - 56,023) x 1,024
    expect(posted[0].files['used.txt']).toBe('/dev/sda1 24576\n/dev/sda2 2560000\n/dev/sda3 9741312\n');
  });
  it('says nothing of them where a tool is missing, fails, or prints something else', async () => {
    const lines = '/dev/sda1 vfat \\n/dev/sda2 ntfs \\n/dev/sda3 ext4 \\n';
    await run({ lsblk: lsblk(lines), ntfsinfo: 'exit 1', 'fsck.fat': 'echo nothing to see' }, [
      'curl',
      'sed',
    ]);
    expect(posted[0].names).toEqual(['lsblk.json']);
  });
  it('posts what is installed, says what is not', async () => {
    const out = await run({ lscpu: LSCPU, upower: 'echo "Device: /org/x"' }, ['curl']);
    expect(out).toContain('lshw: not installed');
    expect(out).toContain('lscpu.json: read');
    expect(out).toContain('WQ-0001: taken in');
    expect(posted).toEqual([
      expect.objectContaining({ url: '/r/a-token', names: ['lscpu.json', 'upower.txt'] }),
    ]);
    expect(JSON.parse(posted[0].files['lscpu.json'])).toHaveProperty('lscpu');
  });
  it('works with wget where there is no curl', async () => {
    const { existsSync } = await import('node:fs');
    if (!existsSync('/usr/bin/wget')) return;
    const out = await run({ lscpu: LSCPU }, ['wget']);
    expect(out).toContain('WQ-0001: taken in');
    expect(posted[0].names).toEqual(['lscpu.json']);
  });
  it('an instrument that fails or says nothing is left out, and hinders no other', async () => {
    const out = await run({ lscpu: LSCPU, dmidecode: 'echo broken >&2; exit 1', sensors: 'true' }, ['curl']);
    expect(out).toContain('dmidecode.txt: nothing read');
    expect(posted[0].names).toEqual(['lscpu.json']);
  });
  it('without curl and wget says what to do instead', async () => {
    const out = await run({ lscpu: LSCPU }, []);
    expect(out).toContain('copy the files by hand');
    expect(posted).toEqual([]);
  });
});
