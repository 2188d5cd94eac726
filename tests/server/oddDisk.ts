import { execFile, spawnSync } from 'node:child_process';
import { close, mkdtempSync, openSync, read, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';

const exec = promisify(execFile);

/** How a drive goes wrong. Bytes. */
export interface Odd {
  size: number;
  /** It refuses to be written here, and still reads what was there. */
  refuses?: readonly [number, number];
  /** It holds only so much: what lies beyond is the beginning again. */
  wraps?: number;
  /** It says that it has written here, and has not. */
  lies?: readonly [number, number];
}

const EIO = -5;
const ENOSYS = -38;
const FILE = 2n;
const within = ([from, to]: readonly [number, number] = [0, 0], at: number, many: number) =>
  at < to && at + many > from;

/**
 * A file system of one file, `/disk`, that goes wrong as it is told: under a loop device it is a drive that does. It
 * speaks the kernel's FUSE protocol, version 7, as far as a loop device asks (structures of linux/fuse.h, from memory).
 * @returns the file, what it holds, and how it is taken away again
 */
export function oddDisk(odd: Odd) {
  const held = Buffer.alloc(odd.wraps ?? odd.size, 0xa5);
  const folder = mkdtempSync(join(tmpdir(), 'omni-odd-'));
  const fuse = openSync('/dev/fuse', 'r+');
  const attr = (out: Buffer, at: number, ino: bigint) => {
    out.writeBigUInt64LE(ino, at);
    out.writeBigUInt64LE(BigInt(ino === FILE ? odd.size : 4096), at + 8);
    out.writeUInt32LE(ino === FILE ? 0o100600 : 0o40700, at + 60);
    out.writeUInt32LE(1, at + 64);
    out.writeUInt32LE(4096, at + 80);
  };
  const answer = (unique: bigint, error: number, body = Buffer.alloc(0)) => {
    const head = Buffer.alloc(16);
    head.writeUInt32LE(16 + body.length, 0);
    head.writeInt32LE(error, 4);
    head.writeBigUInt64LE(unique, 8);
    try {
      writeSync(fuse, Buffer.concat([head, body]));
    } catch {
      // the kernel gave the request up meanwhile
    }
  };
  const slot = (at: number) => (odd.wraps ? at % odd.wraps : at);
  function serve(code: number, unique: bigint, node: bigint, body: Buffer): void {
    if (code === 26) {
      // INIT: no more than 64 kB at once
      const out = Buffer.alloc(64);
      out.writeUInt32LE(7, 0);
      out.writeUInt32LE(31, 4);
      out.writeUInt32LE(65_536, 8);
      out.writeUInt32LE(body.readUInt32LE(12) & ((1 << 5) | 1), 12);
      out.writeUInt16LE(12, 16);
      out.writeUInt16LE(9, 18);
      out.writeUInt32LE(65_536, 20);
      out.writeUInt32LE(1, 24);
      answer(unique, 0, out);
    } else if (code === 1) {
      const out = Buffer.alloc(128);
      out.writeBigUInt64LE(FILE, 0);
      attr(out, 40, FILE);
      answer(unique, 0, out);
    } else if (code === 3 || code === 4) {
      const out = Buffer.alloc(104);
      attr(out, 16, node);
      answer(unique, 0, out);
    } else if (code === 14 || code === 27) {
      // past the cache: what is read is what the drive holds, not what was written to it
      const out = Buffer.alloc(16);
      out.writeUInt32LE(1, 8);
      answer(unique, 0, out);
    } else if (code === 15) {
      const at = Number(body.readBigUInt64LE(8));
      const many = body.readUInt32LE(16);
      const out = Buffer.alloc(Math.max(0, Math.min(many, odd.size - at)));
      for (let n = 0; n < out.length; n += 512) held.copy(out, n, slot(at + n), slot(at + n) + 512);
      answer(unique, 0, out);
    } else if (code === 16) {
      const at = Number(body.readBigUInt64LE(8));
      const many = body.readUInt32LE(16);
      if (odd.refuses && within(odd.refuses, at, many)) return answer(unique, EIO);
      for (let n = 0; n < many; n += 512)
        if (!within(odd.lies, at + n, 512)) body.copy(held, slot(at + n), 40 + n, 40 + n + 512);
      const out = Buffer.alloc(8);
      out.writeUInt32LE(many, 0);
      answer(unique, 0, out);
    } else if (code === 17) answer(unique, 0, Buffer.alloc(80));
    else if ([18, 20, 25, 29, 30].includes(code)) answer(unique, 0);
    else if (code !== 2 && code !== 36 && code !== 42) answer(unique, ENOSYS);
  }
  const room = Buffer.alloc(160 * 1024);
  const listen = () =>
    read(fuse, room, 0, room.length, null, (error, bytes) => {
      if (error) {
        if (error.code === 'EINTR' || error.code === 'EAGAIN' || error.code === 'ENOENT') listen();
        return;
      }
      serve(
        room.readUInt32LE(4),
        room.readBigUInt64LE(8),
        room.readBigUInt64LE(16),
        Buffer.from(room.subarray(40, bytes)),
      );
      listen();
    });
  const mounted = spawnSync(
    'mount',
    ['-i', '-t', 'fuse', '-o', 'fd=3,rootmode=40000,user_id=0,group_id=0', 'odd', folder],
    { stdio: ['ignore', 'ignore', 'pipe', fuse] },
  );
  if (mounted.status !== 0) throw new Error(`the odd disk was not mounted: ${String(mounted.stderr)}`);
  listen();
  return {
    file: join(folder, 'disk'),
    held,
    async away() {
      await exec('umount', ['-l', folder]).catch(() => null);
      close(fuse, () => rmSync(folder, { recursive: true, force: true }));
    },
  };
}
