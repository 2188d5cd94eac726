'use client';
import { useState, type FormEvent } from 'react';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import type { DriveView } from '@/words/drives/drives';
import { DriveChoice, DriveNamed, ErasureHow, erasureInput } from '../shelf/ErasureFields';
import { Button, Problem, Quiet } from '../kit/parts';
import { TextField } from '../kit/fields';
import { useOtherHands } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';
import { attended } from '../kit/words';
import { shop } from '../live/shop';
import { asideWords, type LaidAside } from './aside';
import { Clock } from './Clock';
import { Forgotten } from './Forgotten';
import { Materials, useMaterials } from './Materials';
import { ENDINGS, type Ending } from '@/core/catalogue';
import { carriedOut } from '@/core/record/endings';
import { usePhotoUpload } from '../kit/hooks/usePhotoUpload';
import { WorkSheet, type Taken, type WorkEnd } from './sheet/WorkSheet';
import { Exchange, type ExchangeInput } from '../parts/Exchange';
import { ENDING_WORDS } from '@/words/names';
import type { RunningWorkView, UnitHead } from '@/words/unit/view';

/** Ends of a repair that say something of the fault, by their keys from 1; and those that say nothing of it. */
const VERDICTS = ENDINGS.slice(0, 2);
const OTHER_ENDINGS = ENDINGS.slice(2);

export interface AlonePreset {
  minutes: number;
  station: string;
  /** Nobody need be in the house meanwhile. */
  night?: boolean;
}

interface Props {
  unit: UnitHead;
  work: RunningWorkView;
  preset?: AlonePreset;
  /** Drives in it whose data is not seen to: the run that erases makes their record. */
  drives: readonly DriveView[];
  /** A drive somebody named, for one that is not on record yet. */
  named: string | null;
  /** The number keys are this panel's. One panel of a page has them, and shows them. */
  keys?: boolean;
}

