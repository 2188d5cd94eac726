import { eq, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { database, type Transaction } from '@/db/client';
import { sqlState, tooBusy, worthRetrying } from '@/db/failure';
import { commandKeys, events, observations, units } from '@/db/schema';
import type { Actor, Command, CommandAnswer, CommandCall } from './command';
import { ShopError } from '@/errors';
import { sealing } from './history/seal';
import { checkedInput } from './input';
import { keepGrade } from './proof/proof';
import { notYours, standing, type Claim } from './standing';
import { keptSql } from './study/decision';
import { evaluateAhead, revalueUnit, settleUnit } from './units/revalue';

/** Tries of a transaction that stood in another's way; each waits a little longer than the last. */
const TRIES = 6;
const PAUSE_MS = 15;

/**
 * Checks, runs and records a command in ONE transaction: rows, one event, evaluation, version, notice. All or
 * nothing. A transaction that another one blocked is tried again; nobody is shown that.
 */
export async function runCommand<I, O>(
  command: Command<I, O>,
  actor: Actor,
  call: CommandCall,
): Promise<CommandAnswer<O>> {
  // refused before anything of theirs is read; what counts is asked of the database again, inside
  const roles: readonly string[] = command.anybody ? [...command.roles, 'viewer'] : command.roles;
  if (!roles.includes(actor.role)) throw notYours(actor.role, command.roles);
  const input = checkedInput(command.input, call.input);
  const named = (input as { unitId?: string }).unitId;
  if (command.foresee && named) await evaluateAhead(named, (sources) => command.foresee!(sources, input));
  for (let attempt = 1; ; attempt++) {
    try {
      return await database().transaction((tx) => runInside(tx, command, actor, input, call));
    } catch (error) {
      const state = sqlState(error);
      if (tooBusy(state) || (worthRetrying(state) && attempt >= TRIES)) {
        throw new ShopError('busy', 'Not done: too much is going on at once. Nothing was saved; try again.');
      }
      if (!worthRetrying(state)) throw error;
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS * attempt * (0.5 + Math.random())));
    }
  }
}

async function runInside<I, O>(
  tx: Transaction,
  command: Command<I, O>,
  caller: Actor,
  input: I,
  { key, version: seen }: CommandCall,
): Promise<CommandAnswer<O>> {
  const roles: readonly string[] = command.anybody ? [...command.roles, 'viewer'] : command.roles;
  const claim = key ? { key, command: command.name, actor: caller.id, inputHash: digestOf(input) } : null;
  const { actor, claimed } = await standing(tx, caller, roles, claim);
  if (claim && !claimed) return answeredBefore(tx, command, claim);
  const named = (input as { unitId?: string }).unitId;
  const onUnit = command.onUnit === 'named' ? named !== undefined : command.onUnit;
  const unit = onUnit ? await lockUnit(tx, named!) : null;
  const stale = unit !== null && seen !== undefined && seen !== unit.version;
  if (stale && !(await command.still?.(tx, unit, input))) throw await changedMeanwhile(tx, unit);
  if (unit && (unit.stage === 'sold' || unit.stage === 'gone') && !command.onClosed)
    throw new ShopError(
      'refused',
      `It ${unit.stage === 'sold' ? 'has been sold' : 'is gone'}: its record is closed.`,
    );
  const { event, answer, answered, voided, settle, onSealed } = await command.run(
    { tx, actor, unit, key },
    input,
  );
  const unitId = unit?.id ?? event.unitId;
  const ungraded = unit ? await keepGrade(tx, unit) : false;
  const revalued = unit ? await revalueUnit(tx, unit.id) : null;
  for (const other of settle ?? []) await settleUnit(tx, other);
  const version = revalued?.version ?? null;
  if (revalued?.nowImpossible) await command.impossible?.({ tx, actor, unit, key }, input);
  const [sealed] = await tx
    .insert(events)
    .values({
      seq: 0,
      at: new Date(),
      previousHash: '',
      hash: '',
      actor: actor.id,
      actorName: actor.name,
      kind: event.kind,
      unitId,
      lotId: event.lotId ?? unit?.lotId,
      voids: event.voids,
      payload: ungraded ? { ...event.payload, ungraded } : event.payload,
    })
    .returning({ seq: events.seq, hash: events.hash });
  await onSealed?.(sealed.seq);
  const result: CommandAnswer<O> = { answer, version, seq: sealed.seq };
  const stored = command.secret ? { ...result, answer: command.secret.hide(answer) } : result;
  const notice = {
    seq: sealed.seq,
    kind: event.kind,
    unit: unitId ?? null,
    lot: event.lotId ?? unit?.lotId ?? null,
    also: event.alsoUnits?.slice(0, 20) ?? [],
    ...(event.person && { person: event.person }),
  };
  await tx.execute(sql`with sealed as (${sealing(sealed.seq, sealed.hash)}),
    answers as (update ${observations} set event_seq = ${sealed.seq} where id = any(${idsOf(answered?.map(({ id }) => id))})),
    aside as (update ${observations} set voided_by = ${sealed.seq}
      where id = any(${idsOf([...(answered?.flatMap(({ replaced }) => replaced) ?? []), ...(voided ?? [])])})),
    kept as (update ${commandKeys} set answer = ${JSON.stringify(stored)}::jsonb where key = ${key ?? null})
    ${unit && revalued?.decision ? keptSql(sealed.seq, unit.id, revalued.decision) : sql``}
    select pg_notify('omnitrope', ${JSON.stringify(notice)})`);
  return result;
}

const idsOf = (ids: readonly number[] = []) => sql`${sql.param([...ids])}::bigint[]`;

const digestOf = (input: unknown) => createHash('sha256').update(JSON.stringify(input)).digest('hex');

/**
 * A key that was used before for the very same: the answer then given.
 * @throws ShopError when it was used for anything else
 */
async function answeredBefore<I, O>(
  tx: Transaction,
  command: Command<I, O>,
  { key, actor, inputHash }: Claim,
): Promise<CommandAnswer<O>> {
  const [earlier] = await tx.select().from(commandKeys).where(eq(commandKeys.key, key));
  const same =
    earlier.command === command.name &&
    earlier.actor === actor &&
    (earlier.inputHash === '' || earlier.inputHash === inputHash);
  if (!same) throw new ShopError('invalid', 'Not done: this command key has been used for something else.');
  const stored = earlier.answer as CommandAnswer<O>;
  return command.secret ? { ...stored, answer: command.secret.show(stored.answer, key) } : stored;
}

async function lockUnit(tx: Transaction, unitId: string) {
  const [unit] = await tx.select().from(units).where(eq(units.id, unitId)).for('no key update');
  if (!unit) throw new ShopError('missing', 'There is no such unit.');
  return unit;
}

async function changedMeanwhile(tx: Transaction, unit: typeof units.$inferSelect): Promise<ShopError> {
  const last = await tx.execute<{ actor_name: string; kind: string; ago: number }>(
    sql`select actor_name, kind, extract(epoch from clock_timestamp() - at)::int as ago from events where unit_id = ${unit.id} order by seq desc limit 1`,
  );
  const row = last.rows[0];
  const who = row
    ? `${row.actor_name} changed this unit ${row.ago} s ago (${row.kind})`
    : 'Somebody changed this unit meanwhile';
  return new ShopError(
    'conflict',
    `${who}. Nothing of yours was saved or lost: look at the new state and answer again.`,
    { version: unit.version },
  );
}
