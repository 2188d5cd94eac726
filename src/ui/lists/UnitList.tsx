'use client';
import { flexRender, getCoreRowModel, useReactTable, type RowSelectionState } from '@tanstack/react-table';
import { usePathname } from 'next/navigation';
import { useMemo, useState } from 'react';
import { Link } from '@/ui/kit/Link';
import { listQuery, type ListView } from '@/words/lists/view';
import { ROUTE_NAMES } from '@/words/names';
import type { ColumnSet, UnitTableRow } from '@/words/lists/rows';
import { useShortcuts } from '../kit/keys/keyboard';
import { opensAt } from '@/words/unit/opens';
import { go } from '../kit/keys/ways';
import { Empty, Key, LongList } from '../kit/parts';
import { Money, useMoney } from '../kit/theShop';
import { percent } from '../kit/words';
import { Bulk, type BulkStep } from './Bulk';
import { columnsOf, isHeld, type Laid } from './columns';
import { worthScale } from './worthScale';

const WIDE = { md: 'hidden md:table-cell', lg: 'hidden lg:table-cell', xl: 'hidden xl:table-cell' } as const;

const laidOf = (meta: unknown) => (meta ?? {}) as Laid;

interface Props {
  rows: UnitTableRow[];
  set: ColumnSet;
  view: ListView;
  first: number;
  /** Margins are shown. */
  margins: boolean;
  /** Nothing can be done to what is listed here by those who may only look. */
  mayWrite: boolean;
  steps: BulkStep[];
  /** Said where nothing is listed: what was done to the last of them stays in sight, and can be taken back. */
  empty: string;
}

/**
 * Units in a list one can steer by: headings put it in order, keys move and mark (J, K, X), what is marked is
 * done to all of it at once.
 */
