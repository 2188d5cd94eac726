'use client';
import { useEffect, useRef, useState } from 'react';
import { CODE_POINTS, codeInWords, codeOf, decode, tableOf, type CodeTable } from '@/core/tapper/decode';
import { codesIn } from '@/core/tapper/written';
import { readRhythm, type Sign, type Tap } from '@/core/tapper/rhythm';
import { useShortcuts } from '../kit/keys/keyboard';
import { Button, Heading, Problem, Quiet } from '../kit/parts';

interface Props {
  /** Maker and model of the machine: its maker's codes come first. */
  maker: string;
  mayAnswer: boolean;
  onAnswer: (outcome: number) => void;
  onClose: () => void;
}

const POINT_WORDS: Record<string, string> = {
  'no-code': 'nothing',
  power: 'power',
  memory: 'memory',
  graphics: 'graphics',
  'board-or-processor': 'board or processor',
  firmware: 'firmware',
};

/** Marks of one round, as on a strip of paper. */
function Marks({ signs }: { signs: readonly Sign[] }) {
  return (
    <span aria-hidden className="inline-flex items-center gap-[5px]">
      {signs.map((sign, i) => (
        <span key={i} className={sign === '-' ? 'w-3' : `h-3 bg-ink ${sign === 'L' ? 'w-9' : 'w-3'}`} />
      ))}
    </span>
  );
}

/** What was typed, as codes; or what is wrong with it. */
function readWritten(text: string): { codes: string[] | null; problem: string } {
  if (text.trim() === '') return { codes: null, problem: '' };
  try {
    return { codes: codesIn(text), problem: '' };
  } catch (error) {
    return { codes: null, problem: (error as Error).message };
  }
}

/**
 * A key held along with a lamp or a beep: the repeating group is found, shown and looked up in the shop's
 * tables.
 */
