'use client';
import { useState } from 'react';
import type { CountView } from '@/words/drives/drives';
import type { UnitHead } from '@/words/unit/view';
import { Button, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

/** More bays and sockets than that no machine at these benches has. */
const MOST = 4;

/** How many drives are in it, by hands; and whether what a report showed is one on record. */
export function DriveCount({ unit, count }: { unit: UnitHead; count: CountView }) {
  const { send, problem, busy } = useCommand();
  const [anew, setAnew] = useState(false);
  const [labelled, setLabelled] = useState(false);
  const { counted, onRecord, unlabelled, seen } = count;
  const say = (drives: number) =>
    void send('countDrives', { unitId: unit.id, drives, labelled }, unit.version).then(
      (sent) => sent.ok && setAnew(false),
    );
  const answer = (sightingId: string, which: 'same' | 'another') =>
    void send('answerSighting', { unitId: unit.id, sightingId, answer: which }, unit.version);
  const asks = anew || (counted === null && onRecord > 0) || unlabelled.length > 0;
  return (
    <div className="mt-2">
      {seen.map((one) => (
        <div key={one.id} className="border-b border-rule py-2 text-read">
          <p>
            Its report showed <b>{one.name}</b>
            {one.serial && <span className="figures text-note"> {one.serial}</span>}.{' '}
            {one.nameless
              ? `Is that ${one.code}, recorded here without a serial?`
              : `${one.code} with that serial is on record in ${one.where}. Did it move here?`}
          </p>
          <div className="mt-1.5 flex flex-wrap gap-2" role="group" aria-label={`Is it ${one.code}?`}>
            <Button disabled={busy} onClick={() => answer(one.id, 'same')}>
              {one.nameless ? 'Yes, the same drive' : 'Yes, it is in here now'}
            </Button>
            <Button disabled={busy} onClick={() => answer(one.id, 'another')}>
              No, another one
            </Button>
          </div>
        </div>
      ))}
      {asks ? (
        <fieldset className="pt-1.5">
          <legend className="text-read font-semibold">
            How many drives are in it? Look into every bay and socket.
          </legend>
          {unlabelled.length > 0 && (
            <label className="flex min-h-11 items-center gap-2 text-read">
              <input
                type="checkbox"
                className="size-5"
                checked={labelled}
                onChange={(event) => setLabelled(event.target.checked)}
              />
              Each drive bears its code ({unlabelled.join(', ')})
            </label>
          )}
          <div className="mt-1.5 flex flex-wrap gap-2">
            {Array.from({ length: MOST + 1 }, (_, drives) => (
              <Button
                key={drives}
                disabled={busy}
                onClick={() => say(drives)}
                aria-label={`${drives} drives`}
              >
                {drives === 0 ? 'None' : drives}
              </Button>
            ))}
          </div>
        </fieldset>
      ) : (
        counted !== null && (
          <p className="text-row text-soft">
            {counted === 0 ? 'No drive in it' : counted === 1 ? 'One drive in it' : `${counted} drives in it`}
            , as counted.{' '}
            {unit.mayWrite && !unit.held && <Quiet onClick={() => setAnew(true)}>count again</Quiet>}
          </p>
        )
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </div>
  );
}
