import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { account, events, session, user } from '@/db/schema';
import { addPerson, makePerson } from '@/server/people';
import { people } from '@/shop/people/queries';
import { act, benchA, openShop, owner, refusal } from './shop';

process.env.BETTER_AUTH_SECRET = 'a secret of the tests only, long enough';
openShop('people');

const input = (more: Record<string, unknown> = {}) => ({
  name: 'Bench C',
  email: 'bench-c@saltmarsh.example',
  password: 'harbour lights',
  role: 'technician',
  ...more,
});
const row = async (id: string) => (await database().select().from(user).where(eq(user.id, id)))[0];

describe('who may come in', () => {
  it('an owner lets somebody in; it is on the record, the password is not', async () => {
    const { id } = await addPerson(owner, input());
    expect(await row(id)).toMatchObject({ name: 'Bench C', role: 'technician' });
    const [kept] = await database().select().from(account).where(eq(account.userId, id));
    expect(kept.password).not.toContain('harbour');
    const [event] = await database().select().from(events).where(eq(events.kind, 'person added'));
    expect(event.payload).toEqual({ person: id, name: 'Bench C', role: 'technician' });
    expect(JSON.stringify(event)).not.toContain('harbour');
  });
  it.each([
    [{ email: 'no address' }, /address/],
    [{ password: 'short' }, /password/],
    [{ role: 'king' }, /role/],
    [{ name: ' ' }, /name/],
  ])('%j is refused with the field', async (more, words) =>
    expect(await refusal(addPerson(owner, input({ email: 'x@saltmarsh.example', ...more })))).toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(words),
    }),
  );
  it('an address is one person’s; technicians let nobody in', async () => {
    expect(await refusal(addPerson(owner, input({ name: 'Somebody' })))).toMatchObject({
      code: 'conflict',
      message: expect.stringContaining('Bench C'),
    });
    expect(await refusal(addPerson(benchA, input({ email: 'y@saltmarsh.example' })))).toMatchObject({
      code: 'forbidden',
    });
    expect(await refusal(act(benchA, 'setRole', { person: 'x', role: 'owner' }))).toMatchObject({
      code: 'forbidden',
    });
  });
  it('another role ends the sessions of the old one', async () => {
    const id = await makePerson('Bench D', 'bench-d@saltmarsh.example', 'harbour lights', 'technician');
    await database()
      .insert(session)
      .values({ id: 's1', token: 't1', userId: id, expiresAt: new Date(Date.now() + 1e6) });
    await act(owner, 'setRole', { person: id, role: 'viewer' });
    expect((await row(id)).role).toBe('viewer');
    expect(await database().select().from(session).where(eq(session.userId, id))).toEqual([]);
    expect(await refusal(act(owner, 'setRole', { person: id, role: 'viewer' }))).toMatchObject({
      code: 'refused',
    });
    expect(await refusal(act(owner, 'setRole', { person: 'nobody', role: 'viewer' }))).toMatchObject({
      code: 'missing',
    });
  });
  it('a closed account cannot sign in, stays on record, and can be let in again', async () => {
    const id = await makePerson('Bench E', 'bench-e@saltmarsh.example', 'harbour lights', 'technician');
    await act(owner, 'closePerson', { person: id });
    expect((await people()).find((person) => person.id === id)).toMatchObject({
      name: 'Bench E',
      open: false,
    });
    expect(await refusal(act(owner, 'closePerson', { person: id }))).toMatchObject({ code: 'refused' });
    expect(
      await addPerson(owner, input({ name: 'Bench E', email: 'bench-e@saltmarsh.example', role: 'viewer' })),
    ).toEqual({ id });
    expect((await people()).find((person) => person.id === id)).toMatchObject({ open: true, role: 'viewer' });
  });
  it('the last owner neither leaves nor steps down, also when two try at once', async () => {
    const [one, two] = [
      await makePerson('Owner 1', 'o1@saltmarsh.example', 'harbour lights', 'owner'),
      await makePerson('Owner 2', 'o2@saltmarsh.example', 'harbour lights', 'owner'),
    ];
    const tries = await Promise.all([
      refusal(act(owner, 'closePerson', { person: one })),
      refusal(act(owner, 'setRole', { person: two, role: 'viewer' })),
    ]);
    expect(tries.filter((outcome) => outcome === null)).toHaveLength(1);
    expect(tries.find((outcome) => outcome !== null)).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('last owner'),
    });
  });
});
