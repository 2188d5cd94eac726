'use client';
import { Link } from '../kit/Link';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { Money } from '../kit/theShop';
import { SalesImport } from './files/SalesImport';

export interface ModelView {
  version: number;
  state: 'proposed' | 'kept' | 'refused';
  /** Back to the table. */
  table: boolean;
  facts: {
    own: number;
    elsewhere: number;
    error: { learnt: number; table: number };
    since?: { sales: number; before: number; now: number };
    parts?: { sales: number; error: { learnt: number; table: number } };
  };
  when: string;
}

interface Props {
  /** Number of the model prices are by; null: the table. */
  kept: number | null;
  /** It was learnt over another table than the house has now. */
  tableChanged: boolean;
  own: number;
  elsewhere: number;
  models: ModelView[];
  imports: { id: string; name: string; kind: 'sold' | 'asked'; rows: number; when: string }[];
  outliers: {
    at: string;
    unit: string | null;
    called: string;
    day: string;
    minor: number;
    expectedMinor: number;
  }[];
  mayWrite: boolean;
}

const percent = (share: number) => `${(100 * share).toFixed(share < 0.0995 ? 1 : 0)} %`;
const sales = (count: number) => `${count} ${count === 1 ? 'sale' : 'sales'}`;

/** A share as the length of a bar, a fifth of a price at its end. */
function Off({ share, strong = false }: { share: number; strong?: boolean }) {
  return (
    <span className="flex items-center gap-2">
      <span className="h-3 w-[120px] border border-rule">
        <span
          className={`block h-full ${strong ? 'bg-worth' : 'bg-track'}`}
          style={{ width: `${Math.min(100, share * 200)}%` }}
        />
      </span>
      <span className={`figures whitespace-nowrap ${strong ? 'font-semibold' : ''}`}>{percent(share)}</span>
    </span>
  );
}

