import { describe, expect, it } from 'vitest';
import { ShopError } from '@/errors';
import { answer, assertOwnOrigin, bodyWithin } from './answer';

const request = (headers: Record<string, string>, body?: BodyInit) =>
  new Request('http://127.0.0.1:3000/x', { method: 'POST', headers, body });

describe('answers of the endpoints', () => {
  it('a refusal keeps its code, words and details; anything else says nothing internal', async () => {
    const refused = await answer(async () => {
      throw new ShopError('conflict', 'Bench B was first.', { version: 3 });
    });
    expect([refused.status, await refused.json()]).toEqual([
      409,
      { error: { code: 'conflict', message: 'Bench B was first.', details: { version: 3 } } },
    ]);
    const broken = await answer(async () => {
      throw new Error('password=secret at db.ts:12');
    });
    expect(broken.status).toBe(500);
    expect(await broken.text()).not.toMatch(/secret|db\.ts/);
  });
  it('takes requests from its own pages and from programs, none from another site', () => {
    expect(() =>
      assertOwnOrigin(request({ host: '127.0.0.1:3000', origin: 'http://127.0.0.1:3000' })),
    ).not.toThrow();
    expect(() => assertOwnOrigin(request({ host: '127.0.0.1:3000' }))).not.toThrow();
    expect(() =>
      assertOwnOrigin(request({ host: '127.0.0.1:3000', origin: 'http://127.0.0.1:3001' })),
    ).toThrow(/another site/);
    expect(() =>
      assertOwnOrigin(request({ host: '127.0.0.1:3000', 'sec-fetch-site': 'cross-site' })),
    ).toThrow(/another site/);
  });
  it('reads a body up to its limit, also when its length is not told or is a lie', async () => {
    expect(new TextDecoder().decode(await bodyWithin(request({}, 'abc'), 3, 'it'))).toBe('abc');
    await expect(bodyWithin(request({}, 'abcd'), 3, 'it')).rejects.toMatchObject({ code: 'too-large' });
    const stream = new ReadableStream({
      start(controller) {
        for (let i = 0; i < 10; i++) controller.enqueue(new Uint8Array(100));
        controller.close();
      },
    });
    const streamed = new Request('http://x/', {
      method: 'POST',
      body: stream,
      duplex: 'half',
    } as RequestInit);
    await expect(bodyWithin(streamed, 500, 'it')).rejects.toMatchObject({ code: 'too-large' });
  });
});