/** The piece of work in hand: its clock, pausing, leaving it to run by itself, and its end. */
export function RunningWork({ unit, work, preset, drives, named, keys = true }: Props) {
  const open = drives.filter(({ recorded }) => !recorded);
  const { send, problem, busy } = useCommand();
  const [minutes, setMinutes] = useState(String(preset?.minutes ?? 30));
  const [station, setStation] = useState(preset?.station ?? '');
  const repair = work.kind === 'repair';
  const materials = useMaterials();
  const on = { unitId: unit.id, workId: work.id };
  // every drive on record is seen to already: nothing is left to write down
  const erases = work.ref === 'erase-drive' && (open.length > 0 || drives.length === 0);
  const [recording, setRecording] = useState(false);
  const [ending, setEnding] = useState<Ending | null>(null);
  const [inWords, setInWords] = useState(false);
  const photos = usePhotoUpload(unit.tag);
  const endAs = async (end: WorkEnd, { files, role }: Taken) => {
    const finished = await send(
      'finishWork',
      { ...on, ...end, ...(materials.used.length && { materials: materials.used }) },
      unit.version,
    );
    // the panel goes with the work it was of: what could not be sent is said where it stays
    if (finished.ok && files.length) shop.say(await photos.upload(files, { role, about: `work:${work.id}` }));
  };
  const finish = (ended?: Ending, parts?: ExchangeInput) => {
    if (erases && !recording) return setRecording(true);
    // what took a part says which, once
    if (ended && work.takes && !parts && carriedOut(ended)) return setEnding(ended);
    void send(
      'finishWork',
      {
        ...on,
        ...(ended && { ended }),
        ...(parts && { parts }),
        ...(materials.used.length && { materials: materials.used }),
      },
      unit.version,
    );
  };
  const record = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const erased = {
      ...(open.length
        ? { componentId: form.get('drive') }
        : { drive: { name: form.get('name'), serial: form.get('serial') } }),
      ...erasureInput(form),
    };
    void send('finishWork', { ...on, erased }, unit.version);
  };
  const paused = work.status === 'paused';
  const running = work.status === 'running';
  const turn = async () => {
    const ended = await send<{ aside?: LaidAside[] } | null>(
      running ? 'pauseWork' : 'resumeWork',
      on,
      unit.version,
    );
    if (ended.ok) shop.say(asideWords(ended.answer?.aside ?? []));
  };
  const toggle = () => void turn();
  const others = useOtherHands();
  const [handing, setHanding] = useState(false);
  const handTo = async (to: string) => {
    const handed = await send<{ toName: string }>('handOver', { ...on, to }, unit.version);
    setHanding(false);
    if (handed.ok) shop.say(`Handed over to ${handed.answer.toName}.`);
  };
  const leave = () =>
    void send('leaveAlone', { ...on, minutes: Number(minutes.replace(',', '.')), station }, unit.version);
  useShortcuts((key) => {
    if (!keys || !unit.mayWrite || ending || inWords) return false;
    const letter = key.toLowerCase();
    if (handing) {
      const other = others[Number(key) - 1];
      if (key === 'Escape' || letter === 'h') return acted(() => setHanding(false));
      return other ? acted(() => handTo(other.id), busy) : true;
    }
    if (letter === 'h') return acted(others.length > 0 && (() => setHanding(true)));
    if (letter === 'p' || key === ' ') return acted(toggle, busy);
    if (letter === 'r') return acted(work.status !== 'alone' && leave, busy);
    if (letter === 'w' && !erases) return acted(() => setInWords(true));
    // the same digits end it before its clock has started, and after
    if (!repair) return acted(key === '1' && (() => finish()), busy);
    const ended = ENDINGS[Number(key) - 1];
    return acted(ended && (() => finish(ended)), busy);
  });
  if (inWords)
    return (
      <WorkSheet
        tag={unit.tag}
        name={work.title}
        repair={repair}
        nameless={work.ref === 'other'}
        takes={work.takes}
        problem={problem}
        busy={busy}
        onDone={(end, taken) => void endAs(end, taken)}
        onCancel={() => setInWords(false)}
      />
    );
  if (ending)
    return (
      <Exchange
        tag={unit.tag}
        partClass={work.takes!}
        title={`${work.title}: ${ENDING_WORDS[ending].toLowerCase()}.`}
        problem={problem}
        cured={ending === 'helped'}
        busy={busy}
        onDone={(parts) => finish(ending, parts)}
        onCancel={() => setEnding(null)}
      />
    );
  return (
    <section aria-label="Work in hand" className="headpanel">
      <p className="text-row text-soft">
        {work.status === 'alone' ? 'Runs by itself' : paused ? 'Paused' : 'In hand'}; hands so far{' '}
        <Clock since={work.startedAt} before={work.attendedMinutes} running={work.status === 'running'} />
        {work.planned !== null && <>, reckoned at {attended(work.planned)}</>}
      </p>
      <h2 className="mt-1 mb-3 text-page leading-[1.12]">{work.title}</h2>
      <Forgotten unit={unit} work={work} />
      {repair && work.status !== 'alone' && <p className="mb-2 text-read">Try the machine. Did it help?</p>}
      <div className="flex flex-wrap gap-2">
        {repair ? (
          VERDICTS.map((ended, i) => (
            <Button
              key={ended}
              tone="strong"
              shortcut={keys ? String(1 + i) : undefined}
              disabled={busy}
              onClick={() => finish(ended)}
            >
              {ENDING_WORDS[ended]}
            </Button>
          ))
        ) : (
          <Button tone="strong" shortcut={keys ? '1' : undefined} disabled={busy} onClick={() => finish()}>
            Finished
          </Button>
        )}
        <Button shortcut={keys ? 'P' : undefined} disabled={busy} onClick={toggle}>
          {work.status === 'alone' ? 'Hands on again' : paused ? 'Go on' : 'Pause'}
        </Button>
        {!erases && (
          <Button shortcut={keys ? 'W' : undefined} disabled={busy} onClick={() => setInWords(true)}>
            With parts, in words
          </Button>
        )}
        {others.length > 0 && (
          <Button shortcut={keys ? 'H' : undefined} disabled={busy} onClick={() => setHanding(!handing)}>
            Hand over
          </Button>
        )}
      </div>
      {recording && (
        <form onSubmit={record} aria-label="What the run did" className="mt-3 grid gap-2.5 sm:grid-cols-3">
          {open.length ? <DriveChoice drives={open} /> : <DriveNamed named={named} />}
          <ErasureHow
            medium={open.length === 1 ? open[0].medium : null}
            why={problem?.details?.fields?.quick ? 'quick' : false}
          />
          <p className="flex flex-wrap gap-4 sm:col-span-3">
            <Button type="submit" tone="strong" disabled={busy}>
              Finished, put on record
            </Button>
            <Quiet disabled={busy} onClick={() => finish()}>
              It did not erase: only end it
            </Quiet>
          </p>
        </form>
      )}
      {handing && (
        <div className="mt-2 flex flex-wrap items-center gap-2" role="group" aria-label="Hand over to">
          <span className="text-row">To</span>
          {others.map((person, i) => (
            <Button
              key={person.id}
              shortcut={keys && i < 7 ? String(i + 1) : undefined}
              disabled={busy}
              onClick={() => void handTo(person.id)}
            >
              {person.name}
            </Button>
          ))}
        </div>
      )}
      {repair && work.status !== 'alone' && (
        <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="It cannot be judged">
          {OTHER_ENDINGS.map((ended, i) => (
            <Button
              key={ended}
              shortcut={keys ? String(1 + VERDICTS.length + i) : undefined}
              disabled={busy}
              onClick={() => finish(ended)}
            >
              {ENDING_WORDS[ended]}
            </Button>
          ))}
        </div>
      )}
      {work.status !== 'alone' && (
        <Materials workRef={work.ref} lines={materials.lines} setLines={materials.setLines} />
      )}
      {work.status !== 'alone' && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            leave();
          }}
          className="mt-4 flex flex-wrap items-end gap-2 border-t border-rule pt-3"
        >
          <TextField
            label="Runs by itself for"
            hint="min"
            inputMode="decimal"
            value={minutes}
            onChange={(event) => setMinutes(event.target.value)}
            wrap="w-[150px]"
          />
          <TextField
            label="Where"
            value={station}
            onChange={(event) => setStation(event.target.value)}
            wrap="w-[170px]"
          />
          <Button type="submit" shortcut={keys ? 'R' : undefined} disabled={busy}>
            Leave it to run
          </Button>
          {preset && (
            <p className="pb-2 text-note text-soft">
              {preset.night ? 'May run overnight.' : 'Only while somebody is in the house.'}
            </p>
          )}
        </form>
      )}
      {problem && (
        <div className="mt-3">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </section>
  );
}
