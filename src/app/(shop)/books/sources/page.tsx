import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { claimsBySource } from '@/shop/books/sources';
import { BooksTabs } from '@/ui/books/BooksTabs';
import { ClaimsTable } from '@/ui/books/ClaimsTable';
import { NotShown } from '@/ui/books/NotShown';
import { PeriodForm } from '@/ui/books/PeriodForm';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'What sources say' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function SourcesPage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const period = periodOf(await searchParams, reader.rules.timeZone);
  const { from, to } = period;
  return (
    <div>
      <BooksTabs at="/books/sources" />
      <Sheet>
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
          <h1 className="text-page leading-8">What sources say</h1>
          <PeriodForm action="/books/sources" from={from} to={to} />
        </div>
        <ClaimsTable lines={await claimsBySource(period)} period={`&from=${from}&to=${to}`} />
        <p className="max-w-[80ch] pt-3 text-note text-soft">
          Of lots received in that time. A claim holds when the question that settles it says so as the
          machine came, or when a fault it speaks of was found; it does not when another was, or when it is
          ruled out.
        </p>
      </Sheet>
    </div>
  );
}
