'use client';
import { useRef, useState } from 'react';
import { many } from '@/words/plain';
import { TextField } from '../../kit/fields';
import { Button, Heading, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '../../kit/hooks/useCommand';

interface Taken {
  exchange: string;
  cases: number;
  causes: number;
  notes: number;
  sales: number;
  /** Causes this version does not know; notes that stood here already. */
  unknown: number;
  already: number;
}
interface Props {
  taken: {
    id: string;
    name: string;
    madeOn: string;
    weight: number;
    cases: number;
    notes: number;
    sales: number | null;
  }[];
  learnedFrom: number | null;
}

const PARTS = [
  ['priors', 'how often each fault was found, and in how many machines'],
  ['notebook', 'the notebook of models'],
  ['prices', 'your own sales: day, price, what was sold'],
] as const;

/** What one shop has learnt, for another: out as a file, in with a weight, taken back as one. */
export function Exchange({ taken, learnedFrom }: Props) {
  const { send, problem, setProblem, busy } = useCommand();
  const [parts, setParts] = useState<readonly string[]>(PARTS.map(([id]) => id));
  const [weight, setWeight] = useState('0.5');
  const [said, setSaid] = useState('');
  const choose = useRef<HTMLInputElement>(null);
  async function bring(file: File) {
    setSaid('');
    setProblem(null);
    const sent = await send<Taken>('takeExchange', {
      text: await file.text(),
      name: file.name,
      weight: Number(weight.replace(',', '.')),
    });
    if (!sent.ok) return;
    const { cases, causes, notes, sales, unknown, already } = sent.answer;
    setSaid(
      `Imported: ${many(causes, 'cause', 'causes')} out of ${many(cases, 'machine', 'machines')}, ${many(notes, 'note', 'notes')}${already ? ` (${already} stood here already)` : ''}, ${many(sales, 'sale', 'sales')}` +
        `${unknown ? `; left out: ${many(unknown, 'cause', 'causes')} this version does not know` : ''}. Causes and prices count from the next time you learn.`,
    );
  }
  return (
    <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-gutter lg:grid-cols-2">
      <section aria-label="Pass on what was learnt">
        <Heading>Export</Heading>
        <p className="text-row text-soft">
          No names and no tags are in it, but read your notes before you share them. What came from other
          shops is not passed on.
        </p>
        {PARTS.map(([id, words]) => (
          <label key={id} className="flex min-h-9 items-center gap-2 text-row">
            <input
              type="checkbox"
              checked={parts.includes(id)}
              onChange={() =>
                setParts(parts.includes(id) ? parts.filter((other) => other !== id) : [...parts, id])
              }
            />
            {words}
          </label>
        ))}
        {learnedFrom === null && (
          <p className="text-note text-soft">
            Nothing has been learnt from finished machines yet, so no causes are included. Learn under{' '}
            <i>Own numbers, learning</i>.
          </p>
        )}
        <p className="mt-2">
          <a
            href={`/api/rules/exchange?with=${parts.join(',')}`}
            download
            className="inline-flex min-h-11 items-center border-2 border-ink px-3.5 text-read font-semibold"
          >
            Write a file
          </a>
        </p>
      </section>
      <section aria-label="Take in what another shop has learnt">
        <Heading>Import</Heading>
        <p className="text-row text-soft">
          Another shop’s machines are not like yours: say how much one of theirs counts against one of yours.
          Notes count at once, causes the next time you learn, sales the next time you learn prices.
        </p>
        <div className="flex flex-wrap items-end gap-3">
          <TextField
            label="One of theirs counts"
            hint="0.01 to 1"
            name="weight"
            inputMode="decimal"
            wrap="w-[270px]"
            value={weight}
            onChange={(event) => setWeight(event.target.value)}
          />
          <input
            ref={choose}
            type="file"
            accept=".json,application/json"
            aria-label="A file of another shop"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              event.target.value = '';
              if (file) void bring(file);
            }}
          />
          <Button disabled={busy} onClick={() => choose.current?.click()}>
            Import a file
          </Button>
        </div>
        {said && (
          <p role="status" className="mt-2 text-row">
            {said}
          </p>
        )}
        {problem && <Problem>{problem.message}</Problem>}
        <ul className="mt-2 text-row">
          {taken.map(({ id, name, madeOn, weight: own, cases, notes, sales }) => (
            <li key={id} className="flex flex-wrap justify-between gap-3 border-t border-rule py-1.5">
              <span>
                <b>{name}</b>, of {madeOn}: {many(cases, 'machine', 'machines')},{' '}
                {many(notes, 'note', 'notes')}, {many(sales ?? 0, 'sale', 'sales')}; one counts{' '}
                <span className="figures">{own.toFixed(2)}</span>
              </span>
              <Quiet
                disabled={busy}
                aria-label={`Take ${name} back`}
                onClick={() => void send('dropExchange', { id })}
              >
                take back
              </Quiet>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
