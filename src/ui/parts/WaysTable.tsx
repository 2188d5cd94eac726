import type { WayCost } from '@/core/parts/repairOptions';
import { Heading } from '../kit/parts';
import { Money } from '../kit/theShop';
import { attended } from '../kit/words';

/** Repair or replace: the ways to one end, each at the shop's rates. */
export function WaysTable({ ends }: { ends: readonly { id: string; name: string; ways: WayCost[] }[] }) {
  return (
    <section aria-label="Repair or replace" className="panel">
      <Heading>Repair or replace</Heading>
      {ends.map((end) => (
        <table key={end.id} className="mt-2 w-full border-collapse text-row">
          <caption className="text-left text-row font-semibold">{end.name}</caption>
          <thead>
            <tr className="headrow">
              <th className="py-1 font-normal">Way</th>
              <th className="text-right font-normal">Hands</th>
              <th className="text-right font-normal">Part</th>
              <th className="text-right font-normal">Poor result</th>
              <th className="text-right font-normal">In all</th>
            </tr>
          </thead>
          <tbody>
            {end.ways.map((way, i) => (
              <tr key={way.id} className={`border-b border-rule ${i === 0 ? 'font-semibold' : ''}`}>
                <td className="py-1">
                  {way.name}
                  {way.wrongChance > 0 && (
                    <span className="font-normal text-soft">
                      , {Math.round((1 - way.wrongChance) * 100)} % arrive as said
                    </span>
                  )}
                </td>
                <td className="figures text-right whitespace-nowrap">{attended(way.minutes)}</td>
                <td className="figures text-right">
                  <Money minor={way.partMinor} />
                </td>
                <td className="figures text-right whitespace-nowrap">
                  {Math.round(way.poorChance * 100)} %, <Money minor={way.riskMinor} />
                </td>
                <td className="figures text-right">
                  <Money minor={way.costMinor} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </section>
  );
}
