'use client';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useRef, useState, type FormEvent } from 'react';
import { ENDINGS, type Ending } from '@/core/catalogue';
import { ENDING_WORDS } from '@/words/names';
import type { UnitHead } from '@/words/unit/view';
import { carriedOut } from '@/core/record/endings';
import { WorkSheet, type Taken, type WorkEnd } from './WorkSheet';
import { usePhotoUpload } from '../../kit/hooks/usePhotoUpload';
import { Exchange, type ExchangeInput } from '../../parts/Exchange';
import { ChoiceField, TextField } from '../../kit/fields';
import { useShortcuts } from '../../kit/keys/keyboard';
import { Button, Heading, Key, Problem } from '../../kit/parts';
import { useCommand } from '../../kit/hooks/useCommand';
import { shop } from '../../live/shop';
import { asideWords, type LaidAside } from '../aside';
import { Materials, useMaterials } from '../Materials';

/** A repair or a piece of work, with its usual minutes. */
export interface LogChoice {
  ref: string;
  name: string;
  minutes: number;
  repair: boolean;
  /** Class of the part it takes. */
  takes: string | null;
}

const SHOWN = 12;
const matches = (name: string, text: string) =>
  text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => name.toLowerCase().includes(word));

/** Work that was done out of order is told afterwards, with its time and how it ended. */
export function LogWork({
  unit,
  choices,
  first,
}: {
  unit: UnitHead;
  choices: readonly LogChoice[];
  /** Already chosen in the one box. */
  first: string | null;
}) {
  const { send, problem, busy } = useCommand();
  const named = choices.find(({ ref }) => ref === first) ?? null;
  const [chosen, setChosen] = useState<LogChoice | null>(named);
  const [minutes, setMinutes] = useState(named ? String(named.minutes) : '');
  const [ended, setEnded] = useState<Ending>('helped');
  const [text, setText] = useState('');
  const [said, setSaid] = useState('');
  const [asking, setAsking] = useState(false);
  const [inWords, setInWords] = useState(false);
  const materials = useMaterials();
  const photos = usePhotoUpload(unit.tag);
  const box = useRef<HTMLInputElement>(null);
  const form = useRef<HTMLFormElement>(null);
  useShortcuts((key) => {
    if (key.toLowerCase() !== 'k' || unit.held || !unit.mayWrite) return false;
    box.current?.focus();
    return true;
  });
  if (!unit.mayWrite || unit.held) return null;
  const choose = (choice: LogChoice | null) => {
    setChosen(choice);
    setSaid('');
    if (!choice) return;
    setMinutes(String(choice.minutes));
    form.current?.querySelector<HTMLInputElement>('input[name="minutes"]')?.select();
  };
  const log = async (event?: FormEvent, parts?: ExchangeInput, whole?: WorkEnd, taken?: Taken) => {
    event?.preventDefault();
    if (!chosen) return;
    if (chosen.takes && carriedOut(ended) && !parts && !whole) return setAsking(true);
    const logged = await send<{ workId: string }>(
      'logWork',
      {
        unitId: unit.id,
        ref: chosen.ref,
        minutes: Number(minutes.replace(',', '.')),
        ...(whole ?? { ...(chosen.repair && { ended }), ...(parts && { parts }) }),
        ...(materials.used.length && { materials: materials.used }),
      },
      unit.version,
    );
    if (!logged.ok) return;
    if (taken?.files.length)
      await photos.upload(taken.files, { role: taken.role, about: `work:${logged.answer.workId}` });
    setAsking(false);
    setInWords(false);
    setSaid(`On record: ${whole?.title ?? chosen.name}, ${minutes} min.`);
    setChosen(null);
    setMinutes('');
    setText('');
    materials.clear();
  };
  const start = async () => {
    if (!chosen) return;
    const begun = await send<{ aside: LaidAside[] }>(
      'startWork',
      { unitId: unit.id, ref: chosen.ref },
      unit.version,
    );
    if (!begun.ok) return;
    shop.say(asideWords(begun.answer.aside));
    choose(null);
    setText('');
  };
  if (inWords && chosen)
    return (
      <WorkSheet
        tag={unit.tag}
        name={`${chosen.name}, ${minutes} min`}
        repair={chosen.repair}
        nameless={chosen.ref === 'other'}
        takes={chosen.takes}
        problem={problem}
        busy={busy}
        onDone={(end, taken) => void log(undefined, undefined, end, taken)}
        onCancel={() => setInWords(false)}
      />
    );
  if (asking && chosen?.takes)
    return (
      <Exchange
        tag={unit.tag}
        partClass={chosen.takes}
        title={`${chosen.name}, ${minutes} min.`}
        problem={problem}
        cured={chosen.repair && ended === 'helped'}
        busy={busy}
        narrow
        onDone={(parts) => void log(undefined, parts)}
        onCancel={() => setAsking(false)}
      />
    );
  const found = choices.filter(({ name }) => matches(name, text)).slice(0, SHOWN);
  return (
    <section aria-label="Any work" className="panel">
      <Heading>
        <Key>K</Key> Any work: start it, or log it as done
      </Heading>
      <form
        ref={form}
        onSubmit={(event) => void log(event)}
        className="mt-2 grid grid-cols-[96px_minmax(0,1fr)] items-end gap-2"
      >
        <Combobox value={chosen} onChange={choose} immediate>
          <div className="col-span-2">
            <label htmlFor="log-work" className="block text-row font-semibold">
              Which work
            </label>
            <ComboboxInput
              id="log-work"
              ref={box}
              displayValue={(choice: LogChoice | null) => choice?.name ?? text}
              onChange={(event) => setText(event.target.value)}
              autoComplete="off"
              placeholder="reseat, paste, keyboard …"
              className="h-11 w-full border-2 border-ink bg-sheet px-2.5"
            />
            <ComboboxOptions
              anchor={{ to: 'bottom start', padding: 66 }}
              className="z-20 max-h-80 w-(--input-width) overflow-auto border-2 border-ink bg-paper"
            >
              {found.map((choice) => (
                <ComboboxOption
                  key={choice.ref}
                  value={choice}
                  className="flex min-h-11 items-center justify-between gap-3 border-b border-rule px-3 data-focus:bg-ink data-focus:text-paper"
                >
                  {choice.name}
                  <span className="figures text-note whitespace-nowrap">{choice.minutes} min</span>
                </ComboboxOption>
              ))}
              {found.length === 0 && (
                <div className="px-3 py-2 text-row text-soft">No work by that name.</div>
              )}
            </ComboboxOptions>
          </div>
        </Combobox>
        <TextField
          label="Hands"
          hint="min"
          name="minutes"
          inputMode="decimal"
          value={minutes}
          onChange={(event) => setMinutes(event.target.value)}
          required
        />
        {chosen?.repair !== false && (
          <ChoiceField
            label="It ended"
            value={ended}
            onChange={(event) => setEnded(event.target.value as Ending)}
          >
            {ENDINGS.map((each) => (
              <option key={each} value={each}>
                {ENDING_WORDS[each]}
              </option>
            ))}
          </ChoiceField>
        )}
        {chosen && (
          <div className="col-span-2">
            <Materials workRef={chosen.ref} lines={materials.lines} setLines={materials.setLines} />
          </div>
        )}
        <p className="col-span-2 flex flex-wrap gap-2">
          <Button tone="strong" disabled={busy || !chosen} onClick={() => void start()}>
            Start it, clock on
          </Button>
          <Button type="submit" disabled={busy || !chosen}>
            Log it
          </Button>
          <Button disabled={busy || !chosen || !minutes.trim()} onClick={() => setInWords(true)}>
            With parts, in words
          </Button>
        </p>
      </form>
      {said && (
        <p role="status" className="mt-1 text-row">
          {said}
        </p>
      )}
      {photos.problem && <Problem>{photos.problem}</Problem>}
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </section>
  );
}
