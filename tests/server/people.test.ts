import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { database } from '@/db/client';
import { account, events, session, user } from '@/db/schema';
import { addPerson, makePerson } from '@/server/people';
import type { Actor } from '@/shop/command';
import { people } from '@/shop/people/queries';
import { tokenState } from '@/shop/tokens/keep';
import { act, benchA, lotWith, openShop, owner, refusal } from './shop';

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
  it('an owner who was demoted or closed takes nothing back, whatever a cookie still says', async () => {
    const id = await makePerson('Owner 3', 'o3@saltmarsh.example', 'harbour lights', 'owner');
    const remembered: Actor = { id, name: 'Owner 3', role: 'owner' };
    await act(owner, 'setRole', { person: id, role: 'viewer' });
    expect(await refusal(act(remembered, 'setRole', { person: id, role: 'owner' }))).toMatchObject({
      code: 'forbidden',
    });
    await act(owner, 'closePerson', { person: id });
    expect(await refusal(act(remembered, 'setRules', { ratePerHourMinor: 1 }))).toMatchObject({
      code: 'signed-out',
    });
    expect((await row(id)).role).toBe('viewer');
  });
  it('leave given to a machine to report ends with the account that gave it', async () => {
    const id = await makePerson('Bench F', 'bench-f@saltmarsh.example', 'harbour lights', 'technician');
    const { units } = await lotWith(['laptop']);
    const asked = { unitId: units[0].unitId };
    const { token } = await act<{ token: string }>(
      { id, name: 'Bench F', role: 'technician' },
      'makeReportToken',
      asked,
    );
    expect((await tokenState('report', token)).state).toBe('good');
    await act(owner, 'closePerson', { person: id });
    expect((await tokenState('report', token)).state).toBe('wrong');
  });
  it('no two people have the same name, whatever letters and spaces; a new name is an entry of its own', async () => {
    const id = await makePerson('Bench G', 'bench-g@saltmarsh.example', 'harbour lights', 'technician');
    for (const name of ['bench  a', ' BENCH A ', 'Bench\u200b A'])
      expect(await refusal(act(owner, 'renamePerson', { person: id, name })), name).toMatchObject({
        code: 'conflict',
      });
    expect(await refusal(act(owner, 'renamePerson', { person: id, name: '\u200b ' }))).toMatchObject({
      code: 'invalid',
    });
    await act(owner, 'renamePerson', { person: id, name: 'Bench Gill' });
    const [event] = await database().select().from(events).where(eq(events.kind, 'person renamed'));
    expect(event.payload).toEqual({ person: id, from: 'Bench G', to: 'Bench Gill' });
  });
  it('the same person let in six times at once is one', async () => {
    const six = Array.from({ length: 6 }, () =>
      refusal(addPerson(owner, input({ name: 'Bench H', email: 'bench-h@saltmarsh.example' }))),
    );
    const outcomes = await Promise.all(six);
    expect(outcomes.filter((outcome) => outcome === null)).toHaveLength(1);
    expect(outcomes.filter((outcome) => outcome?.code === 'conflict')).toHaveLength(5);
    expect((await people()).filter((person) => person.name === 'Bench H')).toHaveLength(1);
  });
  it('the last owner neither leaves nor steps down, also when two try at once', async () => {
    const [one, two] = [
      await makePerson('Owner 1', 'o1@saltmarsh.example', 'harbour lights', 'owner'),
      await makePerson('Owner 2', 'o2@saltmarsh.example', 'harbour lights', 'owner'),
    ];
    const [first, second] = [one, two].map((id): Actor => ({ id, name: 'as signed in', role: 'owner' }));
    await act(first, 'closePerson', { person: owner.id });
    const tries = await Promise.all([
      refusal(act(first, 'closePerson', { person: two })),
      refusal(act(second, 'setRole', { person: one, role: 'viewer' })),
    ]);
    expect(tries.filter((outcome) => outcome === null)).toHaveLength(1);
    // whoever was first has taken the other's right to do it, or has become the last owner meanwhile
    expect(tries.find((outcome) => outcome !== null)?.code).toMatch(/forbidden|signed-out|refused/);
    const left = tries[0] === null ? first : second;
    expect(await refusal(act(left, 'closePerson', { person: left.id }))).toMatchObject({
      code: 'refused',
      message: expect.stringContaining('last owner'),
    });
  });
});
