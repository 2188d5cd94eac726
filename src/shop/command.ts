import type Joi from 'joi';
import type {} from '@/shapes/inferred';
import type { EventKind, EventPayloads } from '@/core/record/events';
import type { Transaction } from '@/db/client';
import type { units } from '@/db/schema';
import type { Sources } from './record/sources';

export type Role = 'owner' | 'technician' | 'viewer';

export interface Actor {
  id: string;
  /** As signed in; what is written down is the name the database has. */
  name: string;
  role: Role;
  /** What acts in the person's name: "by the machine’s report". */
  via?: string;
}

interface EventPlace {
  unitId?: string;
  lotId?: string;
  voids?: number;
  /** Other units whose screens change with it. */
  alsoUnits?: string[];
  /** Whose account it changes: their open screens end. */
  person?: string;
}

/** An event to be sealed: each kind with its own payload. */
export type EventDraft = {
  [K in EventKind]: EventPlace & { kind: K; payload: EventPayloads[K] };
}[EventKind];

export interface CommandContext {
  tx: Transaction;
  actor: Actor;
  unit: typeof units.$inferSelect | null;
  /** The caller's own key of this act, when there is one. */
  key?: string;
}

/** An observation that was put on record, and the earlier ones it put aside. */
export interface Put {
  id: number;
  replaced: readonly number[];
}

/** What a command did: its one event, and what the caller is told. */
export interface CommandResult<O> {
  event: EventDraft;
  answer: O;
  /** Answers and verdicts it put on record, with what each put aside; and those it took back: tied to its event. */
  answered?: readonly Put[];
  voided?: readonly number[];
  /** Other machines it changed, locked, as they were before: what they are worth is worked out again, too. */
  settle?: readonly (typeof units.$inferSelect)[];
  /** Set when the event's number must be written into a row the command made. */
  onSealed?: (seq: number) => Promise<void>;
}

export interface Command<I = never, O = unknown> {
  name: string;
  /** Roles that may; viewers never may. */
  roles: readonly Exclude<Role, 'viewer'>[];
  /** Those who may only look may do it too: to what is their own. The command asks. */
  anybody?: boolean;
  /** What it takes: the type of its input is this shape's (`shapes/inferred`). */
  input: Joi.ObjectSchema<I>;
  /**
   * True: the input names a unit; its row is locked, its version checked and bumped, its belief and value
   * worked out again. "named": so when it names one; it may be about a loose part as well.
   */
  onUnit: boolean | 'named';
  /** May be done to a unit that is sold or gone: a correction that says so. */
  onClosed?: boolean;
  /**
   * The unit changed since the caller saw it: does the act still mean the same? True for what depends on nothing that
   * may have changed, as an answer to a question nobody answered. Left out: never, and that is a conflict.
   */
  still?: (tx: Transaction, unit: typeof units.$inferSelect, input: I) => Promise<boolean>;
  /**
   * What the record will be once it is done, so that belief and value are worked out before the unit is locked. A
   * record that comes out otherwise is worked out again inside: a wrong guess costs time and nothing else.
   */
  foresee?: (sources: Sources, input: I) => Sources;
  run: (context: CommandContext, input: I) => Promise<CommandResult<O>>;
  /**
   * Called when no fault known could have given all the unit's answers with the newest. Throws to refuse it.
   */
  impossible?: (context: CommandContext, input: I) => Promise<void>;
  /**
   * An answer that must not be kept in clear: what is stored in its place, and how the same answer is made
   * from that again.
   */
  secret?: { hide: (answer: O) => unknown; show: (stored: unknown, key: string) => O };
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
