import { eq } from 'drizzle-orm';
import Joi from 'joi';
import { catalogue, findingById } from '@/catalog';
import { usualMemory } from '@/catalog/instruments/memory';
import { EMPTY, legal, MOST } from '@/core/memory/board';
import type { BoardSetup, MemoryVerdict } from '@/core/memory/belief';
import type { Transaction } from '@/db/client';
import { memoryBoards, observations } from '@/db/schema';
import { runInWorker } from '@/workers/pool';
import { BENCH_ROLES, defineCommand, type Actor } from '../command';
import { lendPart } from '../parts/reservation';
import { release } from '../parts/bin';
import { ShopError } from '@/errors';
import { unitId } from '../input';
import { replaceEarlier } from '../record/replace';
import { putVerdict } from '../record/verdict';
import { refuseClash } from '../units/clash';
import { forward, moveStage, refuseHeld } from '../line';
import * as input from './input';
import { openBoard } from './queries';

const letter = (module: number) => String.fromCharCode(65 + module);
/** "module B, 4 GB" */
const moduleWords = ({ sizes }: BoardSetup, module: number) =>
  `module ${letter(module)}, ${sizes[module]} GB`;
const slotWords = (slot: number) => `slot ${slot + 1}`;
const MOST_STARTS = 200;

/** The same board, or the same with known-good modules lent to it. */
const grewFrom = (before: BoardSetup, now: BoardSetup) =>
  before.slots === now.slots &&
  before.rule === now.rule &&
  before.sizes.length <= now.sizes.length &&
  before.sizes.every((gb, i) => now.sizes[i] === gb);

/** One start of the machine with the modules laid out so. The first one opens the board. */
export const noteMemoryStart = defineCommand({
  name: 'noteMemoryStart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, board: input.setup, seen: input.seenStarts, trial: input.trial }),
  async run({ tx, actor, unit }, { board, seen, trial }) {
    refuseHeld(unit!);
    const open = await openBoard(tx, unit!.id);
    const before = open?.trials ?? [];
    if (before.length !== seen)
      throw new ShopError(
        'conflict',
        `Not noted: the board has ${before.length} starts by now, you saw ${seen}. Look at it again.`,
        { starts: before.length },
      );
    if (open && !grewFrom(open.setup, board))
      throw new ShopError('conflict', 'Not noted: another board lies open at this unit. Look at it again.');
    if (before.length >= MOST_STARTS)
      throw new ShopError('refused', `Not noted: ${MOST_STARTS} starts are enough.`);
    if (
      trial.placement.length !== board.slots ||
      trial.placement.some((module) => module >= board.sizes.length)
    )
      throw new ShopError(
        'invalid',
        `Not noted: a placement names one of ${board.sizes.length} modules, or ${EMPTY}, for each of ${board.slots} slots.`,
      );
    if (!legal(trial.placement, board.rule, board.sizes))
      throw new ShopError('invalid', 'Not noted: this board does not take its modules so.');
    const trials = [...before, trial];
    if (open)
      await tx
        .update(memoryBoards)
        .set({ trials, setup: board, status: 'open' })
        .where(eq(memoryBoards.id, open.id));
    else await tx.insert(memoryBoards).values({ unitId: unit!.id, setup: board, trials, byName: actor.name });
    await moveStage(tx, unit!, forward(unit!.stage, 'find'));
    return {
      event: {
        kind: 'memory start',
        payload: {
          start: trials.length,
          placed: trial.placement.flatMap((module, slot) =>
            module === EMPTY ? [] : [`${letter(module)} in ${slot + 1}`],
          ),
          cleaned: trial.placement.flatMap((_, slot) => (trial.cleaned & (1 << slot) ? [slot + 1] : [])),
          gb: trial.seen,
        },
      },
      answer: { starts: trials.length },
    };
  },
});

