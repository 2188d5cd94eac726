'use client';
import { useState, type FormEvent } from 'react';
import type { UnitHead } from '@/words/unit/view';
import { AreaField, TextField } from '../kit/fields';
import { Link } from '../kit/Link';
import { Button, Heading, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

/** A note as the page shows it. */
export interface NoteView {
  id: string;
  text: string;
  by: string;
  when: string;
  point: boolean;
  open: boolean;
  how: string;
}

/** What somebody wrote to a machine, and the points that have to be settled before it is graded. */
export function Notes({ unit, notes }: { unit: UnitHead; notes: readonly NoteView[] }) {
  const { send, problem, busy } = useCommand();
  const [text, setText] = useState('');
  const [open, setOpen] = useState(false);
  const disabled = busy || !unit.mayWrite || unit.held;
  const write = async (event: FormEvent) => {
    event.preventDefault();
    const sent = await send('noteUnit', { unitId: unit.id, text: text.trim(), open }, unit.version);
    if (!sent.ok) return;
    setText('');
    setOpen(false);
  };
  return (
    <section aria-label="Notes" className="panel">
      <Heading>Notes</Heading>
      <ul>
        {notes.map((note) => (
          <li key={note.id} className="border-b border-rule py-1.5 text-row">
            {note.open && <b>To be settled: </b>}
            {note.text}
            <span className="block text-note text-soft">
              {note.by}, {note.when}
              {note.point && !note.open && `; settled${note.how ? `: ${note.how}` : ''}`}
            </span>
            {note.open && unit.mayWrite && (
              <form
                onSubmit={(event) => {
                  event.preventDefault();
                  const how = String(new FormData(event.currentTarget).get('how')).trim();
                  void send('closePoint', { unitId: unit.id, note: note.id, how }, unit.version);
                }}
                className="mt-1 grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2"
              >
                <TextField label="How it was settled" name="how" maxLength={200} />
                <Button type="submit" disabled={disabled}>
                  Settled
                </Button>
              </form>
            )}
          </li>
        ))}
      </ul>
      {unit.mayWrite && (
        <form onSubmit={(event) => void write(event)} className="mt-2 grid gap-2">
          <AreaField
            label="In your own words"
            rows={2}
            value={text}
            maxLength={400}
            onChange={(event) => setText(event.target.value)}
          />
          <div className="flex flex-wrap items-center gap-4">
            <label className="flex min-h-11 cursor-pointer items-center gap-2 text-row">
              <input
                type="checkbox"
                className="size-5 accent-ink"
                checked={open}
                onChange={(event) => setOpen(event.target.checked)}
              />
              settle it before grading
            </label>
            <Button type="submit" disabled={disabled || !text.trim()}>
              Note it
            </Button>
            <Link href="/notes" className="border-b border-current text-row">
              Search all notes
            </Link>
          </div>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
