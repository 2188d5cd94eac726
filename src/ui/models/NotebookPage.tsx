'use client';
import { useState, type FormEvent } from 'react';
import { MODEL_NOTE_KINDS, type ModelNoteKind } from '@/core/models/notebook';
import type { Notebook } from '@/words/unit/model';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../kit/fields';
import { Link } from '../kit/Link';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { UNDER_WORDS } from '@/words/hands/mat';
import { attended, percent } from '../kit/words';

interface Props {
  unit: UnitHead;
  maker: string;
  model: string;
  book: Omit<Notebook, 'facts'> & { facts: { name: string; value: string }[] };
  looks: readonly { id: string; ask: string }[];
}

const KIND_WORDS: Record<ModelNoteKind, { title: string; none: string }> = {
  opens: { title: 'How it opens', none: 'which side first, what is hidden under feet or labels' },
  construction: { title: 'Built', none: 'screwed, riveted or glued' },
  'weak spot': {
    title: 'Weak spots',
    none: 'what to look at first; a question makes the first look begin with it',
  },
  limit: { title: 'Limits', none: 'official, and what was proven to work' },
  charger: { title: 'Charger', none: 'volts, amperes, plug and polarity' },
  quirk: { title: 'Quirks', none: 'what is no fault, and looks like one' },
};

const PROVEN_WORDS: Record<Notebook['proven'][number]['what'], string> = {
  memory: 'Memory in all',
  module: 'Largest module',
  drive: 'Largest drive',
  bus: 'Drive by',
  processor: 'Processor',
};
const proven = (value: number | string) => (typeof value === 'number' ? `${value} GB` : value);

