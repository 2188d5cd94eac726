import { Link } from '@/ui/kit/Link';
import type { UnitTableRow } from '@/words/rows';
import { MoneyWithin } from '../kit/theShop';
import { attended, duration, percent } from '../kit/words';
import { worthScale } from './worthScale';
import { ROUTE_NAMES } from '@/words/names';

/**
 * Units with what they are worth on one shared axis: band = eight of ten outcomes, bar = expected, tick =
 * best way of stopping.
 */
export function UnitTable({
  rows,
  first,
  showStage,
}: {
  rows: UnitTableRow[];
  first: number;
  showStage: boolean;
}) {
  const open = rows.filter((row) => row.route !== 'quarantine');
  const scale = worthScale(open.flatMap((row) => [row.lowMinor, row.highMinor, row.valueMinor]));
  return (
    <table className="w-full border-collapse text-[14.5px]">
      <caption className="sr-only">Units, what is probably wrong, and net value still to win</caption>
      <thead>
        <tr className="border-b border-rule text-left text-[13px] text-soft">
          <th className="w-9 py-1.5 font-normal">
            <span className="sr-only">Place</span>
          </th>
          <th className="w-[104px] font-normal">Tag</th>
          <th className="font-normal">Machine</th>
          <th className="font-normal">Probably</th>
          {showStage && <th className="hidden w-[118px] font-normal xl:table-cell">At</th>}
          <th className="hidden w-[27%] font-normal md:table-cell">
            <span className="sr-only">Range of outcomes</span>
            <span aria-hidden className="figures relative block h-4 text-[12px]">
              {scale.ticks.map((tick) => (
                <span key={tick} className="absolute -translate-x-1/2" style={{ left: `${scale.at(tick)}%` }}>
                  {Math.round(tick / 100)}
                </span>
              ))}
            </span>
          </th>
          <th className="w-[84px] text-right font-normal">To win</th>
          <th className="w-[82px] text-right font-normal">Hands</th>
          <th className="w-[128px] pl-3 font-normal">Route</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => {
          const held = row.route === 'quarantine';
          return (
            <tr key={row.id} className="group relative h-[39px] border-b border-rule hover:bg-track/60">
              <td className="figures text-[13px] text-soft">{first + i}</td>
              <td>
                <Link href={`/u/${row.tag}`} className="figures font-semibold after:absolute after:inset-0">
                  {row.tag}
                </Link>
              </td>
              <td className="max-w-[190px] truncate pr-3">
                {row.maker} {row.model}
              </td>
              <td className="max-w-[250px] truncate pr-3">
                {row.probably}
                {row.probability !== null && ` ${percent(row.probability)}`}
              </td>
              {showStage && (
                <td className="hidden max-w-[118px] truncate pr-3 text-[13px] whitespace-nowrap text-soft xl:table-cell">
                  {row.stageName}, {duration(row.waitMinutes)}
                </td>
              )}
              <td className="hidden md:table-cell">
                {!held && (
                  <div aria-hidden className="relative h-[38px]">
                    <span
                      className="absolute top-0 bottom-0 w-px bg-rule"
                      style={{ left: `${scale.at(0)}%` }}
                    />
                    <span
                      className="absolute top-[16px] h-[6px] bg-worth/30"
                      style={{
                        left: `${scale.at(row.lowMinor)}%`,
                        width: `${Math.max(0.5, scale.at(row.highMinor) - scale.at(row.lowMinor))}%`,
                      }}
                    />
                    <span
                      className="absolute top-[14px] h-[10px] w-[2px] bg-soft"
                      style={{ left: `${scale.at(row.stopMinor)}%` }}
                    />
                    <span
                      className="absolute top-[11px] h-[16px] w-[3px] bg-worth"
                      style={{ left: `${scale.at(row.valueMinor)}%` }}
                    />
                  </div>
                )}
              </td>
              <td className="figures text-right">
                {held ? '–' : <MoneyWithin minor={row.valueMinor} low={row.lowMinor} high={row.highMinor} />}
              </td>
              <td className="figures text-right">{held ? '–' : attended(row.handsMinutes)}</td>
              <td className="pl-3">
                {held ? (
                  <span className="hatched block py-1 text-[14px] font-semibold">Quarantine</span>
                ) : (
                  <span className="font-semibold">{ROUTE_NAMES[row.route] ?? row.route}</span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
