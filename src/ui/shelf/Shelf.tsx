'use client';
import type { Result } from '@/core/ledger/result';
import { Link } from '../kit/Link';
import { Money, Sign } from '../kit/theShop';
import { CautionNote, Heading } from '../kit/parts';
import { GoneForm } from '../unit/GoneForm';
import type { CountView, DriveView } from '@/words/drives/drives';
import { atUnit } from '@/words/drives/view';
import { DriveCount } from './DriveCount';
import { RecordErasure } from './RecordErasure';
import { SoldPanel, type SaleView, type UndoneView } from './SoldPanel';
import type { UnitHead } from '@/words/unit/view';
import { AskingPlan, type AlikeView, type AskingView } from './AskingPlan';
import { MarginLines } from './MarginLines';
import { RecordDrive } from './RecordDrive';
import { List } from './ListUnit';
import { Sell } from './SellUnit';

export interface ErasureView {
  id: string;
  /** It was taken back. */
  back: boolean;
  words: string;
}

export interface PriceView {
  minor: number;
  lowMinor: number;
  highMinor: number;
  lines: { detail: string; minor: number; known: boolean; stands?: { table: number; sales: number } }[];
  /** The model it is by; null: the house's table alone. */
  learnt: number | null;
}

/** What it comes to, sold or as if sold at a price. */
export interface MarginView extends Result {
  priceMinor: number;
}

interface Props {
  unit: UnitHead;
  /** Parts that would pay to be put in before it is sold. */
  pays: { words: string; netMinor: number } | null;
  /** Places the price is reckoned as cleaned at, and that are not. */
  cleanFirst: readonly string[];
  drives: DriveView[];
  /** How many are in it; null: it has left. */
  count: CountView | null;
  erasures: ErasureView[];
  gate: string[];
  price: PriceView;
  /** Null: sold, or not shown to this role. */
  asking: AskingView | null;
  alike: AlikeView[];
  /** Null: not shown to this role. */
  margin: MarginView | null;
  grade: string | null;
  askMinor: number | null;
  listed: boolean;
  sale: SaleView | null;
  /** A drive somebody named: the seller, or its own report. */
  namedDrive: string | null;
  /** Sales of it that were undone. */
  undone: UndoneView[];
  owner: boolean;
  /** What a buyer may say of it. */
  complaints: { id: string; says: string }[];
  goneAs: string | null;
  today: string;
  /** As what it is for sale, and what sending it usually costs. */
  listedAs: string;
  outwardMinor: number;
}

