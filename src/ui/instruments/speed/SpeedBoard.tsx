'use client';
import { useEffect, useState } from 'react';
import { speeds } from '@/catalog/instruments/readings';
import { memoryPeak } from '@/core/instruments/speed';
import { besideKey, pairsOf, TIMED_UNITS, type Timed } from '@/core/instruments/findingsFromReading';
import {
  besideWords,
  figureWords,
  type Beside,
  type OpenRunView,
  type SpeedLine,
} from '@/words/readings/view';
import type { PhotoLine } from '@/words/unit/photos';
import type { UnitHead } from '@/words/unit/view';
import { useShortcuts } from '../../kit/keys/keyboard';
import { ChoiceField, TextField } from '../../kit/fields';
import { Button, Heading, Key, Problem } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { figureTyped, percent } from '../../kit/words';
import { LinesLater } from '../run/LinesLater';
import { Pairs } from '../run/Pairs';
import { ReadingFoot } from '../run/ReadingFoot';
import { RunPanel } from '../run/RunPanel';

type TimedKey = keyof Timed;
/** Seconds that are taken by the stopwatch, each by its key. */
const WATCHES: [TimedKey, string][] = [
  ['start', 'q'],
  ['browser', 'b'],
];

const TYPED: TimedKey[] = ['read', 'small', 'memory'];
const SEEN: TimedKey[] = ['frames', 'frames1', 'frames01', 'dropped480', 'dropped720', 'dropped1080'];

interface Props {
  unit: UnitHead;
  lines: readonly SpeedLine[];
  open: OpenRunView | null;
  onPapers: boolean;
  /** The same figures on other machines of its model. */
  beside: Readonly<Record<string, Beside>>;
  photos: readonly PhotoLine[];
}

