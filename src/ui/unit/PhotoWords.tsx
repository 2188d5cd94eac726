'use client';
import { useState } from 'react';
import type { PlateSays } from '@/core/machine/plate';
import { SPEC_KEYS } from '@/core/record/keys';
import { lower } from '@/words/plain';
import { Problem, Quiet } from '../kit/parts';
import { learn, useCommand } from '../kit/hooks/useCommand';

interface Read {
  lines: string[];
  says: PlateSays[];
}

const words = (own: PlateSays): string =>
  own.of === 'specification'
    ? `${lower(SPEC_KEYS[own.key])} ${own.value}`
    : own.of === 'charger'
      ? `charger of ${own.volts} V, ${own.amps} A`
      : `pack ${own.pack}`;

/** What the words on a photographed plate say, each taken over by who has looked at it: a letter may be a digit. */
export function PhotoWords({ unitId, photoId }: { unitId: string; photoId: string }) {
  const { send, problem, busy } = useCommand();
  const [read, setRead] = useState<Read | 'reading' | null>(null);
  const [fault, setFault] = useState('');
  const look = async () => {
    setRead('reading');
    setFault('');
    const outcome = await learn<Read>(`/api/photos/${photoId}/words`, {});
    setRead(outcome.ok ? outcome.answer : null);
    if (!outcome.ok) setFault(outcome.problem.message);
  };
  const take = async (own: PlateSays) => {
    const sent =
      own.of === 'specification'
        ? await send('typeSpec', { unitId, key: own.key, value: own.value })
        : await send('noteTakes', {
            unitId,
            facts:
              own.of === 'charger'
                ? { plateVolts: own.volts, plateAmps: own.amps }
                : { batteryPack: own.pack },
          });
    if (sent.ok && read && read !== 'reading')
      setRead({ ...read, says: read.says.filter((other) => other !== own) });
  };
  if (read === null || read === 'reading')
    return (
      <>
        <Quiet className="text-fine" disabled={read === 'reading'} onClick={() => void look()}>
          {read === 'reading' ? 'reading …' : 'read its words'}
        </Quiet>
        {fault && <Problem>{fault}</Problem>}
      </>
    );
  return (
    <div role="status" className="max-w-[280px] text-note">
      {read.lines.length === 0 ? (
        <p>No words were found: closer, straight on, without glare.</p>
      ) : (
        <p className="text-soft">{read.lines.join(' · ')}</p>
      )}
      {read.says.map((own) => (
        <Quiet key={words(own)} className="text-note" disabled={busy} onClick={() => void take(own)}>
          Take: {words(own)}
        </Quiet>
      ))}
      {problem && <Problem>{problem.message}</Problem>}
      <Quiet className="text-fine" onClick={() => setRead(null)}>
        done
      </Quiet>
    </div>
  );
}
