'use client';
import { useState } from 'react';
import { codeInWords, type CodeTable } from '@/core/tapper/decode';
import { Empty, Problem, Quiet } from '../kit/parts';
import { dayOf } from '@/words/time';
import { useZone } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';

const POINTS: Record<string, string> = {
  'no-code': '',
  power: 'power',
  memory: 'memory',
  graphics: 'graphics',
  'board-or-processor': 'board or processor',
  firmware: 'firmware',
};

/** Tables of blink and beep codes: what the tapper looks groups up in. */
export function CodeTables({
  tables,
  mayWrite,
  mayDrop,
}: {
  tables: (CodeTable & { by: string; at: string })[];
  mayWrite: boolean;
  mayDrop: boolean;
}) {
  const { send, problem, busy } = useCommand();
  const zone = useZone();
  const [note, setNote] = useState('');
  const take = async (file: File | undefined) => {
    if (!file) return;
    setNote('');
    const answer = await send<{ tables: { maker: string; codes: number; replaced: boolean }[] }>(
      'importCodes',
      { text: await file.text() },
    );
    if (answer.ok)
      setNote(
        answer.answer.tables
          .map(
            (table) =>
              `${table.maker}: ${table.codes} codes${table.replaced ? ', in place of the earlier ones' : ''}`,
          )
          .join('; '),
      );
  };
  return (
    <div>
      <p className="text-row text-soft">
        CSV with the heading <span className="figures text-note">maker, source, code, meaning, points</span>,
        or the same as JSON. Codes as people write them: LSS, 1 long 2 short, 3-2, 5, endless, 0x7B, lamps 1
        3, “no bootable device”; a column notation with “long” where 3-2 means three long and two short. Every
        line says where it comes from.
      </p>
      {mayWrite && (
        <p className="mt-2">
          <label className="inline-flex min-h-11 cursor-pointer items-center border-2 border-ink px-3.5 font-semibold focus-within:outline-3 hover:bg-track">
            {busy ? 'Importing …' : 'Import a file'}
            <input
              type="file"
              accept=".csv,.json,text/csv,application/json"
              className="sr-only"
              disabled={busy}
              onChange={(event) => {
                void take(event.target.files?.[0]);
                event.target.value = '';
              }}
            />
          </label>
          {note && (
            <span role="status" className="ml-3 text-row">
              {note}.
            </span>
          )}
        </p>
      )}
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
      {tables.length === 0 && (
        <Empty>No tables yet. The tapper finds the group all the same; only its meaning is missing.</Empty>
      )}
      <div className="mt-3 grid gap-x-8 gap-y-5 lg:grid-cols-2">
        {tables.map((table) => (
          <section key={table.maker} aria-label={table.maker}>
            <h2 className="flex items-baseline gap-3 border-b-[1.5px] border-ink text-lead">
              {table.maker}
              <span className="flex-1 text-note font-normal text-soft">
                {table.source}; {table.by}, {dayOf(table.at, zone)}
              </span>
              {mayDrop && (
                <Quiet
                  disabled={busy}
                  className="text-note"
                  onClick={() => void send('dropCodes', { maker: table.maker })}
                >
                  drop
                </Quiet>
              )}
            </h2>
            <table className="w-full text-row">
              <caption className="sr-only">Codes of {table.maker}</caption>
              <tbody>
                {table.codes.map((line) => (
                  <tr key={line.code} className="border-b border-rule">
                    <th scope="row" className="w-[170px] py-1 text-left font-semibold">
                      {codeInWords(line.code)}
                    </th>
                    <td className="py-1">{line.meaning}</td>
                    <td className="py-1 text-right text-note text-soft">
                      {line.points ? POINTS[line.points] : ''}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        ))}
      </div>
    </div>
  );
}