/** How fast the machine is: its drive by reading it, the rest by the stopwatch and by hand; what a change made of it. */
export function SpeedBoard({ unit, lines, open, onPapers, beside, photos }: Props) {
  const { send, problem, busy } = useCommand();
  const [could, setCould] = useState('');
  const [values, setValues] = useState<Partial<Record<TimedKey, string>>>({});
  const [index, setIndex] = useState({ name: '', value: '', unit: '' });
  const [subject, setSubject] = useState({ drive: '', title: '', settings: '' });
  const [said, setSaid] = useState('');
  const [memory, setMemory] = useState({ rate: '', channels: '1' });
  const disabled = busy || !unit.mayWrite || unit.held;
  const last = lines[lines.length - 1];
  const drive = lines.findLast((line) => line.drive);
  const timed = Object.fromEntries(
    (Object.keys(TIMED_UNITS) as TimedKey[]).flatMap((id) => {
      const value = figureTyped(values[id]);
      return value === undefined ? [] : [[id, value]];
    }),
  );
  const indexValue = figureTyped(index.value);
  const indices =
    index.name.trim() && indexValue !== undefined
      ? [{ name: index.name.trim(), value: indexValue, unit: index.unit.trim() }]
      : [];
  const nothing = Object.keys(timed).length + indices.length === 0;
  const note = async () => {
    const sent = await send(
      'recordSpeed',
      { unitId: unit.id, timed, indices, interface: could || null, subject, note: said },
      unit.version,
    );
    if (!sent.ok) return;
    setValues({});
    setIndex({ name: '', value: '', unit: '' });
    setSaid('');
  };
  const peak = figureTyped(memory.rate)
    ? memoryPeak(figureTyped(memory.rate)!, Number(memory.channels))
    : null;
  const share = peak && figureTyped(values.memory) ? figureTyped(values.memory)! / peak : null;
  const field = (id: TimedKey) => (
    <TextField
      key={id}
      label={figureWords(id)}
      hint={TIMED_UNITS[id]}
      inputMode="decimal"
      value={values[id] ?? ''}
      onChange={(event) => setValues({ ...values, [id]: event.target.value })}
      wrap="self-end"
    />
  );
  const asInterface = (
    <ChoiceField label="The drive can" value={could} onChange={(event) => setCould(event.target.value)}>
      <option value="">not known</option>
      {speeds.classes.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </ChoiceField>
  );
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_360px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-gutter">
        {drive && (
          <section aria-label="Drive" className="border-2 border-ink bg-mat p-3">
            {drive.curve.length > 1 && (
              <LinesLater
                label="Reads along the drive"
                samples={drive.curve}
                columns={['read']}
                unit="MB/s"
                along="places"
                against={
                  drive.drive!.could
                    ? { value: drive.drive!.could.low, words: drive.drive!.could.name }
                    : undefined
                }
                height={220}
              />
            )}
            <p className="mt-1 text-row">
              It reads as fast as{' '}
              <b>{drive.drive!.class?.name ?? 'no interface does: slower than a hard disk'}</b>.{' '}
              {drive.drive!.slowPort && drive.answers['link-speed'] === 'slower' && (
                <b>About half of what it could: wrong port or mode. </b>
              )}
              {drive.drive!.slowPort && !drive.answers['link-speed'] && <b>The drive itself is slow. </b>}
              {drive.stalls > 0 && (
                <b>
                  It stalled at {drive.stalls} of {drive.of} places.
                </b>
              )}
            </p>
          </section>
        )}
        <RunPanel
          unit={unit}
          kind="speed"
          title={drive ? 'Read the drive again' : 'Read the drive'}
          open={open}
          how="The line reads the drive in two dozen places, past every cache, and in small blocks. It never writes."
          fields={asInterface}
          about={() => (could ? { interface: could } : {})}
          draw={(samples) => (
            <LinesLater
              label="Reads so far"
              samples={samples}
              columns={['read']}
              unit="MB/s"
              along="places"
            />
          )}
        />
        <Pairs pairs={pairsOf(lines)} />
      </div>
      <div className="flex flex-col gap-gutter">
        {unit.mayWrite && !unit.held && (
          <section aria-label="By hand" className="panel">
            <Heading>By stopwatch and by hand</Heading>
            {WATCHES.map(([id, key]) => (
              <Stopwatch
                key={id}
                letter={key}
                label={figureWords(id)}
                value={values[id] ?? ''}
                onValue={(value) => setValues((own) => ({ ...own, [id]: value }))}
              />
            ))}
            <div className="mt-2 grid grid-cols-2 gap-2">
              {TYPED.map(field)}
              <TextField
                label="Memory runs at"
                hint="MT/s"
                inputMode="decimal"
                value={memory.rate}
                onChange={(event) => setMemory({ ...memory, rate: event.target.value })}
                wrap="self-end"
              />
              <TextField
                label="Any index, its name"
                value={index.name}
                maxLength={40}
                onChange={(event) => setIndex({ ...index, name: event.target.value })}
                wrap="self-end"
              />
              <span className="grid grid-cols-[1fr_72px] gap-2 self-end">
                <TextField
                  label="its figure"
                  inputMode="decimal"
                  value={index.value}
                  onChange={(event) => setIndex({ ...index, value: event.target.value })}
                />
                <TextField
                  label="unit"
                  value={index.unit}
                  maxLength={12}
                  onChange={(event) => setIndex({ ...index, unit: event.target.value })}
                />
              </span>
              {(figureTyped(values.read) ?? figureTyped(values.small)) !== undefined && (
                <TextField
                  label="Which drive"
                  hint="where it is, its name"
                  value={subject.drive}
                  maxLength={60}
                  onChange={(event) => setSubject({ ...subject, drive: event.target.value })}
                  wrap="col-span-2"
                />
              )}
            </div>
            <details>
              <summary className="min-h-11 cursor-pointer py-2.5 text-row font-semibold">
                Frames and films
              </summary>
              <div className="grid grid-cols-2 gap-2">
                <TextField
                  label="Which game or film"
                  value={subject.title}
                  maxLength={60}
                  onChange={(event) => setSubject({ ...subject, title: event.target.value })}
                  wrap="self-end"
                />
                <TextField
                  label="how it was set"
                  hint="size, quality"
                  value={subject.settings}
                  maxLength={60}
                  onChange={(event) => setSubject({ ...subject, settings: event.target.value })}
                  wrap="self-end"
                />
                {SEEN.map(field)}
              </div>
            </details>
            <TextField
              label="A note to it"
              value={said}
              maxLength={300}
              onChange={(event) => setSaid(event.target.value)}
              wrap="mt-2"
            />
            {peak !== null && (
              <p className="mt-1 flex flex-wrap items-center gap-2 text-row">
                On
                <select
                  aria-label="Channels"
                  value={memory.channels}
                  onChange={(event) => setMemory({ ...memory, channels: event.target.value })}
                  className="min-h-11 border-2 border-ink bg-sheet px-2"
                >
                  <option value="1">one channel</option>
                  <option value="2">two channels</option>
                </select>
                at most <b className="figures text-note">{peak.toLocaleString('en')} MB/s</b>
                {share !== null && <>, of which {percent(share)} was measured</>}
              </p>
            )}
            <p className="mt-2">
              <Button tone="strong" disabled={disabled || nothing} onClick={() => void note()}>
                Note them
              </Button>
            </p>
            {problem && <Problem>{problem.message}</Problem>}
          </section>
        )}
        {last && (
          <section aria-label="As read last" className="panel">
            <Heading>As read last</Heading>
            {last.figures.map(({ id, value, unit: of, on }) => (
              <p
                key={besideKey({ id, value, unit: of, on })}
                className="flex justify-between gap-2 border-b border-rule py-1 text-row"
              >
                <span>
                  {figureWords(id)}
                  {on && <span className="block text-note text-soft">{on}</span>}
                  <BesideIt of={beside[besideKey({ id, value, unit: of, on })]} unit={of} />
                </span>
                <span className="figures text-note">
                  {value} {of}
                </span>
              </p>
            ))}
            <ReadingFoot unit={unit} kind="speed" onPapers={onPapers} line={last} photos={photos} />
          </section>
        )}
      </div>
    </div>
  );
}

