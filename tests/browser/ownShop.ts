import pg from 'pg';
import { type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, inject } from 'vitest';
import { openBrowser, ready, signIn } from './driver';
import { signedIn } from './http';
import { startServer } from './shop.setup';

export const databaseUrl = inject('databaseUrl');
/** The shop’s database, read beside it. */
export const client = new pg.Client({ connectionString: databaseUrl });
/** A server of the file's own, which may be killed, with a browser at it and somebody else who sends commands. */
export let browser: WebDriver;
let server: Awaited<ReturnType<typeof startServer>>;
export let caller: Awaited<ReturnType<typeof signedIn>>;
let lotId = '';

export const address = () => server.url;

/** Opens them before the tests of a file, for whoever signs in at the browser. */
export function openOwnShop(email: string): void {
  beforeAll(async () => {
    const password = inject('password');
    await client.connect();
    server = await startServer(databaseUrl);
    caller = await signedIn(server.url, 'bench-b@saltmarsh.example', password);
    browser = await openBrowser();
    await signIn(browser, server.url, email, password);
    lotId = (await client.query<{ id: string }>("select id from lots where code = 'WQ-3'")).rows[0].id;
  });
  afterAll(async () => {
    await browser?.quit();
    server?.process.kill('SIGTERM');
    await client.end();
  });
}

/** The server is gone from one moment to the next. @returns brings it back at the same address */
export function killServer(): () => Promise<void> {
  const { port } = new URL(server.url);
  server.process.kill('SIGKILL');
  return async () => {
    server = await startServer(databaseUrl, { PORT: port });
  };
}

export interface Made {
  tag: string;
  id: string;
}

/** A machine nobody has looked at. */
export async function machine(chassis = 'laptop'): Promise<Made> {
  const made = (await (
    await caller.command('addUnit', { input: { lotId, chassis, maker: 'Pellmark', model: 'Courier 14' } })
  ).json()) as { answer: { tag: string; unitId: string } };
  return { tag: made.answer.tag, id: made.answer.unitId };
}
export const open = async (path: string) => {
  await browser.get(server.url + path);
  await ready(browser);
};
export const until = async (what: () => Promise<boolean>, words: string) => browser.wait(what, 30_000, words);
