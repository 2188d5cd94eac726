'use client';
import { useState } from 'react';
import { JobProgress } from '../kit/JobProgress';
import { Button, Problem } from '../kit/parts';
import { useJob } from '../live/useJob';
import { MANIFEST_COLUMNS, SheetReading } from '../sheet/SheetReading';
import { RowsToCome } from './RowsToCome';
import { useManifest } from './useManifest';

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
  const { job, look: lookAtJob } = useJob('import', lotId);
  const { of, done, choose, take, send, problem, busy } = useManifest(lotId, code, () => void lookAtJob());
  const { sheet } = of;
  const [whole, setWhole] = useState(false);
  const file = sheet.at === 'none' ? null : sheet.file;
  const preview = sheet.at === 'seen' ? sheet.preview : null;
  const fault = sheet.at === 'chosen' ? sheet.fault : '';
  const fresh = preview ? preview.total - preview.already : 0;
  return (
    <section aria-label="Manifest" className="panel">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-read">Manifest</h2>
        {mayWrite && (
          <label className="inline-flex min-h-11 cursor-pointer items-center border-2 border-ink px-3 text-row font-semibold focus-within:outline-3 focus-within:outline-matdeep hover:bg-track">
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
          <p role="status" className="text-row">
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
            <p className="text-row">
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
          <SheetReading of={of} fields={MANIFEST_COLUMNS} />
          <div className="mt-3 flex flex-wrap items-center gap-3">
            <Button tone="strong" disabled={busy || fresh === 0} onClick={() => void take(whole)}>
              {busy ? 'Taking in …' : `Take in ${fresh} ${fresh === 1 ? 'unit' : 'units'}`}
            </Button>
            {preview.total > preview.mostAtOnce && (
              <label className="flex min-h-11 items-center gap-2 text-row">
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
              <span className="text-row text-soft">
                {preview.already} are in already and stay as they are.
              </span>
            )}
          </div>
          <RowsToCome preview={preview} />
        </>
      )}
    </section>
  );
}
