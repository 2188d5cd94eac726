import { notFound } from 'next/navigation';
import { bookReader } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { behind, isGroup } from '@/shop/books/made';
import { BooksTabs } from '@/ui/books/BooksTabs';
import { NotShown } from '@/ui/books/NotShown';
import { Link } from '@/ui/kit/Link';
import { Empty, Sheet } from '@/ui/kit/parts';
import { Money } from '@/ui/kit/theShop';
import { duration } from '@/ui/kit/words';
import { GROUP_WORDS } from '@/words/books/view';

export const metadata = { title: 'Behind a line' };

type Props = { searchParams: Promise<Record<string, string | string[] | undefined>> };

export default async function BehindPage({ searchParams }: Props) {
  const reader = await bookReader();
  if (!reader) return <NotShown />;
  const asked = await searchParams;
  const [by, key] = [asked.by, asked.key];
  if (typeof by !== 'string' || !isGroup(by) || typeof key !== 'string') notFound();
  const period = periodOf(asked, reader.rules.timeZone);
  const { from, to } = period;
  const { rows, total } = await behind(by, key.slice(0, 200), period);
  return (
    <div>
      <BooksTabs at="" />
      <Sheet>
        <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">
          {by === 'person' ? 'Machines by whose hands they were' : `${GROUP_WORDS[by]}: ${key}`}
        </h1>
        <p className="pt-1 text-row text-soft">
          {total} sold from {from} to {to}
          {total > rows.length && `; the newest ${rows.length} are shown`}.{' '}
          <Link href={`/books/made?by=${by}&from=${from}&to=${to}`} className="border-b border-current">
            back
          </Link>
        </p>
        {rows.length === 0 ? (
          <Empty>No machine was sold there in that time.</Empty>
        ) : (
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1.5 font-normal">Machine</th>
                  <th className="font-normal">Lot</th>
                  <th className="font-normal">Sold</th>
                  <th className="font-normal">As</th>
                  <th className="font-normal">Channel</th>
                  <th className="text-right font-normal">Price</th>
                  <th className="text-right font-normal">Net</th>
                  <th className="text-right font-normal">Hands</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.tag} className="h-9 border-b border-rule">
                    <td>
                      <Link href={`/u/${row.tag}`} className="figures font-semibold">
                        {row.tag}
                      </Link>{' '}
                      {row.called}
                    </td>
                    <td className="figures">{row.lot}</td>
                    <td className="figures">{row.soldOn}</td>
                    <td>{row.listedAs}</td>
                    <td>{row.channel}</td>
                    <td className="figures text-right">
                      <Money minor={row.priceMinor} />
                    </td>
                    <td className="figures text-right font-semibold">
                      <Money minor={row.netMinor} plus />
                    </td>
                    <td className="figures text-right">{duration(row.minutes)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </Sheet>
    </div>
  );
}
