'use client';
import { useRouter } from 'next/navigation';
import { useState, type DragEvent } from 'react';
import { useShortcuts } from '../kit/keys/keyboard';
import { Button, Problem } from '../kit/parts';
import { useBenchLine, useBenchOrigin, usePlainOrigin } from '../kit/hooks/useBenchLine';
import { outcomeOf, useCommand } from '../kit/hooks/useCommand';
import type { UnitHead } from '@/words/unit/view';

interface Answer {
  read: { name: string; kind: string | null; problems: string[] }[];
  filled: string[];
  notRead: string[];
}

const LOOPBACK = /^https?:\/\/(localhost|127\.|\[::1\])/;

/** Getting the machine's own report: a command to run on it, or its files dropped here. */
export function ReportPanel({ unit }: { unit: UnitHead }) {
  const router = useRouter();
  const benchLine = useBenchLine();
  const benchOrigin = useBenchOrigin();
  const plainOrigin = usePlainOrigin();
  const { send, problem, busy } = useCommand();
  const [command, setCommand] = useState<{ token: string; until: string } | null>(null);
  const [taken, setTaken] = useState<Answer | null>(null);
  const [fault, setFault] = useState('');
  /** Files of what seems to be another machine: taken in when somebody says that they are of this one. */
  const [held, setHeld] = useState<File[]>([]);
  const [over, setOver] = useState(false);
  const disabled = !unit.mayWrite || unit.held;
  const ask = async () => {
    const outcome = await send<{ token: string; expiresAt: string }>(
      'makeReportToken',
      { unitId: unit.id },
      unit.version,
    );
    if (outcome.ok)
      setCommand({
        token: outcome.answer.token,
        until: outcome.answer.expiresAt.slice(11, 16),
      });
  };
  async function drop(files: readonly File[], despite = false) {
    if (!files.length) return;
    setFault('');
    setHeld([]);
    setTaken(null);
    const form = new FormData();
    for (const file of files) form.append('file', file);
    try {
      const outcome = await outcomeOf<Answer>(
        await fetch(`/api/units/${unit.tag}/report${despite ? '?despite=1' : ''}`, {
          method: 'POST',
          body: form,
        }),
      );
      if (outcome.ok) setTaken(outcome.answer);
      else {
        setFault(outcome.problem.message);
        if (outcome.problem.details?.otherMachine) setHeld([...files]);
      }
    } catch {
      setFault('The shop’s computer does not answer. Nothing was taken in.');
    }
    router.refresh();
  }
  useShortcuts((key) => {
    if (key.toLowerCase() !== 'r' || disabled) return false;
    void ask();
    return true;
  });
  const onDrop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void drop([...event.dataTransfer.files]);
  };
  return (
    <section aria-label="Machine’s own report" className="panel">
      <h2 className="text-title leading-7">Its own report</h2>
      <p className="mb-3 max-w-[66ch] text-read">
        One line to type on the unit, under any live Linux or in the shell of the system installed on it. It
        reads only, posts once, and fills in the specification, serials, drives and what it finds of trouble.
      </p>
      <Button tone="strong" shortcut="R" disabled={busy || disabled} onClick={() => void ask()}>
        Get its report
      </Button>
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
      {command && (
        <div className="mt-3 border-2 border-ink bg-sheet p-3">
          <p className="text-note text-soft">under any live Linux</p>
          <code data-testid="report-command" className="figures block text-row break-all select-all">
            {benchLine(`/r/${command.token}`, '| sudo sh')}
          </code>
          <p className="mt-1.5 text-note text-soft">
            in the installed commercial system’s own shell (not tried on a real one yet)
          </p>
          <code className="figures block text-row break-all select-all">
            irm {plainOrigin()}/r/{command.token}/own | iex
          </code>
          <p className="mt-1.5 text-note text-soft">
            Works once, until {command.until} UTC. Without root, leave “sudo” out: serials and drive health
            may stay unread.
          </p>
          {LOOPBACK.test(benchOrigin()) && (
            <p className="text-note">
              <b>This address is this computer only.</b> For units on the bench network start the shop with
              OMNITROPE_HOST=0.0.0.0 and open it by its network address.
            </p>
          )}
        </div>
      )}
      <label
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={onDrop}
        className={`mt-3 flex min-h-[76px] cursor-pointer flex-col items-center justify-center border-2 border-dashed border-ink p-3 text-center text-row focus-within:outline-3 focus-within:outline-matdeep ${over ? 'bg-track' : ''}`}
      >
        <span>
          Or drop its files here: lshw -json, lscpu -J, dmidecode, smartctl --json -a, sensors -j, upower -d
        </span>
        <input
          type="file"
          multiple
          className="sr-only"
          aria-label="Report files"
          disabled={disabled}
          onChange={(event) => void drop([...(event.target.files ?? [])])}
        />
      </label>
      {fault && (
        <div className="mt-2">
          <Problem>{fault}</Problem>
          {held.length > 0 && (
            <Button className="mt-2" onClick={() => void drop(held, true)}>
              It is this machine, its board was changed
            </Button>
          )}
        </div>
      )}
      {taken && (
        <div role="status" className="mt-2 text-row">
          <p>
            <b>{taken.filled.length} values filled in</b> from {taken.read.filter((file) => file.kind).length}{' '}
            files.{taken.notRead.length > 0 && ` Not read: ${taken.notRead.join(', ')}.`}
          </p>
          {taken.read
            .flatMap((file) => file.problems)
            .map((line) => (
              <p key={line} className="text-soft">
                {line}
              </p>
            ))}
        </div>
      )}
    </section>
  );
}
