import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { rightView } from '@/shop/books/right';
import { BooksTabs } from '@/ui/books/BooksTabs';
import { NotShown } from '@/ui/books/NotShown';
import { PeriodForm } from '@/ui/books/PeriodForm';
import { RightCharts } from '@/ui/books/RightCharts';
import { Link } from '@/ui/kit/Link';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Is the program right?' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function RightPage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const period = periodOf(await searchParams, reader.rules.timeZone);
  const { from, to } = period;
  return (
    <div>
      <BooksTabs at="/books/right" />
      <Sheet>
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
          <h1 className="text-page leading-8">Is the program right?</h1>
          <PeriodForm action="/books/right" from={from} to={to} />
        </div>
        <RightCharts view={await rightView(period)} from={from} to={to} />
        <p className="max-w-[80ch] pt-3 text-note text-soft">
          Whether following its proposals pays is told by a study alone: what people choose to follow is not
          chosen at random.{' '}
          {reader.rules.study ? (
            <Link href="/books/study" className="border-b border-current">
              The study of proposals
            </Link>
          ) : (
            'One can be begun in the house rules.'
          )}
        </p>
      </Sheet>
    </div>
  );
}
