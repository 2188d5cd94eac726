'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { CHASSIS, type LotSource } from '@/core/catalogue';
import type { BidView } from '@/words/bid';
import { CHASSIS_NAMES } from '@/words/names';
import { Button, FileButton, Heading, Problem, Quiet } from '../kit/parts';
import { TextField } from '../kit/fields';
import { useShortcuts } from '../kit/keys/keyboard';
import { Money, useMoney } from '../kit/theShop';
import { duration } from '../kit/words';
import { MANIFEST_COLUMNS, SheetReading } from '../sheet/SheetReading';
import { useSheetFile, type SheetPreview } from '../sheet/useSheetFile';
import { SOURCE_WORDS } from '@/words/lists/sources';

interface Props {
  asked: Record<string, string>;
  view: BidView | null;
}

/** What a manifest on offer was read as, and what it is worth. */
interface OfferPreview extends SheetPreview {
  machines: number;
  view: BidView | null;
}

const STEP = 500;
/** Terms of a bid that go to the server: what was typed, nothing empty. */
const typed = (terms: Record<string, string>) =>
  Object.fromEntries(Object.entries(terms).filter(([, value]) => value !== ''));
/** What a form holds, empty fields left out. */
const filled = (form: HTMLFormElement): Record<string, string> =>
  Object.fromEntries(
    [...new FormData(form).entries()].flatMap(([name, value]) =>
      typeof value === 'string' && value.trim() ? [[name, value.trim()]] : [],
    ),
  );
const percent = (share: number) => `${Math.round(share * 100)}`;
const SOURCES = (Object.keys(SOURCE_WORDS) as LotSource[]).filter((source) => source !== 'owner');