/** Prices that learn: what they stand on, what is proposed, which sales cannot be, and sales from elsewhere. */
export function Prices({ kept, tableChanged, own, elsewhere, models, imports, outliers, mayWrite }: Props) {
  const { send, problem, busy } = useCommand();
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] lg:items-start">
      <div>
        <p className="text-read">
          {kept === null ? (
            <>
              Prices are the house’s table. <b>{sales(own)}</b> of the shop’s own and{' '}
              <b>{elsewhere} from elsewhere</b> are known.
            </>
          ) : (
            <>
              Prices are model <b>{kept}</b> over the house’s table; {sales(own)} of the shop’s own and{' '}
              {elsewhere} from elsewhere are known now.
            </>
          )}
        </p>
        <p className="text-row text-soft">
          The table is where it begins; sales move it by as much as they know. A model is tried on each sale
          as if that one had not been seen, and nothing is reckoned with it before it is kept.
        </p>
        {tableChanged && (
          <p role="status" className="mt-2 border-l-[6px] border-hot pl-3 text-row">
            Learn again: the house’s table has changed since this model was learnt, and the model still
            corrects the old one.
          </p>
        )}
        {mayWrite && (
          <p className="mt-2 flex flex-wrap items-center gap-3">
            <Button disabled={busy} onClick={() => void send('learnPrices', {})}>
              Learn from all sales
            </Button>
            {kept !== null && (
              <Quiet disabled={busy} onClick={() => void send('tablePrices', {})}>
                Back to the table alone
              </Quiet>
            )}
          </p>
        )}
        {problem && (
          <div className="mt-2">
            <Problem>{problem.message}</Problem>
          </div>
        )}
        {models.length > 0 && (
          <div className="relative overflow-x-auto">
            <table className="mt-3 w-full border-collapse text-row">
              <caption className="text-left text-read font-bold">
                How far prices were off, in the middle
              </caption>
              <thead>
                <tr className="headrow">
                  <th className="py-1 font-normal">Model</th>
                  <th className="font-normal">from</th>
                  <th className="font-normal">the table alone</th>
                  <th className="font-normal">learnt</th>
                  <th className="font-normal">
                    <span className="sr-only">What became of it</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {models.map(({ version, state, table, facts, when }) => (
                  <tr key={version} className="border-b border-rule align-top">
                    <th scope="row" className="figures py-1.5 text-left">
                      {version}
                      <span className="block text-fine font-normal text-soft">{when}</span>
                    </th>
                    {table ? (
                      <td colSpan={3} className="py-1.5 text-soft">
                        back to the table
                      </td>
                    ) : (
                      <>
                        <td className="py-1.5">
                          {facts.own} own, {facts.elsewhere} from elsewhere
                          {facts.parts && (
                            <span className="block text-fine text-soft">
                              loose parts, {sales(facts.parts.sales)}: {percent(facts.parts.error.table)} →{' '}
                              {percent(facts.parts.error.learnt)}
                            </span>
                          )}
                          {facts.since && (
                            <span className="block text-fine text-soft">
                              on the {sales(facts.since.sales)} since: {percent(facts.since.before)} →{' '}
                              {percent(facts.since.now)}
                            </span>
                          )}
                        </td>
                        <td className="py-1.5">
                          <Off share={facts.error.table} />
                        </td>
                        <td className="py-1.5">
                          <Off share={facts.error.learnt} strong />
                        </td>
                      </>
                    )}
                    <td className="py-1 text-right whitespace-nowrap">
                      {version === kept ? (
                        <b>in use</b>
                      ) : !mayWrite || table ? (
                        ''
                      ) : (
                        <span className="inline-flex gap-3">
                          <Button
                            className="min-h-9!"
                            disabled={busy}
                            onClick={() => void send('keepPrices', { version })}
                          >
                            {state === 'proposed' ? 'Keep' : 'Back to it'}
                          </Button>
                          {state === 'proposed' && (
                            <Quiet disabled={busy} onClick={() => void send('refusePrices', { version })}>
                              Not this one
                            </Quiet>
                          )}
                          {state === 'refused' && <span className="text-soft">not kept</span>}
                        </span>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </div>
      <div>
        <section aria-label="Sales from elsewhere">
          <Heading>Sales from elsewhere</Heading>
          <p className="text-row text-soft">
            CSV with a day and a price, and what is known of the machine: kind, processor or its level,
            memory, drive, grade, battery, screen, channel. Prices that were only asked weigh about a third.
          </p>
          {mayWrite && <SalesImport />}
          <ul className="mt-1 text-row">
            {imports.map(({ id, name, kind, rows, when }) => (
              <li key={id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1">
                <span>
                  <b>{name}</b> {rows} {kind === 'sold' ? 'sales' : 'asking prices'}{' '}
                  <span className="text-note text-soft">{when}</span>
                </span>
                {mayWrite && (
                  <Quiet disabled={busy} onClick={() => void send('dropSales', { id })}>
                    take back
                  </Quiet>
                )}
              </li>
            ))}
          </ul>
        </section>
        {outliers.length > 0 && (
          <section aria-label="Sales that cannot be" className="mt-5">
            <Heading>Sales that cannot be one of the others</Heading>
            <p className="text-row text-soft">
              Left out of the model in use: a decimal point, several sold together, or not what it was told
              as.
            </p>
            <div className="relative overflow-x-auto">
              {' '}
              <table className="mt-1 w-full border-collapse text-row">
                <thead>
                  <tr className="headrow">
                    <th className="py-1 font-normal">Sale</th>
                    <th className="text-right font-normal">fetched</th>
                    <th className="text-right font-normal">one like it</th>
                  </tr>
                </thead>
                <tbody>
                  {outliers.map((sale) => (
                    <tr key={`${sale.at} ${sale.day} ${sale.minor}`} className="border-b border-rule">
                      <th scope="row" className="py-1 text-left font-normal">
                        {sale.unit ? (
                          <Link
                            className="figures border-b border-current font-semibold"
                            href={`/u/${sale.unit}`}
                          >
                            {sale.unit}
                          </Link>
                        ) : (
                          sale.at
                        )}{' '}
                        <span className="text-note text-soft">{sale.day}</span>
                      </th>
                      <td className="figures text-right font-semibold">
                        <Money minor={sale.minor} />
                      </td>
                      <td className="figures text-right">
                        <Money minor={sale.expectedMinor} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>{' '}
          </section>
        )}
      </div>
    </div>
  );
}
