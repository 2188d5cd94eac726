'use client';
import { useSyncExternalStore } from 'react';
import { Quiet } from '../kit/parts';
import { outbox } from '../live/shop';
import { actWords, tray, type Unsaid } from '../live/tray';

const EMPTY: readonly Unsaid[] = [];

/** What was pressed and is not on record, until it is read: sent again knowingly, or put away. */
export function TrayHere() {
  const lines = useSyncExternalStore(tray.watch, tray.read, () => EMPTY);
  const again = async ({ id }: Unsaid) => {
    const line = tray.take(id);
    if (!line) return;
    // sent by somebody who has read why it was refused: to the machine as it is now
    const act = { ...line.act, version: undefined };
    const outcome = await outbox.add(act);
    if (!outcome.ok) tray.put(act, outcome.problem.message);
  };
  if (lines.length === 0) return null;
  return (
    <section aria-label="Not on record" className="hatched max-h-[40vh] overflow-y-auto py-2 pr-4 text-row">
      <h2 className="text-read font-bold">
        {lines.length === 1 ? 'One act is not on record' : `${lines.length} acts are not on record`}
      </h2>
      <ul>
        {lines.map((line) => (
          <li key={line.id} className="border-t border-rule py-1">
            <b>{actWords(line.act)}.</b> {line.why}{' '}
            <span className="flex gap-3">
              <Quiet onClick={() => void again(line)}>Put it on record now</Quiet>
              <Quiet onClick={() => void tray.take(line.id)}>Read, leave it</Quiet>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
