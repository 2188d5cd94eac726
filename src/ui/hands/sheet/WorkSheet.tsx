'use client';
import { useState, type FormEvent } from 'react';
import { ENDINGS, type Ending } from '@/core/catalogue';
import type { PhotoRole } from '@/core/record/photos';
import { ENDING_WORDS } from '@/words/names';
import { many } from '@/words/plain';
import { AreaField, ChoiceField, TextField } from '../../kit/fields';
import { Button, Problem, Quiet } from '../../kit/parts';
import { useMoney } from '../../kit/theShop';
import type { CommandProblem } from '../../kit/hooks/useCommand';
import type { ExchangeInput } from '../../parts/Exchange';
import { PhotoAdd } from '../PhotoAdd';
import { PartRows, emptyRow, rowsAsInput, type PartRow } from './PartRows';

/** How a piece of work ended, all of it, as the commands take it. */
export interface WorkEnd {
  ended?: Ending;
  failed?: true;
  title?: string;
  note?: string;
  parts?: ExchangeInput;
}
/** Photographs taken of it, sent once the work is on record. */
export interface Taken {
  files: readonly File[];
  role: PhotoRole | '';
}

const MOST_PHOTOS = 8;

interface Props {
  tag: string;
  /** What it is called in the tables. */
  name: string;
  repair: boolean;
  /** It has no name but the one it is given here. */
  nameless: boolean;
  /** Class of the part it takes, where it takes one. */
  takes: string | null;
  problem: CommandProblem | null;
  busy: boolean;
  onDone: (end: WorkEnd, taken: Taken) => void;
  onCancel: () => void;
}

/** The one end of any work: how it came out, what went in and out, in which state, and in one's own words. */
export function WorkSheet({ tag, name, repair, nameless, takes, problem, busy, onDone, onCancel }: Props) {
  const money = useMoney();
  const [ended, setEnded] = useState<string>(repair ? 'helped' : 'done');
  const [title, setTitle] = useState('');
  const [note, setNote] = useState('');
  const [rows, setRows] = useState<PartRow[]>(takes ? [emptyRow('out', takes), emptyRow('in', takes)] : []);
  const [files, setFiles] = useState<readonly File[]>([]);
  const [role, setRole] = useState<PhotoRole | ''>('after');
  const [fault, setFault] = useState('');
  const send = (event: FormEvent) => {
    event.preventDefault();
    try {
      const parts = rowsAsInput(rows, (text) => money.parse(text));
      setFault('');
      onDone(
        {
          ...(repair && { ended: ended as Ending }),
          ...(!repair && ended === 'failed' && { failed: true as const }),
          ...(title.trim() && { title: title.trim() }),
          ...(note.trim() && { note: note.trim() }),
          ...(parts && { parts }),
        },
        { files, role },
      );
    } catch (error) {
      setFault((error as Error).message);
    }
  };
  return (
    <section aria-label="How it ended" className="headpanel">
      <h2 className="text-title">{name}</h2>
      <form onSubmit={send} className="mt-2 grid gap-3">
        {nameless && (
          <TextField
            label="What was done"
            value={title}
            maxLength={80}
            onChange={(event) => setTitle(event.target.value)}
          />
        )}
        <ChoiceField label="It ended" value={ended} onChange={(event) => setEnded(event.target.value)}>
          {repair ? (
            ENDINGS.map((each) => (
              <option key={each} value={each}>
                {ENDING_WORDS[each]}
              </option>
            ))
          ) : (
            <>
              <option value="done">done</option>
              <option value="failed">tried, and it came to nothing</option>
            </>
          )}
        </ChoiceField>
        <PartRows tag={tag} rows={rows} setRows={setRows} />
        <AreaField
          label="In your own words"
          rows={2}
          value={note}
          maxLength={400}
          onChange={(event) => setNote(event.target.value)}
        />
        <div className="flex flex-wrap items-center gap-3" role="group" aria-label="Photographs of it">
          <PhotoAdd
            role={role}
            onRole={setRole}
            left={0}
            onFiles={(more) => setFiles([...files, ...more].slice(0, MOST_PHOTOS))}
          />
          {files.length > 0 && (
            <span className="text-note text-soft">
              {many(files.length, 'photograph', 'photographs')} to go with it{' '}
              <Quiet onClick={() => setFiles([])}>none of them</Quiet>
            </span>
          )}
        </div>
        <p className="flex flex-wrap items-center gap-4">
          <Button type="submit" tone="strong" disabled={busy}>
            Put it on record
          </Button>
          <Quiet onClick={onCancel}>back</Quiet>
        </p>
      </form>
      {(fault || problem) && <Problem>{fault || problem!.message}</Problem>}
    </section>
  );
}