export function UnitList({ rows, set, view, first, margins, mayWrite, steps, empty }: Props) {
  const path = usePathname();
  const money = useMoney();
  const [marked, setMarked] = useState<RowSelectionState>({});
  const [cursor, setCursor] = useState(-1);
  const columns = useMemo(() => {
    const open = rows.filter((row) => !isHeld(row));
    const axis = open.length
      ? worthScale(open.flatMap((row) => [row.lowMinor, row.highMinor, row.valueMinor]))
      : null;
    return columnsOf(set, { margins, axis, decimals: money.decimals });
  }, [set, margins, rows, money.decimals]);
  // eslint-disable-next-line react-hooks/incompatible-library -- its state is read in this render only
  const table = useReactTable({
    data: rows,
    columns,
    getRowId: (row) => row.id,
    getCoreRowModel: getCoreRowModel(),
    state: { rowSelection: marked },
    onRowSelectionChange: setMarked,
    enableRowSelection: mayWrite,
    manualSorting: true,
  });
  const chosen = rows.filter((row) => marked[row.id]);
  const goTo = (to: number) => {
    if (rows.length === 0) return;
    const next = Math.max(0, Math.min(rows.length - 1, to));
    setCursor(next);
    document.getElementById(`row-${rows[next].id}`)?.scrollIntoView({ block: 'nearest' });
  };
  useShortcuts((key) => {
    const here = rows[cursor];
    if (key === 'j' || key === 'ArrowDown') goTo(cursor + 1);
    else if (key === 'k' || key === 'ArrowUp') goTo(cursor - 1);
    else if (key === 'x' && here && mayWrite) table.getRow(here.id).toggleSelected();
    else if (key === 'X' && mayWrite) table.toggleAllRowsSelected();
    else if (key === 'Enter' && here) go(opensAt(here));
    else if (key === 'Escape' && chosen.length) setMarked({});
    else return false;
    return true;
  });
  const order = (sort: ListView['sort']) =>
    `${path}${listQuery(view, sort === view.sort ? (view.down ? { sort: null, down: false } : { down: true }) : { sort, down: false })}`;
  const [headings] = table.getHeaderGroups();
  return (
    <>
      {rows.length === 0 && <Empty>{empty}</Empty>}
      <LongList label="Units listed" className={rows.length ? 'hidden md:block' : 'hidden'}>
        <table className="w-full border-collapse text-row">
          <caption className="sr-only">Units, what is probably wrong, and net value still to win</caption>
          <thead>
            <tr className="headrow">
              <th className="w-9 py-1.5 font-normal">
                {mayWrite ? (
                  <input
                    type="checkbox"
                    aria-label="Mark all on this page"
                    checked={table.getIsAllRowsSelected()}
                    onChange={table.getToggleAllRowsSelectedHandler()}
                    className="size-4 accent-ink"
                  />
                ) : (
                  <span className="sr-only">Place</span>
                )}
              </th>
              <th className="w-[104px] font-normal" aria-sort={sorted('tag')}>
                <Heading href={order('tag')} on={view.sort === 'tag'} down={view.down}>
                  Tag
                </Heading>
              </th>
              {headings.headers.map((header) => {
                const { sort, width = '', right, from } = laidOf(header.column.columnDef.meta);
                const words = flexRender(header.column.columnDef.header, header.getContext());
                return (
                  <th
                    key={header.id}
                    aria-sort={sort && sorted(sort)}
                    className={`font-normal ${width} ${right ? 'text-right' : ''} ${from ? WIDE[from] : ''}`}
                  >
                    {sort ? (
                      <Heading href={order(sort)} on={view.sort === sort} down={view.down}>
                        {words}
                      </Heading>
                    ) : (
                      words
                    )}
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {table.getRowModel().rows.map((row, i) => (
              <tr
                key={row.id}
                id={`row-${row.id}`}
                aria-selected={row.getIsSelected()}
                className={`group relative h-[39px] border-b border-rule hover:bg-track/60 ${row.getIsSelected() ? 'bg-track' : ''} ${i === cursor ? 'outline-2 -outline-offset-2 outline-ink' : ''}`}
              >
                <td className="figures text-note text-soft">
                  {mayWrite ? (
                    <label className="relative z-10 grid h-[38px] w-8 place-items-center">
                      <span className="sr-only">Mark {row.original.tag}</span>
                      <input
                        type="checkbox"
                        checked={row.getIsSelected()}
                        onChange={row.getToggleSelectedHandler()}
                        className="size-4 accent-ink"
                      />
                    </label>
                  ) : (
                    first + i
                  )}
                </td>
                <td>
                  <Link
                    href={opensAt(row.original)}
                    className="figures font-semibold after:absolute after:inset-0"
                  >
                    {row.original.tag}
                  </Link>
                </td>
                {row.getVisibleCells().map((cell) => {
                  const { width = '', right, from } = laidOf(cell.column.columnDef.meta);
                  return (
                    <td
                      key={cell.id}
                      title={cell.column.id === 'probably' ? row.original.probably : undefined}
                      className={`truncate ${cell.column.id === 'route' ? '' : 'pr-3'} ${width} ${right ? 'figures text-right' : ''} ${from ? WIDE[from] : ''}`}
                    >
                      {flexRender(cell.column.columnDef.cell, cell.getContext())}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </LongList>
      <ul className="md:hidden" aria-label="Units">
        {rows.map((row) => (
          <TwoLines key={row.id} row={row} set={set} />
        ))}
      </ul>
      {rows.length > 0 && (
        <p className="hidden pt-2 text-note text-soft md:block">
          <Key>J</Key> <Key>K</Key> down and up · <Key>Enter</Key> open
          {mayWrite && (
            <>
              {' '}
              · <Key>X</Key> mark
            </>
          )}
        </p>
      )}
      {mayWrite && <Bulk place={path} chosen={chosen} steps={steps} onClear={() => setMarked({})} />}
    </>
  );

  function sorted(sort: ListView['sort']): 'ascending' | 'descending' | undefined {
    if (view.sort !== sort) return undefined;
    return view.down ? 'descending' : 'ascending';
  }
}

function Heading({
  href,
  on,
  down,
  children,
}: {
  href: string;
  on: boolean;
  down: boolean;
  children: React.ReactNode;
}) {
  return (
    <Link href={href} className={`hover:text-ink ${on ? 'font-bold text-ink' : ''}`}>
      {children}
      {on && <span aria-hidden>{down ? ' ↓' : ' ↑'}</span>}
    </Link>
  );
}

/** A unit on a phone: two lines, nothing beside them. */
function TwoLines({ row, set }: { row: UnitTableRow; set: ColumnSet }) {
  const money =
    set === 'sold' ? row.soldMinor : set === 'shelf' ? row.askMinor : isHeld(row) ? null : row.valueMinor;
  const second =
    set === 'dock'
      ? row.claim || row.probably
      : set === 'sold'
        ? `${row.soldOn ?? ''} ${row.channel ?? ''}`
        : `${row.probably}${row.probability !== null ? ` ${percent(row.probability)}` : ''}`;
  return (
    <li className="relative border-b border-rule py-1.5">
      <p className="flex items-baseline gap-2">
        <Link href={opensAt(row)} className="figures text-lead font-semibold after:absolute after:inset-0">
          {row.tag}
        </Link>
        <span className="min-w-0 flex-1 truncate text-read">{row.machine}</span>
        <b className="figures text-read">
          {money === null ? '' : <Money minor={money} plus={set === 'work' || set === 'dock'} />}
        </b>
      </p>
      <p className="flex gap-2 text-row text-soft">
        <span className="min-w-0 flex-1 truncate">{second}</span>
        <span className={isHeld(row) ? 'hatched px-1 text-ink' : ''}>
          {isHeld(row)
            ? 'Quarantine'
            : row.grade && set === 'shelf'
              ? `grade ${row.grade}`
              : ROUTE_NAMES[row.route]}
        </span>
      </p>
    </li>
  );
}
