import { eq, sql } from 'drizzle-orm';
import type Joi from 'joi';
import { database, type Transaction } from '@/db/client';
import { commandKeys, events, units } from '@/db/schema';
import { ShopError } from './errors';
import { revalueUnit } from './units/revalue';

export type Role = 'owner' | 'technician' | 'viewer';

export interface Actor {
  id: string;
  name: string;
  role: Role;
}

export interface EventDraft {
  kind: string;
  unitId?: string;
  lotId?: string;
  voids?: number;
  payload: Record<string, unknown>;
}

export interface CommandContext {
  tx: Transaction;
  actor: Actor;
  unit: typeof units.$inferSelect | null;
}

/** What a command did: its one event, and what the caller is told. */
export interface CommandResult<O> {
  event: EventDraft;
  answer: O;
  /** Set when the event's number must be written into a row the command made. */
  onSealed?: (seq: number) => Promise<void>;
}

export interface Command<I = never, O = unknown> {
  name: string;
  /** Roles that may; viewers never may. */
  roles: readonly Exclude<Role, 'viewer'>[];
  input: Joi.ObjectSchema;
  /** True: the input names a unit; its row is locked, its version checked and bumped, its belief and value worked out again. */
  onUnit: boolean;
  run: (context: CommandContext, input: I) => Promise<CommandResult<O>>;
}

export const BENCH_ROLES = ['owner', 'technician'] as const;

export function defineCommand<I, O>(command: Command<I, O>): Command<I, O> {
  return command;
}

export interface CommandCall {
  input: unknown;
  /** The caller's own key: the same key acts once and gets the same answer. */
  key?: string;
  /** Version of the unit the caller was looking at. */
  version?: number;
}

export interface CommandAnswer<O> {
  answer: O;
  version: number | null;
  seq: number;
}

/** Checks, runs and records a command in ONE transaction: rows, one event, evaluation, version, notice. All or nothing. */
export async function runCommand<I, O>(
  command: Command<I, O>,
  actor: Actor,
  call: CommandCall,
): Promise<CommandAnswer<O>> {
  if (!(command.roles as readonly string[]).includes(actor.role)) {
    throw new ShopError(
      'forbidden',
      `Your role (${actor.role}) can look but not do this. Ask somebody with the role ${command.roles.join(' or ')}.`,
    );
  }
  const { value, error } = command.input.validate(call.input ?? {}, {
    abortEarly: false,
    stripUnknown: false,
  });
  if (error) {
    const fields = Object.fromEntries(
      error.details.map((detail) => [detail.path.join('.') || 'input', detail.message]),
    );
    throw new ShopError('invalid', `Not done: ${error.details.map((detail) => detail.message).join('; ')}.`, {
      fields,
    });
  }
  return database().transaction(async (tx) => {
    if (call.key) {
      const earlier = await claimKey(tx, call.key, command.name, actor);
      if (earlier) return earlier as CommandAnswer<O>;
    }
    const unit = command.onUnit
      ? await lockUnit(tx, (value as { unitId: string }).unitId, call.version)
      : null;
    const { event, answer, onSealed } = await command.run({ tx, actor, unit }, value as I);
    const unitId = unit?.id ?? event.unitId;
    const version = unit ? await revalueUnit(tx, unit.id) : null;
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
        payload: event.payload,
      })
      .returning({ seq: events.seq });
    await onSealed?.(sealed.seq);
    const result: CommandAnswer<O> = { answer, version, seq: sealed.seq };
    if (call.key) await tx.update(commandKeys).set({ answer: result }).where(eq(commandKeys.key, call.key));
    await tx.execute(
      sql`select pg_notify('omnitrope', ${JSON.stringify({ seq: sealed.seq, kind: event.kind, unit: unitId ?? null, lot: event.lotId ?? null })})`,
    );
    return result;
  });
}

async function claimKey(tx: Transaction, key: string, command: string, actor: Actor): Promise<unknown> {
  const mine = await tx
    .insert(commandKeys)
    .values({ key, command, actor: actor.id })
    .onConflictDoNothing()
    .returning({ key: commandKeys.key });
  if (mine.length) return null;
  const [earlier] = await tx.select().from(commandKeys).where(eq(commandKeys.key, key));
  if (earlier.command !== command || earlier.actor !== actor.id)
    throw new ShopError('invalid', 'Not done: this command key has been used for something else.');
  return earlier.answer;
}

async function lockUnit(tx: Transaction, unitId: string, version: number | undefined) {
  const [unit] = await tx.select().from(units).where(eq(units.id, unitId)).for('update');
  if (!unit) throw new ShopError('missing', 'There is no such unit.');
  if (version !== undefined && version !== unit.version) {
    const last = await tx.execute<{ actor_name: string; kind: string; ago: number }>(
      sql`select actor_name, kind, extract(epoch from clock_timestamp() - at)::int as ago from events where unit_id = ${unitId} order by seq desc limit 1`,
    );
    const row = last.rows[0];
    const who = row
      ? `${row.actor_name} changed this unit ${row.ago} s ago (${row.kind})`
      : 'Somebody changed this unit meanwhile';
    throw new ShopError(
      'conflict',
      `${who}. Nothing of yours was saved or lost: look at the new state and answer again.`,
      { version: unit.version },
    );
  }
  return unit;
}
