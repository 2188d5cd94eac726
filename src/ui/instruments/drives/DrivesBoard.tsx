'use client';
import { useState, type FormEvent } from 'react';
import { MEDIUM_WORDS } from '@/words/erasure';
import {
  TRUST_WORDS,
  VERDICT_NAMES,
  type DataRecordView,
  type DrivePageView,
  type SpareView,
} from '@/words/driveView';
import type { UnitHead } from '@/words/unitView';
import { TextField } from '../../kit/fields';
import { Button, Empty, Heading, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '../../kit/useCommand';
import { CopyPanel } from './CopyPanel';
import { ErasePanel } from './ErasePanel';

interface Props {
  unit: UnitHead;
  drives: DrivePageView[];
  spares: SpareView[];
  firmware: string | null;
  driveMbs: number | null;
  /** It belongs to somebody else: where each has been is shown. */
  theirs: boolean;
}

/** Drives of a machine: what each says of itself, what became of its data, how it is erased, copied and handed back. */
export function DrivesBoard({ unit, drives, spares, firmware, driveMbs, theirs }: Props) {
  const [picked, setPicked] = useState(drives.find(({ inside }) => inside)?.id ?? drives[0]?.id ?? null);
  const drive = drives.find(({ id }) => id === picked) ?? drives[0];
  if (!drive)
    return (
      <section className="bg-paper px-5 py-4">
        <Empty>
          No drive is on its record. Let the machine report, or record the drive on the Shelf side.
        </Empty>
      </section>
    );
  return (
    <div className="grid gap-[18px] lg:grid-cols-[minmax(0,0.9fr)_minmax(0,1.1fr)] lg:items-start">
      <div className="flex flex-col gap-[18px]">
        {drives.length > 1 && (
          <div className="flex flex-wrap gap-1.5" role="group" aria-label="Which drive">
            {drives.map((own) => (
              <button
                key={own.id}
                type="button"
                aria-pressed={own === drive}
                onClick={() => setPicked(own.id)}
                className={`min-h-11 border-[1.5px] border-ink px-3 text-[14px] ${own === drive ? 'bg-ink text-paper' : 'bg-paper'}`}
              >
                <b className="figures text-[13px]">{own.code}</b> {own.name}
                {!own.inside && ' (gone)'}
              </button>
            ))}
          </div>
        )}
        <Health drive={drive} />
        <section aria-label="Its data" className="bg-paper px-5 py-4">
          <Heading>Its data</Heading>
          <p className={drive.accounted ? 'text-worth' : 'font-semibold'}>
            {!drive.inside
              ? 'It is not in this machine any more.'
              : drive.accounted
                ? 'Accounted for.'
                : `It ${drive.why}.`}
          </p>
          {drive.records.length > 0 && (
            <ul className="mt-1">
              {drive.records.map((record) => (
                <RecordLine key={record.id} unit={unit} record={record} />
              ))}
            </ul>
          )}
        </section>
        {theirs && (
          <section aria-label="Where it has been" className="bg-paper px-5 py-4 text-[14px]">
            <Heading>Where it has been</Heading>
            <ol>
              {drive.custody.map((line) => (
                <li key={line} className="border-b border-rule py-1">
                  {line}
                </li>
              ))}
            </ol>
          </section>
        )}
      </div>
      <div className="flex flex-col gap-[18px]">
        {drive.inside && <ErasePanel key={drive.id} unit={unit} drive={drive} />}
        {drive.inside && (
          <CopyPanel
            key={`copy ${drive.id}`}
            drive={drive}
            spares={spares}
            firmware={firmware}
            mbs={driveMbs}
            keeps={unit.keeps}
          />
        )}
      </div>
    </div>
  );
}

function Health({ drive }: { drive: DrivePageView }) {
  const facts = [
    drive.medium ? MEDIUM_WORDS[drive.medium] : 'what kind of drive it is, nobody has said',
    drive.gb ? `${drive.gb} GB` : '',
    drive.usedGb ? `${drive.usedGb} GB used` : '',
    drive.wear === null ? '' : `${Math.round(drive.wear * 100)} % of its life used`,
  ].filter(Boolean);
  return (
    <section aria-label="What it says of itself" className="bg-paper px-5 py-4">
      <p className="figures text-[13px]">
        {drive.code} {drive.serial && <span className="text-soft">{drive.serial}</span>}
      </p>
      <h2 className="text-[22px] leading-7 font-bold">{drive.name}</h2>
      <p className="text-[14.5px] text-soft">{facts.join(', ')}</p>
      <p className="mt-2 text-[19px] font-bold">
        {drive.verdict ? `Health: ${VERDICT_NAMES[drive.verdict]}` : 'Its health has not been read'}
      </p>
      <p className="text-[13.5px] text-soft">{drive.read}</p>
      {drive.deciding.length > 0 && (
        <table className="mt-1 w-full border-collapse text-[14px]">
          <caption className="sr-only">What decided</caption>
          <tbody>
            {drive.deciding.map((row) => (
              <tr key={row.what} className="border-b border-rule">
                <th scope="row" className="py-1 pr-2 text-left font-normal">
                  {row.what}
                </th>
                <td className={row.says === 'failing' ? 'font-bold' : ''}>
                  {row.says === 'failing' ? 'failing' : 'watch'}
                </td>
                <td className="pl-2 text-right text-soft">{TRUST_WORDS[row.trust]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {drive.cable && (
        <p className="mt-1 text-[14px]">
          Errors on its lead or port are on record; they never go away. A rising count means the lead.
        </p>
      )}
      {drive.notJudged.map((row) => (
        <p key={row.what} className="mt-1 text-[13.5px] text-soft">
          Not judged: {row.what} ({row.why}).
        </p>
      ))}
    </section>
  );
}

function RecordLine({ unit, record }: { unit: UnitHead; record: DataRecordView }) {
  const { send, problem, busy } = useCommand();
  const [asking, setAsking] = useState(false);
  const back = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const why = new FormData(event.currentTarget).get('why');
    void send('takeBackErasure', { unitId: unit.id, erasureId: record.id, why }, unit.version);
  };
  return (
    <li className="border-b border-rule py-1.5 text-[14px]">
      <span className={record.back ? 'line-through' : ''}>{record.words}</span>{' '}
      <span className="text-soft">{record.when}</span>
      {record.back && <b> taken back</b>}
      {record.number !== null && !record.back && (
        <a
          className="ml-2 border-b border-current whitespace-nowrap"
          href={`/api/erasures/${record.id}/certificate`}
          target="_blank"
          rel="noreferrer"
        >
          Certificate {record.number}
        </a>
      )}
      {record.mayGoBack && unit.mayWrite && !unit.held && !asking && (
        <Quiet className="ml-2" onClick={() => setAsking(true)}>
          was not so
        </Quiet>
      )}
      {asking && (
        <form onSubmit={back} className="mt-1 flex flex-wrap items-end gap-2">
          <TextField label="Why it was not so" name="why" required autoFocus wrap="w-[240px]" />
          <Button type="submit" disabled={busy}>
            Take it back
          </Button>
          <Button onClick={() => setAsking(false)}>It was so</Button>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </li>
  );
}
