import type { ChildProcess } from 'node:child_process';
import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { makePerson } from '@/server/people';
import { newestEntry } from '@/shop/history/anchors';
import { signedIn } from '../browser/http';
import { SECRET, startServer } from '../browser/shop.setup';
import { act, benchA, lotWith, openShop, owner } from './shop';

process.env.BETTER_AUTH_SECRET = SECRET;
openShop('door');

const PASSWORD = 'harbour lights';
type Server = Awaited<ReturnType<typeof startServer>>;
let server: Server;
const processes: ChildProcess[] = [];
const serve = async (more: Record<string, string> = {}) => {
  const made = await startServer(process.env.DATABASE_URL!, more);
  processes.push(made.process);
  return made;
};

beforeAll(async () => {
  server = await serve();
});
afterAll(() => processes.forEach((child) => child.kill('SIGTERM')));

let people = 0;
const person = async (role: 'owner' | 'technician' | 'viewer') => {
  const email = `door-${++people}@saltmarsh.example`;
  const id = await makePerson(`Door ${people}`, email, PASSWORD, role);
  return { id, email, caller: await signedIn(server.url, email, PASSWORD) };
};

/** A sign-in as raw as it goes. @returns status and the seconds it asks to wait */
function knock(url: string, email: string, password: string, headers: Record<string, string> = {}) {
  return fetch(`${url}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url, ...headers },
    body: JSON.stringify({ email, password }),
  });
}

describe('who is let in', () => {
  it('a demoted owner’s cookie gives nothing back, in the same breath', async () => {
    const { id, caller } = await person('owner');
    expect((await caller.command('setRules', { input: { feeBasisPoints: 800 } })).status).toBe(200);
    await act(owner, 'setRole', { person: id, role: 'viewer' });
    expect((await caller.command('setRole', { input: { person: id, role: 'owner' } })).status).toBe(401);
    const again = await person('owner');
    await act(owner, 'closePerson', { person: again.id });
    expect((await again.caller.command('setRules', { input: { feeBasisPoints: 1 } })).status).toBe(401);
    expect((await again.caller.get('/api/jobs')).status).toBe(401);
  });
  it('a cookie is worth nothing after signing out, also a copy of it', async () => {
    const { caller } = await person('technician');
    expect((await caller.get('/api/floor')).status).toBe(200);
    expect(
      (await caller.post('/api/auth/sign-out', '{}', { 'content-type': 'application/json' })).status,
    ).toBe(200);
    expect((await caller.get('/api/floor')).status).toBe(401);
  });
  it('an open stream of changes ends with the account', async () => {
    const { id, caller } = await person('technician');
    const stream = await fetch(`${server.url}/api/live`, { headers: { cookie: caller.cookie } });
    expect(stream.status).toBe(200);
    const ended = (async () => {
      const reader = stream.body!.getReader();
      while (!(await reader.read()).done);
      return 'ended';
    })();
    await new Promise((resolve) => setTimeout(resolve, 300));
    await act(owner, 'closePerson', { person: id });
    expect(
      await Promise.race([ended, new Promise((resolve) => setTimeout(() => resolve('still open'), 8_000))]),
    ).toBe('ended');
  });
  it('a stream that begins, or begins anew, after something happened says so at once; one that has heard of it waits', async () => {
    const { caller } = await person('technician');
    const { units } = await lotWith(['desktop'], { code: 'DOOR-2' });
    const newest = (await newestEntry(database()))!.seq;
    const open = async (since: string, headers: Record<string, string> = {}) => {
      const stream = await fetch(`${server.url}/api/live${since}`, {
        headers: { cookie: caller.cookie, ...headers },
      });
      const reader = stream.body!.getReader();
      let text = '';
      return {
        /** What it has sent, once that holds the words. */
        async until(words: string): Promise<string> {
          while (!text.includes(words)) text += new TextDecoder().decode((await reader.read()).value);
          return text;
        },
        close: () => reader.cancel(),
      };
    };
    for (const late of [
      await open(`?since=${newest - 1}`),
      await open('', { 'last-event-id': String(newest - 1) }),
    ]) {
      await late.until('"reread":true');
      await late.close();
    }
    // the first to listen at all is told to read again; from then on only who has missed something is
    const abreast = await open(`?since=${newest}`);
    await act(benchA, 'observe', { unitId: units[0].unitId, finding: 'look-bay', outcome: 1 });
    const heard = await abreast.until('"kind":"finding"');
    expect(heard).not.toContain('reread');
    expect(heard).toMatch(/^id: \d+$/m);
    await abreast.close();
  });
  it('what the sign-in library offers besides is not there', async () => {
    const { caller } = await person('technician');
    for (const path of [
      'update-user',
      'change-password',
      'change-email',
      'delete-user',
      'list-sessions',
      'sign-up/email',
      'get-session',
      'revoke-sessions',
    ]) {
      const answer = await caller.post(`/api/auth/${path}`, '{"name":"Buyer"}', {
        'content-type': 'application/json',
      });
      expect(answer.status, path).toBe(404);
      expect((await caller.get(`/api/auth/${path}`)).status, path).toBeGreaterThanOrEqual(404);
    }
  });
  it('a preview of a manifest is for those who may import', async () => {
    const { lotId } = await lotWith([], { code: 'DOOR-1' });
    expect(lotId).toBeTruthy();
    const { caller } = await person('viewer');
    const answer = await caller.post('/api/lots/DOOR-1/preview', JSON.stringify({ text: 'a,b' }), {
      'content-type': 'application/json',
    });
    expect(answer.status).toBe(403);
  });
});

describe('how often one may try', () => {
  it('is counted by account and by the socket’s address; an account is slowed, not locked; a made-up header changes nothing', async () => {
    const { url } = await serve({ OMNITROPE_RATE_LIMIT: 'on', OMNITROPE_SLOW_MS: '150' });
    const { email } = await person('technician');
    const statuses: number[] = [];
    for (let n = 0; n < 14; n++)
      statuses.push(
        (
          await knock(url, email, `wrong ${n}`, {
            'x-forwarded-for': `10.0.0.${n}`,
            'x-omnitrope-peer': `10.1.0.${n}`,
          })
        ).status,
      );
    expect(statuses).toEqual(Array.from({ length: 14 }, () => 401));
    // somebody guesses many at once: most of them do not even get their turn
    const crowd = await Promise.all(
      Array.from({ length: 20 }, (_, n) => knock(url, email, `guess ${n}`).then(({ status }) => status)),
    );
    expect(crowd.filter((status) => status === 429).length).toBeGreaterThan(0);
    // and the right password gets in after its own
    expect((await knock(url, email, PASSWORD)).status).toBe(200);
    // by address: other accounts from here are stopped in the end, whatever address they claim
    const more = [];
    for (let n = 0; n < 40; n++)
      more.push(
        (await knock(url, `nobody-${n}@saltmarsh.example`, 'x', { 'x-forwarded-for': `10.2.0.${n}` })).status,
      );
    expect(more.at(-1)).toBe(429);
  });
});

describe('what may come in', () => {
  const raw = (path: string, bytes: number, method = 'POST') =>
    new Promise<number>((resolve) => {
      const { hostname, port } = new URL(server.url);
      const outgoing = request(
        {
          hostname,
          port,
          path,
          method,
          headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked' },
        },
        (response) => {
          response.resume();
          resolve(response.statusCode ?? 0);
          outgoing.destroy();
        },
      );
      outgoing.on('error', () => resolve(0));
      const piece = Buffer.alloc(256_000, 'a');
      let sent = 0;
      const more = () => {
        while (sent < bytes) {
          sent += piece.length;
          if (!outgoing.write(piece)) return void outgoing.once('drain', more);
        }
        outgoing.end();
      };
      more();
    });
  it('a body without end is refused while it is read, at the door and everywhere else', async () => {
    for (const path of ['/api/auth/sign-in/email', '/api/auth/sign-out'])
      expect(await raw(path, 60_000_000), path).toBe(413);
    expect(await raw('/api/commands/observe', 60_000_000)).toBeGreaterThanOrEqual(400);
  });
  it.each(['/%zz', '/u/%ff', '/lots/%00', '/api/units/%E0%A4%A/compare'])(
    '%s is an address that cannot be read',
    async (path) => {
      expect(await raw(path, 0, 'GET')).toBe(400);
    },
  );
  it('an address longer than a redirect of it could be read is refused', async () => {
    expect(await raw(`/u/?ask=${'x'.repeat(10_800)}`, 0, 'GET')).toBe(414);
    expect(await raw(`/u/?ask=${'x'.repeat(6_900)}`, 0, 'GET')).toBe(308);
  });
  it('a request of another site, or of none, changes nothing', async () => {
    const { caller } = await person('owner');
    for (const headers of [
      { origin: 'https://elsewhere.example' },
      { origin: 'null' },
      { origin: server.url, 'sec-fetch-site': 'cross-site' },
    ])
      expect(
        (
          await caller.post(
            '/api/commands/setRules',
            '{"input":{"feeBasisPoints":1}}',
            headers as Record<string, string>,
          )
        ).status,
      ).toBe(403);
  });
});

describe('what goes out', () => {
  it('every page forbids scripts that are not the shop’s own, and every answer says how it may be used', async () => {
    const { caller } = await person('technician');
    const nonces = new Set<string>();
    for (const path of ['/sign-in', '/', '/books', '/nothing-here']) {
      const page = await caller.get(path);
      const policy = page.headers.get('content-security-policy') ?? '';
      const scripts = /script-src ([^;]*)/.exec(policy)![1];
      expect(scripts).not.toContain('unsafe-inline');
      const nonce = /'nonce-([^']+)'/.exec(scripts)![1];
      nonces.add(nonce);
      const tags = (await page.text()).match(/<script[^>]*>/g) ?? [];
      expect(tags.length, path).toBeGreaterThan(0);
      expect(
        tags.filter((tag) => !tag.includes(`nonce="${nonce}"`)),
        path,
      ).toEqual([]);
      expect(page.headers.get('x-content-type-options')).toBe('nosniff');
      expect(page.headers.get('cross-origin-opener-policy')).toBe('same-origin');
      expect(page.headers.get('permissions-policy')).toContain('geolocation=()');
    }
    expect(nonces.size).toBe(4);
    for (const path of ['/api/floor', '/api/codes', '/api/rules/numbers'])
      expect((await caller.get(path)).headers.get('cache-control'), path).toContain('no-store');
  });
  it('says that only https will do when it is served so, and not otherwise', async () => {
    const { url } = await serve({ OMNITROPE_URL: 'https://shop.saltmarsh.example' });
    expect((await fetch(`${url}/sign-in`)).headers.get('strict-transport-security')).toContain('max-age=');
    expect((await fetch(`${server.url}/sign-in`)).headers.get('strict-transport-security')).toBeNull();
  });
  it('a log holds no token, password or cookie', async () => {
    const { caller } = await person('technician');
    await caller.get('/r/a-token-that-must-not-be-logged-0123');
    await knock(server.url, 'x@saltmarsh.example', 'a password that must not be logged');
    const said = server.output();
    for (const secret of ['must-not-be-logged', 'must not be logged', caller.cookie.slice(0, 40)])
      expect(said).not.toContain(secret);
  });
});