/** What the shop has learnt of a model: written down, and read from the records of its machines. */
export function NotebookPage({ unit, maker, model, book, looks }: Props) {
  const { send, problem, busy } = useCommand();
  const [kind, setKind] = useState<ModelNoteKind>('opens');
  const disabled = busy || !unit.mayWrite;
  const write = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const target = event.currentTarget;
    const form = new FormData(target);
    const sent = await send('noteModel', {
      maker,
      model,
      board: String(form.get('board') ?? ''),
      kind,
      text: String(form.get('text')),
      finding: kind === 'weak spot' ? String(form.get('finding') ?? '') : '',
    });
    if (sent.ok) target.reset();
  };
  if (!model.trim())
    return (
      <section className="bg-paper px-5 py-4 text-read">
        Nobody has said which model this is. Read it off (side Machine), and what the shop knows of it stands
        here.
      </section>
    );
  const machines = (count: number) => `${count} ${count === 1 ? 'machine' : 'machines'}`;
  const layers = [...new Set(book.template.items.map(({ layer }) => layer))].sort((a, b) => a - b);
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_360px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-gutter">
        <section aria-label="Notebook" className="panel">
          <Heading className="text-title!">
            {maker} {model}
          </Heading>
          <p className="text-row text-soft">
            {book.seen === 0
              ? 'This is the first of its model here.'
              : `${machines(book.seen)} of it besides this one, ${book.closed} done with.`}
          </p>
          {MODEL_NOTE_KINDS.map((each) => {
            const notes = book.notes.filter((note) => note.kind === each);
            return (
              <div key={each} className="border-b border-rule py-2">
                <h3 className="text-row font-semibold">{KIND_WORDS[each].title}</h3>
                {each === 'limit' &&
                  book.facts.map(({ name, value }) => (
                    <p key={name} className="text-row">
                      {name} <span className="figures text-note">{value}</span>
                    </p>
                  ))}
                {each === 'limit' &&
                  book.proven.map(({ what, value, machines: count }) => (
                    <p key={`${what} ${value}`} className="text-row">
                      {PROVEN_WORDS[what]} <span className="figures text-note">{proven(value)}</span>{' '}
                      <span className="text-note text-soft">worked in {machines(count)}</span>
                    </p>
                  ))}
                {notes.map((note) => (
                  <p key={note.id} className="flex flex-wrap items-baseline gap-x-2 text-read">
                    {note.text}
                    {note.board && <span className="text-note text-soft">board {note.board}</span>}
                    {note.finding && (
                      <span className="text-note text-soft">
                        asked first: {looks.find(({ id }) => id === note.finding)?.ask ?? note.finding}
                      </span>
                    )}
                    <span className="text-note text-soft">{note.by}</span>
                    {unit.mayWrite && (
                      <Quiet
                        disabled={disabled}
                        aria-label={`Take out: ${note.text}`}
                        className="text-note"
                        onClick={() => void send('dropModelNote', { note: note.id })}
                      >
                        take out
                      </Quiet>
                    )}
                  </p>
                ))}
                {notes.length === 0 && !(each === 'limit' && book.facts.length + book.proven.length > 0) && (
                  <p className="text-row text-soft">Nothing yet: {KIND_WORDS[each].none}.</p>
                )}
              </div>
            );
          })}
          {unit.mayWrite && (
            <form
              onSubmit={(event) => void write(event)}
              className="mt-3 grid grid-cols-[150px_minmax(0,1fr)_110px] items-end gap-2"
            >
              <ChoiceField
                label="Write down"
                value={kind}
                onChange={(event) => setKind(event.target.value as ModelNoteKind)}
              >
                {MODEL_NOTE_KINDS.map((each) => (
                  <option key={each} value={each}>
                    {KIND_WORDS[each].title}
                  </option>
                ))}
              </ChoiceField>
              <TextField label="In words" name="text" maxLength={300} required />
              <TextField label="Board only" name="board" maxLength={60} />
              {kind === 'weak spot' && (
                <ChoiceField label="Looked at by" name="finding" wrap="col-span-2">
                  <option value="">no question</option>
                  {looks.map(({ id, ask }) => (
                    <option key={id} value={id}>
                      {ask}
                    </option>
                  ))}
                </ChoiceField>
              )}
              <Button type="submit" tone="strong" disabled={disabled} className="justify-self-start">
                Write it
              </Button>
            </form>
          )}
          {problem && <Problem>{problem.message}</Problem>}
        </section>
        <section aria-label="How it comes apart" className="panel">
          <Heading>How it comes apart</Heading>
          <p className="text-row text-soft">
            {book.template.seen > 0
              ? `Median of ${book.template.seen === 1 ? 'one strip-down' : `${book.template.seen} strip-downs`} of it.`
              : 'As this kind of machine usually does; nobody has stripped one of this model on the mat yet.'}
          </p>
          {layers.map((layer) => (
            <p key={layer} className="border-b border-rule py-1.5 text-row">
              <b className="figures text-note">{layer + 1}</b>{' '}
              {book.template.items
                .filter((item) => item.layer === layer)
                .map(
                  (item) =>
                    `${item.mat ? `${item.mat}: ` : ''}${item.count > 1 ? `${item.count} ` : ''}${item.name}${item.under ? `, under ${UNDER_WORDS[item.under]}` : ''}${item.way ? ` (${item.way}${item.lengthMm ? `, ${item.lengthMm} mm` : ''})` : ''}`,
                )
                .join(', ')}
              <Took of={book.layers.find((own) => own.layer === layer)} />
            </p>
          ))}
          {book.trouble.map(({ name, what, machines: count, of }) => (
            <p key={`${name}${what}`} className="pt-1 text-row">
              {name}: {what} in {count} of {machines(of)}
            </p>
          ))}
        </section>
      </div>
      <div className="flex flex-col gap-gutter">
        <section aria-label="What was wrong" className="panel">
          <Heading>What was wrong with them</Heading>
          {book.faults.length === 0 ? (
            <p className="text-row text-soft">
              {book.closed ? 'Nothing that was proved.' : 'None of the model is done with yet.'}
            </p>
          ) : (
            <table className="w-full border-collapse text-row">
              <caption className="sr-only">
                Faults met in machines of the model, and the chance reckoned with
              </caption>
              <tbody>
                {book.faults.slice(0, 10).map((fault) => (
                  <tr key={fault.cause} className="border-b border-rule">
                    <td className="py-1">{fault.name}</td>
                    <td className="figures text-right text-note whitespace-nowrap">
                      {fault.seen} of {fault.of}
                    </td>
                    <td className="figures text-right text-note">{percent(fault.chance)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {book.faults.length > 0 && (
            <p className="pt-1 text-note text-soft">
              The catalogue’s own number counts as {book.faults[0].strength} machines beside them. What was
              met twice or more is what belief begins with on the next one.
            </p>
          )}
        </section>
        <section aria-label="Minutes" className="panel">
          <Heading>Minutes it took</Heading>
          {book.times.length === 0 && <p className="text-row text-soft">No clock has run on one yet.</p>}
          {book.times.map(({ ref, name, n, mean, spread }) => (
            <p key={ref} className="flex justify-between gap-2 border-b border-rule py-1 text-row">
              {name}
              <span className="figures text-note whitespace-nowrap">
                {attended(mean)}
                {spread !== null && ` ± ${Math.round(spread)}`}, {n}×
              </span>
            </p>
          ))}
        </section>
        {book.cleaned.length > 0 && (
          <section aria-label="Cleaning it" className="panel">
            <Heading>Cleaning it, place by place</Heading>
            {book.cleaned.slice(0, 10).map(({ zone, name, minutes, machines: count }) => (
              <p key={zone} className="flex justify-between gap-2 border-b border-rule py-1 text-row">
                {name}
                <span className="figures text-note whitespace-nowrap">
                  {attended(minutes)}, {count}×
                </span>
              </p>
            ))}
          </section>
        )}
        {book.applied.length > 0 && (
          <section aria-label="Paste and pads" className="panel">
            <Heading>Paste and pads</Heading>
            {book.applied.map(({ on, name, machines: count }) => (
              <p
                key={`${on} ${name}`}
                className="flex justify-between gap-2 border-b border-rule py-1 text-row"
              >
                <span>
                  {on}: <b>{name}</b>
                </span>
                <span className="figures text-note whitespace-nowrap">{count}×</span>
              </p>
            ))}
          </section>
        )}
        {book.others.length > 0 && (
          <section aria-label="Others of it" className="panel">
            <Heading>Others of it</Heading>
            {book.others.map(({ tag, stage, probably }) => (
              <p key={tag} className="text-row">
                <Link href={`/u/${tag}`} className="figures border-b border-current text-note">
                  {tag}
                </Link>{' '}
                <span className="text-soft">
                  {stage}; {probably}
                </span>
              </p>
            ))}
          </section>
        )}
      </div>
    </div>
  );
}

/** What a layer took in machines of the model. */
function Took({ of }: { of: Notebook['layers'][number] | undefined }) {
  if (!of || of.out + of.back === 0) return null;
  return (
    <span className="block text-note text-soft">
      {of.out > 0 && `${attended(of.out)} to open`}
      {of.out > 0 && of.back > 0 && ', '}
      {of.back > 0 && `${attended(of.back)} to close`}
      {of.machines > 1 && `, the middle of ${of.machines}`}
    </span>
  );
}
