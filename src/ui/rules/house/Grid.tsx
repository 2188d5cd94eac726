import type { ReactNode } from 'react';

/** A table of cells: what it is about, a head, a line each. */
export function Grid({
  title,
  note,
  head,
  rows,
  foot,
}: {
  title: string;
  note?: string;
  head: readonly string[];
  rows: readonly { key: string; name: ReactNode; cells: readonly ReactNode[] }[];
  foot?: ReactNode;
}) {
  return (
    <section aria-label={title} className="pt-4">
      <h2 className="text-lead leading-tight font-bold">{title}</h2>
      {note && <p className="max-w-[760px] text-row text-soft">{note}</p>}
      <div className="overflow-x-auto">
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
      </div>
      {foot}
    </section>
  );
}
