'use client';
import { useState, type FormEvent } from 'react';
import { namedUnit, type DataRecordView, type DriveAt, type DrivePageView } from '@/words/drives/view';
import { TextField } from '../../kit/fields';
import { Button, Heading, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { RecordErasure } from '../../shelf/RecordErasure';

/** What became of the data on a drive: where it stands, and every record of it. */
export function DriveData({ at, drive }: { at: DriveAt; drive: DrivePageView }) {
  const [byHand, setByHand] = useState(false);
  const { id, code, name, serial, medium, accounted, inside } = drive;
  const loose = at.unitId === null;
  const mayRecord = inside && !accounted && at.mayWrite && !at.held && !(loose && at.keeps);
  return (
    <section aria-label="Its data" className="panel">
      <Heading>Its data</Heading>
      <p className={accounted ? 'text-worth' : 'font-semibold'}>
        {!inside
          ? `It is not in ${loose ? 'the bin' : 'this machine'} any more.`
          : accounted
            ? 'Accounted for.'
            : `It ${drive.why}.`}
      </p>
      {drive.records.length > 0 && (
        <ul className="mt-1">
          {drive.records.map((record) => (
            <RecordLine key={record.id} at={at} record={record} />
          ))}
        </ul>
      )}
      {mayRecord && (
        <>
          <Quiet className="mt-2" aria-expanded={byHand} onClick={() => setByHand(!byHand)}>
            It was done by hand, or the drive is new
          </Quiet>
          {byHand && (
            <RecordErasure at={at} drives={[{ id, code, name, serial, medium, recorded: accounted }]} />
          )}
        </>
      )}
    </section>
  );
}

function RecordLine({ at, record }: { at: DriveAt; record: DataRecordView }) {
  const { send, problem, busy } = useCommand();
  const [asking, setAsking] = useState(false);
  const back = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const why = new FormData(event.currentTarget).get('why');
    void send('takeBackErasure', { ...namedUnit(at), erasureId: record.id, why }, at.version);
  };
  return (
    <li className="border-b border-rule py-1.5 text-row">
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
      {record.mayGoBack && at.mayWrite && !at.held && !asking && (
        <Quiet className="ml-2" onClick={() => setAsking(true)}>
          take back
        </Quiet>
      )}
      {asking && (
        <form onSubmit={back} className="mt-1 flex flex-wrap items-end gap-2">
          <TextField label="What was wrong with it" name="why" required autoFocus wrap="w-[240px]" />
          <Button type="submit" disabled={busy}>
            Take it back
          </Button>
          <Button onClick={() => setAsking(false)}>Keep it</Button>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </li>
  );
}
