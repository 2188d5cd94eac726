import { describe, expect, it } from 'vitest';
import { samplesOf, type Batch } from '@/core/instruments/run';
import { seededRandom } from '@/core/random';
import { standInOf } from '@/core/simulate/standIn';
import { Sampler } from './sampler';
import { runStandIn } from './standInRun';

/** A shop that loses requests and answers, each with its own chance. */
function shop(random: () => number, { lost = 0, unanswered = 0 } = {}) {
  const kept = new Map<number, Batch>();
  let ended = 0;
  let posts = 0;
  const fetch = (async (url: string, init?: RequestInit) => {
    posts++;
    if (random() < lost) throw new TypeError('no route');
    if (url.endsWith('/at')) return Response.json({ next: kept.size });
    if (url.endsWith('/end')) ended++;
    else {
      const batch = JSON.parse(String(init!.body)) as Batch;
      if (!kept.has(batch.seq)) kept.set(batch.seq, batch);
    }
    if (random() < unanswered) throw new TypeError('cut off');
    return Response.json({ say: 'go on', words: '' });
  }) as typeof globalThis.fetch;
  return { fetch, kept, ended: () => ended, posts: () => posts };
}
const sampler = (own: ReturnType<typeof shop>, batch = 4) =>
  new Sampler({ url: 'http://shop/s/token', batch, fetch: own.fetch, retryMs: [1] });

describe('one that samples', () => {
  it.each([1, 2, 3, 4, 5])(
    'loses and doubles nothing over a connection that breaks, seed %i',
    async (seed) => {
      const own = shop(seededRandom(seed), { lost: 0.3, unanswered: 0.3 });
      const sends = sampler(own);
      for (let t = 0; t < 402; t++) sends.push({ t, read: t });
      await sends.finish();
      expect(samplesOf([...own.kept.values()])).toEqual(
        Array.from({ length: 402 }, (_, t) => ({ t, read: t })),
      );
      expect(own.posts()).toBeGreaterThan(102);
      expect(own.ended()).toBeGreaterThan(0);
    },
  );
  it('goes on after what the shop has', async () => {
    const own = shop(() => 1);
    const first = sampler(own);
    for (let t = 0; t < 8; t++) first.push({ t, read: t });
    await first.drained();
    const second = sampler(own);
    expect(await second.resume()).toBe(2);
    second.push({ t: 8, read: 8 });
    await second.drained();
    expect([...own.kept.keys()]).toEqual([0, 1, 2]);
  });
  it('what the shop refuses is told, and nothing more is sent', async () => {
    let posts = 0;
    const fetch = (async () => {
      posts++;
      return Response.json({ error: { message: 'This token is not one of ours.' } }, { status: 403 });
    }) as typeof globalThis.fetch;
    const sends = new Sampler({ url: 'http://shop/s/x', batch: 1, fetch, retryMs: [1] });
    sends.push({ t: 0, read: 1 });
    await expect(sends.finish()).rejects.toThrow('not one of ours');
    expect(posts).toBe(1);
  });
  it('a battery that goes off says nothing more; a drive read to its end finishes', async () => {
    const own = shop(() => 1);
    const off = await runStandIn(standInOf('battery', 'early cut-off', 3), sampler(own, 6), { faster: 1e6 });
    expect(off).toBe('went off');
    expect(own.ended()).toBe(0);
    const read = shop(() => 1);
    expect(await runStandIn(standInOf('speed', 'sound', 3), sampler(read), { faster: 1e6 })).toBe('finished');
    expect(samplesOf([...read.kept.values()])).toHaveLength(24);
  });
  it('the same seed is the same machine', () => {
    const [a, b] = [standInOf('heat', 'paste', 7), standInOf('heat', 'paste', 7)];
    for (let n = 0; n < 50; n++) expect(a.step(n > 20)).toEqual(b.step(n > 20));
    expect(() => standInOf('rails', 'paste', 1)).toThrow(/rails has no "paste"/);
  });
});