/** The last start again as it was before it. */
export const takeBackMemoryStart = defineCommand({
  name: 'takeBackMemoryStart',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, seen: input.seenStarts }),
  async run({ tx, unit }, { seen }) {
    refuseHeld(unit!);
    const open = await openBoard(tx, unit!.id);
    if (!open || open.trials.length === 0) throw new ShopError('refused', 'There is no start to take back.');
    if (open.trials.length !== seen)
      throw new ShopError(
        'conflict',
        `Not taken back: the board has ${open.trials.length} starts by now, you saw ${seen}. Look at it again.`,
      );
    const trials = open.trials.slice(0, -1);
    await tx.update(memoryBoards).set({ trials, status: 'open' }).where(eq(memoryBoards.id, open.id));
    return {
      event: { kind: 'memory start back', payload: { start: seen } },
      answer: { starts: trials.length },
    };
  },
});

/** A known-good module out of the bin joins the board, under the next letter. */
export const lendToMemoryBoard = defineCommand({
  name: 'lendToMemoryBoard',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId, seen: input.seenStarts }),
  async run({ tx, unit }, { seen }) {
    refuseHeld(unit!);
    const open = await openBoard(tx, unit!.id);
    if (!open || open.trials.length !== seen)
      throw new ShopError('conflict', 'Not taken: the board is not as you saw it. Look at it again.');
    const { sizes, knownGood = 0 } = open.setup;
    if (sizes.length >= MOST) throw new ShopError('refused', `Not taken: ${MOST} modules are enough.`);
    const part = await lendPart(tx, unit!, 'memory');
    const gb = Number(part.attributes.gb) || sizes[0];
    const setup = { ...open.setup, sizes: [...sizes, gb], knownGood: knownGood | (1 << sizes.length) };
    await tx.update(memoryBoards).set({ setup, status: 'open' }).where(eq(memoryBoards.id, open.id));
    return {
      event: {
        kind: 'part lent',
        payload: { component: part.id, code: part.code, name: part.name, finding: 'memory-swap' },
      },
      answer: { code: part.code, gb, starts: seen },
    };
  },
});

/** Off the bench without a word on the record; the starts stay in the history. */
export const dropMemoryBoard = defineCommand({
  name: 'dropMemoryBoard',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({ unitId }),
  async run({ tx, unit }) {
    const open = await openBoard(tx, unit!.id);
    if (!open) throw new ShopError('refused', 'No memory board lies open at this unit.');
    await tx.update(memoryBoards).set({ status: 'dropped' }).where(eq(memoryBoards.id, open.id));
    const back = await release(tx, unit!.id, 'memory');
    return {
      event: {
        kind: 'memory board dropped',
        payload: { starts: open.trials.length, ...(back.length && { back }) },
      },
      answer: null,
    };
  },
});

interface Told {
  finding: string;
  outcome: string;
  place?: string;
}

/** What a finished board says, as answers; whether it was the contacts comes first: the rest was seen clean. */
function answersOf(board: BoardSetup, verdict: MemoryVerdict): Told[] {
  const own = verdict.modules.flatMap((word, i) => ((board.knownGood ?? 0) & (1 << i) ? [] : [{ word, i }]));
  const bad = own.filter(({ word }) => word === 'bad').map(({ i }) => moduleWords(board, i));
  const dead = verdict.slots.flatMap((word, i) => (word === 'bad' ? [slotWords(i)] : []));
  const dirty = verdict.slots.flatMap((word, i) => (word === 'dirty' ? [i] : []));
  const contacts = [...verdict.contacts, ...dirty].sort((a, b) => a - b).map(slotWords);
  const told: Told[] = [];
  if (contacts.length)
    told.push({ finding: 'memory-contacts', outcome: 'dull-or-dirty', place: contacts.join(' and ') });
  told.push({
    finding: 'module-proof',
    outcome: bad.length ? 'one-bad' : 'all',
    ...(bad.length && { place: bad.join(' and ') }),
  });
  if (board.slots > 1)
    told.push({
      finding: 'slot-walk',
      outcome: dead.length ? 'one-does-not' : 'all',
      ...(dead.length && { place: dead.join(' and ') }),
    });
  return told;
}

