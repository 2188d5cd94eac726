import { describe, expect, it } from 'vitest';
import { Outbox, type Act, type Reply } from './outbox';

const act = (finding: string, version = 1): Act => ({
  name: 'observe',
  input: { unitId: 'u', finding },
  version,
});
const done = (version: number, seq = version): Reply => ({ kind: 'done', answer: seq, version, seq });
const refused = (code: string): Reply => ({ kind: 'refused', problem: { code, message: code } });

/** An outbox whose far end is a list of replies; what was sent is kept. */
function outboxTo(replies: (Reply | 'lost')[]) {
  const sent: { finding: string; version?: number; key: string }[] = [];
  let keys = 0;
  const outbox = new Outbox(
    async ({ input, version }, key) => {
      sent.push({ finding: (input as { finding: string }).finding, version, key });
      await Promise.resolve();
      const reply = replies.shift();
      if (reply === 'lost' || !reply) throw new TypeError('Failed to fetch');
      return reply;
    },
    () => `key-${++keys}`,
    async () => undefined,
  );
  return { outbox, sent };
}

describe('acts on their way', () => {
  it('six answers given while the first is under way are all sent, one at a time and in order, each on the version the last one left', async () => {
    const { outbox, sent } = outboxTo([2, 3, 4, 5, 6, 7].map((version) => done(version)));
    const outcomes = await Promise.all(
      ['a', 'b', 'c', 'd', 'e', 'f'].map((finding) => outbox.add(act(finding))),
    );
    expect(outcomes.every((outcome) => outcome.ok)).toBe(true);
    expect(sent.map(({ finding, version }) => [finding, version])).toEqual([
      ['a', 1],
      ['b', 2],
      ['c', 3],
      ['d', 4],
      ['e', 5],
      ['f', 6],
    ]);
    expect(outbox.read()).toEqual({ waiting: 0, away: false, why: '' });
  });
  it('a lost answer is asked for again with the same key, and the rest waits behind it', async () => {
    const { outbox, sent } = outboxTo(['lost', 'lost', done(2), done(3)]);
    const states: boolean[] = [];
    outbox.watch(() => states.push(outbox.read().away));
    await Promise.all([outbox.add(act('a')), outbox.add(act('b'))]);
    expect(sent.map(({ finding, key }) => [finding, key])).toEqual([
      ['a', 'key-1'],
      ['a', 'key-1'],
      ['a', 'key-1'],
      ['b', 'key-2'],
    ]);
    expect(states).toContain(true);
    expect(outbox.read().away).toBe(false);
  });
  it('a full disk, or a database that is away, keeps an act too, and says why until it is done', async () => {
    const why = 'The disk of the shop’s computer is full.';
    const { outbox, sent } = outboxTo([{ kind: 'away', why }, done(2)]);
    const said: string[] = [];
    outbox.watch(() => said.push(outbox.read().why));
    expect((await outbox.add(act('a'))).ok).toBe(true);
    expect(sent.map(({ key }) => key)).toEqual(['key-1', 'key-1']);
    expect(said).toContain(why);
    expect(outbox.read().why).toBe('');
  });
  it('the same act pressed again before it is answered is the same act; after that it is a new one', async () => {
    const { outbox, sent } = outboxTo([done(2), done(3)]);
    const [one, two] = [outbox.add(act('a')), outbox.add(act('a'))];
    expect(one).toBe(two);
    await one;
    await outbox.add(act('a', 2));
    expect(sent.map(({ key }) => key)).toEqual(['key-1', 'key-2']);
  });
  it('one that is refused stops none behind it: whether they still hold is asked of each', async () => {
    const { outbox, sent } = outboxTo([refused('conflict'), done(9), done(8)]);
    const other: Act = { name: 'observe', input: { unitId: 'w', finding: 'z' }, version: 7 };
    const [first, second, third] = await Promise.all([
      outbox.add(act('a')),
      outbox.add(act('b')),
      outbox.add(other),
    ]);
    expect(first).toMatchObject({ ok: false, problem: { code: 'conflict' } });
    expect([second.ok, third.ok]).toEqual([true, true]);
    // on the version that was seen, not on one that another made
    expect(sent.map(({ finding, version }) => [finding, version])).toEqual([
      ['a', 1],
      ['b', 1],
      ['z', 7],
    ]);
  });
  it('nobody is signed in any more: none is sent, each is told so', async () => {
    const { outbox, sent } = outboxTo([refused('signed-out')]);
    const [first, second] = await Promise.all([outbox.add(act('a')), outbox.add(act('b'))]);
    expect([first, second]).toMatchObject([
      { ok: false, problem: { code: 'signed-out' } },
      { ok: false, problem: { code: 'held' } },
    ]);
    expect(sent).toHaveLength(1);
  });
  it('an answer that was not well formed stops only itself', async () => {
    const { outbox } = outboxTo([refused('invalid'), done(2)]);
    const [first, second] = await Promise.all([outbox.add(act('a')), outbox.add(act('b'))]);
    expect([first.ok, second.ok]).toEqual([false, true]);
  });
  it('knows its own events from other people’s', async () => {
    const { outbox } = outboxTo([done(2, 41)]);
    await outbox.add(act('a'));
    expect([outbox.isOwn(41), outbox.isOwn(42)]).toEqual([true, false]);
  });
});
