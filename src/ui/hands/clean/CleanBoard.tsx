'use client';
import Link from 'next/link';
import { useState } from 'react';
import { PHASES, SURFACE_KINDS, type Soil } from '@/core/clean/zones';
import type { PhotoLine } from '@/words/unit/photos';
import type { CleanView, StepView } from '@/words/hands/clean';
import { SURFACE_WORDS } from '@/words/names';
import type { UnitHead } from '@/words/unit/view';
import { ARROWS, acted, nearestAhead, useShortcuts } from '../../kit/keys/keyboard';
import { Button, CautionNote, Heading, Key, Problem, Quiet } from '../../kit/parts';
import { Money } from '../../kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { attended, duration } from '../../kit/words';
import { PhotoStrip } from '../PhotoStrip';
import { Mixing } from './Mixing';
import { ZoneMap } from './ZoneMap';

const middleOf = ({ box }: CleanView['zones'][number]) =>
  [box.x + box.width / 2, box.y + box.height / 2] as const;

interface Props {
  unit: UnitHead;
  view: CleanView;
  photos: readonly PhotoLine[];
  /** The cleaning that is begun here: what dries is left to run with it. */
  cleaning: { id: string; status: string } | null;
}

/** What is dirty, drawn where it is, and the way to get it clean. */
export function CleanBoard({ unit, view, photos, cleaning }: Props) {
  const { send, problem, busy } = useCommand();
  const [at, setAt] = useState(view.zones[0].id);
  const [chosen, setSoil] = useState<Soil>('dust');
  const disabled = !unit.mayWrite || unit.held;
  const zone = view.zones.find(({ id }) => id === at)!;
  const soils = view.soils.filter(({ id }) => (id === 'smell') === zone.whole);
  const soil = soils.some(({ id }) => id === chosen) ? chosen : soils[0].id;
  const nameOf = (id: Soil) => view.soils.find((own) => own.id === id)?.name ?? id;
  // what does not pay is out of sight until somebody wants it all the same
  const [everything, setEverything] = useState(false);
  const left = view.worth.leave.length > 0 && view.wayOfAll.steps.length > view.way.steps.length;
  const way = everything || view.way.steps.length === 0 ? view.wayOfAll : view.way;
  const next = way.steps.find((step) => step.zones.length > 0);
  const shown = view.zones.filter((own) => !own.hidden || own.id === at);
  const more = view.zones.filter((own) => own.hidden && own.id !== at);
  const mark = (degree: number) => {
    if (disabled) return;
    // none of it where nothing of it was: the zone was looked at and is clean
    const none = degree === 0 && !zone.soils.some((own) => own.soil === soil);
    void send('markSoil', { unitId: unit.id, zone: at, degree, ...(!none && { soil }) }, unit.version);
  };
  const looked = () => void send('markSoil', { unitId: unit.id, zone: at, degree: 0 }, unit.version);
  // what was just done and now dries or airs by itself
  const [drying, setDrying] = useState<{ does: string; minutes: number; station: string } | null>(null);
  const carryOut = async (step: StepView) => {
    const sent = await send('cleanStep', { unitId: unit.id, rule: step.id, zones: step.zones }, unit.version);
    if (sent.ok && step.alone) setDrying({ does: step.does, ...step.alone });
  };
  const leave = async (rack: NonNullable<typeof drying>) => {
    const { minutes, station } = rack;
    const begun = cleaning
      ? { ok: true as const, answer: { workId: cleaning.id } }
      : await send<{ workId: string }>('startWork', { unitId: unit.id, ref: 'clean-plan' }, unit.version);
    if (!begun.ok) return;
    const left = await send(
      'leaveAlone',
      { unitId: unit.id, workId: begun.answer.workId, minutes, station },
      unit.version,
    );
    if (left.ok) setDrying(null);
  };
  useShortcuts((key) => {
    const letter = soils.find((own) => own.letter === key.toLowerCase());
    if (ARROWS[key]) {
      const ahead = nearestAhead(shown, middleOf, middleOf(zone), ARROWS[key]);
      if (ahead) setAt(ahead.id);
    } else if (disabled) return false;
    else if (/^[0-3]$/.test(key)) mark(Number(key));
    else if (letter) setSoil(letter.id);
    else if (key.toLowerCase() === 'c') looked();
    // what comes next is known when what was done last is on record
    else if (key === 'Enter') return busy ? 'later' : acted(next && (() => carryOut(next)));
    else return false;
    return true;
  });
  const nothing = view.wayOfAll.steps.length === 0;
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_360px] lg:items-start">
      <div className="min-w-0">
        <section aria-label="Zones" className="border-2 border-ink bg-paper p-3">
          <ZoneMap zones={shown} at={at} onZone={setAt} nameOf={nameOf} />
          {more.length > 0 && (
            <p className="mt-1 flex flex-wrap items-center gap-x-3 text-row">
              <span className="text-soft">Also here?</span>
              {more.map(({ id, name }) => (
                <Quiet key={id} onClick={() => setAt(id)}>
                  {name}
                </Quiet>
              ))}
            </p>
          )}
          <p className="mt-1.5 text-row" aria-live="polite">
            <b>{zone.name}:</b>{' '}
            {zone.soils.length
              ? zone.soils.map((own) => `${nameOf(own.soil)} ${own.degree} of 3`).join(', ')
              : zone.cleaned
                ? 'cleaned'
                : zone.seen
                  ? 'looked at, clean'
                  : 'not looked at'}
            {zone.stays && `; ${zone.staysWords || 'something on it'} stays for good`}
          </p>
        </section>
        <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label={`What is on the ${zone.name}`}>
          {soils.map((own) => (
            <button
              key={own.id}
              type="button"
              aria-pressed={own.id === soil}
              disabled={disabled}
              onClick={() => setSoil(own.id)}
              className={`flex min-h-11 items-center gap-1.5 border-[1.5px] border-ink px-2 text-row ${own.id === soil ? 'bg-ink text-paper' : 'bg-paper'} disabled:opacity-60`}
            >
              <Key>{own.letter.toUpperCase()}</Key>
              {own.name}
            </button>
          ))}
        </div>
        <div className="mt-2 flex flex-wrap gap-1.5" role="group" aria-label={`How much ${nameOf(soil)}`}>
          {['none', 'a trace', 'plenty', 'packed'].map((words, degree) => (
            <Button
              key={words}
              shortcut={String(degree)}
              disabled={disabled}
              aria-pressed={zone.soils.some((own) => own.soil === soil && own.degree === degree)}
              tone={zone.soils.some((own) => own.soil === soil && own.degree === degree) ? 'strong' : 'plain'}
              onClick={() => mark(degree)}
            >
              {words}
            </Button>
          ))}
          <Button shortcut="C" disabled={disabled} onClick={looked}>
            Looked at, clean
          </Button>
          {zone.shows && (
            <Stays
              key={at}
              zone={zone}
              disabled={disabled}
              onSay={(stays, words) =>
                void send(
                  'stainStays',
                  { unitId: unit.id, zone: at, stays, ...(words && { words }) },
                  unit.version,
                )
              }
            />
          )}
          {zone.id === 'supply' && zone.seen && (
            <ByOthers
              key={unit.version}
              disabled={disabled}
              onSay={(by) => void send('cleanedElsewhere', { unitId: unit.id, zone: at, by }, unit.version)}
            />
          )}
          {zone.surface && (
            <label className="flex items-center gap-2 text-row">
              made of
              <select
                aria-label={`What the ${zone.name} is made of`}
                className="h-11 border-2 border-ink bg-sheet px-2 text-row"
                disabled={disabled}
                value={zone.surface.of}
                onChange={(event) =>
                  void send('saySurface', { unitId: unit.id, zone: at, of: event.target.value }, unit.version)
                }
              >
                {SURFACE_KINDS.map((of) => (
                  <option key={of} value={of}>
                    {SURFACE_WORDS[of]}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
        <p className="mt-2 text-note text-soft">
          Arrows walk the zones; a letter names the soil, <Key>0</Key> to <Key>3</Key> how much.{' '}
          <Key>Enter</Key> next step done. Broken edge: not looked at.
        </p>
        {problem && <Problem>{problem.message}</Problem>}
        {drying && (
          <div role="status" className="mt-2 flex flex-wrap items-center gap-3 bg-paper px-4 py-2 text-row">
            <span>
              It now dries or airs by itself, <b className="figures">{duration(drying.minutes)}</b>.
            </span>
            <Button tone="strong" disabled={busy} onClick={() => void leave(drying)}>
              On the {drying.station}, into the strip
            </Button>
            <Quiet onClick={() => setDrying(null)}>not now</Quiet>
          </div>
        )}
        <PhotoStrip
          key={at}
          tag={unit.tag}
          title={`Photographs: ${zone.name}`}
          about={`zone:${at}`}
          role={zone.cleaned ? 'after' : 'before'}
          photos={photos.filter(({ about }) => about === `zone:${at}`)}
          mayWrite={!disabled}
        />
      </div>
      <div>
        <section aria-label="The way" className="panel">
          <Heading>The way, dry before wet before dry</Heading>
          {left && view.way.steps.length > 0 && (
            <label className="flex min-h-11 cursor-pointer items-center gap-2 text-row">
              <input
                type="checkbox"
                className="size-5 accent-ink"
                checked={everything}
                onChange={(event) => setEverything(event.target.checked)}
              />
              show what does not pay too
            </label>
          )}
          {nothing ? (
            <p className="py-3 text-read text-soft">
              {view.zones.some(({ seen }) => seen)
                ? 'Nothing on record is dirty.'
                : 'Say what is dirty and the steps appear here. Until then the program assumes what such machines usually take.'}
            </p>
          ) : (
            <p className="flex items-baseline gap-2">
              <b className="text-great leading-tight">{duration(Math.max(1, Math.round(way.minutes)))}</b>
              <span className="text-read text-soft">
                of hands{way.aloneMinutes > 0 && `, ${duration(way.aloneMinutes)} on the rack`}
              </span>
            </p>
          )}
          {PHASES.map((phase) => {
            const own = way.steps.filter((step) => step.phase === phase);
            if (own.length === 0) return null;
            return (
              <div key={phase}>
                <h3 className="mt-2 text-note font-semibold">{phase}</h3>
                {own.map((step) => (
                  <StepLine
                    key={`${step.id} ${step.zones.join()}`}
                    tag={unit.tag}
                    step={step}
                    next={step === next}
                    disabled={disabled || busy}
                    onDone={() => void carryOut(step)}
                  />
                ))}
              </div>
            );
          })}
          {way.openMinutes > 0 && (
            <p className="flex justify-between border-b border-rule py-1.5 text-row text-soft">
              to open it so far and close it{' '}
              <span className="figures text-note">{attended(way.openMinutes)}</span>
            </p>
          )}
          {view.without.length > 0 && (
            <p className="pt-2 text-row">No method is known for {view.without.join(', ')}.</p>
          )}
          {!nothing && <WorthIt view={view} />}
          <p className="mt-3 border-t border-rule pt-2 text-note text-soft">{view.school}</p>
        </section>
        <Mixing />
      </div>
    </div>
  );
}

/** It does not come off: in a word, so that a buyer knows what it is. */
function Stays({
  zone,
  disabled,
  onSay,
}: {
  zone: CleanView['zones'][number];
  disabled: boolean;
  onSay: (stays: boolean, words: string) => void;
}) {
  const [words, setWords] = useState('');
  return (
    <span className="flex items-center gap-1.5">
      {!zone.stays && (
        <input
          aria-label={`What does not come off the ${zone.name}`}
          placeholder="a stain, ink, a burn"
          className="h-11 w-40 border-2 border-ink bg-sheet px-2 text-row"
          maxLength={80}
          disabled={disabled}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      )}
      <Button
        disabled={disabled}
        aria-pressed={zone.stays}
        tone={zone.stays ? 'strong' : 'plain'}
        onClick={() => onSay(!zone.stays, words.trim())}
      >
        Does not come off
      </Button>
    </span>
  );
}

/** Inside a supply only licensed people clean: who it was. */
function ByOthers({ disabled, onSay }: { disabled: boolean; onSay: (by: string) => void }) {
  const [by, setBy] = useState('');
  return (
    <span className="flex items-center gap-1.5">
      <input
        aria-label="Licensed person who cleaned it inside"
        placeholder="licensed person"
        className="h-11 w-40 border-2 border-ink bg-sheet px-2 text-row"
        maxLength={80}
        disabled={disabled}
        value={by}
        onChange={(event) => setBy(event.target.value)}
      />
      <Button disabled={disabled || !by.trim()} onClick={() => onSay(by.trim())}>
        Cleaned inside by them
      </Button>
    </span>
  );
}

function StepLine({
  tag,
  step,
  next,
  disabled,
  onDone,
}: {
  tag: string;
  step: StepView;
  next: boolean;
  disabled: boolean;
  onDone: () => void;
}) {
  const [shown, setShown] = useState(false);
  const open = next || shown;
  return (
    <div className="border-b border-rule py-1.5 text-row">
      <div className="flex items-start gap-2">
        <span className="min-w-0 flex-1">
          {step.does}
          {step.where && <span className="text-soft">: {step.where}</span>}
        </span>
        <span className="figures text-note whitespace-nowrap">
          {attended(step.minutes)}
          {step.alone && ` + ${duration(step.alone.minutes)}`}
        </span>
      </div>
      {step.zones.length > 0 && (
        <div className="flex items-center gap-4">
          {next ? (
            <Button tone="strong" shortcut="Enter" disabled={disabled} onClick={onDone}>
              Done
            </Button>
          ) : (
            <>
              <Quiet disabled={disabled} aria-label={`Done: ${step.does}`} onClick={onDone}>
                done
              </Quiet>
              <Quiet aria-expanded={shown} aria-label={`How: ${step.does}`} onClick={() => setShown(!shown)}>
                {shown ? 'less' : 'how'}
              </Quiet>
            </>
          )}
        </div>
      )}
      {open && (step.agent || step.tool) && (
        <p className="pt-1 text-note text-soft">
          {[step.agent !== 'none' && step.agent, step.tool].filter(Boolean).join('; ')}
          {step.beware && (
            <>
              . <b className="text-ink">{step.beware}</b>
            </>
          )}
          . {step.source}
        </p>
      )}
      {step.renew && (
        <p className="text-note">
          Or a new one:{' '}
          <Link className="underline" href={`/u/${tag}/work?log=${step.renew.repair}`}>
            {step.renew.name}
          </Link>
          , {attended(step.renew.minutes)}, about <Money minor={step.renew.partMinor} />.
        </p>
      )}
      {open &&
        step.cautions.map((caution) => (
          <CautionNote key={caution.title} title={caution.title} text={caution.text} />
        ))}
    </div>
  );
}

/** Which of it pays, and what all of it would. */
function WorthIt({ view }: { view: CleanView }) {
  const { worth } = view;
  const named = (id: string) => view.zones.find((zone) => zone.id === id)?.name ?? id;
  const names = worth.clean.map(named);
  const all = worth.leave.length === 0;
  return (
    <div className="mt-3 border-t-[1.5px] border-ink pt-2 text-row">
      {worth.clean.length > 0 ? (
        <p>
          <b>
            {worth.must.length > 0
              ? `Before power: ${worth.must.map(named).join(', ')}. ${all ? 'All of it' : `Worth it: ${names.join(', ')}`}`
              : all
                ? 'All of it pays'
                : `Worth it: ${names.join(', ')}`}
          </b>
          , {attended(worth.minutes)},{' '}
          <b className="figures text-worth">
            <Money minor={worth.gainMinor} plus />
          </b>{' '}
          after hands.
        </p>
      ) : (
        <p>
          <b>None of it pays its minutes</b>: the price bears it as it is.
        </p>
      )}
      {!all && (
        <p className="text-soft">
          All of it takes {attended(worth.allMinutes)} and {worth.allGainMinor < 0 ? 'loses' : 'brings'}{' '}
          <Money minor={Math.abs(worth.allGainMinor)} />.
        </p>
      )}
    </div>
  );
}