/** The same act writes them all, so taking one back takes all of them back. */
async function putAnswers(
  tx: Transaction,
  actor: Actor,
  unit: string,
  told: readonly Told[],
): Promise<number[]> {
  const rows = await tx
    .insert(observations)
    .values(
      told.map(({ finding, outcome, place }) => {
        const index = findingById(finding)!.outcomes.findIndex(({ id }) => id === outcome);
        if (index < 0) throw new RangeError(`memory board: there is no outcome "${outcome}" of "${finding}"`);
        return {
          unitId: unit,
          kind: 'finding' as const,
          ref: finding,
          outcome: index,
          outcomeId: outcome,
          place,
          catalogue: catalogue.version,
          by: actor.id,
          byName: actor.name,
        };
      }),
    )
    .returning({ id: observations.id });
  return rows.map(({ id }) => id);
}

/**
 * What the board has come to goes on the record, with slot and module: one act, all of it or nothing. Memory
 * lent to the board goes back.
 */
export const recordMemoryBoard = defineCommand({
  name: 'recordMemoryBoard',
  roles: BENCH_ROLES,
  onUnit: true,
  input: Joi.object({
    unitId,
    seen: input.seenStarts,
    despite: Joi.boolean().label('all the same'),
  }),
  impossible: refuseClash,
  async run({ tx, actor, unit }, { seen }) {
    refuseHeld(unit!);
    const open = await openBoard(tx, unit!.id);
    if (!open) throw new ShopError('refused', 'Not recorded: no memory board lies open at this unit.');
    if (open.trials.length !== seen)
      throw new ShopError(
        'conflict',
        `Not recorded: the board has ${open.trials.length} starts by now, you saw ${seen}. Look at it again.`,
      );
    const { verdict, impossible } = await runInWorker('memoryVerdict', [
      { ...usualMemory, ...open.setup },
      open.trials,
    ]);
    if (impossible !== null)
      throw new ShopError(
        'refused',
        `Not recorded: start ${impossible + 1} cannot be, with what was seen before it.`,
      );
    if (!verdict.done) throw new ShopError('refused', 'Not recorded: it is not known yet which one it is.');
    const told = answersOf(open.setup, verdict);
    const replaced = await replaceEarlier(
      tx,
      unit!.id,
      told.map(({ finding }) => finding),
    );
    const contacts = told.filter(({ finding }) => finding === 'memory-contacts');
    const others = told.filter(({ finding }) => finding !== 'memory-contacts');
    const ids = contacts.length ? await putAnswers(tx, actor, unit!.id, contacts) : [];
    if (verdict.contacts.length) ids.push(await putVerdict(tx, actor, unit!.id, 'reseat-memory', 'helped'));
    else if (verdict.cleanAndFailing)
      ids.push(await putVerdict(tx, actor, unit!.id, 'reseat-memory', 'no-change'));
    ids.push(...(await putAnswers(tx, actor, unit!.id, others)));
    await tx.update(memoryBoards).set({ status: 'recorded' }).where(eq(memoryBoards.id, open.id));
    const back = await release(tx, unit!.id, 'memory');
    return {
      event: {
        kind: 'memory board',
        payload: {
          starts: seen,
          told: told.map((answer) => ({ ...answer })),
          ...(back.length && { back }),
          ...(ids.length && { observation: ids[0] }),
        },
      },
      answer: { told },
      answered: ids.map((id) => ({ id, replaced: [] })),
      voided: replaced,
      async onSealed(seq) {
        await tx.update(memoryBoards).set({ eventSeq: seq }).where(eq(memoryBoards.id, open.id));
      },
    };
  },
});
