'use client';
import { useState } from 'react';
import type { UnitTableRow } from '@/words/lists/rows';
import { go } from '../kit/keys/ways';
import { Button, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { useLastBulk, type BulkAct } from './lastBulk';

/** Something that can be done to many units at once, and how it is taken back. */
export type BulkStep =
  | { id: string; words: string; kind: 'move'; stage: string }
  | { id: string; words: string; kind: 'list' }
  | { id: string; words: string; kind: 'erase'; minutes: number; station: string }
  | { id: string; words: string; kind: 'labels' | 'promise' };

/** What is marked is done to all of it; what could not be done is named unit by unit; all of it can be undone. */
export function Bulk({
  place,
  chosen,
  steps,
  onClear,
}: {
  /** The list it is, by its address. */
  place: string;
  chosen: readonly UnitTableRow[];
  steps: readonly BulkStep[];
  onClear: () => void;
}) {
  const { send, sending } = useCommand();
  const [{ said, undo }, keep] = useLastBulk(place);
  const [working, setWorking] = useState(false);
  const act = (name: string, input: Record<string, unknown>) => send<{ workId?: string }>(name, input);

  async function one(step: BulkStep, unit: UnitTableRow): Promise<{ fault: string } | { back: BulkAct }> {
    const on = { unitId: unit.id };
    if (step.kind === 'move') {
      if (unit.stage === step.stage) return { fault: 'is there already' };
      const moved = await act('setStage', { ...on, stage: step.stage });
      if (!moved.ok) return { fault: moved.problem.message };
      return { back: { name: 'setStage', input: { ...on, stage: unit.stage } } };
    }
    if (step.kind === 'list') {
      const listed = await act('listUnit', { ...on, askMinor: unit.askMinor ?? unit.priceMinor });
      if (!listed.ok) return { fault: listed.problem.message };
      const stage = unit.stage === 'shelf' ? 'prove' : unit.stage;
      return { back: { name: 'setStage', input: { ...on, stage } } };
    }
    if (step.kind === 'erase') {
      const begun = await act('startWork', { ...on, ref: 'erase-drive' });
      if (!begun.ok) return { fault: begun.problem.message };
      const workId = begun.answer.workId!;
      const left = await act('leaveAlone', { ...on, workId, minutes: step.minutes, station: step.station });
      if (!left.ok) return { fault: left.problem.message };
      return { back: { name: 'dropWork', input: { ...on, workId } } };
    }
    return { fault: 'is not done one by one' };
  }

  async function run(step: BulkStep) {
    if (step.kind === 'labels') {
      window.open(`/api/labels?tags=${chosen.map(({ tag }) => tag).join(',')}`, '_blank', 'noreferrer');
      return;
    }
    if (step.kind === 'promise') {
      go(`/day/promise?tags=${chosen.map(({ tag }) => tag).join(',')}`);
      return;
    }
    setWorking(true);
    const faults: string[] = [];
    const back: BulkAct[] = [];
    for (const unit of chosen) {
      const outcome = await one(step, unit);
      if ('fault' in outcome) faults.push(`${unit.tag}: ${outcome.fault}`);
      else back.push(outcome.back);
    }
    setWorking(false);
    keep({
      said: [
        `${step.words}: ${back.length} of ${chosen.length} done.`,
        ...faults.slice(0, 8),
        ...(faults.length > 8 ? [`and ${faults.length - 8} more that were not`] : []),
      ],
      undo: back.length ? { words: step.words, acts: back } : null,
    });
    onClear();
  }
  async function takeBack() {
    if (!undo) return;
    setWorking(true);
    let undone = 0;
    for (const { name, input } of [...undo.acts].reverse()) if ((await act(name, input)).ok) undone++;
    setWorking(false);
    keep({ said: [`${undo.words}: ${undone} of ${undo.acts.length} taken back.`], undo: null });
  }
  // while the list is read again a press is not lost: acts go out in order
  const idle = sending || working;
  if (chosen.length === 0 && said.length === 0) return null;
  return (
    <section
      aria-label="Marked units"
      className="paper sticky bottom-[62px] z-10 mt-3 border-t-2 border-ink py-2.5 text-row"
    >
      {said.length > 0 && (
        <div role="status" className="mb-1.5 flex flex-wrap items-start gap-x-4">
          <ul>
            {said.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          {undo && (
            <Button disabled={idle} className="min-h-9!" onClick={() => void takeBack()}>
              Undo
            </Button>
          )}
          <Quiet onClick={() => keep({ said: [], undo: null })}>close</Quiet>
        </div>
      )}
      {chosen.length > 0 && (
        <p className="flex flex-wrap items-center gap-2">
          <b>
            {chosen.length} {chosen.length === 1 ? 'unit' : 'units'} marked.
          </b>
          {steps.map((step) => (
            <Button key={step.id} disabled={idle} className="min-h-9!" onClick={() => void run(step)}>
              {step.words}
            </Button>
          ))}
          <Quiet onClick={onClear}>mark none</Quiet>
        </p>
      )}
    </section>
  );
}
