'use client';
import { useState, useSyncExternalStore } from 'react';
import type { RunKind } from '@/core/instruments/run';
import { STAND_INS } from '@/core/simulate/standIn';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../../kit/fields';
import { Button, Problem } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { pullCable, putAway, putOn, putOnAt, watchDrawer } from './drawer';

const STATES = {
  running: 'It samples.',
  finished: 'It is through.',
  'went off': 'It went off by itself, and says nothing more.',
  stopped: 'It was put away.',
  refused: 'It was refused.',
};

/** The bench drawer: a simulated machine in place of the real one, through the same way in. */
export function BenchDrawer({ unit, kind }: { unit: UnitHead; kind: RunKind }) {
  const { send, problem, busy } = useCommand();
  const [condition, setCondition] = useState('hidden');
  const [seed, setSeed] = useState('1');
  const [faster, setFaster] = useState('30');
  const on = useSyncExternalStore(
    watchDrawer,
    () => putOnAt(unit.id),
    () => null,
  );
  const begin = async () => {
    const begun = await send<{ run: string; token: string }>(
      'startRun',
      { unitId: unit.id, kind },
      unit.version,
    );
    if (begun.ok)
      putOn(unit.id, {
        kind,
        condition,
        seed: Number(seed) || 1,
        faster: Number(faster),
        token: begun.answer.token,
      });
  };
  const mine = on?.kind === kind ? on : null;
  return (
    <details className="mt-3 border-t border-rule pt-2">
      <summary className="min-h-11 cursor-pointer py-2.5 text-row font-semibold">
        Bench drawer: a simulated machine in its place
      </summary>
      <p className="text-row text-soft">
        For trying and learning. What it tells goes on this machine’s record, by that name: take it back
        afterwards.
      </p>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <ChoiceField
          label="What ails it"
          value={condition}
          onChange={(event) => setCondition(event.target.value)}
        >
          <option value="hidden">not told</option>
          {STAND_INS[kind].map((each) => (
            <option key={each}>{each}</option>
          ))}
        </ChoiceField>
        <TextField
          label="Seed"
          inputMode="numeric"
          value={seed}
          onChange={(event) => setSeed(event.target.value)}
          wrap="w-[84px]"
        />
        <ChoiceField label="How fast" value={faster} onChange={(event) => setFaster(event.target.value)}>
          <option value="1">as a real one</option>
          <option value="10">10 times</option>
          <option value="30">30 times</option>
          <option value="300">300 times</option>
        </ChoiceField>
        <Button
          disabled={busy || !unit.mayWrite || unit.held || mine?.state === 'running'}
          onClick={() => void begin()}
        >
          Put it on
        </Button>
      </div>
      {mine && (
        <p role="status" className="mt-2 flex flex-wrap items-center gap-3 text-row">
          <span>
            {STATES[mine.state]}{' '}
            {mine.cableOut && mine.heldBack > 0 && 'What it read since waits in the machine. '}
            {mine.state !== 'running' && (
              <>
                It was: <b>{mine.condition}</b>, seed {mine.seed}.
              </>
            )}
          </span>
          {mine.state === 'running' && (
            <>
              <Button aria-pressed={mine.cableOut} onClick={() => pullCable(unit.id, !mine.cableOut)}>
                {mine.cableOut ? 'Cable back in' : 'Pull the cable'}
              </Button>
              <Button onClick={() => putAway(unit.id)}>Put it away</Button>
            </>
          )}
        </p>
      )}
      {mine?.problem && <Problem>{mine.problem}</Problem>}
      {problem && <Problem>{problem.message}</Problem>}
    </details>
  );
}
