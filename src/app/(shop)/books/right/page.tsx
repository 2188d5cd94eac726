import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { rightView } from '@/shop/books/right';
import { BookSheet } from '@/ui/books/BookSheet';
import { NotShown } from '@/ui/books/NotShown';
import { RightCharts } from '@/ui/books/RightCharts';
import { Link } from '@/ui/kit/Link';

export const metadata = { title: 'Is the program right?' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function RightPage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const period = periodOf(await searchParams, reader.rules.timeZone);
  const { from, to } = period;
  return (
    <BookSheet at="/books/right" title="Is the program right?" period={period}>
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
    </BookSheet>
  );
}
