'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { JobProgress } from '../../kit/JobProgress';
import { Button, Heading, Problem, Quiet } from '../../kit/parts';
import { outcomeOf, post, useCommand } from '../../kit/hooks/useCommand';
import { useJob } from '../../live/useJob';

interface FileView {
  name: string;
  megabytes: number;
  at: string;
  /** It was brought from elsewhere. */
  taken: boolean;
}

/** A file is sent in pieces of so many bytes. */
const PIECE = 8_000_000;

/** Everything of the shop written into one file, and an empty shop filled from one. */
export function Archive({ files }: { files: FileView[] }) {
  const { send, problem, busy } = useCommand();
  const router = useRouter();
  const out = useJob('archive');
  const into = useJob<{ rows: number; pictures: number }>('taking in');
  const [sent, setSent] = useState<{ name: string; share: number } | null>(null);
  const [fault, setFault] = useState('');
  const choose = useRef<HTMLInputElement>(null);
  const running = [out, into].find(({ job }) => job?.status === 'running');
  const idle = busy || running !== undefined || sent !== null;

  /** Piece by piece: one that breaks off is named, and nothing of it is taken for whole. */
  async function bring(file: File) {
    setFault('');
    const begun = await post<{ file: string }>('/api/archive', {});
    if (!begun.ok) return setFault(begun.problem.message);
    const name = begun.answer.file;
    for (let from = 0; from < file.size; from += PIECE) {
      setSent({ name: file.name, share: from / file.size });
      const last = from + PIECE >= file.size;
      const outcome = await fetch(`/api/archive/${name}?from=${from}${last ? '&last=1' : ''}`, {
        method: 'POST',
        body: file.slice(from, from + PIECE),
      }).then(
        (response) => outcomeOf<{ here: number }>(response),
        () => null,
      );
      if (!outcome?.ok) {
        setSent(null);
        return setFault(
          outcome?.problem.message ?? `It broke off after ${Math.round(from / 1e6)} MB. Send it again.`,
        );
      }
    }
    setSent(null);
    router.refresh();
  }

  return (
    <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-gutter lg:grid-cols-2">
      <section aria-label="Export the shop">
        <Heading>Export</Heading>
        <p className="text-row text-soft">
          Machines, parts, work, history, rules, notebooks and photographs as they are now, in one file other
          programs can read: one folder per table, one line per row. Passwords and access links are left out.
          Work at the benches can go on.
        </p>
        {out.job && <JobProgress job={out.job} what="rows and pictures" />}
        <p className="mt-2">
          {out.job?.status === 'running' ? (
            <Button
              disabled={busy}
              onClick={() => void send('cancelJob', { job: out.job!.id }).then(out.look)}
            >
              Stop it
            </Button>
          ) : (
            <Button disabled={idle} onClick={() => void send('startArchive', {}).then(out.look)}>
              Write an archive
            </Button>
          )}
        </p>
        {files.length > 0 && (
          <table className="mt-3 w-full text-row">
            <thead>
              <tr className="text-left text-note text-soft">
                <th scope="col">Archive</th>
                <th scope="col">Made</th>
                <th scope="col" className="text-right">
                  MB
                </th>
                <th scope="col">
                  <span className="sr-only">What can be done with it</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {files.map(({ name, megabytes, at, taken }) => (
                <tr key={name} className="border-t border-rule">
                  <th scope="row" className="py-1.5 text-left font-normal">
                    <a href={`/api/archive/${name}`} download className="figures border-b border-current">
                      {name}
                    </a>
                    {taken && <span className="text-soft">, uploaded</span>}
                  </th>
                  <td className="figures">{at}</td>
                  <td className="figures text-right">{megabytes}</td>
                  <td className="text-right">
                    <Quiet
                      disabled={idle}
                      aria-label={`Import ${name}`}
                      onClick={() => void send('startTakingIn', { file: name }).then(into.look)}
                    >
                      import
                    </Quiet>{' '}
                    <Quiet
                      disabled={idle}
                      aria-label={`Delete ${name}`}
                      onClick={() => void send('dropArchive', { file: name })}
                    >
                      delete
                    </Quiet>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <section aria-label="Import a shop">
        <Heading>Import</Heading>
        <p className="text-row text-soft">
          Only an empty shop can import one, so nothing done here is ever overwritten. All or nothing:
          checksums, counts and history are checked first. You stay signed in as an owner; set everybody
          else’s password under <i>Rates and people</i>.
        </p>
        {into.job && <JobProgress job={into.job} what="rows and pictures" />}
        {sent && (
          <p role="status" className="mt-2 text-row">
            {sent.name}: {Math.round(sent.share * 100)} % uploaded.
          </p>
        )}
        <p className="mt-2">
          <input
            ref={choose}
            type="file"
            accept=".gz,application/gzip"
            aria-label="An archive to upload"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              event.target.value = '';
              if (file) void bring(file);
            }}
          />
          <Button disabled={idle} onClick={() => choose.current?.click()}>
            Upload an archive
          </Button>
        </p>
        {(fault || problem) && <Problem>{fault || problem!.message}</Problem>}
      </section>
    </div>
  );
}