/** What other machines of its model came to. */
function BesideIt({ of, unit }: { of: Beside | undefined; unit: string }) {
  return of ? <span className="block text-note text-soft">{besideWords(of, unit)}</span> : null;
}

/** Seconds between two presses of a key. */
function Stopwatch({
  letter,
  label,
  value,
  onValue,
}: {
  letter: string;
  label: string;
  value: string;
  onValue: (value: string) => void;
}) {
  const [since, setSince] = useState<number | null>(null);
  const [shown, setShown] = useState(0);
  useEffect(() => {
    if (since === null) return;
    const timer = setInterval(() => setShown((performance.now() - since) / 1000), 100);
    return () => clearInterval(timer);
  }, [since]);
  const press = () => {
    if (since === null) {
      setShown(0);
      setSince(performance.now());
    } else {
      onValue(((performance.now() - since) / 1000).toFixed(1));
      setSince(null);
    }
  };
  useShortcuts((key) => {
    if (key.toLowerCase() !== letter) return false;
    press();
    return true;
  });
  return (
    <div className="mt-1 flex items-end gap-2">
      <TextField
        label={label}
        hint="s"
        inputMode="decimal"
        value={since === null ? value : shown.toFixed(1)}
        onChange={(event) => onValue(event.target.value)}
        wrap="flex-1"
      />
      <Button tone={since === null ? 'plain' : 'strong'} onClick={press}>
        <Key>{letter.toUpperCase()}</Key> {since === null ? 'Start' : 'Stop'}
      </Button>
    </div>
  );
}
