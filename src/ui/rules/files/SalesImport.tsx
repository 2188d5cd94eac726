'use client';
import { useState } from 'react';
import { useCommand } from '../../kit/hooks/useCommand';
import { Button, FileButton, Problem, Quiet } from '../../kit/parts';
import { Money } from '../../kit/theShop';
import { SheetReading } from '../../sheet/SheetReading';
import { useSheetFile, type SheetPreview } from '../../sheet/useSheetFile';

interface Preview extends SheetPreview {
  rows: {
    line: number;
    day: string;
    minor: number;
    called: string;
    kind: string;
    memoryGb: number | null;
    drive: string;
    grade: string;
    channel: string;
  }[];
  total: number;
  badTotal: number;
}

const COLUMNS = [
  ['day', 'Day'],
  ['price', 'Price'],
  ['chassis', 'Kind of machine'],
  ['called', 'Machine'],
  ['processor', 'Processor'],
  ['level', 'Its level'],
  ['memory', 'Memory'],
  ['drive', 'Drive size'],
  ['driveKind', 'Kind of drive'],
  ['grade', 'Grade'],
  ['battery', 'Battery'],
  ['screen', 'Screen'],
  ['channel', 'Channel'],
] as const;

const WORDS = { sold: ['sale', 'sales'], asked: ['asking price', 'asking prices'] } as const;
type Kind = keyof typeof WORDS;

/** Former sales, or prices seen asked, out of a file: looked at first, its columns said, then taken in. */
export function SalesImport() {
  const { send, problem, busy } = useCommand();
  const of = useSheetFile<Preview>('/api/rules/sales');
  const [kind, setKind] = useState<Kind>('sold');
  const [said, setSaid] = useState('');
  const { sheet } = of;
  const preview = sheet.at === 'seen' ? sheet.preview : null;
  const choose = (file: File, as: Kind) => {
    setKind(as);
    setSaid('');
    void of.choose(file);
  };
  const count = (n: number) => `${n} ${WORDS[kind][n === 1 ? 0 : 1]}`;
  async function take() {
    const file = of.toTakeIn();
    if (!file || sheet.at !== 'seen') return;
    const name = sheet.file.name.slice(0, 120);
    const sent = await send<{ rows: number; badTotal: number }>('importSales', { ...file, name, kind });
    if (!sent.ok) return;
    of.clear();
    const { rows, badTotal } = sent.answer;
    setSaid(`${count(rows)} of ${name} taken in${badTotal ? `, ${badTotal} bad rows stayed out` : ''}.`);
  }
  return (
    <div className="mt-1 text-row">
      <p className="flex flex-wrap gap-5">
        <FileButton accept=".csv,text/csv" onFile={(file) => choose(file, 'sold')}>
          Take former sales in
        </FileButton>
        <FileButton accept=".csv,text/csv" onFile={(file) => choose(file, 'asked')}>
          Take asking prices in
        </FileButton>
      </p>
      {said && <p role="status">{said}</p>}
      {sheet.at === 'chosen' &&
        (sheet.fault ? <Problem>{sheet.fault}</Problem> : <p role="status">Reading {sheet.file.name} …</p>)}
      {problem && <Problem>{problem.message}</Problem>}
      {preview && (
        <div className="mt-2 border-2 border-ink px-3 pb-3">
          <SheetReading of={of} fields={COLUMNS} />
          <div className="mt-3 flex flex-wrap items-center gap-4">
            <Button tone="strong" disabled={busy || preview.total === 0} onClick={() => void take()}>
              {busy ? 'Taking in …' : `Take in ${count(preview.total)}`}
            </Button>
            <Quiet onClick={of.clear}>leave it</Quiet>
          </div>
          {preview.rows.length > 0 && (
            <table className="mt-2 w-full border-collapse text-note">
              <caption className="sr-only">Rows as they would come in</caption>
              <thead>
                <tr className="headrow">
                  <th className="font-normal">Day</th>
                  <th className="font-normal">Machine</th>
                  <th className="font-normal">Grade</th>
                  <th className="text-right font-normal">Price</th>
                </tr>
              </thead>
              <tbody>
                {preview.rows.map((row) => (
                  <tr key={row.line} className="border-b border-rule">
                    <td className="figures text-fine">{row.day}</td>
                    <td>
                      {[row.kind, row.called, row.memoryGb ? `${row.memoryGb} GB` : '', row.drive]
                        .filter(Boolean)
                        .join(', ')}
                    </td>
                    <td>{row.grade}</td>
                    <td className="figures text-right">
                      <Money minor={row.minor} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {preview.total > preview.rows.length && (
            <p className="text-note text-soft">and {preview.total - preview.rows.length} more</p>
          )}
        </div>
      )}
    </div>
  );
}
