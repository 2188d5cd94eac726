import { createColumnHelper, type ColumnDef } from '@tanstack/react-table';
import type { Sort } from '@/words/lists/view';
import { ROUTE_NAMES } from '@/words/names';
import type { ColumnSet, UnitTableRow } from '@/words/lists/rows';
import { Money, MoneyWithin } from '../kit/theShop';
import { attended, duration, percent } from '../kit/words';
import { WorthBand, WorthTicks } from './WorthBand';
import type { Scale } from './worthScale';

/** How a column is laid. */
export interface Laid {
  /** What its heading puts the list in order by. */
  sort?: Sort;
  width?: string;
  right?: boolean;
  /** From which width on it is there. */
  from?: 'md' | 'lg' | 'xl';
}

const helper = createColumnHelper<UnitTableRow>();
export const isHeld = (row: UnitTableRow) => row.stage === 'quarantine' || row.route === 'quarantine';
const none = <span className="text-soft">–</span>;
const amount = (minor: number | null, plus = false) =>
  minor === null ? none : <Money minor={minor} plus={plus} />;

const machine = helper.accessor('machine', {
  header: 'Machine',
  cell: ({ row }) => row.original.machine || row.original.kind,
  meta: { sort: 'machine', width: 'max-w-[190px]' } satisfies Laid,
});
const probably = helper.display({
  id: 'probably',
  header: 'Probably',
  cell: ({ row: { original: row } }) => (
    <>
      {row.probably}
      {row.probability !== null && ` ${percent(row.probability)}`}
    </>
  ),
  meta: { sort: 'probably', width: 'max-w-[240px]' } satisfies Laid,
});
const at = helper.display({
  id: 'at',
  header: 'At',
  cell: ({ row: { original: row } }) => (
    <span className="text-note text-soft" title={row.inHand ?? undefined}>
      {row.inHand ? `in hand: ${row.inHand}` : `${row.stageName}, ${duration(row.waitMinutes)}`}
    </span>
  ),
  meta: { sort: 'wait', width: 'w-[118px] max-w-[118px]', from: 'xl' } satisfies Laid,
});
const waits = helper.display({
  id: 'waits',
  header: 'Waits',
  cell: ({ row: { original: row } }) => duration(row.waitMinutes),
  meta: { sort: 'wait', width: 'w-[80px]', right: true } satisfies Laid,
});
const band = (scale: Scale, decimals: number) =>
  helper.display({
    id: 'band',
    header: () => <WorthTicks scale={scale} decimals={decimals} />,
    cell: ({ row: { original: row } }) => (isHeld(row) ? null : <WorthBand row={row} scale={scale} />),
    meta: { width: 'w-[24%]', from: 'md' } satisfies Laid,
  });
const toWin = helper.display({
  id: 'value',
  header: 'To win',
  cell: ({ row: { original: row } }) =>
    isHeld(row) ? none : <MoneyWithin minor={row.valueMinor} low={row.lowMinor} high={row.highMinor} />,
  meta: { sort: 'value', width: 'w-[84px]', right: true } satisfies Laid,
});
const hands = helper.display({
  id: 'hands',
  header: 'Hands',
  cell: ({ row: { original: row } }) => (isHeld(row) ? none : attended(row.handsMinutes)),
  meta: { sort: 'hands', width: 'w-[82px]', right: true } satisfies Laid,
});
const route = helper.display({
  id: 'route',
  header: 'Route',
  cell: ({ row: { original: row } }) =>
    isHeld(row) ? (
      <span className="hatched block py-1 text-row font-semibold">Quarantine</span>
    ) : (
      <span className="font-semibold">
        {ROUTE_NAMES[row.route] ?? row.route}
        {row.decided && <span className="font-normal text-soft">, decided</span>}
      </span>
    ),
  meta: { width: 'w-[128px] pl-3' } satisfies Laid,
});
const grade = helper.display({
  id: 'grade',
  header: 'Grade',
  cell: ({ row: { original: row } }) => row.grade ?? none,
  meta: { sort: 'grade', width: 'w-[64px]' } satisfies Laid,
});
const ask = helper.display({
  id: 'ask',
  header: 'Asked',
  cell: ({ row: { original: row } }) => amount(row.askMinor),
  meta: { sort: 'ask', width: 'w-[92px]', right: true } satisfies Laid,
});
const table = helper.display({
  id: 'table',
  header: 'By the table',
  cell: ({ row: { original: row } }) => amount(row.priceMinor),
  meta: { width: 'w-[104px]', right: true, from: 'md' } satisfies Laid,
});
const said = helper.display({
  id: 'said',
  header: 'Said of it',
  cell: ({ row: { original: row } }) =>
    row.claim ? <span className="basis-claimed">“{row.claim}”</span> : none,
  meta: { width: 'max-w-[240px]' } satisfies Laid,
});
const unread = helper.display({
  id: 'unread',
  header: 'Not read yet',
  cell: ({ row: { original: row } }) => row.unread || none,
  meta: { width: 'max-w-[200px]', from: 'lg' } satisfies Laid,
});
const soldFor = helper.display({
  id: 'price',
  header: 'Sold for',
  cell: ({ row: { original: row } }) => amount(row.soldMinor),
  meta: { sort: 'price', width: 'w-[96px]', right: true } satisfies Laid,
});
const margin = helper.display({
  id: 'margin',
  header: 'Left over',
  cell: ({ row: { original: row } }) => amount(row.marginMinor, true),
  meta: { sort: 'margin', width: 'w-[96px]', right: true } satisfies Laid,
});
const soldOn = helper.display({
  id: 'soldOn',
  header: 'On',
  cell: ({ row: { original: row } }) => row.soldOn ?? none,
  meta: { sort: 'soldOn', width: 'w-[122px] pl-4' } satisfies Laid,
});
const channel = helper.display({
  id: 'channel',
  header: 'Where',
  cell: ({ row: { original: row } }) => row.channel || none,
  meta: { width: 'max-w-[150px]', from: 'md' } satisfies Laid,
});
const became = helper.display({
  id: 'became',
  header: 'Became',
  cell: ({ row: { original: row } }) => row.goneAs ?? <span className="text-soft">not written down</span>,
  meta: { width: 'w-[180px]' } satisfies Laid,
});

const setsOf = (worth: ReturnType<typeof band>) => ({
  work: [machine, probably, at, worth, toWin, hands, route],
  dock: [machine, said, unread, waits, worth, toWin, route],
  shelf: [machine, grade, ask, table, waits, toWin],
  sold: [machine, grade, soldFor, margin, soldOn, channel],
  gone: [machine, became, waits, probably],
});

/** Columns of a list; what it made is left out for those who need not see it, the axis where all is held. */
export function columnsOf(
  set: ColumnSet,
  shown: { margins: boolean; axis: Scale | null; decimals: number },
): ColumnDef<UnitTableRow, string>[] {
  const worth = band(shown.axis ?? { low: 0, high: 1, ticks: [], at: () => 0 }, shown.decimals);
  return setsOf(worth)[set].filter(
    (column) => (shown.margins || column !== margin) && (shown.axis !== null || column !== worth),
  ) as ColumnDef<UnitTableRow, string>[];
}
