import type { ReactNode } from 'react';

/** Prints a sheet of labels; how many of its first are used up already may be said. */
export function SheetForm({ href, children }: { href: string; children: ReactNode }) {
  return (
    <form action={href} method="get" target="_blank" className="inline-flex items-end gap-2">
      <label className="text-note text-soft">
        Used of the sheet
        <input
          name="skip"
          type="number"
          min={0}
          max={23}
          defaultValue={0}
          className="figures ml-1.5 h-9 w-14 border-2 border-ink bg-sheet px-1.5 text-ink"
        />
      </label>
      <button type="submit" className="min-h-9 border-b border-current text-row">
        {children}
      </button>
    </form>
  );
}
