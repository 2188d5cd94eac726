'use client';
import { useState } from 'react';
import { ENDINGS, type Ending as RepairEnding } from '@/core/catalogue';
import { carriedOut } from '@/core/record/endings';
import type { BelievedView, NextView, RunningWorkView, StepView, UnitHead } from '@/words/unit/view';
import { asideWords, type LaidAside } from '../hands/aside';
import { useShortcuts } from '../kit/keys/keyboard';
import { go } from '../kit/keys/ways';
import { useCommand } from '../kit/hooks/useCommand';
import { shop } from '../live/shop';
import type { EndingView } from './Ending';

/** Steps that are begun with one key, not answered. */
export const TAKEN: StepView['kind'][] = ['repair', 'stop', 'read', 'bundle', 'change'];
export const LETTERS = ['A', 'B', 'C', 'D', 'E'];

interface Given {
  unit: UnitHead;
  steps: StepView[];
  believed: BelievedView;
  running: RunningWorkView | null;
  ending: EndingView | null;
  asked: StepView | null;
}

/** What the bench is at: the step in front, what is believed since the last answer, and what can be done about it. */
export function useFindOut({ unit, steps, believed, running, ending, asked }: Given) {
  const { send, problem, busy, sending } = useCommand();
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
  // none where a study hides what is proposed
  const step: StepView | undefined = drawn?.step ?? chosen ?? asked ?? steps[0];
  const waiting = busy && !(drawn && !sending);
  const { beliefs, sound, misfit, covered, worth } = drawn?.believed ?? believed;
  const version = drawn?.version ?? unit.version;
  const others = steps.filter((other) => other.id !== step?.id).slice(0, 5);
  const disabled = !unit.mayWrite || unit.held;
  const pick = (other: StepView) => setPicked({ version: unit.version, id: `${other.kind}:${other.id}` });
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
    if (!step) return;
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
    if (!step) return;
    if (waiting) return setEarly(true);
    if (step.kind === 'repair') {
      const begun = await send<{ aside: LaidAside[] }>(
        'startWork',
        { unitId: unit.id, ref: step.id },
        version,
      );
      if (begun.ok) shop.say(asideWords(begun.answer.aside));
    } else if (step.kind === 'read' || step.kind === 'bundle') go(`/u/${unit.tag}/machine`);
    else if (step.kind === 'change') go(`/u/${unit.tag}/parts`);
    else if (step.id === 'ask') go(`/u/${unit.tag}/work`);
    else if (step.kind === 'stop') void send('decide', { unitId: unit.id, route: step.id }, version);
  };
  const takeBackAndSay = async (observation: number) => {
    const taken = await send('voidObservation', { unitId: unit.id, observation }, unit.version);
    if (taken.ok && refused) void act(refused.name, refused.input);
  };
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
    const at = LETTERS.indexOf(key.toUpperCase());
    if (at >= 0 && others[at]) {
      pick(others[at]);
      return true;
    }
    return false;
  });
  return {
    step,
    others,
    drawn: drawn !== null,
    own: Boolean(chosen || asked),
    version,
    believed: { beliefs, sound, misfit, covered, worth },
    problem,
    early,
    busy,
    waiting,
    disabled,
    /** A part is being told of that went in with a repair. */
    asks,
    notAsking: () => setTaking(null),
    tapping,
    setTapping,
    tooEarly: () => setEarly(true),
    send,
    act,
    answer,
    take,
    pick,
    again: (as: string) => refused && void act(refused.name, { ...refused.input, [as]: true }),
    takeBackAndSay,
  };
}
