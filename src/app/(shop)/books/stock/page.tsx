import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { partsBy, stockNow } from '@/shop/books/stock';
import { slowStock } from '@/shop/value/slow';
import { BookSheet } from '@/ui/books/BookSheet';
import { NotShown } from '@/ui/books/NotShown';
import { SlowStock } from '@/ui/books/SlowStock';
import { StockTables } from '@/ui/books/StockTables';

export const metadata = { title: 'Stock and parts' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function StockPage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const period = periodOf(await searchParams, reader.rules.timeZone);
  const [stock, parts, slow] = await Promise.all([stockNow(), partsBy(period), slowStock()]);
  return (
    <BookSheet at="/books/stock" title="Stock and parts" period={period}>
      <SlowStock {...slow} />
      <StockTables stock={stock} parts={parts} />
      <p className="max-w-[80ch] pt-3 text-note text-soft">
        Spent is a machine’s share of its lot, parts and hands so far. Stock is as it is now; what was
        harvested, used and sold is of the time above.
      </p>
    </BookSheet>
  );
}
