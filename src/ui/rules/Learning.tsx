'use client';
import type { MovedPrior, SourceFactor } from '@/core/learn/learn';
import { useState, type FormEvent } from 'react';
import { TextField } from '../kit/fields';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

export interface LearnedLine extends Omit<MovedPrior, 'chassis'> {
  chassis: string;
}

/** By names instead of ids. */
export interface SourceLine extends Omit<SourceFactor, 'source'> {
  source: string;
}

interface Props {
  cases: number | null;
  /** What other shops counted counts as so many cases. */
  elsewhere: number;
  closed: number;
  strength: number;
  lines: LearnedLine[];
  /** What machines of a source have more or less often. */
  sources: SourceLine[];
  tables: number;
  mayWrite: boolean;
}

const times = (factor: number) => `${factor.toFixed(1)} x`;
const share = (p: number) => `${(p * 100).toPrecision(2)} %`;

/**
 * What closed cases have taught, how strongly the catalogue holds against them, and which priors moved most.
 */
export function Learning({ cases, elsewhere, closed, strength, lines, sources, tables, mayWrite }: Props) {
  const { send, problem, busy } = useCommand();
  const [fault, setFault] = useState('');
  async function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const wanted = Number(new FormData(event.currentTarget).get('strength'));
    if (!(Number.isInteger(wanted) && wanted >= 10 && wanted <= 100_000))
      return setFault('a whole number, 10 to 100,000');
    setFault('');
    await send('learnFromCases', { strength: wanted });
  }
  return (
    <section aria-label="Learning">
      <Heading>Learned from closed cases</Heading>
      <p className="text-row text-soft">
        A machine counts as finished when it was looked over as a whole and found well, or when it has left;
        if it was scrapped or sold with its faults, it counts by what it probably had. The catalogue’s numbers
        weigh as much as this many of your own finished machines; each row of a test weighs a tenth of that.
      </p>
      <p className="mt-1 text-read">
        {closed} closed {closed === 1 ? 'case' : 'cases'} on record
        {cases === null
          ? '; nothing learned from them so far.'
          : `; learned from ${cases}${elsewhere ? ` and what counts as ${elsewhere} of other shops` : ''}, ${tables} tests moved.`}
      </p>
      {mayWrite && (
        <form onSubmit={(event) => void submit(event)} className="mt-2 flex flex-wrap items-end gap-3">
          <TextField
            label="The catalogue weighs as much as"
            hint="closed cases"
            name="strength"
            inputMode="numeric"
            defaultValue={String(strength)}
            fault={fault}
            wrap="w-[230px]"
          />
          <Button type="submit" disabled={busy}>
            Learn from them
          </Button>
          {cases !== null && (
            <Quiet disabled={busy} onClick={() => void send('forgetLearned', {})}>
              Back to the catalogue
            </Quiet>
          )}
        </form>
      )}
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
      <Moved
        title="Moved most"
        where="On a"
        show={share}
        rows={lines.map(({ chassis, ...line }) => ({ ...line, where: chassis }))}
      />
      <Moved
        title="By source"
        where="From"
        show={times}
        rows={sources.map(({ source, factor, ...line }) => ({ ...line, where: source, now: factor }))}
      />
      {sources.length > 0 && (
        <p className="pt-1 text-note text-soft">
          Times the odds in other machines. The next lot from that source starts with it.
        </p>
      )}
    </section>
  );
}

interface MovedRow {
  cause: string;
  where: string;
  before: number;
  now: number;
  low: number;
  high: number;
  present: number;
  cases: number;
}

/** Numbers that were learned: what the catalogue has, what stands now, and on how many machines that rests. */
function Moved({
  title,
  where,
  show,
  rows,
}: {
  title: string;
  where: string;
  show: (value: number) => string;
  rows: readonly MovedRow[];
}) {
  if (rows.length === 0) return null;
  return (
    <table className="mt-3 w-full border-collapse text-row">
      <thead>
        <tr className="headrow">
          <th className="py-1 font-normal">{title}</th>
          <th className="font-normal">{where}</th>
          <th className="text-right font-normal">catalogue</th>
          <th className="text-right font-normal">now</th>
          <th className="text-right font-normal">seen in</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.cause + row.where} className="border-b border-rule">
            <th scope="row" className="py-1 text-left font-normal">
              {row.cause}
            </th>
            <td className="text-soft">{row.where}</td>
            <td className="figures text-right text-note">{show(row.before)}</td>
            <td className="figures text-right text-note font-semibold">{show(row.now)}</td>
            <td className="figures text-right text-note">
              {row.present} of {row.cases}
              <span className="block text-fine text-soft">
                {show(row.low)} to {show(row.high)}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
