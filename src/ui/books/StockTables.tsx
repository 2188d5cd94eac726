'use client';
import { minorText } from '@/core/money/minor';
import { AGES, type PartsLine, type StockLine } from '@/words/books/view';
import { Link } from '../kit/Link';
import { Empty, Heading } from '../kit/parts';
import { Money, useShop } from '../kit/theShop';
import { Bars } from './Bars';

/** Money that lies in open machines by stage and age, and loose parts by class. */
export function StockTables({ stock, parts }: { stock: readonly StockLine[]; parts: readonly PartsLine[] }) {
  const { decimals } = useShop();
  const show = (value: number) => minorText(Math.round(value / 10 ** decimals), 0);
  return (
    <>
      <section aria-label="Where does money lie?">
        <Heading className="pt-3">Where does money lie?</Heading>
        {stock.length === 0 ? (
          <Empty>No machine is open.</Empty>
        ) : (
          <>
            <Bars
              label="Spent on open machines by stage."
              show={show}
              lines={stock.map((line) => ({ key: line.stage, label: line.name, value: line.spentMinor, href: `/stage/${line.stage}` }))} // prettier-ignore
            />
            <div className="overflow-x-auto">
              <table className="w-full border-collapse text-row">
                <thead>
                  <tr className="headrow">
                    <th className="py-1.5 font-normal">Stage</th>
                    <th className="text-right font-normal">Machines</th>
                    <th className="text-right font-normal">Spent so far</th>
                    <th className="text-right font-normal">Expected still</th>
                    {AGES.map((age) => (
                      <th key={age} className="text-right font-normal">
                        {age}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {stock.map((line) => (
                    <tr key={line.stage} className="h-9 border-b border-rule">
                      <th scope="row" className="text-left font-semibold">
                        <Link href={`/stage/${line.stage}`} className="border-b border-current">
                          {line.name}
                        </Link>
                      </th>
                      <td className="figures text-right">{line.machines}</td>
                      <td className="figures text-right font-semibold">
                        <Money minor={line.spentMinor} />
                      </td>
                      <td className="figures text-right text-worth">
                        <Money minor={line.stillMinor} plus />
                      </td>
                      {line.ages.map((count, i) => (
                        <td
                          key={AGES[i]}
                          className={`figures text-right ${i >= 3 && count ? 'font-semibold' : ''}`}
                        >
                          {count || '–'}
                        </td>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </>
        )}
      </section>
      <section aria-label="What do parts bring, and what lies dead?">
        <Heading className="pt-5">What do parts bring, and what lies dead?</Heading>
        {parts.length === 0 ? (
          <Empty>No loose parts yet.</Empty>
        ) : (
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1.5 font-normal">Part</th>
                  <th className="text-right font-normal">Harvested</th>
                  <th className="text-right font-normal">Credited for it</th>
                  <th className="text-right font-normal">Used</th>
                  <th className="text-right font-normal">Sold</th>
                  <th className="text-right font-normal">Brought, fees off</th>
                  <th className="text-right font-normal">Lying</th>
                  <th className="text-right font-normal">Worth</th>
                  <th className="text-right font-normal">Not moved in half a year</th>
                </tr>
              </thead>
              <tbody>
                {parts.map((line) => (
                  <tr key={line.class} className="h-9 border-b border-rule">
                    <th scope="row" className="text-left font-semibold">
                      <Link
                        href={`/bin?class=${encodeURIComponent(line.class)}`}
                        className="border-b border-current"
                      >
                        {line.class}
                      </Link>
                    </th>
                    <td className="figures text-right">{line.harvested || '–'}</td>
                    <td className="figures text-right">
                      <Money minor={line.creditedMinor} />
                    </td>
                    <td className="figures text-right">{line.used || '–'}</td>
                    <td className="figures text-right">{line.sold || '–'}</td>
                    <td className="figures text-right">
                      <Money minor={line.soldMinor} />
                    </td>
                    <td className="figures text-right">{line.lying || '–'}</td>
                    <td className="figures text-right">
                      <Money minor={line.lyingMinor} />
                    </td>
                    <td className={`figures text-right ${line.dead ? 'font-semibold' : ''}`}>
                      {line.dead || '–'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
    </>
  );
}
