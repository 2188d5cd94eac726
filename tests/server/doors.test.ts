import { readFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { batchFault } from '@/core/instruments/run';
import { database } from '@/db/client';
import { account, tokens } from '@/db/schema';
import { plainly } from '@/server/answer';
import { codesInPhoto } from '@/pictures/barcode';
import { jsonWithin } from '@/server/answer';
import { hash } from '@/server/password';
import { setPassword } from '@/server/people';
import { readyPhoto } from '@/pictures/photo';
import { reportFiles } from '@/server/reportFiles';
import { eraseRun } from '@/shop/erasure/lane';
import { health, healthWords } from '@/shop/jobs/health';
import { backups, workerBeats } from '@/db/schema';
import { act, benchA, benchB, hire, lotWith, openShop, owner, refusal, trainee } from './shop';
import { eraseRoutes, saysThrough } from './liveSystem';
import { served } from './served';

openShop('doors');
const front = served(eraseRoutes);

describe('pictures are looked at before they are opened', () => {
  it('a drawing is none, whatever it calls itself: neither as a photograph nor to be scanned', async () => {
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="9000" height="9000"><filter id="a"><feTurbulence numOctaves="9"/></filter><rect width="9000" height="9000" filter="url(#a)"/></svg>',
    );
    expect(await refusal(codesInPhoto(svg))).toMatchObject({ code: 'invalid' });
    expect(await refusal(readyPhoto(svg))).toMatchObject({ code: 'invalid' });
  });
  it('nothing else of the server opens one', () => {
    const sources = ['src/pictures/photo.ts', 'src/pictures/barcode.ts'].map((file) =>
      readFileSync(file, 'utf8'),
    );
    expect(sources.some((text) => /from 'sharp'/.test(text))).toBe(false);
  });
});

describe('what comes in is counted before it is parsed', () => {
  it('a list of half a million, and forty thousand parts', async () => {
    const body = JSON.stringify({ files: Array.from({ length: 500_000 }, () => 1) });
    const request = new Request('http://shop/x', { method: 'POST', body });
    expect(await refusal(jsonWithin(request, 4_000_000, 'the request'))).toMatchObject({ code: 'too-large' });
    const part = '--edge\r\ncontent-disposition: form-data; name="file"; filename="a"\r\n\r\nx\r\n';
    const bytes = new TextEncoder().encode(`${part.repeat(40_000)}--edge--\r\n`);
    expect(await refusal(reportFiles(bytes, 'multipart/form-data; boundary=edge', 'broken'))).toMatchObject({
      code: 'too-large',
    });
    const few = new TextEncoder().encode(`${part.repeat(3)}--edge--\r\n`);
    expect(await reportFiles(few, 'multipart/form-data; boundary=edge', 'broken')).toHaveLength(3);
  });
  it.each([
    [{ t: [0, 2, 1], temp: [40, 41, 42] }, 't goes backwards'],
    [{ t: [-5_000, 0], temp: [40, 41] }, 't is not between'],
    [{ t: [0, 1e9], temp: [40, 41] }, 't is not between'],
    [{ t: [0, 1], temp: [40, 1e8] }, 'temp is beyond'],
    [{ t: [0, 1], temp: [40, -128] }, ''],
  ])('samples %o: %s', (columns, words) => {
    const fault = batchFault('heat', { columns });
    expect(words === '' ? fault === '' : fault.includes(words)).toBe(true);
  });
});

