import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { claimsBySource } from '@/shop/books/sources';
import { BookSheet } from '@/ui/books/BookSheet';
import { ClaimsTable } from '@/ui/books/ClaimsTable';
import { NotShown } from '@/ui/books/NotShown';

export const metadata = { title: 'What sources say' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function SourcesPage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const period = periodOf(await searchParams, reader.rules.timeZone);
  const { from, to } = period;
  return (
    <BookSheet at="/books/sources" title="What sources say" period={period}>
      <ClaimsTable {...await claimsBySource(period)} period={`&from=${from}&to=${to}`} />
      <p className="max-w-[80ch] pt-3 text-note text-soft">
        Lots received in that time. A claim is true when the question that settles it says so as the machine
        came, or when a fault it speaks of was found; not true when another fault was found instead, or when
        it is ruled out.
      </p>
    </BookSheet>
  );
}