export function Tapper({ maker, mayAnswer, onAnswer, onClose }: Props) {
  const [taps, setTaps] = useState<Tap[]>([]);
  const [down, setDown] = useState(false);
  const [tables, setTables] = useState<CodeTable[] | 'failed' | null>(null);
  const pad = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    pad.current?.focus();
    fetch('/api/codes')
      .then(async (response) =>
        setTables(response.ok ? ((await response.json()) as { tables: CodeTable[] }).tables : 'failed'),
      )
      .catch(() => setTables('failed'));
  }, []);
  // times are those of the hand's own events: when they are heard of hangs on how busy the page is
  const since = useRef<number | null>(null);
  const press = (at: number) => {
    since.current ??= at;
    setDown(true);
  };
  const release = (at: number) => {
    if (since.current === null) return;
    const tap = { down: since.current, up: at };
    since.current = null;
    setDown(false);
    setTaps((all) => [...all, tap]);
  };
  const [typed, setTyped] = useState('');
  const written = readWritten(typed);
  const rhythm = readRhythm(taps);
  const tapped = codeOf(rhythm);
  const codes = written.codes ?? (tapped === null ? [] : [tapped]);
  const enough =
    written.codes !== null || (tapped !== null && (rhythm.endless ? taps.length >= 8 : rhythm.whole >= 2));
  const own = (name: string) => Number(tableOf(name, maker));
  const hits =
    codes.length && Array.isArray(tables)
      ? decode(codes, tables).sort((a, b) => a.off - b.off || own(b.maker) - own(a.maker))
      : [];
  const code = written.codes ? null : tapped;
  const first = hits[0]?.off === 0 && hits[0].line.points ? hits[0] : null;
  const answerFirst = () => {
    if (first) onAnswer(CODE_POINTS.indexOf(first.line.points!));
  };
  useShortcuts((key) => {
    if (key === 'Escape') {
      onClose();
      return true;
    }
    if (key === 'Backspace') {
      setTaps([]);
      return true;
    }
    if (key === 'Enter' && mayAnswer && first && enough) {
      answerFirst();
      return true;
    }
    return false;
  });
  return (
    <section aria-label="Tapper" className="mt-3.5">
      <div className="grid gap-4 md:grid-cols-[190px_1fr]">
        <button
          ref={pad}
          type="button"
          aria-label="Hold while the lamp is lit or the beep sounds"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            press(event.timeStamp);
          }}
          onPointerUp={(event) => release(event.timeStamp)}
          onPointerCancel={(event) => release(event.timeStamp)}
          onKeyDown={(event) => {
            if (event.key === ' ') {
              event.preventDefault();
              if (!event.repeat) press(event.timeStamp);
            }
            if (event.key === 'Enter') {
              event.preventDefault();
              if (mayAnswer && enough) answerFirst();
            }
          }}
          onKeyUp={(event) => {
            if (event.key === ' ') {
              event.preventDefault();
              release(event.timeStamp);
            }
          }}
          onContextMenu={(event) => event.preventDefault()}
          className={`mat grid min-h-[150px] touch-none self-start place-items-center border-2 border-ink px-3 text-center text-read font-semibold select-none ${down ? 'bg-ink text-paper' : ''}`}
        >
          <span className={down ? '' : 'bg-paper px-2 py-1 text-ink'}>
            {down ? (
              'lit'
            ) : (
              <>
                Hold the space bar, or press here, as long as it is lit.
                <br />
                Three rounds are enough.
              </>
            )}
          </span>
        </button>
        <div aria-live="polite" className="min-w-0 text-read">
          {taps.length < 2 && !typed && (
            <p className="text-soft">
              {taps.length === 0
                ? 'Nothing tapped yet. Long and short are told apart by themselves; a slip does not matter.'
                : 'Go on.'}
            </p>
          )}
          {taps.length >= 2 && code && (
            <>
              <p className="flex flex-wrap items-center gap-3 text-head font-semibold">
                <Marks signs={rhythm.endless ? (rhythm.rounds[0]?.slice(0, 8) ?? []) : rhythm.group} />
                {codeInWords(code)}
              </p>
              <p className="text-row text-soft">
                {rhythm.endless
                  ? 'No pause so far: wait for one, or it never pauses.'
                  : `${rhythm.agreeing} of ${rhythm.whole} whole ${rhythm.whole === 1 ? 'round' : 'rounds'} to the letter.${enough ? '' : ' One more round.'}`}
              </p>
              {!rhythm.endless && (
                <ol
                  aria-label="Rounds as tapped"
                  className="mt-1.5 flex flex-wrap gap-x-6 gap-y-1.5 opacity-70"
                >
                  {rhythm.rounds.slice(-8).map((signs, i) => (
                    <li key={i}>
                      <span className="sr-only">{signs.join(' ')}</span>
                      <Marks signs={signs} />
                    </li>
                  ))}
                </ol>
              )}
            </>
          )}
          {written.problem && <p className="text-soft">{written.problem}</p>}
          {written.codes && (
            <p className="text-head font-semibold">
              {written.codes.map((each) => codeInWords(each)).join(', or ')}
            </p>
          )}
          {(taps.length >= 2 || written.codes !== null) && (
            <div className="mt-3">
              <Heading className="text-row">In the tables</Heading>
              {tables === 'failed' && (
                <Problem>
                  The tables could not be read. Note the code; the answer can be given by its number.
                </Problem>
              )}
              {Array.isArray(tables) && tables.length === 0 && (
                <p className="text-soft">The shop has no tables of codes yet: add them under House rules.</p>
              )}
              {Array.isArray(tables) && tables.length > 0 && hits.length === 0 && (
                <p className="text-soft">Not in any of them, nor one sign off.</p>
              )}
              {hits.length > 0 && (
                <table className="w-full text-row">
                  <caption className="sr-only">Codes of the tables like the tapped one</caption>
                  <tbody>
                    {hits.slice(0, hits[0].off === 0 ? 2 : 5).map((hit) => (
                      <tr key={`${hit.maker} ${hit.line.code}`} className="border-b border-soft/40">
                        <th scope="row" className="py-1 pr-3 text-left font-semibold">
                          {hit.maker}
                        </th>
                        <td className="py-1 pr-3">{hit.line.meaning}</td>
                        <td className="py-1 pr-3 text-note text-soft">
                          {hit.off > 0 && `one sign off: ${codeInWords(hit.line.code)}`}
                        </td>
                        <td className="py-1 text-right">
                          {hit.line.points && mayAnswer && (
                            <Quiet onClick={() => onAnswer(CODE_POINTS.indexOf(hit.line.points!))}>
                              it is {POINT_WORDS[hit.line.points]}
                            </Quiet>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </div>
          )}
          <label className="mt-3 flex flex-wrap items-center gap-2 text-row">
            or write it
            <input
              aria-label="The code as it is written"
              placeholder="3.2, 2-1-1-3, 0x7B, long short, lamps 1 3, first words"
              className="h-11 min-w-0 flex-1 border-2 border-ink bg-sheet px-2 text-read"
              maxLength={80}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === 'Enter' && mayAnswer && first) {
                  event.preventDefault();
                  answerFirst();
                }
              }}
            />
          </label>
          <p className="mt-3 flex flex-wrap gap-3">
            {first && mayAnswer && (
              <Button tone="strong" shortcut="Enter" disabled={!enough} onClick={answerFirst}>
                It points to {POINT_WORDS[first.line.points!]}
              </Button>
            )}
            {taps.length > 0 && (
              <Button
                shortcut="⌫"
                onClick={() => {
                  setTaps([]);
                  pad.current?.focus();
                }}
              >
                Again from the start
              </Button>
            )}
            <Button shortcut="Esc" onClick={onClose}>
              Close
            </Button>
          </p>
        </div>
      </div>
    </section>
  );
}
