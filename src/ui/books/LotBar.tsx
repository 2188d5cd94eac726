import type { Scale } from '../lists/worthScale';

interface Props {
  /** What selling has netted so far, without the lot's price; minor units, as the others. */
  nettedMinor: number;
  shelfMinor: number;
  openMinor: number;
  paidMinor: number;
  scale: Scale;
}

/** A lot as one bar: netted, then what is expected of the shelf and of the rest, against what was paid for it. */
export function LotBar({ nettedMinor, shelfMinor, openMinor, paidMinor, scale }: Props) {
  const ends = [Math.max(0, nettedMinor)];
  for (const more of [shelfMinor, openMinor]) ends.push(ends[ends.length - 1] + Math.max(0, more));
  const [netted, shelf, open] = ends;
  const part = (from: number, to: number, look: string) =>
    to > from && (
      <span
        className={`absolute top-[10px] h-[18px] ${look}`}
        style={{ left: `${scale.at(from)}%`, width: `${scale.at(to) - scale.at(from)}%` }}
      />
    );
  return (
    <div aria-hidden className="relative h-[38px]">
      <span className="absolute top-0 bottom-0 w-px bg-rule" style={{ left: `${scale.at(0)}%` }} />
      {nettedMinor < 0 && part(nettedMinor, 0, 'border-2 border-dashed border-ink')}
      {part(0, netted, 'bg-worth')}
      {part(netted, shelf, 'bg-worth/45')}
      {part(shelf, open, 'border-2 border-worth')}
      <span
        className="absolute top-[4px] h-[30px] w-[3px] bg-ink"
        style={{ left: `calc(${scale.at(paidMinor)}% - 1.5px)` }}
      />
    </div>
  );
}

/** How the bar is read. */
export function LotBarKey() {
  const swatch = (look: string) => (
    <span aria-hidden className={`inline-block h-3 w-5 align-[-1px] ${look}`} />
  );
  return (
    <p className="flex flex-wrap gap-x-4 gap-y-1 pt-2 text-note text-soft">
      <span>{swatch('bg-worth')} netted so far</span>
      <span>{swatch('bg-worth/45')} expected of the shelf</span>
      <span>{swatch('border-2 border-worth')} expected of what is not for sale yet</span>
      <span>
        <span aria-hidden className="inline-block h-4 w-[3px] bg-ink align-[-3px]" /> paid for the lot
      </span>
    </p>
  );
}
