import { Link } from '@/ui/kit/Link';
import { requireActor } from '@/server/session';
import { after } from 'next/server';
import { checkHistory } from '@/shop/history/lookOver';
import { health, healthWords } from '@/shop/jobs/health';
import { historyVerdict } from '@/shop/history/verdict';
import { lotBooks } from '@/shop/ledger/lot';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { BooksTabs } from '@/ui/books/BooksTabs';
import { NotShown } from '@/ui/books/NotShown';
import { Empty, Sheet } from '@/ui/kit/parts';
import { WorthTicks } from '@/ui/lists/WorthBand';
import { worthScale } from '@/ui/lists/worthScale';
import { LotBar, LotBarKey } from '@/ui/books/LotBar';
import { duration } from '@/ui/kit/words';
import { dayAndTime } from '@/words/time';
import { Money } from '@/ui/kit/theShop';

export const metadata = { title: 'Books' };

export default async function BooksPage() {
  const actor = await requireActor();
  if (!seesMargins(actor.role, await shopRules())) return <NotShown />;
  const [books, verdict, { timeZone, study, currencyDecimals }, well] = await Promise.all([
    lotBooks(),
    historyVerdict(),
    shopRules(),
    health(),
  ]);
  // looked at again behind the page, when the last look is old
  after(() => checkHistory().then(() => undefined));
  // one axis for all lots
  const scale = worthScale(
    books.flatMap(({ paidMinor, soFarMinor, stillMinor }) => [
      paidMinor,
      soFarMinor + paidMinor,
      soFarMinor + paidMinor + stillMinor,
    ]),
    4,
  );
  return (
    <div>
      <BooksTabs at="/books" />
      <Sheet>
        <div className="border-b-2 border-ink pb-2.5">
          <h1 className="text-page leading-8">What each lot has earned</h1>
          <p className="text-row text-soft">
            “So far” sets what was taken against the price of the whole lot. “On sold” charges each sold
            machine its share of the lot. “From the rest” is what open machines are expected to net; money
            already spent is left out.
          </p>
        </div>
        {books.length === 0 ? (
          <Empty>No lots yet.</Empty>
        ) : (
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1.5 font-normal">Lot</th>
                  <th className="w-[240px] font-normal">
                    <WorthTicks scale={scale} decimals={currencyDecimals} />
                  </th>
                  <th className="text-right font-normal">Paid</th>
                  <th className="text-right font-normal">Taken</th>
                  <th className="text-right font-normal">Fees</th>
                  <th className="text-right font-normal">Parts</th>
                  <th className="text-right font-normal">Hands</th>
                  <th className="text-right font-normal">So far</th>
                  <th className="text-right font-normal">On sold</th>
                  <th className="text-right font-normal">From the rest</th>
                </tr>
              </thead>
              <tbody>
                {books.map((lot) => (
                  <tr key={lot.id} className="relative h-11 border-b border-rule hover:bg-track/60">
                    <td className="max-w-[200px] py-1 pr-3">
                      <Link
                        href={`/lots/${lot.code}`}
                        className="figures font-semibold after:absolute after:inset-0"
                      >
                        {lot.code}
                      </Link>{' '}
                      <span className="text-note text-soft">
                        {lot.sold} of {lot.units} sold
                      </span>
                      <span className="block text-note">{lot.name}</span>
                    </td>
                    <td className="pr-3">
                      <LotBar
                        nettedMinor={lot.soFarMinor + lot.paidMinor}
                        shelfMinor={lot.shelfMinor}
                        openMinor={lot.stillMinor - lot.shelfMinor}
                        paidMinor={lot.paidMinor}
                        scale={scale}
                      />
                    </td>
                    <td className="figures text-right">
                      <Money minor={lot.paidMinor} />
                    </td>
                    <td className="figures text-right">
                      <Money minor={lot.takenMinor} />
                    </td>
                    <td className="figures text-right">
                      <Money minor={lot.feesMinor} />
                    </td>
                    <td className="figures text-right">
                      <Money minor={lot.partsMinor} />
                    </td>
                    <td className="figures text-right whitespace-nowrap">
                      <Money minor={lot.labourMinor} />{' '}
                      <span className="text-fine text-soft">{duration(lot.attendedMinutes)}</span>
                    </td>
                    {/* a lot nothing was sold of has spent, not lost */}
                    <td className={`figures text-right ${lot.sold ? 'font-semibold' : 'text-soft'}`}>
                      <Money minor={lot.soFarMinor} plus />
                    </td>
                    <td className="figures text-right">
                      {lot.sold ? <Money minor={lot.profitOnSoldMinor} plus /> : '–'}
                    </td>
                    <td className="figures text-right text-worth">
                      <Money minor={lot.stillMinor} plus />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <LotBarKey />
          </div>
        )}
        {study && (
          <p className="pt-4 text-row">
            <Link href="/books/study" className="border-b border-current">
              {study.until ? 'The last study of proposals' : 'The study of proposals that is running'}
            </Link>
          </p>
        )}
        <p className="pt-4 text-row">
          {verdict?.fault ? (
            <b className="hatched block py-2 pr-3">
              The history is broken at {verdict.fault} (looked at {dayAndTime(verdict.at, timeZone)}). Restore
              it from a backup and find out who had the database.
            </b>
          ) : verdict ? (
            <span className="text-soft">
              The history was intact at {dayAndTime(verdict.at, timeZone)}: every entry follows the one before
              it and none was changed.
            </span>
          ) : (
            <span className="text-soft">The history is being checked for the first time.</span>
          )}
        </p>
        <p className={`pt-1 text-row ${well.well ? 'text-soft' : 'font-semibold'}`}>
          {healthWords(well).join(' ')}
        </p>
      </Sheet>
    </div>
  );
}
