import Joi from 'joi';
import { OWN_DAMAGE } from '@/catalog/hands/damage';
import type { PortCount } from '@/core/record/places/ports';
import type { Transaction } from '@/db/client';
import type { units } from '@/db/schema';
import { BENCH_ROLES, defineCommand, type EventDraft } from '../command';
import { unitId } from '../input';
import { refuseHeld } from '../line';
import { ungrade } from '../proof/proof';
import { KEY_OF, READING_KINDS, type ReadingKind } from '../readings/keep';
import { actName, lastActBack, type ActKey } from '../record/acts';

/** An act of hands or instruments, and how it goes back. */
interface Way {
  key: ActKey;
  /** Why it does not, where there is none. */
  none: string;
  /** What the history says of it, from what was noted. */
  says: (act: never) => EventDraft;
  /** What stood on it. */
  after?: (tx: Transaction, unit: typeof units.$inferSelect) => Promise<void>;
}

const NOTHING = 'There is nothing to take back.';

/** Entries of which nothing is to be said but what they were about. */
const entry = (key: ActKey, what: string): Way => ({
  key,
  none: `Not taken back: nothing of ${what} is on record here any more.`,
  says: () => ({ kind: 'entry back', payload: { what } }),
});

const reading = (kind: ReadingKind): Way => ({
  key: KEY_OF[kind],
  none: kind === 'heat' ? 'No heat run stands on this machine.' : 'No such reading stands on this machine.',
  says: ({ name }: { name: string }) =>
    kind === 'heat'
      ? { kind: 'heat run back', payload: { name } }
      : { kind: 'reading back', payload: { kind, name } },
});

const WAYS: Record<string, Way> = {
  mat: {
    key: 'mat',
    none: 'Nothing was noted: no mat is open for this machine.',
    says: ({ op, ...act }: { op: string; item?: string; move?: string; count?: number }) => ({
      kind: 'mat back',
      payload: { op, ...(op === 'move' && { item: act.item, move: act.move, count: act.count }) },
    }),
  },
  clean: {
    key: 'clean',
    none: NOTHING,
    says: ({ op }: { op: string }) => ({ kind: 'clean back', payload: { op } }),
  },
  note: {
    key: 'note',
    none: 'There is no note to take back.',
    says: ({ op }: { op: string }) => ({ kind: 'note back', payload: { op } }),
  },
  owner: {
    key: 'owner',
    none: NOTHING,
    says: ({ op }: { op: string }) => ({ kind: 'owner back', payload: { op } }),
  },
  damage: {
    key: 'damage',
    none: 'No damage of ours stands on this machine.',
    says: ({ step, kind }: { step: string; kind: string }) => ({
      kind: 'damage back',
      payload: { step, kind: OWN_DAMAGE.find(({ id }) => id === kind)?.name ?? kind },
    }),
  },
  ports: {
    key: 'port count',
    none: 'Not taken back: nobody has counted the ports of this machine.',
    says: ({ ports }: { ports: PortCount[] }) => ({
      kind: 'ports back',
      payload: { ports: ports.map(({ kind }) => kind) },
    }),
    // the tests it decided go with it
    after: ungrade,
  },
  place: entry('place', 'the donor sheet'),
  takes: entry('takes', 'what it takes'),
  drives: entry('drive count', 'the count of its drives'),
  ...Object.fromEntries(READING_KINDS.map((kind) => [kind, reading(kind)])),
};

/** The last act of a kind as if it had not been; where it was picked in the history, if nothing came after it. */
export const takeBackAct = defineCommand({
  name: 'takeBackAct',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    what: Joi.string()
      .valid(...Object.keys(WAYS))
      .required()
      .label('what'),
    act: actName,
  }),
  async run({ tx, unit }, { what, act }) {
    refuseHeld(unit!);
    const { key, none, says, after } = WAYS[what];
    const { acts, voids, onSealed } = await lastActBack<never>(tx, unit!, key, none, act);
    await after?.(tx, unit!);
    return { event: { ...says(acts[0]), voids }, answer: null, onSealed };
  },
});