describe('what a person could still do elsewhere ends in one place', () => {
  it('a new password ends test pages and erasures nobody has confirmed; one that is confirmed is written down', async () => {
    const clerk = { id: 'clerk', name: 'Bench C', role: 'technician' as const };
    await hire(clerk);
    const { unitId } = (await lotWith(['desktop'])).units[0];
    const drive = async (serial: string) =>
      (
        await act<{ componentId: string }>(clerk, 'recordPart', {
          unitId,
          class: 'drive',
          name: 'Basalt 1',
          serial,
          attributes: { kind: 'disk', gb: 0.001 },
        })
      ).componentId;
    const ask = async (serial: string) => {
      const asked = await act<{ run: string; token: string }>(clerk, 'startErasure', {
        unitId,
        componentId: await drive(serial),
        methodId: 'disk-overwrite',
      });
      await fetch(`${front.origin}/e/${asked.token}/serial`, {
        method: 'POST',
        body: JSON.stringify({ device: '/dev/sda', serial, model: '', sectors: 2_048 }),
      });
      return asked;
    };
    await act(clerk, 'makeSelfTest', { unitId });
    const [open, confirmed] = [await ask('E-1'), await ask('E-2')];
    await act(benchB, 'confirmErasure', { unitId, run: confirmed.run, serial: 'E-2' });
    await act(owner, 'closePerson', { person: clerk.id });
    expect(await database().select().from(tokens).where(eq(tokens.by, clerk.id))).toEqual([]);
    // nobody has confirmed it, so it writes nothing any more: its script hears so and stops
    expect(await (await fetch(`${front.origin}/e/${open.token}/at`)).json()).toMatchObject({ say: 'stop' });
    expect((await refusal(eraseRun(open.token)))?.code).toBe('forbidden');
    // hours of work are not lost with an account: it is its confirmer's
    expect((await eraseRun(confirmed.token)).actor.id).toBe(benchB.id);
    const answer = await saysThrough(front.origin, confirmed.token, confirmed.run);
    expect(await answer.json()).toMatchObject({ erased: true });
  });
});

describe('a password of one’s own', () => {
  it('is changed with the present one, by every role; the plainest are refused', async () => {
    for (const person of [owner, benchA, trainee]) {
      await database()
        .update(account)
        .set({ password: await hash('harbour lights 7') })
        .where(eq(account.userId, person.id));
      const set = (more: Record<string, unknown>) =>
        refusal(setPassword(person, { person: person.id, password: 'a longer word 9', ...more }));
      expect(await set({})).toMatchObject({ code: 'refused' });
      expect(await set({ present: 'harbour lights 8' })).toMatchObject({ code: 'refused' });
      for (const plain of ['aaaaaaaaaa', 'password123!', '0123456789', 'omnitrope2026'])
        expect(await set({ present: 'harbour lights 7', password: plain })).toMatchObject({
          code: 'invalid',
        });
      expect(await set({ present: 'harbour lights 7' })).toBeNull();
    }
    expect(
      await refusal(setPassword(trainee, { person: benchA.id, password: 'a longer word 9' })),
    ).toMatchObject({ code: 'forbidden' });
  });
});

describe('what has failed is said in words', () => {
  it.each([
    [Object.assign(new Error('x'), { code: '53100' }), 'disk of the shop’s computer is full'],
    [
      Object.assign(new Error('x'), { cause: Object.assign(new Error('y'), { code: 'ECONNREFUSED' }) }),
      'database does not answer',
    ],
    [Object.assign(new Error('x'), { code: '57P01' }), 'database does not answer'],
  ])('%o', (error, words) => {
    expect(plainly(error)).toMatchObject({ status: 503, message: expect.stringContaining(words) });
  });
  it('how the computer is: no worker, an old backup, one that could not be put back', async () => {
    expect(await health()).toMatchObject({ well: false, database: true, workerSeconds: null });
    await database().insert(workerBeats).values({ name: 'w' });
    expect(await health()).toMatchObject({ well: true });
    await database()
      .insert(backups)
      .values({ file: '/x', bytes: 1, at: new Date(Date.now() - 80 * 3_600_000) });
    expect(healthWords(await health()).join(' ')).toContain('3 days old');
    await database().update(backups).set({ at: new Date(), triedAt: new Date(), fault: 'cut off' });
    expect(healthWords(await health()).join(' ')).toContain('could NOT be put back');
    await database()
      .update(workerBeats)
      .set({ at: new Date(Date.now() - 600_000) });
    expect(healthWords(await health())[0]).toContain('since 10 min');
  });
});
