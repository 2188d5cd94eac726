'use client';
import { useState } from 'react';
import { dayAndTime } from '@/words/time';
import { FileButton, Heading, Problem, Quiet } from '../../kit/parts';
import { useZone } from '../../kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';

interface Props {
  version: number;
  versions: readonly { version: number; byName: string; at: string; shipped: boolean }[];
  mayWrite: boolean;
}

/** Every version the tables have had, the file they can be taken away in, and the way back. */
export function HouseVersions({ version, versions, mayWrite }: Props) {
  const { send, problem, busy } = useCommand();
  const [said, setSaid] = useState('');
  const zone = useZone();
  const take = async (file: File) => {
    setSaid('');
    let tables: unknown;
    try {
      tables = JSON.parse(await file.text());
    } catch {
      setSaid(`Nothing was changed: ${file.name} is not JSON.`);
      return;
    }
    if ((await send('setHouse', { tables, version })).ok)
      setSaid(`The tables are now those of ${file.name}.`);
  };
  return (
    <section aria-label="Versions">
      <Heading>Versions</Heading>
      <p className="text-row text-soft">
        None is ever overwritten. A grade keeps the version it was given by; a sale keeps its figures.
      </p>
      <ul className="mt-1 text-row">
        {versions.map((row) => (
          <li key={row.version} className="flex gap-3 border-b border-rule py-1">
            <b className="figures w-8">{row.version}</b>
            <span className="flex-1">
              {row.byName}, {dayAndTime(row.at, zone)}
              {row.shipped && ', as shipped'}
            </span>
            {row.version === version ? (
              <span className="text-soft">stands</span>
            ) : (
              mayWrite && (
                <Quiet disabled={busy} onClick={() => void send('restoreHouse', { version: row.version })}>
                  bring back
                </Quiet>
              )
            )}
          </li>
        ))}
        <li className="flex gap-3 py-1">
          <b className="figures w-8">0</b>
          <span className="flex-1">as shipped</span>
          {version === 0 ? (
            <span className="text-soft">stands</span>
          ) : (
            mayWrite && (
              <Quiet disabled={busy} onClick={() => void send('restoreHouse', { version: 0 })}>
                bring back
              </Quiet>
            )
          )}
        </li>
      </ul>
      <p className="mt-2 flex flex-wrap items-center gap-4 text-row">
        <a href="/api/rules/house" download className="border-b border-current">
          Export as JSON
        </a>
        {mayWrite && (
          <FileButton accept=".json,application/json" onFile={(file) => void take(file)}>
            Import from a file
          </FileButton>
        )}
      </p>
      {said && (
        <p role="status" className="text-row">
          {said}
        </p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
