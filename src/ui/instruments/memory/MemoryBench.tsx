'use client';
import { useState } from 'react';
import { countsOf, EMPTY, MOST, legal, type SlotRule } from '@/core/memory/board';
import { usualMemory } from '@/catalog/instruments/memory';
import type { BoardSetup, MemorySetup, Trial } from '@/core/memory/belief';
import { useShortcuts } from '../../kit/keys/keyboard';
import { go } from '../../kit/keys/ways';
import { Button, CautionNote, Heading, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { attended, percent } from '../../kit/words';
import type { UnitHead } from '@/words/unit/view';
import { Board } from './Board';
import { useMemoryWorker } from './useMemoryWorker';
import { endWords, letter, ruleWords, trialWords } from './words';
import { BoardForm } from './BoardForm';

/** What lies on the bench and has not been tried yet. */
interface Laid {
  placement: number[];
  clean: number;
}

/** Modules, slots and rule, and how they are laid out at first. */
export interface Kept extends Laid {
  sizes: number[];
  knownGood: number;
  slots: number;
  rule: SlotRule;
}

interface Props {
  unit: UnitHead;
  /** What is known of the machine's memory: module sizes in GB and the number of slots. */
  fitted: number[];
  slots: number;
  /** The board that lies open at this unit, whoever began it. */
  board: { setup: BoardSetup; trials: Trial[] } | null;
  caution: { title: string; text: string };
}

function fresh(fitted: readonly number[], slots: number): Kept {
  const sizes = fitted.length ? [...fitted] : [4, 4];
  const count = Math.min(MOST, Math.max(slots, sizes.length, 1));
  return {
    sizes,
    knownGood: 0,
    slots: count,
    rule: 'any',
    placement: Array.from({ length: count }, (_, slot) => (slot < sizes.length ? slot : EMPTY)),
    clean: 0,
  };
}

const without = (last: Trial | undefined): Laid | null =>
  last ? { placement: [...last.placement], clean: 0 } : null;

/**
 * Which module, which slot, or only the contacts: the board as it lies there, the next start to make, and
 * when it is known.
 */
export function MemoryBench({ unit, fitted, slots, board, caution }: Props) {
  const { send, problem, busy } = useCommand();
  // until the first start only this screen knows what is meant to lie there
  const [meant, setMeant] = useState<Kept>(() => fresh(fitted, slots));
  const [laid, setLaid] = useState<Laid | null>(null);
  const [wrong, setWrong] = useState('');
  // starts that are on their way to the record
  const [ahead, setAhead] = useState<Trial[] | null>(null);
  if (ahead && !busy) setAhead(null);
  const trials = ahead ?? board?.trials ?? [];
  const kept: Kept & { trials: Trial[] } = {
    ...meant,
    ...(board && { ...board.setup, sizes: [...board.setup.sizes], knownGood: board.setup.knownGood ?? 0 }),
    ...(laid ?? without(trials.at(-1))),
    trials,
  };
  const change = (next: Partial<Laid>) => {
    setLaid({ placement: kept.placement, clean: kept.clean, ...next });
    setWrong('');
  };
  const setup: MemorySetup = {
    ...usualMemory,
    sizes: kept.sizes,
    slots: kept.slots,
    rule: kept.rule,
    knownGood: kept.knownGood,
  };
  const { state, plan, broken } = useMemoryWorker(setup, kept.trials);
  const disabled = !unit.mayWrite || unit.held;
  const next = state?.next ?? null;
  const last = kept.trials.at(-1);
  const now = last?.placement ?? kept.placement.map(() => EMPTY);
  const done = Boolean(state?.verdict.done);
  const counts = countsOf(kept.placement, kept.sizes).slice(0, 7);
  const outcomes: { label: string; seen: number | null }[] = [
    ...counts.map((gb, i) => ({
      label: i === 0 ? `It starts and counts ${gb} GB` : `It starts, counts only ${gb} GB`,
      seen: gb,
    })),
    { label: 'It does not start', seen: null },
  ];
  const asProposed =
    next !== null &&
    next.placement.every((module, slot) => module === kept.placement[slot]) &&
    next.clean === kept.clean;

  const layOut = () => {
    if (next) change({ placement: [...next.placement], clean: next.clean });
  };
  const note = (seen: number | null) => {
    if (!legal(kept.placement, kept.rule, kept.sizes))
      return setWrong(
        kept.placement.every((module) => module === EMPTY)
          ? 'Nothing is on the board: put a module in first.'
          : `This board wants them otherwise: ${ruleWords[kept.rule]}.`,
      );
    const trial: Trial = { placement: [...kept.placement], cleaned: kept.clean, seen };
    setAhead([...trials, trial]);
    setLaid(null);
    setWrong('');
    void send('noteMemoryStart', {
      unitId: unit.id,
      board: { sizes: kept.sizes, slots: kept.slots, rule: kept.rule, knownGood: kept.knownGood },
      seen: trials.length,
      trial,
    });
  };
  const takeBack = () => {
    if (!last) return;
    setLaid({ placement: [...last.placement], clean: last.cleaned });
    setAhead(trials.slice(0, -1));
    void send('takeBackMemoryStart', { unitId: unit.id, seen: trials.length });
  };
  const again = () => {
    setLaid(null);
    setMeant(fresh(fitted, slots));
    if (board) void send('dropMemoryBoard', { unitId: unit.id });
  };
  const record = async (despite = false) => {
    const sent = await send('recordMemoryBoard', {
      unitId: unit.id,
      seen: trials.length,
      ...(despite && { despite }),
    });
    if (sent.ok) go(`/u/${unit.tag}`);
  };
  const lend = () => void send('lendToMemoryBoard', { unitId: unit.id, seen: trials.length });
  useShortcuts((key) => {
    if (disabled) return false;
    if (key === 'Enter' && done) {
      void record();
      return true;
    }
    if (key === 'Enter' && next && !asProposed) {
      layOut();
      return true;
    }
    if (key.toLowerCase() === 'u') {
      takeBack();
      return true;
    }
    const at = Number(key) - 1;
    if (!done && at >= 0 && at < outcomes.length) {
      note(outcomes[at].seen);
      return true;
    }
    return false;
  });

  return (
    <div className="grid gap-gutter xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] xl:items-start">
      <div>
        <Board
          placement={kept.placement}
          sizes={kept.sizes}
          clean={kept.clean}
          shares={kept.trials.length ? (state?.shares ?? null) : null}
          verdict={kept.trials.length ? (state?.verdict ?? null) : null}
          disabled={disabled || done}
          onPlace={(placement) => change({ placement })}
          onClean={(clean) => change({ clean })}
        />
        {!done && (
          <p className="mt-1.5 text-note text-soft">
            Drag a module, or with the keys: ↑ ↓ from slot to slot, ← → what sits in it. 1–{outcomes.length}{' '}
            what it did, Enter lays the proposal out, U takes the last back.
          </p>
        )}
        <BoardForm
          key={`${kept.slots}/${kept.sizes.join()}/${kept.rule}`}
          kept={kept}
          disabled={disabled || board !== null || kept.trials.length > 0}
          onChange={(more) => {
            const made = fresh(more.sizes, more.slots);
            setLaid(null);
            setMeant({
              ...made,
              slots: more.slots,
              placement: made.placement.slice(0, more.slots),
              rule: more.rule,
            });
          }}
        />
      </div>
      <div className="flex flex-col gap-3">
        {broken && (
          <Problem>The working-out could not be started in this browser. Starts can still be noted.</Problem>
        )}
        {done && state ? (
          <section aria-label="Known" aria-live="polite" className="headpanel">
            <p className="text-row text-soft">
              Known after {kept.trials.length} {kept.trials.length === 1 ? 'start' : 'starts'}.
            </p>
            {endWords(state.verdict).map((words) => (
              <h2 key={words} className="mt-1 text-page leading-[1.12]">
                {words}
              </h2>
            ))}
            <p className="mt-3 flex gap-3">
              <Button
                tone="strong"
                shortcut="Enter"
                disabled={disabled || busy}
                onClick={() => void record()}
              >
                Put it on the record
              </Button>
              <Button disabled={disabled} onClick={again}>
                Again from the start
              </Button>
            </p>
            {problem && (
              <div className="mt-2">
                <Problem>
                  {problem.message}{' '}
                  {problem.details?.impossible === true && (
                    <Quiet disabled={busy} onClick={() => void record(true)}>
                      Record it anyway
                    </Quiet>
                  )}
                </Problem>
              </div>
            )}
          </section>
        ) : (
          <section aria-label="Next" className="headpanel">
            {kept.trials.length === 0 ? (
              <>
                <p className="text-row text-soft">First, as it came.</p>
                <h2 className="mt-1 text-title leading-[1.15]">
                  Lay the modules out as they sit in the board. Does it start like that?
                </h2>
              </>
            ) : next ? (
              <>
                <p className="text-row text-soft">
                  Next, {attended(next.minutes)}. {percent(next.starts)} likely to start.
                </p>
                <h2 aria-live="polite" className="mt-1 text-title leading-[1.15]">
                  {trialWords(now, next.placement, next.clean)}
                </h2>
              </>
            ) : (
              state &&
              state.impossible === null && (
                <>
                  <p className="text-row text-soft">Nothing more can be told with these modules.</p>
                  <h2 className="mt-1 text-title leading-[1.15]">
                    It takes a module that is known to be good.
                  </h2>
                </>
              )
            )}
            {!state && !broken && <p className="text-soft">Working it out …</p>}
            {state && state.impossible !== null && (
              <Problem>
                Start {state.impossible + 1} cannot be, with what was seen before it: a fault that comes and
                goes, or a slip of the pen. Take it back, or start again.
              </Problem>
            )}
            {next && kept.trials.length > 0 && !asProposed && (
              <p className="mt-3">
                <Button tone="strong" shortcut="Enter" disabled={disabled} onClick={layOut}>
                  Lay it out so
                </Button>
              </p>
            )}
            {kept.trials.length > 0 &&
              !next &&
              state &&
              state.impossible === null &&
              kept.sizes.length < MOST && (
                <p className="mt-3">
                  <Button tone="strong" disabled={disabled || busy} onClick={lend}>
                    Take a known-good module from the bin
                  </Button>
                </p>
              )}
            <div className="mt-3.5 grid gap-2">
              {outcomes.map((outcome, i) => (
                <button
                  key={outcome.label}
                  type="button"
                  disabled={disabled}
                  onClick={() => note(outcome.seen)}
                  className="grid min-h-[46px] grid-cols-[46px_1fr] items-center border-2 border-ink bg-sheet text-left hover:bg-track disabled:opacity-60"
                >
                  <b className="figures grid h-full place-items-center bg-ink text-head text-paper">
                    {i + 1}
                  </b>
                  <span className="px-3.5 text-lead font-semibold">{outcome.label}</span>
                </button>
              ))}
            </div>
            {(wrong || problem) && (
              <div className="mt-2">
                <Problem>{wrong || problem!.message}</Problem>
              </div>
            )}
            <div className="mt-2.5">
              <CautionNote title={caution.title} text={caution.text} />
            </div>
          </section>
        )}
        <section aria-label="Starts" className="bg-paper px-[22px] py-3 text-row">
          {plan && !done && (
            <p className="mb-1.5">
              About <b className="figures">{Math.max(1, Math.round(plan.own.trials))}</b> more{' '}
              {Math.round(plan.own.trials) <= 1 ? 'start' : 'starts'}, {attended(plan.own.minutes)}; one
              module at a time <b className="figures">{Math.max(1, Math.round(plan.usual.trials))}</b>,{' '}
              {attended(plan.usual.minutes)}.
            </p>
          )}
          <Heading className="text-row">Starts so far</Heading>
          {kept.trials.length === 0 && <p className="text-soft">None yet.</p>}
          <ol className="mt-1">
            {kept.trials.map((trial, n) => (
              <li key={n} className="grid grid-cols-[26px_1fr_auto] border-b border-soft/40 py-1">
                <span className="figures text-note">{n + 1}</span>
                <span>
                  {trial.placement
                    .flatMap((module, slot) => (module === EMPTY ? [] : [`${letter(module)} in ${slot + 1}`]))
                    .join(', ')}
                  {trial.cleaned > 0 && (
                    <span className="text-soft">
                      {' '}
                      (cleaned{' '}
                      {trial.placement
                        .flatMap((_, slot) => (trial.cleaned & (1 << slot) ? [slot + 1] : []))
                        .join(', ')}
                      )
                    </span>
                  )}
                </span>
                <b>{trial.seen === null ? 'no start' : `${trial.seen} GB`}</b>
              </li>
            ))}
          </ol>
          {last && (
            <p className="mt-1.5 flex gap-4">
              <Quiet disabled={disabled} onClick={takeBack}>
                U take the last back
              </Quiet>
              <Quiet disabled={disabled} onClick={again}>
                Start again
              </Quiet>
            </p>
          )}
        </section>
      </div>
    </div>
  );
}
