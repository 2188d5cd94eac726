'use client';
import dynamic from 'next/dynamic';
import { Link } from '@/ui/kit/Link';
import { useState } from 'react';
import { useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { Button, FileButton, Key, Quiet } from '../kit/parts';
import { Refused } from '../kit/Refused';
import { useCommand } from '../kit/hooks/useCommand';
import { usePhotoUpload } from '../kit/hooks/usePhotoUpload';
import { shop } from '../live/shop';
import { attended } from '../kit/words';
import { Answers } from './Answers';
import { asideWords, type LaidAside } from '../hands/aside';
import { Belief } from './Belief';
import { Ending, ToldFaults, type EndingView } from './Ending';
import { Question } from './Question';
import type {
  AnswerView,
  BelievedView,
  LentView,
  NextView,
  RunningWorkView,
  ShutView,
  StepView,
  UnitHead,
} from '@/words/unit/view';
import type { DriveView } from '@/words/drives/drives';
import { Worth } from './Worth';
import { Money } from '../kit/theShop';
import { ENDINGS, type Ending as RepairEnding } from '@/core/catalogue';
import { carriedOut } from '@/core/record/endings';
import { ENDING_WORDS } from '@/words/names';

// loaded when they are wanted
const RunningWork = dynamic(() => import('../hands/RunningWork').then((module) => module.RunningWork));
const Exchange = dynamic(() => import('../parts/Exchange').then((module) => module.Exchange));
const SwapPart = dynamic(() => import('./SwapPart').then((module) => module.SwapPart));
const Compare = dynamic(() => import('./Compare').then((module) => module.Compare), { ssr: false });
const Tapper = dynamic(() => import('../instruments/Tapper').then((module) => module.Tapper), { ssr: false });

interface Props {
  unit: UnitHead;
  lent: LentView[];
  steps: StepView[];
  believed: BelievedView;
  /** Why steps may not be taken now. */
  shut: ShutView[];
  /** Questions to be looked at again before it is graded. */
  again: string[];
  answers: AnswerView[];
  running: RunningWorkView | null;
  /** Drives in it, and one somebody named. */
  drives: readonly DriveView[];
  named: string | null;
  /** Repairs laid aside here: they go on, they are not begun again. */
  paused: string[];
  /** How it ends, once that is decided; what its buyer would be told while stopping is the first step. */
  ending: EndingView | null;
  told: EndingView['told'];
  /** A question asked out of turn from the one box. */
  asked: StepView | null;
}

/** Steps that are begun with one key, not answered. */
const TAKEN: StepView['kind'][] = ['repair', 'stop', 'read', 'bundle'];
const LETTERS = ['A', 'B', 'C', 'D', 'E'];

/** The bench: one question, what is believed and why, what else could be done, what it is worth. */
export function FindOut({
  unit,
  lent,
  steps,
  believed,
  shut,
  again,
  answers,
  running,
  drives,
  named,
  paused,
  ending,
  told,
  asked,
}: Props) {
  const { send, problem, busy, sending } = useCommand();
  const { upload, left } = usePhotoUpload(unit.tag);
  const [refused, setRefused] = useState<{ name: string; input: Record<string, unknown> } | null>(null);
  const [early, setEarly] = useState(false);
  const [picked, setPicked] = useState<{ version: number; id: string } | null>(null);
  const [taking, setTaking] = useState<{ version: number; step: StepView; ended: RepairEnding } | null>(null);
  const [tapping, setTapping] = useState<string | null>(null);
  const chosen =
    picked?.version === unit.version
      ? steps.find((step) => `${step.kind}:${step.id}` === picked.id)
      : undefined;
  // the question that came with the last answer, and what is believed since, until the page has been read again
  const [ahead, setAhead] = useState<(NextView & { version: number }) | null>(null);
  const drawn = ahead && ahead.version > unit.version && !asked ? ahead : null;
  const step = drawn?.step ?? chosen ?? asked ?? steps[0];
  const waiting = busy && !(drawn && !sending);
  const { beliefs, sound, misfit, covered, worth } = drawn?.believed ?? believed;
  const version = drawn?.version ?? unit.version;
  const others = steps.filter((other) => other.id !== step.id).slice(0, 5);
  const disabled = !unit.mayWrite || unit.held;
  const pick = (other: StepView) => setPicked({ version: unit.version, id: `${other.kind}:${other.id}` });
  const takeBack = () => void send('voidObservation', { unitId: unit.id }, unit.version);
  const act = async (name: string, input: Record<string, unknown>, words?: string) => {
    setRefused(null);
    setEarly(false);
    const sent = await send<{ aside?: LaidAside[] } | null>(name, { unitId: unit.id, ...input }, version, {
      want: 'next',
      words,
    });
    if (sent.ok) shop.say(asideWords(sent.answer?.aside ?? []));
    if (!sent.ok) setRefused({ name, input });
    else if (sent.next && sent.version !== null)
      setAhead({ version: sent.version, ...(sent.next as NextView) });
    if (sent.ok && asked) go(`/u/${unit.tag}`, { replace: true });
  };
  const answer = (outcome: number, acknowledged?: string) => {
    if (step.kind === 'look' || step.kind === 'verify')
      void act(
        'observe',
        { finding: step.id, outcome, acknowledged },
        `${unit.tag}: ${step.title} ${step.outcomes[outcome].label}`,
      );
    else if (step.kind === 'repair') {
      const ended = ENDINGS[outcome];
      // what took a part says which, once
      if (step.takes && carriedOut(ended)) setTaking({ version, step, ended });
      else void act('repairVerdict', { repair: step.id, ended });
    }
  };
  const take = async () => {
    if (waiting) return setEarly(true);
    if (step.kind === 'repair') {
      const begun = await send<{ aside: LaidAside[] }>(
        'startWork',
        { unitId: unit.id, ref: step.id },
        version,
      );
      if (begun.ok) shop.say(asideWords(begun.answer.aside));
    } else if (step.kind === 'read' || step.kind === 'bundle') go(`/u/${unit.tag}/machine`);
    else if (step.kind === 'stop') void send('decide', { unitId: unit.id, route: step.id }, version);
  };
  const takeBackAndSay = async (observation: number) => {
    const taken = await send('voidObservation', { unitId: unit.id, observation }, unit.version);
    if (taken.ok && refused) void act(refused.name, refused.input);
  };
  const stopped = problem ? (
    <Refused
      problem={problem}
      busy={busy}
      onDespite={(as) => refused && void act(refused.name, { ...refused.input, [as]: true })}
      onTakeBack={(observation) => void takeBackAndSay(observation)}
    />
  ) : early ? (
    <p role="status" className="text-[14px]">
      That key came before this question was there: it was not taken. Answer it now.
    </p>
  ) : null;
  const asks = taking && taking.version === version ? taking : null;
  useShortcuts((key) => {
    if (disabled || asks || (ending && !asked && !chosen)) return false;
    if (key === 'Enter' && !running && step && TAKEN.includes(step.kind)) {
      void take();
      return true;
    }
    if (key.toLowerCase() === 't' && step?.instrument === 'tapper') {
      setTapping(tapping ? null : step.id);
      return true;
    }
    if (key.toLowerCase() === 'b' && step?.instrument === 'memory') {
      go(`/u/${unit.tag}/memory`);
      return true;
    }
    if (key.toLowerCase() === 'u') {
      takeBack();
      return true;
    }
    const at = LETTERS.indexOf(key.toUpperCase());
    if (at >= 0 && others[at]) {
      pick(others[at]);
      return true;
    }
    return false;
  });
  return (
    <div className="grid h-full gap-[18px] lg:grid-cols-[minmax(0,1fr)_340px] lg:items-stretch">
      <div className="flex min-w-0 flex-col">
        {unit.held && (
          <section className="hatched mb-3 bg-paper py-4 pr-5">
            <h2 className="text-[22px]">
              {unit.stage === 'sold'
                ? 'Sold: its record is closed.'
                : 'Quarantined. Nothing is done to it here.'}
            </h2>
            <p className="text-[15px]">
              {unit.stage === 'sold'
                ? 'What is on record stays to be read.'
                : 'Unplugged, set apart, not charged. The owner lets it go on the history page.'}
            </p>
          </section>
        )}
        {running && !unit.held && <RunningWork unit={unit} work={running} drives={drives} named={named} />}
        {!running && !unit.held && ending && !asked && !chosen && <Ending unit={unit} ending={ending} />}
        {!running && !unit.held && step && !(ending && !asked && !chosen) && (
          <>
            {asks ? (
              <Exchange
                tag={unit.tag}
                partClass={asks.step.takes!}
                title={`${asks.step.title}: ${ENDING_WORDS[asks.ended].toLowerCase()}.`}
                problem={problem}
                cured={asks.ended === 'helped'}
                busy={waiting}
                onDone={(parts) =>
                  void act('repairVerdict', { repair: asks.step.id, ended: asks.ended, parts })
                }
                onCancel={() => setTaking(null)}
              />
            ) : step.outcomes.length > 0 ? (
              <Question
                key={`${version}:${step.id}`}
                step={step}
                busy={waiting}
                disabled={disabled}
                problem={stopped}
                onEarly={() => setEarly(true)}
                lead={!drawn && (chosen || asked) ? 'Yours,' : 'Next,'}
                instead={
                  step.instrument === 'tapper' &&
                  tapping === step.id && (
                    <Tapper
                      maker={unit.name}
                      mayAnswer={step.id === 'code-group' && !disabled && !busy}
                      onAnswer={(outcome) => answer(outcome)}
                      onClose={() => setTapping(null)}
                    />
                  )
                }
                onAnswer={answer}
                onNone={
                  step.kind === 'look' ? (why) => void act('noAnswer', { finding: step.id, why }) : undefined
                }
              />
            ) : (
              <section
                aria-label="Next"
                className="border-t-[6px] border-ink bg-paper px-[22px] pt-4 pb-[18px]"
              >
                <p className="text-[14.5px] text-soft">
                  Next, {attended(step.minutes)}. {step.reason}
                </p>
                <h2 className="mt-1 text-[27px] leading-[1.12]">{step.title}</h2>
                <p className="text-[15px]">{step.how}</p>
                {step.kind === 'stop' && (step.id === 'disclose' || step.id === 'asFound') && (
                  <ToldFaults told={told} />
                )}
                {stopped}
              </section>
            )}
            {!asks && TAKEN.includes(step.kind) && (
              <div className="flex gap-3 bg-paper px-[22px] pb-4">
                <Button
                  tone="strong"
                  shortcut="Enter"
                  disabled={disabled || busy}
                  onClick={() => void take()}
                >
                  {step.kind === 'bundle'
                    ? 'To its report'
                    : step.kind === 'read'
                      ? 'To what it is'
                      : step.kind === 'stop'
                        ? 'Stop here'
                        : paused.includes(step.id)
                          ? 'Go on with it, clock on'
                          : 'Start it, clock on'}
                </Button>
              </div>
            )}
            {(step.kind === 'read' || step.kind === 'bundle') && (
              <p className="bg-paper px-[22px] pb-4 text-[14.5px]">
                <Quiet
                  disabled={disabled || busy}
                  onClick={() => void act('noAnswer', { finding: step.id, why: 'cannot-tell' })}
                >
                  It cannot be done now
                </Quiet>
              </p>
            )}
            {step.kind === 'verify' && (
              <p className="bg-paper px-[22px] pb-4 text-[14.5px]">
                <Link href={`/u/${unit.tag}/prove`} className="border-b border-current">
                  The list of tests, one by one
                </Link>
              </p>
            )}
            {step.swap && (
              <SwapPart unit={unit} test={step.id} partClass={step.swap} lent={lent} disabled={disabled} />
            )}
            {step.instrument === 'tapper' && tapping !== step.id && (
              <p className="bg-paper px-[22px] pb-4">
                <Button shortcut="T" disabled={disabled} onClick={() => setTapping(step.id)}>
                  Tap along with it
                </Button>
              </p>
            )}
            {step.instrument === 'memory' && (
              <p className="bg-paper px-[22px] pb-4">
                <Link
                  href={`/u/${unit.tag}/memory`}
                  className="inline-flex min-h-11 items-center gap-2 border-2 border-ink px-3.5 text-[15px] font-semibold hover:bg-track"
                >
                  <Key>B</Key>On the memory board
                </Link>
              </p>
            )}
            {!drawn && (chosen || asked) && step.id !== steps[0]?.id && (
              <Compare
                key={`${unit.version}:${step.id}`}
                tag={unit.tag}
                step={step.kind === 'stop' ? 'stop' : step.id}
              />
            )}
          </>
        )}
        {!unit.held && !running && (shut.length > 0 || again.length > 0) && (
          <section aria-label="Not now" className="mt-3">
            {shut.map((line) => (
              <p key={line.why} className="hatched mb-1.5 bg-paper py-2 pr-3 text-[14px]">
                <b>{line.why}</b>{' '}
                <span className="text-soft">
                  {line.count === 1 ? 'One step waits.' : `${line.count} steps wait.`}
                </span>
              </p>
            ))}
            {again.length > 0 && (
              <p className="bg-paper px-3 py-2 text-[14px]">
                To be looked at again before it is graded: {again.join('; ')}
              </p>
            )}
          </section>
        )}
        {!unit.held && !running && others.length > 0 && (
          <section aria-label="Or" className="order-2 px-0.5 pt-3">
            <h2 className="mb-1 flex justify-between text-[13px] text-soft">
              Or <span>hands, and against the first</span>
            </h2>
            <table className="w-full border-collapse text-[14.5px]">
              <caption className="sr-only">Other steps, minutes of hands and value</caption>
              <tbody>
                {others.map((other, i) => (
                  <tr
                    key={`${other.kind}:${other.id}`}
                    className="relative border-b border-soft/40 hover:bg-paper"
                  >
                    <td className="w-9 py-1">
                      <Key>{LETTERS[i]}</Key>
                    </td>
                    <td className="py-1">
                      <button
                        type="button"
                        disabled={disabled}
                        onClick={() => pick(other)}
                        className="text-left after:absolute after:inset-0"
                      >
                        {other.title}
                      </button>{' '}
                      {other.note && <span className="text-[13px] text-soft">{other.note}</span>}
                    </td>
                    <td className="figures w-20 py-1 text-right text-[13px]">{attended(other.minutes)}</td>
                    <td className="figures w-20 py-1 text-right text-[13px]">
                      {other.againstFirst === 0 ? (
                        <span className="text-soft">as good</span>
                      ) : (
                        <Money minor={other.againstFirst} plus />
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
        <p className="order-1 flex flex-wrap items-center gap-4 px-0.5 pt-3 text-[14.5px] md:order-3 md:mt-auto">
          {!disabled && answers.some((answer) => !answer.voided) && (
            <Button shortcut="U" disabled={waiting} onClick={takeBack} className="min-h-9!">
              Take back the last answer
            </Button>
          )}
          {!disabled && (
            <FileButton accept="image/*" onFile={(file) => void upload([file])}>
              {left ? 'Sending …' : 'Photograph'}
            </FileButton>
          )}
          <span aria-live="polite" className="sr-only">
            {step?.title}
          </span>
        </p>
      </div>
      <section aria-label="Belief" className="flex min-h-0 flex-col gap-3 bg-paper px-[18px] py-4">
        <Belief sound={sound} lines={beliefs} misfit={misfit} covered={covered} />
        <Answers
          answers={answers}
          disabled={disabled || busy}
          onAgain={(finding) =>
            void send('noAnswer', { unitId: unit.id, finding, why: 'look-again' }, unit.version)
          }
          onNote={async (id, note) =>
            (await send('noteAnswer', { unitId: unit.id, observation: id, note }, unit.version)).ok
          }
          tag={unit.tag}
          onVoid={(id) => void send('voidObservation', { unitId: unit.id, observation: id }, unit.version)}
        />
        {!unit.held && <Worth worth={worth} />}
      </section>
    </div>
  );
}
