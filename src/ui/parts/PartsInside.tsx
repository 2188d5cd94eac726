'use client';
import { useState } from 'react';
import type { PartView } from '@/words/parts/view';
import type { UnitHead } from '@/words/unit/view';
import { MoneyField } from '../kit/MoneyField';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { Link } from '../kit/Link';
import { useMoney } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';
import { RecordPart } from './RecordPart';

/** What is on record inside a unit: taken out one by one, with what it is worth. */
export function PartsInside({ unit, parts }: { unit: UnitHead; parts: readonly PartView[] }) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [out, setOut] = useState<string | null>(null);
  const [worth, setWorth] = useState('');
  const choose = (part: PartView) => {
    setOut(part.id);
    setWorth(money.field(part.worthMinor));
  };
  const disabled = busy || !unit.mayWrite || unit.held;
  const take = async (componentId: string, to: string) => {
    const costMinor = worth.trim() ? money.parse(worth) : undefined;
    if (costMinor === null) return;
    const taken = await send(
      'takePart',
      { unitId: unit.id, componentId, to, ...(to === 'bin' && costMinor !== undefined && { costMinor }) },
      unit.version,
    );
    if (taken.ok) setOut(null);
  };
  return (
    <section aria-label="Parts in it" className="panel">
      <Heading>Parts in it</Heading>
      {parts.length === 0 && (
        <p className="text-row text-soft">None on record. Its own report adds them, or you do.</p>
      )}
      <ul>
        {parts.map((part) => (
          <li key={part.id} className="border-b border-rule py-1.5 text-row">
            <Link href={`/bin/${part.code}`} className="figures border-b border-current text-note font-bold">
              {part.code}
            </Link>{' '}
            {part.name}{' '}
            <span className="text-soft">
              {part.class}
              {part.serial && `, ${part.serial}`}
              {part.benchOnly && ', for the bench only'}
            </span>
            {unit.mayWrite && !unit.held && out !== part.id && (
              <Quiet className="ml-2" disabled={busy} onClick={() => choose(part)}>
                take out
              </Quiet>
            )}
            {out === part.id && (
              <div
                className="flex flex-wrap items-end gap-2 py-2"
                role="group"
                aria-label={`Take out ${part.code}`}
              >
                <MoneyField optional label="Worth" text={worth} onText={setWorth} wrap="w-[110px]" />
                <Button disabled={disabled} onClick={() => void take(part.id, 'bin')}>
                  To the bin
                </Button>
                <Button disabled={disabled} onClick={() => void take(part.id, 'scrap')}>
                  Scrap
                </Button>
                <Button disabled={disabled} onClick={() => void take(part.id, 'returned')}>
                  To its owner
                </Button>
                <Quiet onClick={() => setOut(null)}>leave it in</Quiet>
              </div>
            )}
          </li>
        ))}
      </ul>
      {unit.mayWrite && !unit.held && (
        <div className="mt-2 flex flex-wrap gap-5">
          <RecordPart unit={unit} />
          <Quiet
            disabled={disabled}
            onClick={() => void send('takeBackParts', { unitId: unit.id }, unit.version)}
          >
            Take the last change back
          </Quiet>
        </div>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
