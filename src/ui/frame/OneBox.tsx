'use client';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef, useState, type ComponentType } from 'react';
import { useScans, useShortcuts } from '../kit/keyboard';
import { Key } from '../kit/parts';
import { BOX_INPUT, find, TAG, type BoxProps, type Target } from './oneBoxTargets';

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
  const router = useRouter();
  const here = /^\/u\/([^/]+)/.exec(usePathname())?.[1] ?? null;
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [found, setFound] = useState<Target[]>([]);
  const [foundFor, setFoundFor] = useState('');
  const [missing, setMissing] = useState('');

  const go = (target: Target | null) => {
    if (!target) return;
    setText('');
    setMissing('');
    input.current?.blur();
    router.push(target.href);
  };
  const openCode = async (code: string, asking: string | null = null) => {
    const results = await find(code.trim(), asking).catch(() => []);
    const exact =
      results.find((target) => target.title.toUpperCase() === code.trim().toUpperCase()) ?? results[0];
    if (exact) go(exact);
    else setMissing(`Nothing here is called ${code.trim()}.`);
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
      setBox(() => FoundBox);
      if (typing) setTimeout(() => input.current?.focus(), 0);
    });
    return () => {
      over = true;
    };
  }, []);
  useScans((code) => void openCode(code));
  useShortcuts((key) => {
    if (key !== '/') return false;
    input.current?.focus();
    return true;
  }, 'frame');
  useEffect(() => {
    let stale = false;
    const timer = setTimeout(() => {
      if (!text.trim()) setFound([]);
      else
        find(text.trim(), here).then(
          (results) => {
            if (!stale) {
              setFound(results);
              setFoundFor(text.trim());
            }
          },
          () => undefined,
        );
    }, 120);
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
            <label className="cursor-pointer text-[13px] whitespace-nowrap text-onbarsoft focus-within:outline-3 hover:text-onbar">
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
          className="absolute right-0 z-30 mt-1 w-full border-2 border-ink bg-haze px-3 py-2 text-[14px] text-ink"
        >
          {missing}
        </div>
      )}
    </div>
  );
}
