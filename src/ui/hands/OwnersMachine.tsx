'use client';
import { useState, type FormEvent } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import type { Agreement, OwnerAct, QuoteLine } from '@/core/owner/agreement';
import type { UnitHead } from '@/words/unit/view';
import { AreaField, ChoiceField, TextField } from '../kit/fields';
import { MoneyField } from '../kit/MoneyField';
import { Button, Fold, Heading, Problem, Quiet } from '../kit/parts';
import { Money, useMoney } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';
import { attended } from '../kit/words';

interface Theirs {
  id: string;
  code: string;
  name: string;
}

interface Props {
  unit: UnitHead;
  agreement: Agreement;
  /** What would help, at the shop's rate: what a quote begins with. */
  proposed: readonly QuoteLine[];
  /** Hands on it so far, minutes. */
  handsMinutes: number;
  parts: readonly Theirs[];
  /** What of theirs they left to the shop. */
  left: readonly Theirs[];
}

/** Somebody else's machine: what they wish, what was agreed, what was found besides, what of theirs lies here. */
export function OwnersMachine({ unit, agreement, proposed, parts, left, handsMinutes }: Props) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [lines, setLines] = useState(
    (agreement.quote ?? proposed).map(({ what, minor, minutes }) => ({
      what,
      minor: money.field(minor),
      minutes: minutes === undefined ? '' : String(Math.round(minutes)),
    })),
  );
  const [found, setFound] = useState('');
  const [how, setHow] = useState('');
  const disabled = busy || !unit.mayWrite || unit.held;
  const tell = (act: OwnerAct) => send('tellOwner', { unitId: unit.id, act }, unit.version);
  const quote = () => {
    const told = lines
      .filter(({ what }) => what.trim())
      .map(({ what, minor, minutes }) => ({
        what: what.trim(),
        minor: money.parse(minor) ?? 0,
        ...(Number(minutes) > 0 && { minutes: Number(minutes) }),
      }));
    if (told.length) void tell({ op: 'quote', lines: told });
  };
  const supply = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const target = event.currentTarget;
    const form = new FormData(target);
    const sent = await send('ownerSupplies', {
      unitId: unit.id,
      class: form.get('class'),
      name: String(form.get('name')).trim(),
      serial: String(form.get('serial')).trim(),
    });
    if (sent.ok) target.reset();
  };
  const STATES = {
    nothing: 'No quote yet: finding out is free, work waits.',
    quoted: 'They have not answered yet: work waits.',
    agreed: `Agreed${agreement.how ? ` ${agreement.how}` : ''}.`,
    declined: `They said no${agreement.how ? ` ${agreement.how}` : ''}: it goes back as it is.`,
  };
  return (
    <section aria-label="Somebody else’s machine" className="panel">
      <div className="flex items-baseline justify-between gap-3">
        <Heading className="text-head!">Somebody else’s machine</Heading>
        {unit.mayWrite && (
          <Quiet
            disabled={disabled}
            onClick={() => void send('takeBackAct', { what: 'owner', unitId: unit.id }, unit.version)}
          >
            take the last back
          </Quiet>
        )}
      </div>
      <p className="text-read">
        <b>{STATES[agreement.state]}</b>{' '}
        {agreement.quote && (
          <span className="figures text-note">
            <Money minor={agreement.totalMinor} />
          </span>
        )}
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void tell({ op: 'wishes', text: String(new FormData(event.currentTarget).get('wishes')).trim() });
        }}
        className="mt-2 grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2"
      >
        <AreaField
          label="What they want"
          name="wishes"
          rows={2}
          defaultValue={agreement.wishes}
          maxLength={600}
        />
        <Button type="submit" disabled={disabled}>
          Keep
        </Button>
      </form>
      <Fold key={agreement.state} title="The quote" open={agreement.state !== 'agreed'}>
        {lines.map((line, n) => (
          <div
            key={n}
            className="mt-1 grid grid-cols-[minmax(0,1fr)_110px] items-end gap-2 border-b border-rule pb-1.5"
          >
            <TextField
              label="Work or part"
              wrap="col-span-2"
              value={line.what}
              onChange={(event) =>
                setLines(lines.map((own, i) => (i === n ? { ...own, what: event.target.value } : own)))
              }
            />
            <TextField
              label="Hands"
              hint="min"
              inputMode="numeric"
              value={line.minutes}
              onChange={(event) =>
                setLines(lines.map((own, i) => (i === n ? { ...own, minutes: event.target.value } : own)))
              }
            />
            <MoneyField
              label="Costs"
              text={line.minor}
              onText={(minor) => setLines(lines.map((own, i) => (i === n ? { ...own, minor } : own)))}
            />
          </div>
        ))}
        <p className="mt-2 flex flex-wrap items-center gap-3">
          <Quiet onClick={() => setLines([...lines, { what: '', minor: money.field(0), minutes: '' }])}>
            one more line
          </Quiet>
          <Button disabled={disabled || lines.length === 0} onClick={quote}>
            This is the quote
          </Button>
          {agreement.state === 'quoted' && (
            <>
              <TextField
                label="How"
                hint="by telephone, 14:10"
                value={how}
                maxLength={120}
                onChange={(event) => setHow(event.target.value)}
              />
              <Button
                tone="strong"
                disabled={disabled}
                onClick={() => void tell({ op: 'answer', yes: true, how: how.trim() })}
              >
                They agreed
              </Button>
              <Button
                disabled={disabled}
                onClick={() => void tell({ op: 'answer', yes: false, how: how.trim() })}
              >
                They said no
              </Button>
            </>
          )}
        </p>
      </Fold>
      {agreement.minutes !== null && (
        <p className="text-row" role="status">
          Hands: {attended(handsMinutes)} of the {attended(agreement.minutes)} quoted
          {handsMinutes > agreement.minutes && <b>: over it, say so before going on</b>}.
        </p>
      )}
      <h3 className="mt-3 text-row font-semibold">To ask back</h3>
      {agreement.questions.map((question, n) =>
        question.answer ? (
          <p key={n} className="text-row">
            {question.text} <b>{question.answer}</b>
          </p>
        ) : (
          <form
            key={n}
            onSubmit={(event) => {
              event.preventDefault();
              const text = String(new FormData(event.currentTarget).get('answer')).trim();
              void tell({ op: 'told', n, text });
            }}
            className="mt-1 grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2"
          >
            <TextField label={question.text} hint="they said" name="answer" required maxLength={200} />
            <Button type="submit" disabled={disabled}>
              Keep
            </Button>
          </form>
        ),
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          const target = event.currentTarget;
          const text = String(new FormData(target).get('text')).trim();
          void tell({ op: 'ask', text }).then((sent) => {
            if (sent.ok) target.reset();
          });
        }}
        className="mt-1 grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2"
      >
        <TextField label="One more question" name="text" required maxLength={200} />
        <Button type="submit" disabled={disabled}>
          Note
        </Button>
      </form>
      <Fold title="Also found" open={agreement.found.length > 0}>
        {agreement.found.map((line, n) => (
          <p key={n} className="text-row">
            {line.text}{' '}
            {line.minor > 0 && (
              <span className="figures text-note">
                <Money minor={line.minor} />
              </span>
            )}
          </p>
        ))}
        <form
          onSubmit={(event) => {
            event.preventDefault();
            const target = event.currentTarget;
            const text = String(new FormData(target).get('text')).trim();
            void tell({ op: 'found', text, minor: money.parse(found) ?? 0 }).then((sent) => {
              if (!sent.ok) return;
              target.reset();
              setFound('');
            });
          }}
          className="mt-1 grid grid-cols-[minmax(0,1fr)_110px_auto] items-end gap-2"
        >
          <TextField label="What" name="text" required maxLength={200} />
          <MoneyField label="Would cost" optional text={found} onText={setFound} />
          <Button type="submit" disabled={disabled}>
            Tell
          </Button>
        </form>
      </Fold>
      <Fold title="Theirs, but not in it" open={parts.length + left.length > 0}>
        {parts.length === 0 && (
          <p className="text-row text-soft">Nothing: all that is theirs is in the machine.</p>
        )}
        {parts.map((part) => (
          <p key={part.id} className="flex flex-wrap items-baseline gap-2 text-row">
            <span className="figures text-note">{part.code}</span> {part.name}
            <Quiet
              disabled={disabled}
              onClick={() =>
                void send('ownerLeaves', { unitId: unit.id, componentId: part.id }, unit.version)
              }
            >
              they leave it to us
            </Quiet>
          </p>
        ))}
        {left.map((part) => (
          <p key={part.id} className="flex flex-wrap items-baseline gap-2 text-row text-soft">
            <span className="figures text-note">{part.code}</span> {part.name}, left to us
            <Quiet
              disabled={disabled}
              onClick={() => void send('ownerWants', { unitId: unit.id, componentId: part.id }, unit.version)}
            >
              they want it back
            </Quiet>
          </p>
        ))}
        <form onSubmit={(event) => void supply(event)} className="mt-1 grid grid-cols-2 items-end gap-2">
          <ChoiceField label="They brought a" name="class">
            {PART_CLASSES.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </ChoiceField>
          <TextField label="Which" name="name" required maxLength={80} />
          <TextField label="Serial" name="serial" maxLength={60} />
          <Button type="submit" disabled={disabled} className="justify-self-start">
            It lies here
          </Button>
        </form>
      </Fold>
      <p className="mt-3 text-row">
        <a
          href={`/api/units/${unit.tag}/passport`}
          target="_blank"
          rel="noreferrer"
          className="border-b border-current"
        >
          Print its papers
        </a>{' '}
        <span className="text-soft">when it goes back: what was asked, agreed, found and done.</span>
      </p>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
