'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import { ChoiceField, TextField } from '../../kit/fields';
import { useScans } from '../../kit/keys/keyboard';
import { Button, Heading, Problem } from '../../kit/parts';
import { useCommand } from '../../kit/hooks/useCommand';

interface Line {
  code: string;
  name: string;
  class: string;
  /** It was not found at the last count. */
  missing: boolean;
}

interface Outcome {
  expected: number;
  found: number;
  missing: string[];
  back: string[];
  elsewhere: string[];
  unknown: string[];
}

const CODE = /^P-\d{4,9}$/i;

/** The bin counted by scanning: what was scanned is ticked, what is left over is named, and one act writes it down. */
export function CountBin({
  partClass,
  expected,
  mayWrite,
}: {
  partClass: string;
  expected: readonly Line[];
  mayWrite: boolean;
}) {
  const router = useRouter();
  const { send, problem, busy } = useCommand();
  const [codes, setCodes] = useState<string[]>([]);
  const [typed, setTyped] = useState('');
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const tick = (code: string) =>
    setCodes((all) => (all.includes(code.toUpperCase()) ? all : [...all, code.toUpperCase()]));
  useScans((code) => {
    if (!CODE.test(code)) return false;
    tick(code);
    return true;
  });
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (!CODE.test(typed.trim())) return;
    tick(typed.trim());
    setTyped('');
  };
  const finish = async () => {
    const sent = await send<Outcome>('countBin', { class: partClass, codes });
    if (!sent.ok) return;
    setOutcome(sent.answer);
    setCodes([]);
    router.refresh();
  };
  const seen = new Set(codes);
  const found = expected.filter(({ code }) => seen.has(code)).length;
  const others = codes.filter((code) => !expected.some((line) => line.code === code));
  return (
    <div className="mt-3 grid gap-4 lg:grid-cols-[minmax(0,1fr)_330px] lg:items-start">
      <div>
        <div className="flex flex-wrap items-end gap-3">
          <ChoiceField
            label="Which parts"
            value={partClass}
            onChange={(event) =>
              router.push(`/bin/count${event.target.value ? `?class=${event.target.value}` : ''}`)
            }
          >
            <option value="">all of them</option>
            {PART_CLASSES.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </ChoiceField>
          <form onSubmit={add} className="flex items-end gap-2">
            <TextField
              label="A code"
              hint="where a label cannot be scanned"
              placeholder="P-0001"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
            <Button type="submit" disabled={!CODE.test(typed.trim())}>
              Tick it
            </Button>
          </form>
        </div>
        <p role="status" className="mt-2 text-read">
          <b className="figures">{found}</b> of <b className="figures">{expected.length}</b> found
          {others.length > 0 && `; besides: ${others.join(', ')}`}.
        </p>
        <table className="mt-2 w-full border-collapse text-row">
          <thead>
            <tr className="headrow">
              <th className="w-16 py-1 font-normal">Found</th>
              <th className="font-normal">Code</th>
              <th className="font-normal">What it is</th>
            </tr>
          </thead>
          <tbody>
            {expected.map((line) => (
              <tr key={line.code} className="border-b border-rule">
                <td className="py-1">
                  <input
                    type="checkbox"
                    aria-label={`${line.code} is here`}
                    className="size-5 accent-ink"
                    checked={seen.has(line.code)}
                    onChange={(event) =>
                      event.target.checked
                        ? tick(line.code)
                        : setCodes(codes.filter((code) => code !== line.code))
                    }
                  />
                </td>
                <td className="figures pr-3 whitespace-nowrap">{line.code}</td>
                <td>
                  {line.name} <span className="text-note text-soft">{line.class}</span>
                  {line.missing && <b className="ml-2 text-note">missing since the last count</b>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <section aria-label="The count" className="panel">
        <Heading>The count</Heading>
        <p className="text-row">
          {expected.length - found === 0
            ? 'All of it is here.'
            : `${expected.length - found} would be written down as not found.`}
        </p>
        {mayWrite && (
          <Button tone="strong" className="mt-2" disabled={busy} onClick={() => void finish()}>
            That is all of it
          </Button>
        )}
        {problem && <Problem>{problem.message}</Problem>}
        {outcome && (
          <div role="status" className="mt-3 border-t border-rule pt-2 text-row">
            <p>
              On record: {outcome.found} of {outcome.expected} found.
            </p>
            {(
              [
                ['Not found', outcome.missing],
                ['Found again', outcome.back],
                ['Lies here, and should not', outcome.elsewhere],
                ['Never on record', outcome.unknown],
              ] as const
            ).map(
              ([title, lines]) =>
                lines.length > 0 && (
                  <p key={title}>
                    <b>{title}:</b> {lines.join('; ')}
                  </p>
                ),
            )}
          </div>
        )}
      </section>
    </div>
  );
}
