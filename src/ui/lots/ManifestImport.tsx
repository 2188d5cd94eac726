'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { JobProgress } from '../kit/JobProgress';
import { Button, Problem, Quiet } from '../kit/parts';
import { outcomeOf, useCommand } from '../kit/hooks/useCommand';
import { ENCODINGS, encodingOf, textOf, type Encoding } from '@/core/text/encoding';
import { useJob } from '../live/useJob';
import { Pick } from './ManifestColumns';
import { Mend } from './ManifestMend';

interface Preview {
  header: string[];
  columns: Record<string, number>;
  rows: {
    line: number;
    chassis: string;
    maker: string;
    model: string;
    serial: string;
    processor: string;
    memoryGb: number | null;
    driveKind: string | null;
    condition: string;
    already: boolean;
  }[];
  total: number;
  already: number;
  delimiter: string;
  decimal: '.' | ',' | null;
  /** The columns are those of the last file with this heading. */
  remembered: boolean;
  /** More rows than this are taken in by a worker. */
  mostAtOnce: number;
  bad: { line: number; reason: string; text: string; cells?: string[] }[];
}

/** How the file is written, as far as somebody has said; and lines mended here. */
interface Reading {
  delimiter?: string;
  decimal?: '.' | ',';
  mends?: Record<number, string[]>;
}

const MARKS = [
  [',', 'comma'],
  [';', 'semicolon'],
  ['\t', 'tab'],
  ['|', 'bar'],
] as const;

const FIELDS: [string, string][] = [
  ['chassis', 'Kind of machine'],
  ['maker', 'Maker'],
  ['model', 'Model'],
  ['serial', 'Serial'],
  ['processor', 'Processor'],
  ['memoryGb', 'Memory'],
  ['driveGb', 'Drive size'],
  ['driveKind', 'Kind of drive'],
  ['condition', 'What is said of it'],
];

