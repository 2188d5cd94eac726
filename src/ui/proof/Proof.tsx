'use client';
import { useState } from 'react';
import { Button, Heading, Key, Problem, Quiet } from '../kit/parts';
import { TextField } from '../kit/fields';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { useCommand } from '../kit/hooks/useCommand';
import { useGiven } from '../kit/hooks/useGiven';
import { Money } from '../kit/theShop';
import { attended } from '../kit/words';
import type { PhotoLine } from '@/words/unit/photos';
import { MarkPhotos } from './MarkPhotos';
import { SurfaceMap, type MarkView, type SurfaceView } from './SurfaceMap';
import type { UnitHead } from '@/words/unit/view';

export interface TestView {
  id: string;
  name: string;
  how: string;
  result: 'pass' | 'fail' | 'absent' | null;
  by: string;
  /** What the machine’s own test told; empty: a person said it. */
  told: string;
}

export interface GradeView {
  given: string | null;
  would: string | null;
  points: number;
  reasons: string[];
  open: string[];
  blocked: string[];
  lifts: { to: string; minutes: number; gainMinor: number; netMinor: number; words: string }[];
  rubric: string;
}

interface Props {
  unit: UnitHead;
  tests: TestView[];
  surfaces: SurfaceView[];
  marks: MarkView[];
  kinds: { id: string; name: string }[];
  grade: GradeView;
  battery: string | null;
  top: string | null;
  /** What a grade wants somebody here to have seen, and only the seller has said. */
  said: { key: string; name: string; value: string }[];
  laptop: boolean;
  /** What does not come off, place by place. */
  stains: { zone: string; words: string }[];
  photos: readonly PhotoLine[];
}

const RESULTS = [
  ['pass', 'works'],
  ['fail', 'fails'],
  ['absent', 'not fitted'],
] as const;
const SIZES = ['small', 'medium', 'large'];
/** One for each thing that was only said. */
const SAID_KEYS = 'ab';

/**
 * Proving: tests by keys, marks on the drawn machine, battery and heat; the grade with its reasons as it
 * stands.
 */
