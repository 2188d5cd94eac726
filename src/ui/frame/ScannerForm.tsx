'use client';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { bench } from '../kit/keys/keyboard';
import { LONGEST_GAP_MS, SCANNER_CODE, USUAL_SCANNER, learnScanner, type Scanner } from '../kit/keys/scanner';
import { Button, Quiet } from '../kit/parts';

/** Nothing was pressed for so long: what came is the whole code, ms. */
const QUIET_MS = 700;
const SHORTEST_GAP_MS = 10;
/** It changes by this page alone. */
const never = () => () => undefined;

/** Every key goes to this page while it listens; what came is compared with the code that was to be scanned. */
export function ScannerForm() {
  const scanner = useSyncExternalStore(never, bench.scanner, () => USUAL_SCANNER);
  const [listening, setListening] = useState(false);
  const [said, setSaid] = useState('');
  const heard = useRef<{ key: string; at: number }[]>([]);
  const keep = (next: Scanner, words: string) => {
    bench.set(next);
    setSaid(words);
  };
  useEffect(() => {
    if (!listening) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    heard.current = [];
    const stop = bench.listen((key, at) => {
      clearTimeout(timer);
      heard.current.push({ key, at });
      if (key === 'Escape') return setListening(false);
      timer = setTimeout(() => {
        const keys = heard.current;
        const learnt = learnScanner(keys, SCANNER_CODE);
        setListening(false);
        if (learnt) keep(learnt, 'Learnt. Scan any tag now to try it.');
        else setSaid(`That was not ${SCANNER_CODE} from a scanner: ${keys.length} keys came. Try again.`);
      }, QUIET_MS);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [listening]);
  return (
    <>
      <p className="mt-4 flex items-center gap-4">
        <Button tone="strong" onClick={() => setListening(!listening)} aria-pressed={listening}>
          {listening ? 'Listening: scan it now' : 'Learn it'}
        </Button>
        <span aria-live="polite" className="text-row">
          {listening ? 'Esc stops.' : said}
        </span>
      </p>
      <form
        aria-label="Set by hand"
        className="mt-4 flex flex-wrap items-end gap-4 border-t border-rule pt-3 text-row"
        onSubmit={(event) => {
          event.preventDefault();
          const form = new FormData(event.currentTarget);
          const gapMs = Number(form.get('gap'));
          if (!(gapMs >= SHORTEST_GAP_MS && gapMs <= LONGEST_GAP_MS))
            return setSaid(`The pause is ${SHORTEST_GAP_MS} to ${LONGEST_GAP_MS} ms.`);
          const suffix = form.get('suffix') === 'Tab' ? 'Tab' : 'Enter';
          keep({ gapMs, suffix, prefix: String(form.get('prefix') ?? '').trim() }, 'Kept.');
        }}
        key={JSON.stringify(scanner)}
      >
        <label>
          Longest pause between characters
          <span className="mt-1 flex items-center gap-2">
            <input
              name="gap"
              type="number"
              min={SHORTEST_GAP_MS}
              max={LONGEST_GAP_MS}
              defaultValue={scanner.gapMs}
              className="figures h-11 w-20 border-2 border-ink bg-sheet px-2 text-right"
            />
            ms
          </span>
        </label>
        <label>
          Key before each code
          <input
            name="prefix"
            defaultValue={scanner.prefix}
            maxLength={12}
            placeholder="none, or F9"
            className="mt-1 block h-11 w-32 border-2 border-ink bg-sheet px-2"
          />
        </label>
        <label>
          Key after each code
          <select
            name="suffix"
            defaultValue={scanner.suffix}
            className="mt-1 block h-11 border-2 border-ink bg-sheet px-2"
          >
            <option>Enter</option>
            <option>Tab</option>
          </select>
        </label>
        <Button type="submit">Keep</Button>
        <Quiet onClick={() => keep(USUAL_SCANNER, 'Set for most scanners.')}>As most are</Quiet>
      </form>
      <p className="mt-3 max-w-[66ch] text-row text-soft">
        A key pressed by hand waits out this pause in case a code follows: the shorter it is, the sooner keys
        act. With a key before each code there is nothing to wait for.
      </p>
    </>
  );
}
