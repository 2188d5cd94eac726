import type { UnitTableRow } from '@/words/lists/rows';
import type { Scale } from './worthScale';

/** The money axis over a list: a number over its own tick. */
export function WorthTicks({ scale, decimals }: { scale: Scale; decimals: number }) {
  return (
    <>
      <span className="sr-only">Range of outcomes</span>
      <span aria-hidden className="figures relative block h-4 text-fine">
        {scale.ticks.map((tick) => (
          <span key={tick} className="absolute -translate-x-1/2" style={{ left: `${scale.at(tick)}%` }}>
            {Math.round(tick / 10 ** decimals)}
          </span>
        ))}
      </span>
    </>
  );
}

/** Band: eight of ten outcomes; bar: expected; tick: stopping now. */
export function WorthBand({ row, scale }: { row: UnitTableRow; scale: Scale }) {
  return (
    <div aria-hidden className="relative h-[38px]">
      <span className="absolute top-0 bottom-0 w-px bg-rule" style={{ left: `${scale.at(0)}%` }} />
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
  );
}
