import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { isGroup, madeBy } from '@/shop/books/made';
import { BookSheet } from '@/ui/books/BookSheet';
import { MadeChart } from '@/ui/books/MadeChart';
import { NotShown } from '@/ui/books/NotShown';
import { Link } from '@/ui/kit/Link';
import { BOOK_GROUPS, GROUP_WORDS } from '@/words/books/view';

export const metadata = { title: 'What it made' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function MadePage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const asked = await searchParams;
  const by = typeof asked.by === 'string' && isGroup(asked.by) ? asked.by : 'month';
  const period = periodOf(asked, reader.rules.timeZone);
  const { from, to } = period;
  const address = (group: string) => `/books/made?by=${group}&from=${from}&to=${to}`;
  const lines = await madeBy(by, period);
  return (
    <BookSheet at="/books/made" title="What it made" period={period} hidden={{ by }}>
      <nav aria-label="Added up by" className="flex flex-wrap gap-x-5 pt-2 text-row">
        {BOOK_GROUPS.map((group) => (
          <Link
            key={group}
            href={address(group)}
            aria-current={group === by ? 'page' : undefined}
            className={`flex min-h-9 items-center border-b-2 ${group === by ? 'border-ink font-bold' : 'border-transparent'}`}
          >
            {GROUP_WORDS[group]}
          </Link>
        ))}
      </nav>
      <MadeChart key={by} by={by} lines={lines} from={from} to={to} />
      <p className="flex flex-wrap gap-x-6 pt-3 text-row">
        <a href={`/api/books?by=${by}&from=${from}&to=${to}`} className="border-b border-current">
          as CSV
        </a>
        <a
          href={`/api/books/month?month=${to.slice(0, 7)}`}
          target="_blank"
          rel="noreferrer"
          className="border-b border-current"
        >
          {to.slice(0, 7)} for the accountant, PDF
        </a>
      </p>
      <p className="max-w-[80ch] pt-2 text-note text-soft">
        Net is what was taken less fees, postage, parts, hands and the machine’s share of its lot. “An hour
        brought” is what an attended hour earned before it was paid. What was scrapped or taken apart counts
        with what it cost. Machines of customers are not in it.
      </p>
    </BookSheet>
  );
}
