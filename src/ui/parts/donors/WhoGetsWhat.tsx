'use client';
import { useState } from 'react';
import { dayAndTime } from '@/words/time';
import type { CombinedView, MadeOf } from '@/words/parts/combine';
import { JobProgress } from '@/ui/kit/JobProgress';
import { TextField } from '@/ui/kit/fields';
import { useScans } from '@/ui/kit/keys/keyboard';
import { Link } from '@/ui/kit/Link';
import { Button, Heading, Problem, Quiet, Sheet } from '@/ui/kit/parts';
import { Money, useZone } from '@/ui/kit/theShop';
import { duration } from '@/ui/kit/words';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { useJob } from '@/ui/live/useJob';

/** Of all open machines, donors and the bin: who gets what so that the shop nets most. Each is carried out by scans. */
export function WhoGetsWhat() {
  const zone = useZone();
  const { send, problem, busy } = useCommand();
  const { job, look } = useJob<{ view?: CombinedView }>('combine');
  const [open, setOpen] = useState<string | null>(null);
  const [done, setDone] = useState<readonly string[]>([]);
  const then = (name: string, input: Record<string, unknown>) => void send(name, input).then(look);
  const running = job?.status === 'running';
  const view = job?.status === 'done' ? job.result?.view : undefined;
  return (
    <Sheet aria-label="Who gets what">
      <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
        <div>
          <h1 className="text-page leading-8">Who gets what</h1>
          <p className="max-w-[70ch] text-row text-soft">
            Of all open machines, what could come out of others, and the bin: which parts go where so that the
            shop nets most. Each machine is priced with its parts in; a donor is credited and counts as lost.
          </p>
        </div>
        {running ? (
          <Button disabled={busy} onClick={() => then('cancelJob', { job: job.id })}>
            Stop it
          </Button>
        ) : (
          <Button
            tone={view ? 'plain' : 'strong'}
            disabled={busy}
            onClick={() => {
              setDone([]);
              then('startCombining', {});
            }}
          >
            {view ? 'Work it out again' : 'Work it out'}
          </Button>
        )}
      </div>
      {!running && (
        <form
          aria-label="One machine or two"
          className="flex flex-wrap items-end gap-2 pt-2 text-row"
          onSubmit={(event) => {
            event.preventDefault();
            const typed = String(new FormData(event.currentTarget).get('among') ?? '');
            const among = [...new Set(typed.toUpperCase().match(/[A-Z]{2,4}-\d{1,9}/g) ?? [])];
            setDone([]);
            then('startCombining', { among });
          }}
        >
          <TextField
            label="One machine or two? Only of these, and what is in them"
            name="among"
            placeholder="WQ-0001 WQ-0002"
            wrap="w-full max-w-[440px]"
          />
          <Button type="submit" disabled={busy}>
            Weigh
          </Button>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
      {job && !view && <JobProgress job={job} what="machines" />}
      {view && (
        <>
          <p className="pt-3 text-read">
            {view.among && (
              <>
                As they are,{' '}
                {view.among.map(({ tag, valueMinor }, i) => (
                  <span key={tag}>
                    {i > 0 && ', '}
                    <b className="figures">{tag}</b> <Money minor={valueMinor} plus />
                  </span>
                ))}
                .{' '}
              </>
            )}
            {view.made.length === 0 ? (
              'Nothing pays: every machine is best left with the parts it has.'
            ) : (
              <>
                {view.made.length === 1 ? 'One machine gets' : `${view.made.length} machines get`} parts:{' '}
                <b>
                  <Money minor={view.netMinor} plus />
                </b>{' '}
                over leaving all as it is.
              </>
            )}{' '}
            <span className="text-row text-soft">
              {view.looked.machines} machines, {view.looked.donors} possible donors and{' '}
              {view.looked.parts === 1 ? 'one part' : `${view.looked.parts} parts`} were looked at,{' '}
              {dayAndTime(view.at, zone)}; what happened since is not in it.
              {view.boundMinor > view.netMinor + 1 && (
                <>
                  {' '}
                  No other way of giving out what was looked at brings more than{' '}
                  <Money minor={view.boundMinor} />.
                </>
              )}
            </span>
          </p>
          <ul>
            {view.made.map((made) => (
              <Made
                key={made.unitId}
                made={made}
                open={open === made.tag}
                done={done.includes(made.tag)}
                onOpen={() => setOpen(open === made.tag ? null : made.tag)}
                onDone={() => {
                  setDone([...done, made.tag]);
                  setOpen(null);
                }}
              />
            ))}
          </ul>
          {view.donors.length > 0 && (
            <p className="pt-3 text-row">
              <b>Taken apart for it:</b>{' '}
              {view.donors.map(({ tag, called, lostMinor }, i) => (
                <span key={tag}>
                  {i > 0 && ', '}
                  <Link href={`/u/${tag}/parts`} className="figures font-semibold">
                    {tag}
                  </Link>{' '}
                  {called}
                  {lostMinor > 0 && (
                    <span className="text-soft">
                      {' '}
                      (worth <Money minor={lostMinor} /> more whole)
                    </span>
                  )}
                </span>
              ))}
            </p>
          )}
        </>
      )}
    </Sheet>
  );
}

/** One machine with what goes into it, drawn from where each part comes to where it goes; and its pick list. */
function Made({
  made,
  open,
  done,
  onOpen,
  onDone,
}: {
  made: MadeOf;
  open: boolean;
  done: boolean;
  onOpen: () => void;
  onDone: () => void;
}) {
  return (
    <li
      className={`border-b border-rule py-3 ${done ? 'opacity-60' : ''}`}
      aria-label={`${made.tag} gets parts`}
    >
      <div className="grid items-center gap-x-3 gap-y-1 sm:grid-cols-[minmax(0,1fr)_56px_minmax(0,1fr)_auto]">
        <ul>
          {made.parts.map((part) => (
            <li key={part.id} className="py-0.5 text-row">
              <b className="figures text-note">{part.code}</b> {part.name}{' '}
              <span className="text-soft">{part.fromTag ? `out of ${part.fromTag}` : 'from the bin'}</span>
            </li>
          ))}
        </ul>
        <svg viewBox="0 0 56 40" aria-hidden className="hidden h-10 w-14 sm:block">
          {made.parts.map((part, i) => {
            const y = ((i + 0.5) / made.parts.length) * 40;
            return <path key={part.id} d={`M0 ${y} C28 ${y} 20 20 44 20`} fill="none" strokeWidth={2} className={part.fromTag ? 'stroke-hot' : 'stroke-ink'} />; // prettier-ignore
          })}
          <path d="M44 13 l11 7 l-11 7 z" className="fill-ink" />
        </svg>
        <p className="text-row">
          <Link href={`/u/${made.tag}`} className="figures text-read font-semibold">
            {made.tag}
          </Link>{' '}
          {made.called}
          <br />
          <span className="text-soft">
            <Money minor={made.nowMinor} /> now, <Money minor={made.thenMinor} /> with{' '}
            {made.parts.length === 1 ? 'it' : 'them'} in, {duration(made.minutes)} of hands
          </span>
        </p>
        <p className="text-right">
          <b className="figures text-read">
            <Money minor={made.netMinor} plus />
          </b>
          <br />
          {done ? (
            <span className="text-row">done</span>
          ) : (
            <Quiet onClick={onOpen}>{open ? 'close' : 'carry it out'}</Quiet>
          )}
        </p>
      </div>
      {open && !done && <PickList made={made} onDone={onDone} />}
    </li>
  );
}

/** Parts are fetched one by one: each is scanned, or ticked by hand; then all of it goes in as one act. */
function PickList({ made, onDone }: { made: MadeOf; onDone: () => void }) {
  const { send, problem, busy } = useCommand();
  const [fetched, setFetched] = useState<readonly string[]>([]);
  const [wrong, setWrong] = useState('');
  const tick = (code: string) =>
    setFetched((all) => (all.includes(code) ? all.filter((one) => one !== code) : [...all, code]));
  useScans((scanned) => {
    if (!/^P-\d{4,9}$/i.test(scanned)) return false;
    const code = scanned.toUpperCase();
    const part = made.parts.find((one) => one.code === code);
    setWrong(part ? '' : `${code} is not one of these. Put it back.`);
    if (part && !fetched.includes(code)) tick(code);
    return true;
  });
  const ready = made.parts.every(({ code }) => fetched.includes(code));
  const put = async () => {
    const sent = await send(
      'logWork',
      {
        unitId: made.unitId,
        ref: 'other',
        title: 'Made better out of others',
        minutes: Math.round(made.minutes),
        parts: {
          put: made.parts.map(({ id }) => ({ componentId: id })),
          out: made.out.map((each) => ({
            ...(each.componentId
              ? { componentId: each.componentId }
              : { seen: { class: each.class, name: each.name } }),
            to: 'bin',
            worthMinor: each.worthMinor,
          })),
        },
      },
      made.version,
      { words: `${made.tag} got ${made.parts.length === 1 ? 'a part' : `${made.parts.length} parts`}` },
    );
    if (sent.ok) onDone();
  };
  return (
    <div className="mt-2 border-2 border-ink px-4 py-3">
      <Heading>Fetch, and scan each</Heading>
      <ul>
        {made.parts.map((part) => (
          <li key={part.id} className="border-b border-rule">
            <label className="flex min-h-11 items-center gap-3 text-row">
              <input
                type="checkbox"
                className="size-5 accent-ink"
                checked={fetched.includes(part.code)}
                onChange={() => tick(part.code)}
              />
              <b className="figures">{part.code}</b> {part.name}
              <span className="text-soft">
                {part.fromTag
                  ? `take it out of ${part.fromTag}, about ${duration(part.minutesOut)}: unplugged, battery out first`
                  : 'in the bin'}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {made.out.length > 0 && (
        <p className="pt-2 text-row">
          Out of {made.tag} into the bin: {made.out.map(({ name }) => name).join(', ')}.
        </p>
      )}
      {wrong && <p className="hatched mt-2 py-1 pr-3 text-row">{wrong}</p>}
      <p className="pt-3">
        <Button tone="strong" disabled={busy || !ready} onClick={() => void put()}>
          {ready ? `All of it is in ${made.tag}` : `${fetched.length} of ${made.parts.length} fetched`}
        </Button>
      </p>
      {problem && <Problem>{problem.message}</Problem>}
    </div>
  );
}
