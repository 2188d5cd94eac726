'use client';
import { usePathname } from 'next/navigation';
import { flushSync } from 'react-dom';
import { useEffect, useRef, useState, useSyncExternalStore, type ComponentType } from 'react';
import { desk, useScans, useShortcuts } from '../kit/keys/keyboard';
import { go as turnTo } from '../kit/keys/ways';
import { Key } from '../kit/parts';
import { BOX_INPUT, find, PART, TAG, type BoxProps, type Target } from './oneBoxTargets';

/** While the shop’s computer is away, a scanned code is looked up again so often, ms. */
const ASK_AGAIN_MS = 1_000;

/** The box before what it finds can be drawn. */
function PlainBox({ input, text, onChange, onKeyDown, aside }: BoxProps) {
  return (
    <div className="flex items-center gap-2 border-b-2 border-onbar">
      <input ref={input} {...BOX_INPUT} value={text} onChange={onChange} onKeyDown={onKeyDown} />
      {aside}
    </div>
  );
}

/**
 * One box takes everything: a scanned tag opens the unit; a typed word finds questions to ask of the unit on
 * screen, units and places.
 */
export function OneBox() {
  const path = usePathname();
  const here = /^\/u\/([^/]+)/.exec(path)?.[1] ?? null;
  const asked = useRef(0);
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [found, setFound] = useState<Target[]>([]);
  const [foundFor, setFoundFor] = useState('');
  // a message is about the page it came on; one of a way that is still open goes with it
  const [said, setSaid] = useState({ words: '', path: '', onTheWay: false });
  const setMissing = (words: string, onTheWay = false) => setSaid({ words, path, onTheWay });

  const go = (target: Target | null) => {
    if (!target) return;
    setText('');
    setMissing('');
    input.current?.blur();
    turnTo(target.href, { sooner: desk.read().to !== null });
  };
  // from its Enter on, keys belong to what was scanned
  const openCode = async (code: string, asking: string | null = null) => {
    const turn = ++asked.current;
    desk.leave(code);
    let results: Target[] | null = null;
    while (!results) {
      results = await find(code.trim(), asking).catch(() => null);
      // another was scanned meanwhile, or one stays after all
      if (turn !== asked.current || desk.read().to === null) return;
      if (results) break;
      setMissing(
        `The shop’s computer is not reached. ${code.trim()} is kept and opens when it answers. Esc: stay here.`,
        true,
      );
      await new Promise((resolve) => setTimeout(resolve, ASK_AGAIN_MS));
    }
    const exact =
      results.find((target) => target.title.toUpperCase() === code.trim().toUpperCase()) ?? results[0];
    // a part’s label scanned at a machine: does it go in here?
    if (exact && here && asking === null && PART.test(code.trim()))
      go({ ...exact, href: `/u/${here}/parts?fit=${code.trim().toUpperCase()}` });
    else if (exact) go(exact);
    else {
      desk.stay();
      setMissing(`Nothing here is called ${code.trim()}.`);
    }
  };
  const scanPhoto = async (file: File) => {
    setMissing('Reading the photograph …');
    const response = await fetch('/api/scan', { method: 'POST', body: file }).catch(() => null);
    const { codes = [] } = response?.ok ? ((await response.json()) as { codes?: string[] }) : {};
    if (codes[0]) await openCode(codes[0]);
    else
      setMissing(
        response ? 'No code could be read in that photograph.' : 'The shop’s computer does not answer.',
      );
  };
  const [Box, setBox] = useState<ComponentType<BoxProps>>(() => PlainBox);
  useEffect(() => {
    // what it draws its findings with comes once the page is there; whoever types meanwhile keeps the place
    let over = false;
    void import('./FoundBox').then(({ FoundBox }) => {
      if (over) return;
      const typing = document.activeElement === input.current;
      const at = input.current?.selectionStart ?? null;
      // at once, so that no letter falls between the two boxes
      flushSync(() => setBox(() => FoundBox));
      if (!typing) return;
      input.current?.focus();
      input.current?.setSelectionRange(at, at);
    });
    return () => {
      over = true;
    };
  }, []);
  useScans((code) => void openCode(code));
  const { to } = useSyncExternalStore(desk.watch, desk.read, desk.read);
  const missing = said.path === path && !(said.onTheWay && to === null) ? said.words : '';
  useShortcuts((key) => {
    if (key !== '/') return false;
    input.current?.focus();
    return true;
  }, 'frame');
  useEffect(() => {
    let stale = false;
    const look = () => {
      if (!text.trim()) setFound([]);
      else
        find(text.trim(), here).then(
          (results) => {
            if (!stale) {
              setFound(results);
              setFoundFor(text.trim());
            }
          },
          // asked again as long as this stands in the box
          () => {
            if (!stale) timer = setTimeout(look, ASK_AGAIN_MS);
          },
        );
    };
    let timer = setTimeout(look, 120);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [text, here]);

  return (
    <div className="relative">
      <Box
        input={input}
        text={text}
        found={found}
        onTarget={go}
        onChange={(event) => {
          setText(event.target.value);
          setMissing('');
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') input.current?.blur();
          // typed faster than the answers came, or a tag that is not first among them
          const whole = TAG.test(text.trim()) && found[0]?.title.toUpperCase() !== text.trim().toUpperCase();
          if (event.key === 'Enter' && text.trim() && (foundFor !== text.trim() || whole)) {
            event.preventDefault();
            void openCode(text, here);
          }
        }}
        aside={
          <>
            <label className="cursor-pointer text-note whitespace-nowrap text-onbarsoft focus-within:outline-3 hover:text-onbar">
              <span className="hidden sm:inline">photo</span>
              <span className="sm:hidden">scan</span>
              <input
                type="file"
                accept="image/*"
                capture="environment"
                aria-label="Scan a label by a photograph"
                className="sr-only"
                onChange={(event) => {
                  const file = event.target.files?.[0];
                  if (file) void scanPhoto(file);
                  event.target.value = '';
                }}
              />
            </label>
            <span className="hidden text-onbarsoft sm:inline">
              <Key>/</Key>
            </span>
          </>
        }
      />
      {missing && (
        <div
          role="alert"
          className="absolute right-0 z-30 mt-1 w-full border-2 border-ink bg-haze px-3 py-2 text-row text-ink"
        >
          {missing}
        </div>
      )}
    </div>
  );
}
