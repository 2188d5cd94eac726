import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { partsBy, stockNow } from '@/shop/books/stock';
import { slowStock } from '@/shop/value/slow';
import { BooksTabs } from '@/ui/books/BooksTabs';
import { NotShown } from '@/ui/books/NotShown';
import { PeriodForm } from '@/ui/books/PeriodForm';
import { SlowStock } from '@/ui/books/SlowStock';
import { StockTables } from '@/ui/books/StockTables';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Stock and parts' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function StockPage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const period = periodOf(await searchParams, reader.rules.timeZone);
  const { from, to } = period;
  const [stock, parts, slow] = await Promise.all([stockNow(), partsBy(period), slowStock()]);
  return (
    <div>
      <BooksTabs at="/books/stock" />
      <Sheet>
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
          <h1 className="text-page leading-8">Stock and parts</h1>
          <PeriodForm action="/books/stock" from={from} to={to} />
        </div>
        <SlowStock {...slow} />
        <StockTables stock={stock} parts={parts} />
        <p className="max-w-[80ch] pt-3 text-note text-soft">
          Spent is a machine’s share of its lot, parts and hands so far. Stock is as it is now; what was
          harvested, used and sold is of the time above.
        </p>
      </Sheet>
    </div>
  );
}