/** A lot on offer: what it makes at a bid, as a hundred ways it can come out, and the most to bid. */
export function Bid({ asked, view: counted }: Props) {
  const router = useRouter();
  const { decimals } = useMoney();
  // of a manifest nothing stands in the address: its terms and its answer are kept here
  const [kept, setKept] = useState(asked);
  const manifest = useSheetFile<OfferPreview>('/api/lots/bid', { terms: typed(kept) });
  const { sheet } = manifest;
  const terms = sheet.at === 'none' ? asked : kept;
  const read = sheet.at === 'seen' ? sheet.preview : null;
  const view = sheet.at === 'none' ? counted : (read?.view ?? null);
  const [moved, setMoved] = useState<number | null>(null);
  const bid = moved ?? view?.bid ?? 0;
  const unit = 10 ** decimals;
  const goWith = (next: Record<string, string>) => {
    if (sheet.at === 'none')
      return router.replace(`/lots/bid?${new URLSearchParams(next).toString()}`, { scroll: false });
    setKept(next);
    manifest.read({}, { terms: typed(next) });
  };
  const offer = (minor: number) => {
    const next = Math.max(0, Math.round(minor / STEP) * STEP);
    setMoved(next);
    goWith({ ...terms, bid: String(next / unit) });
  };
  useShortcuts((key) => {
    if (!view) return false;
    if (key === 'ArrowLeft') return (offer(bid - STEP), true);
    if (key === 'ArrowRight') return (offer(bid + STEP), true);
    if (key.toLowerCase() === 'p') return (window.print(), true);
    return false;
  });
  function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    setMoved(null);
    goWith(filled(event.currentTarget));
  }
  const choose = (file: File) => {
    const form = document.querySelector<HTMLFormElement>('form[aria-label="What is offered"]');
    const { bid: _, ...next } = form ? { ...terms, ...filled(form) } : terms;
    setKept(next);
    setMoved(null);
    void manifest.choose(file, { terms: typed(next) });
  };
  const count = view?.machines ?? 0;
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_300px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-gutter">
        {view && (
          <section aria-label="The bid" className="border-t-[6px] border-ink bg-paper px-5 py-4">
            <h1 className="text-page leading-8">
              Offered: {count} {count === 1 ? 'machine' : 'machines'},{' '}
              {SOURCE_WORDS[terms.source as LotSource]}
            </h1>
            <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
              <p className="text-worth">
                <b className="text-great leading-none tracking-tight tabular-nums">
                  <Money minor={view.most} />
                </b>
                <span className="block text-row text-soft">at most, with {terms.risk} in 100 to lose</span>
              </p>
              <p className="max-w-[520px] text-read">
                At{' '}
                <b>
                  <Money minor={view.bid} />
                </b>{' '}
                it makes{' '}
                <b>
                  <Money minor={view.middle} plus />
                </b>{' '}
                in the middle, <Money minor={view.low} plus /> to <Money minor={view.high} plus /> in eight of
                ten, and takes <b>{duration(view.minutes)}</b> of hands:{' '}
                <Money minor={Math.round((view.mean / Math.max(1, view.minutes)) * 60)} plus /> an hour over
                what hands cost.
              </p>
            </div>
          </section>
        )}
        {view && (
          <figure className="bg-paper px-4 py-3">
            <Dots
              dots={view.dots}
              loss={view.loss}
              low={view.low}
              high={view.high}
              middle={view.middle}
              decimals={decimals}
            />
            <label className="mt-2 block text-row print:hidden">
              The bid
              <input
                type="range"
                aria-label="The bid"
                className="block h-11 w-full accent-ink"
                min={0}
                max={Math.max(STEP, Math.ceil((view.even * 1.4) / STEP) * STEP, bid)}
                step={STEP}
                value={bid}
                onChange={(event) => setMoved(Number(event.target.value))}
                onPointerUp={() => offer(bid)}
                onKeyUp={() => offer(bid)}
              />
            </label>
            <figcaption className="text-note text-soft">
              Each dot is one of a hundred ways it can come out. <kbd>←</kbd> <kbd>→</kbd> move the bid,{' '}
              <kbd>P</kbd> prints the sheet.
            </figcaption>
          </figure>
        )}
        {view && (
          <section aria-label="What decides it" className="bg-paper px-5 py-4">
            <Heading>What decides it</Heading>
            <table className="w-full border-collapse text-row">
              <tbody>
                {view.decides.map((kind, i) => (
                  <tr key={`${kind.chassis} ${kind.called} ${i}`} className="border-b border-rule">
                    <th scope="row" className="py-1 text-left font-normal">
                      {kind.count} × {kind.called || CHASSIS_NAMES[kind.chassis]}
                      {kind.said && <span className="text-soft"> “{kind.said}”</span>}
                    </th>
                    <td className="text-soft">
                      <Money minor={kind.middleMinor} plus /> each in the mean
                    </td>
                    <td className="figures text-right font-semibold">
                      ± <Money minor={kind.swingMinor} />
                    </td>
                  </tr>
                ))}
                <tr className="border-b border-rule">
                  <th scope="row" className="py-1 text-left font-normal">
                    price level
                  </th>
                  <td className="text-soft">shared by all, until the last is sold</td>
                  <td className="figures text-right font-semibold">
                    ± <Money minor={view.levelMinor} />
                  </td>
                </tr>
              </tbody>
            </table>
          </section>
        )}
        <form onSubmit={submit} className="bg-paper px-5 py-4 print:hidden" aria-label="What is offered">
          {!view && <h1 className="mb-2 text-page leading-8">What is offered?</h1>}
          <p className="flex flex-wrap items-center gap-x-4 gap-y-1 pb-2 text-row">
            <FileButton accept=".csv,text/csv,text/plain" onFile={choose}>
              {sheet.at === 'none' ? 'By its manifest (CSV)' : sheet.file.name}
            </FileButton>
            {sheet.at === 'none' ? (
              <span className="text-soft">or how many of each, where nobody has a list:</span>
            ) : (
              <Quiet onClick={() => (manifest.clear(), setMoved(null))}>count by kind instead</Quiet>
            )}
            {read && (
              <span>
                {read.machines} {read.machines === 1 ? 'machine' : 'machines'} read
                {read.bad.length > 0 &&
                  `, ${read.bad.length} ${read.bad.length === 1 ? 'row' : 'rows'} left out`}
                . Nothing is taken in: this is only what it is worth.
              </span>
            )}
            {sheet.at === 'chosen' && !sheet.fault && <span role="status">Reckoning with its rows …</span>}
          </p>
          {sheet.at === 'chosen' && sheet.fault && <Problem>{sheet.fault}</Problem>}
          <div className="grid gap-x-5 gap-y-2 sm:grid-cols-4">
            {sheet.at === 'none' &&
              CHASSIS.map((chassis) => (
                <TextField
                  key={chassis}
                  label={CHASSIS_NAMES[chassis]}
                  name={chassis}
                  inputMode="numeric"
                  defaultValue={asked[chassis] ?? ''}
                />
              ))}
            <label className="block text-row font-semibold">
              From
              <select
                name="source"
                defaultValue={asked.source}
                className="block h-11 w-full border-2 border-ink bg-paper px-2 font-normal"
              >
                {SOURCES.map((source) => (
                  <option key={source} value={source}>
                    {SOURCE_WORDS[source]}
                  </option>
                ))}
              </select>
            </label>
            <TextField
              label="Chance to lose"
              hint="in 100"
              name="risk"
              inputMode="numeric"
              defaultValue={asked.risk}
            />
            <TextField
              label="Buyer’s premium"
              hint="%"
              name="premium"
              inputMode="decimal"
              defaultValue={asked.premium ?? ''}
            />
            <TextField
              label="Tax that does not come back"
              hint="%"
              name="tax"
              inputMode="decimal"
              defaultValue={asked.tax ?? ''}
            />
            <TextField
              label="Freight"
              name="freight"
              inputMode="decimal"
              defaultValue={asked.freight ?? ''}
            />
          </div>
          <p className="pt-1 text-note text-soft">
            Whether a margin scheme or another rule of taxes holds for second-hand goods is your country’s to
            say: ask who does your books.
          </p>
          <Button type="submit" tone="strong" className="mt-2">
            What is it worth?
          </Button>
          {read && (
            <details className="mt-3" open={read.bad.length > 0}>
              <summary className="cursor-pointer text-row">How the file was read</summary>
              <SheetReading of={manifest} fields={MANIFEST_COLUMNS} />
            </details>
          )}
        </form>
      </div>
      {view && (
        <aside className="bg-paper px-4 py-4">
          <Heading>Bid against chance</Heading>
          <table className="w-full border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1 font-normal">bid</th>
                <th className="text-right font-normal">to lose</th>
                <th className="text-right font-normal">middle</th>
                <th className="text-right font-normal">an hour</th>
              </tr>
            </thead>
            <tbody>
              {view.lines.map((line) => (
                <tr
                  key={line.bid}
                  className={`border-b border-rule ${line.bid === view.bid ? 'bg-track font-semibold' : ''}`}
                >
                  <th scope="row" className="figures py-1 text-left">
                    <Money minor={line.bid} />
                  </th>
                  <td className="figures text-right">{percent(line.loss)} %</td>
                  <td className="figures text-right">
                    <Money minor={line.middle} plus />
                  </td>
                  <td className="figures text-right">
                    <Money minor={Math.round((line.mean / Math.max(1, view.minutes)) * 60)} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="pt-2 text-note text-soft">
            Hands are paid at the house’s rate in all of this; what is left an hour is over it. Premium, tax
            and freight are in it.
          </p>
        </aside>
      )}
    </div>
  );
}

const WIDTH = 820;
const COLUMNS = 41;
const DOT = 15;

/** A hundred ways a lot can come out, stacked over what it makes; those that lose are hollow. */
function Dots({
  dots,
  loss,
  low,
  high,
  middle,
  decimals,
}: {
  dots: number[];
  loss: number;
  low: number;
  high: number;
  middle: number;
  decimals: number;
}) {
  // prettier-ignore
  const [least, most] = [Math.min(0, ...dots), Math.max(0, ...dots)];
  const wide = Math.max(1, most - least) / COLUMNS;
  const stacks = new Map<number, number>();
  const places = dots.map((value) => {
    const column = Math.min(COLUMNS - 1, Math.floor((value - least) / wide));
    const height = stacks.get(column) ?? 0;
    stacks.set(column, height + 1);
    return { column, height, loses: value < 0 };
  });
  const tallest = Math.max(...stacks.values());
  const base = 26 + tallest * DOT;
  const x = (value: number) => 14 + ((value - least) / wide / COLUMNS) * (WIDTH - 28);
  const round = (value: number) => (value / 10 ** decimals).toFixed(0);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${base + 46}`}
      role="img"
      className="w-full"
      aria-label={`Of a hundred ways ${Math.round(loss * 100)} lose; eight of ten make ${round(low)} to ${round(high)}`}
    >
      {places.map(({ column, height, loses }, i) => (
        <circle
          key={i}
          cx={14 + ((column + 0.5) / COLUMNS) * (WIDTH - 28)}
          cy={base - 8 - height * DOT}
          r={6}
          strokeWidth={1.5}
          className={loses ? 'fill-paper stroke-ink' : 'fill-ink stroke-ink'}
        />
      ))}
      <line x1={6} x2={WIDTH - 6} y1={base} y2={base} strokeWidth={2} className="stroke-ink" />
      <line x1={x(0)} x2={x(0)} y1={8} y2={base} strokeWidth={1.5} className="stroke-ink" />
      <text x={x(0) - 6} y={16} textAnchor="end" className="fill-ink text-note">
        {x(0) > 130 ? `loses: ${Math.round(loss * 100)} of 100` : ''}
      </text>
      <text x={x(0) + 6} y={16} className="fill-ink text-note">
        wins: {100 - Math.round(loss * 100)} of 100
      </text>
      {[least, 0, middle, most].map((value, i) => (
        <text
          key={i}
          x={x(value)}
          y={base + 16}
          textAnchor={i === 3 ? 'end' : i === 0 ? 'start' : 'middle'}
          className="figures fill-soft text-fine"
        >
          {round(value)}
        </text>
      ))}
      <rect
        x={x(low)}
        y={base + 24}
        width={Math.max(1, x(high) - x(low))}
        height={8}
        className="fill-worth opacity-40"
      />
      <rect x={x(middle) - 2} y={base + 21} width={4} height={14} className="fill-worth" />
    </svg>
  );
}