export function Proof({
  unit,
  tests,
  surfaces,
  marks,
  kinds,
  grade,
  battery,
  top,
  said,
  laptop,
  stains,
  photos,
}: Props) {
  const { send, problem, busy } = useCommand();
  const [picked, setPicked] = useState<string | null>(null);
  const [kind, setKind] = useState(kinds[0].id);
  const [size, setSize] = useState(0);
  const disabled = !unit.mayWrite || unit.held;
  // results on their way: the next test does not wait for them
  const given = useGiven<TestView['result']>(unit.version);
  const resultOf = (test: TestView) => given.of(test.id) ?? test.result;
  const current =
    tests.find((test) => test.id === picked) ?? tests.find((test) => resultOf(test) === null) ?? null;
  const record = (test: TestView, result: (typeof RESULTS)[number]) => {
    setPicked(null);
    const input = { unitId: unit.id, test: test.id, result: result[0] };
    const words = `${unit.tag}: ${test.name}: ${result[1]}`;
    void given.give(test.id, result[0], send('recordTest', input, unit.version, { words }));
  };
  const confirm = ({ key, value }: Props['said'][number]) =>
    void send('typeSpec', { unitId: unit.id, key, value }, unit.version);
  const give = () => void send('giveGrade', { unitId: unit.id }, unit.version);
  useShortcuts((key) => {
    if (disabled) return false;
    const result = RESULTS[Number(key) - 1];
    if (result) return acted(current && (() => record(current, result)));
    const line = said[SAID_KEYS.indexOf(key.toLowerCase())];
    if (line) return acted(() => confirm(line), busy);
    return acted(key === 'Enter' && !grade.given && grade.would !== null && give, busy);
  });
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] lg:items-start">
      <div className="flex flex-col gap-gutter">
        <section aria-label="Function tests" className="panel">
          <div className="flex items-baseline justify-between">
            <Heading className="text-title!">Prove it</Heading>
            <span className="text-note text-soft">
              <Key>1</Key> works <Key>2</Key> fails <Key>3</Key> not fitted
            </span>
          </div>
          <table className="mt-1 w-full border-collapse text-row">
            <caption className="sr-only">Function tests</caption>
            <tbody>
              {tests.map((test) => {
                const on = test === current;
                return (
                  <tr key={test.id} className={`border-b border-rule ${on ? 'bg-ink text-paper' : ''}`}>
                    <th scope="row" className="px-1.5 py-1 text-left font-normal">
                      <button
                        type="button"
                        onClick={() => setPicked(test.id)}
                        className="text-left"
                        title={test.how}
                      >
                        {test.name}
                      </button>
                      {on && test.how && <span className="block text-note">{test.how}</span>}
                      {test.told && (
                        <span className={`block text-fine ${on ? '' : 'text-soft'}`}>{test.told}</span>
                      )}
                    </th>
                    <td className="py-1 pr-1 text-right whitespace-nowrap">
                      {RESULTS.map(([result, word]) => (
                        <button
                          key={result}
                          type="button"
                          disabled={disabled}
                          aria-pressed={resultOf(test) === result}
                          onClick={() => record(test, [result, word] as (typeof RESULTS)[number])}
                          className={`ml-1 min-h-8 border-[1.5px] px-1.5 text-note ${resultOf(test) === result ? (on ? 'border-paper bg-paper text-ink font-bold' : 'border-ink bg-ink font-bold text-paper') : 'border-current opacity-80'}`}
                        >
                          {word}
                        </button>
                      ))}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
        <section aria-label="Readings" className="flex flex-wrap gap-4 bg-paper px-5 py-4">
          <Reading unit={unit} name="Top temperature under load" hint="°C" field="topCelsius" value={top} />
          {laptop && (
            <Reading unit={unit} name="Battery health" hint="%" field="batteryHealth" value={battery} />
          )}
        </section>
      </div>
      <div className="flex flex-col gap-gutter">
        <section aria-label="Marks" className="panel">
          <div className="mb-2 flex flex-wrap items-center gap-1.5" role="group" aria-label="Kind of defect">
            {kinds.map((entry) => (
              <button
                key={entry.id}
                type="button"
                aria-pressed={kind === entry.id}
                onClick={() => setKind(entry.id)}
                className={`min-h-8 border-[1.5px] border-ink px-2 text-note ${kind === entry.id ? 'bg-ink text-paper' : ''}`}
              >
                {entry.name}
              </button>
            ))}
            <span className="w-2" />
            {SIZES.map((word, i) => (
              <button
                key={word}
                type="button"
                aria-pressed={size === i}
                onClick={() => setSize(i)}
                className={`min-h-8 border-[1.5px] border-ink px-2 text-note ${size === i ? 'bg-ink text-paper' : ''}`}
              >
                {word}
              </button>
            ))}
          </div>
          <SurfaceMap
            surfaces={surfaces}
            marks={marks}
            disabled={disabled}
            onMark={(surface, x, y) =>
              void send('markDefect', { unitId: unit.id, surface, kind, size, x, y }, unit.version)
            }
          />
          <ol className="mt-1.5 columns-2 gap-6 text-note">
            {marks.map((mark) => (
              <li key={mark.id} className="break-inside-avoid">
                <b className="figures text-note">{mark.number}</b> {mark.label}{' '}
                {unit.mayWrite && !unit.held && (
                  <>
                    <Quiet
                      className="min-h-0! border-0! text-fine! underline decoration-dotted text-soft"
                      disabled={busy}
                      onClick={() =>
                        void send(
                          'removeDefect',
                          { unitId: unit.id, defectId: mark.id, why: 'mended' },
                          unit.version,
                        )
                      }
                    >
                      mended
                    </Quiet>{' '}
                    <Quiet
                      className="min-h-0! border-0! text-fine! underline decoration-dotted text-soft"
                      disabled={busy}
                      onClick={() =>
                        void send(
                          'removeDefect',
                          { unitId: unit.id, defectId: mark.id, why: 'mistaken' },
                          unit.version,
                        )
                      }
                    >
                      mistaken
                    </Quiet>
                  </>
                )}
                <MarkPhotos
                  tag={unit.tag}
                  of={`mark ${mark.number}, ${mark.label}`}
                  about={`mark:${mark.id}`}
                  photos={photos}
                  mayWrite={!disabled}
                />
              </li>
            ))}
            {stains.map(({ zone, words }) => (
              <li key={zone} className="break-inside-avoid">
                {words}
                <MarkPhotos
                  tag={unit.tag}
                  of={words}
                  about={`zone:${zone}`}
                  photos={photos}
                  mayWrite={!disabled}
                />
              </li>
            ))}
          </ol>
          {marks.length === 0 && (
            <p className="text-note text-soft">
              No marks. Click where one is; with keys: Tab to the drawing, arrows, Enter.
            </p>
          )}
        </section>
        <section
          aria-label="Grade"
          className="grid grid-cols-[88px_1fr] items-start gap-4 bg-paper px-5 py-4"
        >
          <p className="border-2 border-ink py-2 text-center text-huge leading-none font-bold">
            {grade.given ?? (grade.would ? <span className="text-soft">{grade.would}</span> : '–')}
          </p>
          <div className="text-row">
            <p>
              <b>
                {grade.given
                  ? `Grade ${grade.given}`
                  : grade.would
                    ? `Would be ${grade.would}`
                    : 'Not yet gradable'}
              </b>
              , {grade.points === 0 ? 'no marks' : `${grade.points.toFixed(1)} points`} by rubric{' '}
              {grade.rubric}.
            </p>
            <ul>
              {grade.reasons.map((reason) => (
                <li key={reason}>{reason}</li>
              ))}
            </ul>
            {grade.open.length > 0 && <p>Open: {grade.open.join(', ')}.</p>}
            {said.map((line, i) => (
              <p key={line.key} className="mt-1.5">
                <Button
                  shortcut={SAID_KEYS[i].toUpperCase()}
                  disabled={disabled || busy}
                  onClick={() => confirm(line)}
                >
                  {line.name}: {line.value}. Seen, as said
                </Button>
              </p>
            ))}
            {grade.blocked.length > 0 && (
              <p>
                <b>Cannot be sold as working:</b> {grade.blocked.join(', ')}.
              </p>
            )}
            {grade.lifts.length > 0 && (
              <table className="mt-1 w-full border-collapse text-note">
                <caption className="sr-only">Cheapest ways to a better grade</caption>
                <tbody>
                  {grade.lifts.map((lift) => (
                    <tr key={lift.to} className="border-b border-rule">
                      <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                        <b>{lift.to}</b> with {lift.words} put right
                      </th>
                      <td className="figures text-right text-note">{attended(lift.minutes)}</td>
                      <td
                        className={`figures pl-2 text-right text-note whitespace-nowrap ${lift.netMinor > 0 ? 'text-worth' : 'text-soft'}`}
                        title="What it fetches more, less hands, parts and fees"
                      >
                        <Money minor={lift.netMinor} plus />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {!grade.given && (
              <Button
                tone="strong"
                shortcut="Enter"
                className="mt-2"
                disabled={disabled || busy || !grade.would}
                onClick={give}
              >
                Give the grade
              </Button>
            )}
          </div>
        </section>
        {problem && <Problem>{problem.message}</Problem>}
      </div>
    </div>
  );
}

function Reading({
  unit,
  name,
  hint,
  field,
  value,
}: {
  unit: UnitHead;
  name: string;
  hint: string;
  field: string;
  value: string | null;
}) {
  const { send, problem, busy } = useCommand();
  const [text, setText] = useState('');
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={async (event) => {
        event.preventDefault();
        if ((await send('typeSpec', { unitId: unit.id, key: field, value: text }, unit.version)).ok)
          setText('');
      }}
    >
      <TextField
        label={name}
        hint={value ? `now ${value}` : hint}
        inputMode="decimal"
        value={text}
        onChange={(event) => setText(event.target.value)}
        required
        fault={problem?.message}
        wrap="w-[220px]"
      />
      <Button type="submit" disabled={busy || !unit.mayWrite || unit.held}>
        Note
      </Button>
    </form>
  );
}