/** A manifest: choose the file, say what each column is, look at every row, then take the good ones in. */
export function ManifestImport({
  lotId,
  code,
  mayWrite,
}: {
  lotId: string;
  code: string;
  mayWrite: boolean;
}) {
  const router = useRouter();
  const { send, problem, busy } = useCommand();
  const [file, setFile] = useState<{
    name: string;
    bytes: Uint8Array;
    encoding: Encoding;
    text: string;
  } | null>(null);
  const [reading, setReading] = useState<Reading>({});
  const [mending, setMending] = useState<number | null>(null);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [fault, setFault] = useState('');
  const [whole, setWhole] = useState(false);
  const { job, look: lookAtJob } = useJob('import', lotId);
  const [done, setDone] = useState<{ added: string[]; already: number; bad: number } | null>(null);

  async function look(text: string, columns?: Record<string, number>, how: Reading = reading) {
    setFault('');
    try {
      const response = await fetch(`/api/lots/${code}/preview`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ text, columns, reading: how }),
      });
      if (response.ok) return setPreview((await response.json()) as Preview);
      const refused = await outcomeOf(response);
      if (!refused.ok) setFault(refused.problem.message);
    } catch {
      setFault('The shop’s computer does not answer. Nothing was read in.');
    }
    setPreview(null);
  }
  async function choose(chosen: File | undefined) {
    if (!chosen) return;
    setDone(null);
    const bytes = new Uint8Array(await chosen.arrayBuffer());
    const encoding = await encodingOf(bytes, async (sample) => {
      // the detector is fetched for the file that wants it
      const { default: chardet } = await import('chardet');
      return chardet.analyse(sample).map(({ name }) => name);
    });
    const text = textOf(bytes, encoding);
    setFile({ name: chosen.name, bytes, encoding, text });
    setReading({});
    setMending(null);
    await look(text, undefined, {});
  }
  const read = (change: Reading) => {
    const how = { ...reading, ...change };
    setReading(how);
    void look(file!.text, change.delimiter ? undefined : preview?.columns, how);
  };
  const decode = (encoding: Encoding) => {
    const text = textOf(file!.bytes, encoding);
    setFile({ ...file!, encoding, text });
    void look(text);
  };
  const mend = (line: number, cells: string[]) => {
    setMending(null);
    read({ mends: { ...reading.mends, [line]: cells } });
  };
  async function take() {
    if (!file || !preview) return;
    // what is taken in is what stood in the preview
    const said = { ...reading, ...(preview.decimal && { decimal: preview.decimal }) };
    if (preview.total > preview.mostAtOnce) {
      const begun = await send('startImport', {
        lotId,
        text: file.text,
        columns: preview.columns,
        reading: said,
        whole,
      });
      if (!begun.ok) return;
      setPreview(null);
      setFile(null);
      return lookAtJob();
    }
    const outcome = await send<{ added: string[]; already: number; bad: number }>('importManifest', {
      lotId,
      text: file.text,
      columns: preview.columns,
      reading: said,
    });
    if (!outcome.ok) return;
    setDone(outcome.answer);
    setPreview(null);
    setFile(null);
    router.refresh();
  }
  const remap = (field: string, value: string) => {
    const columns = { ...preview!.columns };
    if (value === '') delete columns[field];
    else columns[field] = Number(value);
    void look(file!.text, columns);
  };
  const fresh = preview ? preview.total - preview.already : 0;
  return (
    <section aria-label="Manifest" className="bg-paper px-5 py-4">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-[15px]">Manifest</h2>
        {mayWrite && (
          <label className="inline-flex min-h-11 cursor-pointer items-center border-2 border-ink px-3 text-[14px] font-semibold focus-within:outline-3 focus-within:outline-matdeep hover:bg-track">
            {file ? file.name : 'Choose a CSV file'}
            <input
              type="file"
              accept=".csv,text/csv,text/plain"
              aria-label="Manifest file"
              className="sr-only"
              onChange={(event) => {
                void choose(event.target.files?.[0]);
                event.target.value = '';
              }}
            />
          </label>
        )}
        {done && (
          <p role="status" className="text-[14.5px]">
            <b>{done.added.length} units came in</b>
            {done.added.length > 0 && `, ${done.added[0]} to ${done.added[done.added.length - 1]}`}.{' '}
            {done.already > 0 && `${done.already} were in already. `}
            {done.bad > 0 && `${done.bad} bad rows stayed out.`}
          </p>
        )}
      </div>
      {job && (job.status === 'running' || file === null) && !done && (
        <div className="flex flex-wrap items-end gap-4">
          <JobProgress job={job} what="rows" />
          {job.status === 'running' && mayWrite && (
            <Button disabled={busy} onClick={() => void send('cancelJob', { job: job.id }).then(lookAtJob)}>
              Stop it
            </Button>
          )}
          {job.status === 'done' && job.result && (
            <p className="text-[14.5px]">
              <b>{job.result.added} units came in.</b>{' '}
              {job.result.already > 0 && `${job.result.already} were in already. `}
              {job.result.bad > 0 &&
                `${job.result.bad} bad ${job.result.bad === 1 ? 'row' : 'rows'} stayed out.`}
            </p>
          )}
        </div>
      )}
      {fault && <Problem>{fault}</Problem>}
      {problem && <Problem>{problem.message}</Problem>}
      {preview && (
        <>
          <fieldset className="mt-3 border-t border-rule pt-2">
            <legend className="text-[13px] text-soft">How the file is written</legend>
            <div className="flex flex-wrap gap-x-4 gap-y-2">
              <Pick
                words="Letters"
                value={file?.encoding ?? ''}
                choices={ENCODINGS}
                onPick={(value) => decode(value as Encoding)}
              />
              <Pick
                words="Between cells"
                value={preview.delimiter}
                choices={MARKS}
                onPick={(value) => read({ delimiter: value })}
              />
              <Pick
                words="Before decimals"
                value={preview.decimal ?? ''}
                choices={[
                  ...(preview.decimal ? [] : ([['', 'say which']] as const)),
                  ['.', 'point: 1.5 TB'],
                  [',', 'comma: 1,5 TB'],
                ]}
                onPick={(value) => value && read({ decimal: value as '.' | ',' })}
              />
            </div>
          </fieldset>
          <fieldset className="mt-3 border-t border-rule pt-2">
            <legend className="text-[13px] text-soft">
              Which column is what{preview.remembered && ', as the last time with this heading'}
            </legend>
            <div className="flex flex-wrap gap-x-4 gap-y-2">
              {FIELDS.map(([field, words]) => (
                <label key={field} className="flex flex-col text-[13px]">
                  {words}
                  <select
                    value={preview.columns[field] ?? ''}
                    onChange={(event) => remap(field, event.target.value)}
                    className="min-h-9 border-2 border-ink bg-sheet px-1 text-[14px]"
                  >
                    <option value="">not in it</option>
                    {preview.header.map((name, i) => (
                      <option key={i} value={i}>
                        {name || `column ${i + 1}`}
                      </option>
                    ))}
                  </select>
                </label>
              ))}
            </div>
          </fieldset>
          {preview.bad.length > 0 && (
            <div className="mt-3">
              <h3 className="text-[14px]">
                {preview.bad.length} {preview.bad.length === 1 ? 'row stays' : 'rows stay'} out
              </h3>
              <table className="w-full border-collapse text-[13.5px]">
                <caption className="sr-only">Bad rows</caption>
                <tbody>
                  {preview.bad.slice(0, 50).map((row) => (
                    <tr key={`${row.line}${row.reason}`} className="border-b border-rule align-top">
                      <th scope="row" className="figures w-16 py-0.5 text-left text-[12.5px] font-semibold">
                        line {row.line}
                      </th>
                      {mending === row.line && row.cells ? (
                        <td colSpan={3}>
                          <Mend
                            header={preview.header}
                            cells={row.cells}
                            onMend={(cells) => mend(row.line, cells)}
                            onLeave={() => setMending(null)}
                          />
                        </td>
                      ) : (
                        <>
                          <td className="w-[45%]">{row.reason}</td>
                          <td className="max-w-0 truncate text-soft">{row.text}</td>
                          <td className="w-16 text-right">
                            {row.cells && (
                              <Quiet className="text-[13px]!" onClick={() => setMending(row.line)}>
                                mend
                              </Quiet>
                            )}
                          </td>
                        </>
                      )}
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <Button tone="strong" disabled={busy || fresh === 0} onClick={() => void take()}>
              {busy ? 'Taking in …' : `Take in ${fresh} ${fresh === 1 ? 'unit' : 'units'}`}
            </Button>
            {preview.total > preview.mostAtOnce && (
              <label className="flex min-h-11 items-center gap-2 text-[14px]">
                <input
                  type="checkbox"
                  checked={whole}
                  onChange={(event) => setWhole(event.target.checked)}
                  className="size-5 accent-ink"
                />
                all or nothing
              </label>
            )}
            {preview.already > 0 && (
              <span className="text-[14px] text-soft">
                {preview.already} are in already and stay as they are.
              </span>
            )}
          </div>
          <div
            className="mt-2 max-h-[300px] overflow-auto"
            tabIndex={0}
            role="region"
            aria-label="Rows to take in"
          >
            <table className="w-full border-collapse text-[13.5px]">
              <thead>
                <tr className="border-b border-rule text-left text-[12.5px] text-soft">
                  <th className="font-normal">Line</th>
                  <th className="font-normal">Kind</th>
                  <th className="font-normal">Machine</th>
                  <th className="font-normal">Serial</th>
                  <th className="font-normal">Processor</th>
                  <th className="text-right font-normal">Memory</th>
                  <th className="pl-3 font-normal">Drive</th>
                  <th className="font-normal">Said</th>
                </tr>
              </thead>
              <tbody>
                {preview.rows.map((row) => (
                  <tr key={row.line} className={`border-b border-rule ${row.already ? 'text-soft' : ''}`}>
                    <td className="figures text-[12.5px]">{row.line}</td>
                    <td>{row.chassis}</td>
                    <td>
                      {row.maker} {row.model}
                    </td>
                    <td className="figures text-[12.5px]">{row.serial}</td>
                    <td>{row.processor}</td>
                    <td className="figures text-right text-[12.5px]">
                      {row.memoryGb === null ? '' : `${row.memoryGb} GB`}
                    </td>
                    <td className="pl-3">{row.driveKind ?? ''}</td>
                    <td>{row.already ? 'in already' : row.condition}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            {preview.total > preview.rows.length && (
              <p className="text-[13px] text-soft">and {preview.total - preview.rows.length} more</p>
            )}
          </div>
        </>
      )}
    </section>
  );
}
