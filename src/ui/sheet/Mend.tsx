'use client';
import type { FormEvent } from 'react';
import { Button, Quiet } from '../kit/parts';

/** A row that could not be read, cell by cell, to be put right here. */
export function Mend({
  header,
  cells,
  onMend,
  onLeave,
}: {
  header: readonly string[];
  cells: readonly string[];
  onMend: (cells: string[]) => void;
  onLeave: () => void;
}) {
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    onMend(header.map((_, i) => String(form.get(`cell-${i}`) ?? '')));
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap items-end gap-2 py-1.5">
      {header.map((name, i) => (
        <label key={i} className="flex w-[118px] flex-col text-fine text-soft">
          {name || `column ${i + 1}`}
          <input
            name={`cell-${i}`}
            defaultValue={cells[i] ?? ''}
            autoFocus={i === 0}
            className="h-9 border-2 border-ink bg-sheet px-1.5 text-row text-ink"
          />
        </label>
      ))}
      <Button type="submit" className="min-h-9!">
        Put right
      </Button>
      <Quiet onClick={onLeave}>leave it out</Quiet>
    </form>
  );
}
