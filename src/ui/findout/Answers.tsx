import { useState, type FormEvent } from 'react';
import { evidenceWords } from '@/words/record/evidence';
import type { AnswerView } from '@/words/unit/view';
import { Button, FileButton, Problem, Quiet } from '../kit/parts';
import { usePhotoUpload } from '../kit/hooks/usePhotoUpload';

interface Props {
  tag: string;
  answers: AnswerView[];
  disabled: boolean;
  onVoid: (id: number) => void;
  onAgain: (finding: string) => void;
  onNote: (id: number, note: string) => Promise<boolean>;
}

/** What moved belief: every answer, newest first, what it spoke for and against, and a way to take it back. */
export function Answers({ tag, answers, disabled, onVoid, onAgain, onNote }: Props) {
  const [noting, setNoting] = useState<number | null>(null);
  const standing = answers.filter((answer) => !answer.voided);
  if (standing.length === 0)
    return (
      <p className="border-t-[1.5px] border-ink pt-2 text-row text-soft">
        Nothing seen yet: this is what such machines from such lots usually have.
      </p>
    );
  return (
    <div
      className={`${noting === null ? 'min-h-[92px]' : 'min-h-[128px]'} flex-1 overflow-hidden border-t-[1.5px] border-ink pt-2 text-row lg:basis-0`}
    >
      <h2 className="sr-only">What moved it</h2>
      <ol
        tabIndex={0}
        aria-label="Answers, newest first"
        className="h-full overflow-x-hidden overflow-y-auto"
      >
        {standing.map((answer, i) => (
          <li key={answer.id} className={`group relative pb-1.5 ${i ? 'text-note' : ''}`}>
            <span className={i === 0 ? 'font-semibold' : ''}>
              {answer.what} <b>{answer.answer}.</b>
            </span>{' '}
            {answer.note && <span>“{answer.note}” </span>}
            {answer.photos.map((photo, n) => (
              <a key={photo} href={`/api/photos/${photo}`} className="mr-1.5 border-b border-current">
                photograph{answer.photos.length > 1 ? ` ${n + 1}` : ''}
              </a>
            ))}
            <span className="text-soft">{evidenceWords(answer.moved.slice(0, i ? 2 : 3))}</span>{' '}
            {!disabled && answer.id >= 0 && (
              <span className="flex flex-wrap gap-x-2.5">
                {answer.finding && (
                  <Small says={`Look again: ${answer.what}`} onClick={() => onAgain(answer.finding!)}>
                    look again
                  </Small>
                )}
                <Small
                  says={`Note to: ${answer.what}`}
                  onClick={() => setNoting(noting === answer.id ? null : answer.id)}
                >
                  note
                </Small>
                <Small says={`Take back: ${answer.what} ${answer.answer}`} onClick={() => onVoid(answer.id)}>
                  take back
                </Small>
              </span>
            )}
            {!disabled && noting === answer.id && (
              <NoteForm
                tag={tag}
                answer={answer}
                onNote={async (note) => {
                  if (await onNote(answer.id, note)) setNoting(null);
                }}
              />
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

function Small({ says, onClick, children }: { says: string; onClick: () => void; children: string }) {
  return (
    <Quiet
      aria-label={says}
      onClick={onClick}
      className="min-h-0! border-0! underline decoration-dotted text-fine! text-soft"
    >
      {children}
    </Quiet>
  );
}

/** Words, a figure or a photograph to an answer. */
function NoteForm({
  tag,
  answer,
  onNote,
}: {
  tag: string;
  answer: AnswerView;
  onNote: (note: string) => Promise<void>;
}) {
  const [note, setNote] = useState(answer.note ?? '');
  const { upload, problem, left } = usePhotoUpload(tag);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    void onNote(note);
  };
  return (
    <form onSubmit={keep} className="my-1 flex flex-wrap items-center gap-2">
      <input
        aria-label={`Words or a figure: ${answer.what}`}
        value={note}
        autoFocus
        maxLength={200}
        placeholder="5.02 V, or words"
        onChange={(event) => setNote(event.target.value)}
        className="h-9 min-w-0 flex-1 border-2 border-ink bg-sheet px-2 text-row"
      />
      <Button type="submit" className="min-h-9! px-2!">
        Note it
      </Button>
      <FileButton accept="image/*" onFile={(file) => void upload([file], answer.id)}>
        {left ? 'Sending …' : 'Photograph'}
      </FileButton>
      {problem && <Problem>{problem}</Problem>}
    </form>
  );
}
