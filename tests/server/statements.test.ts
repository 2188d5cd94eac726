import { eq } from 'drizzle-orm';
import pg from 'pg';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { database } from '@/db/client';
import { units } from '@/db/schema';
import { keepCurrent } from '@/shop/units/revalue';
import { workHere } from '@/workers/pool';
import run from '@/workers/worker';
import { act, benchA, lotWith, openShop, owner, unitRow } from './shop';

openShop('statements');
afterEach(() => {
  vi.restoreAllMocks();
  workHere(run);
});

/** What is sent to the database while something is done, and where the engine was asked among it. */
async function sent(what: () => Promise<unknown>): Promise<string[]> {
  const all: string[] = [];
  const real = pg.Client.prototype.query;
  vi.spyOn(pg.Client.prototype, 'query').mockImplementation(function (this: pg.Client, ...asked: unknown[]) {
    const [query] = asked as [string | { text: string }];
    all.push((typeof query === 'string' ? query : query.text).trim());
    return (real as (...args: unknown[]) => unknown).apply(this, asked) as never;
  });
  workHere((call) => {
    if (call.name === 'evaluate') all.push('EVALUATE');
    return run(call);
  });
  await what();
  vi.restoreAllMocks();
  workHere(run);
  return all;
}

const answer = (unitId: string, finding: string, version?: number) =>
  act(
    benchA,
    'observe',
    { unitId, finding, outcome: 0 },
    { key: `statements ${finding} ${unitId}`, version },
  );

describe('an answer', () => {
  it('asks the database at most twelve times in its transaction, and once before', async () => {
    const { units: made } = await lotWith(['laptop']);
    const [{ unitId }] = made;
    await answer(unitId, 'look-dust');
    const { version } = await unitRow(unitId);
    const all = (await sent(() => answer(unitId, 'look-ports', version))).filter(
      (each) => each !== 'EVALUATE',
    );
    const begun = all.indexOf('begin');
    expect(begun).toBe(1);
    expect(all.at(-1)).toBe('commit');
    expect(all.length - begun).toBeLessThanOrEqual(12);
  });
  it('with parts in the bin, offers and closed machines of its model: the same', async () => {
    const { units: made } = await lotWith(['laptop', 'laptop', 'laptop']);
    const [{ unitId }, closed] = made;
    for (const [name, cost] of [
      ['Panel 15.6', 900],
      ['Keyboard', 300],
    ] as const)
      await act(owner, 'receivePart', {
        class: name === 'Keyboard' ? 'keyboard' : 'panel',
        name,
        costMinor: cost,
        worthMinor: cost,
        condition: 'used',
        knownGood: true,
      });
    await answer(closed.unitId, 'look-dust');
    await database().update(units).set({ stage: 'shelf' }).where(eq(units.id, closed.unitId));
    await answer(unitId, 'look-dust');
    const all = (await sent(() => answer(unitId, 'look-ports'))).filter((each) => each !== 'EVALUATE');
    expect(all.length - all.indexOf('begin')).toBeLessThanOrEqual(12);
  });
  it('is thought about before the machine is locked, and is not thought about again', async () => {
    const { units: made } = await lotWith(['desktop']);
    const [{ unitId }] = made;
    await answer(unitId, 'look-dust');
    const all = await sent(() => answer(unitId, 'look-ports'));
    expect(all.filter((each) => each === 'EVALUATE')).toHaveLength(1);
    expect(all.indexOf('EVALUATE')).toBeLessThan(all.indexOf('begin'));
  });
  it('that turns out otherwise than foreseen is worked out as it is', async () => {
    const { units: made } = await lotWith(['laptop']);
    const [{ unitId }] = made;
    // a swollen battery quarantines it and takes it off the mains: more than the answer alone
    await act(benchA, 'setBench', { unitId, bench: { plugged: true } });
    const all = await sent(() =>
      act(benchA, 'observe', { unitId, finding: 'look-swelling', outcome: 1, acknowledged: 'swollen-cell' }),
    );
    expect(all.lastIndexOf('EVALUATE')).toBeGreaterThan(all.indexOf('begin'));
    const now = await unitRow(unitId);
    expect(now.stage).toBe('quarantine');
    expect(now.bench.plugged).toBe(false);
    // and what is stored is what its record gives
    expect(await keepCurrent(now)).toBe(false);
  });
});

it('whether a snapshot is old costs one statement, or two when the bin holds parts', async () => {
  const { units: made } = await lotWith(['aio']);
  const unit = await unitRow(made[0].unitId);
  expect((await sent(() => keepCurrent(unit))).length).toBeLessThanOrEqual(3);
});
