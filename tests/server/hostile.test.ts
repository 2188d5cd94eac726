import type { ChildProcess } from 'node:child_process';
import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { components, defects, lots, units, work } from '@/db/schema';
import { catalogue } from '@/catalog';
import { makePerson } from '@/server/people';
import { historyFault } from '@/shop/history/verdict';
import { signedIn } from '../browser/http';
import { SECRET, startServer } from '../browser/shop.setup';
import { act, benchA, lotWith, openShop, owner } from './shop';
import { strangers, type Known, type Sent } from './strangers';
import { runs } from '../thorough';

process.env.BETTER_AUTH_SECRET = SECRET;
openShop('hostile');

const REQUESTS = Number(process.env.OMNITROPE_HOSTILE ?? runs(1_200, 500));
const SEED = 20261125;
const AT_ONCE = 8;
const PASSWORD = 'harbour lights';
const PAGES = ['', '/look', '/machine', '/work', '/prove', '/shelf', '/record', '/memory'];

let server: { url: string; process: ChildProcess };
let known: Known;
const cookies: Record<string, string> = { nobody: '' };

beforeAll(async () => {
  await lotWith(['laptop', 'desktop', 'small', 'aio', 'laptop', 'desktop'], { code: 'WQ-1' });
  await lotWith(['laptop'], { code: 'WQ-2' });
  const all = await database().select().from(units);
  for (const unit of all.slice(0, 3)) {
    await act(benchA, 'startWork', { unitId: unit.id, ref: 'reseat-memory' });
    await act(benchA, 'markDefect', {
      unitId: unit.id,
      surface: 'lid',
      kind: 'scratch',
      size: 1,
      x: 10,
      y: 10,
    }).catch(() => undefined);
  }
  for (const name of ['memory', 'drive', 'battery'])
    await act(owner, 'receivePart', { class: name, name, knownGood: true });
  const people = [];
  for (const n of [1, 2, 3])
    people.push(await makePerson(`Victim ${n}`, `victim-${n}@saltmarsh.example`, PASSWORD, 'technician'));
  for (const role of ['owner', 'technician', 'viewer'] as const)
    await makePerson(`A ${role}`, `${role}-of-tests@saltmarsh.example`, PASSWORD, role);
  server = await startServer(process.env.DATABASE_URL!);
  for (const role of ['owner', 'technician', 'viewer']) {
    const { cookie } = await signedIn(server.url, `${role}-of-tests@saltmarsh.example`, PASSWORD);
    cookies[role] = cookie;
  }
  const ids = async (table: typeof components | typeof work | typeof defects) =>
    (await database().select({ id: table.id }).from(table)).map((row) => row.id);
  const lotRows = await database().select().from(lots);
  known = {
    units: all.map((unit) => unit.id),
    tags: all.map((unit) => unit.tag),
    lots: lotRows.map((lot) => lot.id),
    lotCodes: lotRows.map((lot) => lot.code),
    parts: await ids(components),
    works: await ids(work),
    marks: [...(await ids(defects)), all[0].id],
    people,
    findings: catalogue.findings.map((finding) => finding.id),
    repairs: catalogue.repairs.map((repair) => repair.id),
  };
});
afterAll(() => void server?.process.kill('SIGTERM'));

/** As raw as it goes: a path is sent as it is, whatever it holds. */
function send({ method, path, body, headers, as }: Sent): Promise<{ status: number; text: string }> {
  const { hostname, port } = new URL(server.url);
  return new Promise((resolve, reject) => {
    const bytes = body === undefined ? undefined : Buffer.from(body as string);
    const outgoing = request(
      {
        hostname,
        port,
        method,
        path,
        headers: { cookie: cookies[as], ...headers, ...(bytes && { 'content-length': bytes.length }) },
      },
      (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text.length < 2_000 ? (text += chunk) : undefined));
        response.on('end', () => resolve({ status: response.statusCode ?? 0, text }));
      },
    );
    outgoing.on('error', (error) =>
      'code' in error && error.code === 'ECONNRESET'
        ? resolve({ status: 0, text: 'reset' })
        : reject(new Error(`${method} ${path.slice(0, 200)} (${path.length}): ${error.message}`)),
    );
    outgoing.setTimeout(30_000, () => outgoing.destroy(new Error(`no answer in 30 s: ${method} ${path}`)));
    outgoing.end(bytes);
  });
}

describe('what strangers send', () => {
  it(
    `${REQUESTS} requests over every command and route: none ends in an error of the server's, every page stays readable, the history whole`,
    { timeout: 900_000 },
    async () => {
      const all = strangers(known, REQUESTS, SEED);
      const broken: string[] = [];
      const counts = new Map<number, number>();
      let next = 0;
      const sender = async () => {
        while (next < all.length) {
          const sent = all[next++];
          if (sent.path.startsWith('/api/live')) continue;
          const { status, text } = await send(sent);
          counts.set(status, (counts.get(status) ?? 0) + 1);
          if (status >= 500)
            broken.push(
              `${status} ${sent.as} ${sent.method} ${sent.path.slice(0, 120)} ${String(sent.body ?? '').slice(0, 300)} -> ${text.slice(0, 200)}`,
            );
        }
      };
      await Promise.all(Array.from({ length: AT_ONCE }, sender));
      console.warn(
        `answers by status: ${[...counts]
          .sort((a, b) => a[0] - b[0])
          .map(([status, n]) => `${status}: ${n}`)
          .join(', ')}`,
      );
      expect(broken.slice(0, 20), `${broken.length} broken`).toEqual([]);
      // enough of them were good requests for the rest to mean something
      expect(counts.get(200) ?? 0).toBeGreaterThan(REQUESTS / 50);
      const tags = (await database().select({ tag: units.tag }).from(units)).map((unit) => unit.tag);
      const paths = [
        '/',
        '/lots',
        '/bin',
        '/books',
        '/rules',
        '/rules/numbers',
        '/rules/codes',
        '/stage/quarantine',
        '/stage/dock',
        ...known.lotCodes.map((code) => `/lots/${code}`),
        ...tags.slice(0, 12).flatMap((tag) => PAGES.map((side) => `/u/${tag}${side}`)),
      ];
      for (const path of paths)
        expect((await send({ method: 'GET', path, as: 'technician' })).status, path).toBe(200);
      expect(await historyFault()).toBeNull();
    },
  );
});