/** Data, price, listing, sale: in the order they have to happen. */
export function Shelf({
  unit,
  pays,
  cleanFirst,
  drives,
  count,
  erasures,
  gate,
  price,
  asking,
  alike,
  margin,
  grade,
  askMinor,
  listed,
  sale,
  namedDrive,
  undone,
  owner,
  complaints,
  goneAs,
  today,
  listedAs,
  outwardMinor,
}: Props) {
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)] lg:items-start">
      <div className="flex flex-col gap-gutter">
        <section aria-label="Data" className="panel">
          <Heading className="text-title!">Data</Heading>
          {gate.length > 0 ? (
            <div className="mt-1">
              <CautionNote title="It cannot leave yet." text={`${gate.join('. ')}.`} />
            </div>
          ) : (
            <p className="text-read text-worth">
              {drives.length ? 'Every drive in it is accounted for.' : 'No drive in it.'}
            </p>
          )}
          {erasures.map((entry) => (
            <p key={entry.id} className="border-b border-rule py-1 text-row">
              <span className={entry.back ? 'line-through' : ''}>{entry.words}</span>
              {entry.back && <b> taken back</b>}
            </p>
          ))}
          {drives.length > 0 && (
            <p className="pt-1.5 text-row">
              <Link className="border-b border-current" href={`/u/${unit.tag}/machine/drives`}>
                How each can be erased, its health, certificates
              </Link>
            </p>
          )}
          {!unit.held && unit.mayWrite && <RecordErasure at={atUnit(unit)} drives={drives} />}
          {count && !unit.held && unit.mayWrite && <DriveCount unit={unit} count={count} />}
          {count &&
            !unit.held &&
            unit.mayWrite &&
            (drives.length === 0 || (count.counted ?? 0) > drives.length) && (
              <RecordDrive unit={unit} named={drives.length ? null : namedDrive} />
            )}
        </section>
        {!sale && unit.stage !== 'gone' && unit.mayWrite && (
          <section aria-label="Without a sale" className="panel">
            <Heading>Without a sale</Heading>
            <GoneForm unit={unit} />
          </section>
        )}
        <section aria-label="Papers" className="bg-paper px-5 py-4 text-read">
          <Heading>Papers</Heading>
          {gate.length || !(grade || listed || sale) ? (
            <p className="text-soft">
              No papers yet: account for its data first, then grade it or put it on the shelf ungraded.
            </p>
          ) : (
            <p className="flex flex-wrap gap-5 pt-1">
              <a
                className="border-b border-current"
                href={`/api/units/${unit.tag}/passport`}
                target="_blank"
                rel="noreferrer"
              >
                Passport, PDF
              </a>
              <a
                className="border-b border-current"
                href={`/api/units/${unit.tag}/technical`}
                target="_blank"
                rel="noreferrer"
              >
                Technical file, PDF
              </a>
              {askMinor !== null && (
                <a
                  className="border-b border-current"
                  href={`/api/units/${unit.tag}/label?as=price`}
                  target="_blank"
                  rel="noreferrer"
                >
                  Price label
                </a>
              )}
              <a className="border-b border-current" href={`/api/units/${unit.tag}/listing?as=csv`} download>
                Listing row, CSV
              </a>
              <a className="border-b border-current" href={`/api/units/${unit.tag}/listing?as=json`} download>
                Listing row, JSON
              </a>
              <a className="border-b border-current" href={`/api/units/${unit.tag}/listing?as=text`} download>
                Listing, text
              </a>
            </p>
          )}
        </section>
      </div>
      <div className="flex flex-col gap-gutter">
        <section aria-label="Price" className="panel">
          <Heading className="text-title!">Price</Heading>
          <p className="text-worth">
            <span className="text-great leading-none font-bold tracking-tight tabular-nums">
              <Money minor={price.minor} />
            </span>{' '}
            <span className="text-row text-soft">
              <Sign />, <Money minor={price.lowMinor} /> to <Money minor={price.highMinor} />;{' '}
              {price.learnt === null
                ? 'from the table, sales are few'
                : `model ${price.learnt}, learnt from sales`}
            </span>
          </p>
          <table className="mt-1.5 w-full border-collapse text-row">
            <caption className="sr-only">How the price comes about</caption>
            <tbody>
              {price.lines.map((line) => (
                <tr key={line.detail} className="border-b border-rule">
                  <td className={`py-0.5 ${line.known ? '' : 'text-soft italic'}`}>
                    {line.detail}
                    {line.stands && (
                      <span className="block text-fine text-soft not-italic">
                        table {Math.round(line.stands.table * 100)} %, {line.stands.sales} alike{' '}
                        {Math.round((1 - line.stands.table) * 100)} %
                      </span>
                    )}
                  </td>
                  <td className="figures text-right text-note">
                    <Money minor={line.minor} plus />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {cleanFirst.length > 0 && (
            <p className="pt-2 text-row">
              Reckoned as cleaned first:{' '}
              <Link className="border-b border-current" href={`/u/${unit.tag}/work/clean`}>
                {cleanFirst.join(', ')}
              </Link>
              .
            </p>
          )}
          {pays && (
            <p className="pt-2 text-read">
              Before it is sold:{' '}
              <Link className="border-b border-current font-semibold" href={`/u/${unit.tag}/parts`}>
                put in {pays.words}
              </Link>
              . It wins{' '}
              <b className="text-worth">
                <Money minor={pays.netMinor} />
              </b>{' '}
              over leaving it as it is.
            </p>
          )}
        </section>
        <AskingPlan asking={asking} alike={alike} />
        {margin && (
          <section aria-label="Margin" className="bg-paper px-5 py-4 text-row">
            <Heading>
              Margin at <Money minor={margin.priceMinor} />
            </Heading>
            <MarginLines margin={margin} />
          </section>
        )}
        <section aria-label="Selling" className="panel">
          {sale ? (
            <SoldPanel unit={unit} sale={sale} owner={owner} complaints={complaints} />
          ) : goneAs !== null || unit.stage === 'gone' ? (
            <p className="text-lead font-semibold">
              Gone: {goneAs ?? 'what it became was not written down'}.
            </p>
          ) : !unit.mayWrite ? (
            <p className="text-read">
              {listed ? (
                <>
                  <b>On the shelf</b> at <Money minor={askMinor ?? price.minor} />.
                </>
              ) : (
                'Not on the shelf.'
              )}
            </p>
          ) : listed ? (
            <Sell
              unit={unit}
              ask={askMinor ?? price.minor}
              today={today}
              as={listedAs}
              outwardMinor={outwardMinor}
            />
          ) : (
            <List
              unit={unit}
              suggested={askMinor ?? price.minor}
              graded={grade !== null}
              ready={gate.length === 0}
            />
          )}
          {undone.map((row) => (
            <p key={row.id} className="mt-1 border-t border-rule pt-1 text-row text-soft">
              {row.words}
            </p>
          ))}
        </section>
      </div>
    </div>
  );
}
