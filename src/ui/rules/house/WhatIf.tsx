'use client';
import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import type { HouseTables } from '@/core/house/tables';
import { GRADES, type Grade } from '@/core/price/model';
import { Button, Heading, Problem } from '../../kit/parts';
import { Link } from '../../kit/Link';
import { learn } from '@/ui/kit/hooks/useCommand';
import { tidy } from './tidy';

interface Told {
  looked: number;
  more: boolean;
  before: Record<Grade | 'none', number>;
  after: Record<Grade | 'none', number>;
  changed: { tag: string; from: Grade | null; to: Grade | null; why: string }[];
}

const COLUMNS = [...GRADES, 'none'] as const;

/** What stands in the form, tried on the stock: who would go up, who down. Nothing is kept by asking. */
export function WhatIf() {
  const { getValues } = useFormContext<HouseTables>();
  const [told, setTold] = useState<Told | null>(null);
  const [fault, setFault] = useState('');
  const [busy, setBusy] = useState(false);
  const ask = async () => {
    setBusy(true);
    const outcome = await learn<Told>('/api/rules/whatif', { tables: tidy(getValues()) });
    setBusy(false);
    setFault(outcome.ok ? '' : outcome.problem.message);
    if (outcome.ok) setTold(outcome.answer);
  };
  return (
    <section aria-label="What it would change" className="mt-6 border-t-2 border-ink pt-3">
      <div className="flex flex-wrap items-center gap-3">
        <Heading>What it would change</Heading>
        <Button disabled={busy} onClick={() => void ask()}>
          {busy ? 'Looking through the stock …' : 'Try it on the stock'}
        </Button>
      </div>
      {fault && <Problem>{fault}</Problem>}
      {told && (
        <>
          <table className="figures mt-2 border-collapse text-row">
            <caption className="sr-only">Machines by grade, now and by what stands here</caption>
            <thead>
              <tr className="border-b border-ink">
                <th className="pr-4 text-left font-normal text-soft">{told.looked} proved machines</th>
                {COLUMNS.map((grade) => (
                  <th key={grade} scope="col" className="w-[64px] text-right">
                    {grade === 'none' ? 'open' : grade}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {(
                [
                  ['now', told.before],
                  ['by what stands here', told.after],
                ] as const
              ).map(([name, row]) => (
                <tr key={name} className="border-b border-rule">
                  <th scope="row" className="pr-4 text-left font-normal">
                    {name}
                  </th>
                  {COLUMNS.map((grade) => (
                    <td
                      key={grade}
                      className={`text-right ${row[grade] === told.before[grade] ? '' : 'font-bold'}`}
                    >
                      {row[grade]}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {told.changed.length === 0 ? (
            <p className="mt-1 text-row text-soft">No grade would change.</p>
          ) : (
            <ul className="mt-1 text-row">
              {told.changed.map((row) => (
                <li key={row.tag} className="border-b border-rule py-1">
                  <Link href={`/u/${row.tag}/prove`} className="figures border-b border-current text-note">
                    {row.tag}
                  </Link>{' '}
                  <b>
                    {row.from ?? 'open'} → {row.to ?? 'open'}
                  </b>{' '}
                  <span className="text-soft">{row.why}</span>
                </li>
              ))}
            </ul>
          )}
          <p className="mt-1 text-note text-soft">
            {told.more && 'The first 300 were looked at. '}
            Grades that were given stand as they are: each keeps the rubric it was given by.
          </p>
        </>
      )}
    </section>
  );
}
