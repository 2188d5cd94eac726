'use client';
import dynamic from 'next/dynamic';
import { Link } from '@/ui/kit/Link';
import { Button, FileButton, Key, Quiet } from '../kit/parts';
import { Refused } from '../kit/Refused';
import { usePhotoUpload } from '../kit/hooks/usePhotoUpload';
import { Answers } from './Answers';
import { Belief } from './Belief';
import { Ending, type EndingView } from './Ending';
import { Held, NotNow } from './NotNow';
import { Others } from './Others';
import { OwnWay, type Choices } from './OwnWay';
import { Question } from './Question';
import type {
  AnswerView,
  BelievedView,
  LentView,
  RunningWorkView,
  ShutView,
  StepView,
  UnitHead,
} from '@/words/unit/view';
import type { DriveView } from '@/words/drives/drives';
import { Take, TakenStep } from './TakenStep';
import { TAKEN, useFindOut } from './useFindOut';
import { Worth } from './Worth';
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
  /** A study hides what is proposed and believed: what may be done, in no order; null: all is shown. */
  veiled: Choices | null;
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

/** The bench: one question, what is believed and why, what else could be done, what it is worth. */
export function FindOut({
  unit,
  lent,
  steps,
  veiled,
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
  const bench = useFindOut({ unit, steps, believed, running, ending, asked });
  const { step, others, drawn, own, version, problem, early, busy, waiting, disabled, asks } = bench;
  const { send, act, answer, take, pick, tapping, setTapping } = bench;
  const { beliefs, sound, misfit, covered, worth } = bench.believed;
  const { upload, left } = usePhotoUpload(unit.tag);
  const stopped = problem ? (
    <Refused
      problem={problem}
      busy={busy}
      onDespite={bench.again}
      onTakeBack={(observation) => void bench.takeBackAndSay(observation)}
    />
  ) : early ? (
    <p role="status" className="text-row">
      That key came before this question was there: it was not taken. Answer it now.
    </p>
  ) : null;
  return (
    <div className="grid h-full gap-gutter lg:grid-cols-[minmax(0,1fr)_340px] lg:items-stretch">
      <div className="flex min-w-0 flex-col">
        {unit.held && <Held stage={unit.stage} />}
        {running && !unit.held && <RunningWork unit={unit} work={running} drives={drives} named={named} />}
        {!running && !unit.held && ending && !own && <Ending unit={unit} ending={ending} />}
        {veiled && !running && !unit.held && !ending && !asked && (
          <OwnWay unit={unit} choices={veiled} disabled={disabled} />
        )}
        {!running && !unit.held && step && !(ending && !own) && (
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
                onCancel={bench.notAsking}
              />
            ) : step.outcomes.length > 0 ? (
              <Question
                key={`${version}:${step.id}`}
                step={step}
                busy={waiting}
                disabled={disabled}
                problem={stopped}
                onEarly={bench.tooEarly}
                lead={!drawn && own ? 'Yours,' : 'Next,'}
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
              <TakenStep step={step} told={told}>
                {stopped}
              </TakenStep>
            )}
            {!asks && TAKEN.includes(step.kind) && (
              <Take
                step={step}
                paused={paused.includes(step.id)}
                disabled={disabled || busy}
                onTake={() => void take()}
              />
            )}
            {(step.kind === 'read' || step.kind === 'bundle') && (
              <p className="bg-paper px-[22px] pb-4 text-row">
                <Quiet
                  disabled={disabled || busy}
                  onClick={() => void act('noAnswer', { finding: step.id, why: 'cannot-tell' })}
                >
                  It cannot be done now
                </Quiet>
              </p>
            )}
            {step.kind === 'verify' && (
              <p className="bg-paper px-[22px] pb-4 text-row">
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
                  className="inline-flex min-h-11 items-center gap-2 border-2 border-ink px-3.5 text-read font-semibold hover:bg-track"
                >
                  <Key>B</Key>On the memory board
                </Link>
              </p>
            )}
            {!drawn && own && step.id !== steps[0]?.id && (
              <Compare
                key={`${unit.version}:${step.id}`}
                tag={unit.tag}
                step={step.kind === 'stop' ? 'stop' : step.id}
              />
            )}
          </>
        )}
        {!unit.held && !running && (shut.length > 0 || again.length > 0) && (
          <NotNow shut={shut} again={again} />
        )}
        {!veiled && !unit.held && !running && others.length > 0 && (
          <Others others={others} disabled={disabled} onPick={pick} />
        )}
        <p className="order-1 flex flex-wrap items-center gap-4 px-0.5 pt-3 text-row md:order-3 md:mt-auto">
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
        {!veiled && <Belief sound={sound} lines={beliefs} misfit={misfit} covered={covered} />}
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
        {!unit.held && !veiled && <Worth worth={worth} goesOn={steps[0]?.kind !== 'stop'} />}
      </section>
    </div>
  );
}
