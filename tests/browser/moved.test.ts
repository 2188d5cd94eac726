import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { By, Key, until, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { ChildProcess } from 'node:child_process';
import { migrateDatabase } from '../../src/db/migrate';
import { freshDatabase, throwAwayCluster } from '../server/database.setup';
import { rowsOf } from './database';
import { clickOn, openBrowser, ready, see } from './driver';
import { signedIn } from './http';
import { startServer, startWorker } from './shop.setup';

/** A shop that moves: written into one file by its owner, brought into an empty one by another. */
let browser: WebDriver;
let server: Awaited<ReturnType<typeof startServer>>;
let worker: ChildProcess;
let client: pg.Client;
const file = join(mkdtempSync(join(tmpdir(), 'omnitrope-moved-')), 'saltmarsh.tar.gz');

beforeAll(async () => {
  const url = await freshDatabase(throwAwayCluster(), `omnitrope_moved_${process.env.OMNITROPE_SHARD ?? 1}`);
  await migrateDatabase(url);
  client = new pg.Client({ connectionString: url });
  await client.connect();
  server = await startServer(url);
  worker = startWorker(url);
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.quit();
  server?.process.kill('SIGTERM');
  worker?.kill('SIGTERM');
  await client?.end();
});

describe('a whole shop as a file', () => {
  it('is written while the benches work', async () => {
    const owner = await signedIn(inject('url'), 'buyer@saltmarsh.example', inject('password'));
    const begun = (await (await owner.command('startArchive', { input: {} })).json()) as {
      answer: { job: string; file: string };
    };
    await browser.wait(
      async () =>
        (await rowsOf<{ status: string }>('select status from jobs where id = $1', [begun.answer.job]))[0].status === 'done', // prettier-ignore
      60_000,
      'the archive was not written',
    );
    const response = await owner.get(`/api/archive/${begun.answer.file}`);
    expect(response.status).toBe(200);
    writeFileSync(file, Buffer.from(await response.arrayBuffer()));
  });
  it('fills an empty shop: its machines, its history, its books; whoever brought it stays its owner', async () => {
    await browser.get(server.url);
    await browser.wait(until.urlContains('/setup'), 15_000);
    for (const [name, text] of [
      ['name', 'Bo'],
      ['email', 'bo@reuse.example'],
      ['password', 'ten-or-more'],
      ['shop', 'Reuse'],
      ['currencySign', 'CR'],
    ])
      await browser.findElement(By.name(name)).sendKeys(text);
    await browser.findElement(By.name('currencySign')).sendKeys(Key.ENTER);
    await see(browser, 'What lies on the bench?');
    await browser.get(`${server.url}/rules/archive`);
    await ready(browser);
    await browser.findElement(By.css('input[aria-label="An archive to upload"]')).sendKeys(file);
    await see(browser, ', uploaded', 60_000);
    await browser.findElement(By.css('button[aria-label^="Import "]')).click();
    await see(browser, 'is here', 120_000);
    await browser.get(server.url);
    await ready(browser);
    await see(browser, 'What to work on');
    const count =
      'select (select count(*) from units)::int as units, (select count(*) from events)::int as entries';
    const { rows: here } = await client.query<{ units: number; entries: number }>(count);
    const [{ units, entries }] = await rowsOf<{ units: number; entries: number }>(count);
    expect(here[0].units).toBe(units);
    // what happened since it was written stays behind; that it was taken in is told
    expect(Math.abs(here[0].entries - entries)).toBeLessThan(20);
    await browser.get(`${server.url}/u/WQ-0015/record`);
    await see(browser, 'WQ-0015');
    await browser.get(`${server.url}/lots`);
    await see(browser, 'WQ-3');
    // a second time nothing may be brought: it is not empty any more
    await browser.get(`${server.url}/rules/archive`);
    await ready(browser);
    await clickOn(browser, 'import');
    await see(browser, 'empty');
  });
});
