'use client';
import { createContext, useContext, type ReactNode } from 'react';
import { LongList } from '../../kit/parts';

/** The part of the form a table stands in: one table of a part is open at a time. */
export const GridPart = createContext('');

/** Lines from which a table gets a window of its own. */
const LONG = 15;

/** A table of cells: what it is about, a head, a line each. Its title opens it, and closes the one that was open. */
export function Grid({
  title,
  note,
  head,
  rows,
  foot,
  first = false,
}: {
  title: string;
  note?: string;
  head: readonly string[];
  rows: readonly { key: string; name: ReactNode; cells: readonly ReactNode[] }[];
  foot?: ReactNode;
  /** Open from the start. */
  first?: boolean;
}) {
  const part = useContext(GridPart);
  const table = (
    <table className="mt-1.5 border-collapse text-row">
      <thead>
        <tr className="text-left align-bottom text-note text-soft">
          <td />
          {head.map((words, i) => (
            <th key={i} scope="col" className="px-1 pb-1 font-normal">
              {words}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.key} className="border-b border-rule">
            <th scope="row" className="min-w-[120px] py-1 pr-4 text-left font-normal">
              {row.name}
            </th>
            {row.cells.map((cell, i) => (
              <td key={i} className="px-1 py-1">
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <section aria-label={title}>
      <details name={`tables of ${part}`} open={first} className="group border-b border-rule">
        <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-lead leading-tight font-bold">
          <span
            aria-hidden
            className="grid size-4 place-items-center leading-none text-soft group-open:rotate-90"
          >
            ›
          </span>
          <h2>{title}</h2>
        </summary>
        <div className="pb-4">
          {note && <p className="max-w-[760px] text-row text-soft">{note}</p>}
          <div className="overflow-x-auto">
            {rows.length > LONG ? <LongList label={`${title}, all lines`}>{table}</LongList> : table}
          </div>
          {foot}
        </div>
      </details>
    </section>
  );
}
