'use client';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { useScans, useShortcuts } from '../kit/keyboard';
import { Key } from '../kit/parts';

interface Target {
  id: string;
  href: string;
  title: string;
  note: string;
}

/** Places and acts a typed word finds. */
const PLACES: Target[] = [
  { id: 'p-work', href: '/', title: 'What to work on', note: 'list' },
  { id: 'p-lots', href: '/lots', title: 'Lots', note: 'place' },
  { id: 'p-new', href: '/lots/new', title: 'Receive a lot', note: 'act' },
  { id: 'p-bin', href: '/bin', title: 'Bin of parts', note: 'place' },
  { id: 'p-one', href: '/lots/one', title: 'One machine, offered or bought', note: 'act' },
  { id: 'p-wanted', href: '/wanted', title: 'Parts wanted', note: 'list' },
  { id: 'p-build', href: '/build', title: 'Build a machine', note: 'act' },
  { id: 'p-waiting', href: '/stage/waiting', title: 'Waiting for a part', note: 'place' },
  { id: 'p-books', href: '/books', title: 'Books', note: 'place' },
  { id: 'p-rules', href: '/rules', title: 'House rules', note: 'place' },
  { id: 'p-numbers', href: '/rules/numbers', title: 'Own numbers, learning', note: 'place' },
  { id: 'p-codes', href: '/rules/codes', title: 'Blink and beep codes', note: 'place' },
  { id: 'p-quarantine', href: '/stage/quarantine', title: 'Quarantine', note: 'place' },
  { id: 'p-sold', href: '/stage/sold', title: 'Sold', note: 'place' },
];

/** What a unit on screen can be turned to besides its sides. */
const onUnit = (tag: string): Target[] => [
  { id: 'u-memory', href: `/u/${tag}/memory`, title: 'Memory board: which module, which slot', note: tag },
  { id: 'u-less', href: `/u/${tag}/memory?view=less`, title: 'Memory: why less than fitted', note: tag },
  { id: 'u-fit', href: `/u/${tag}/memory?view=fit`, title: 'Memory: best fit from the bin', note: tag },
  { id: 'u-takes', href: `/u/${tag}/parts/takes`, title: 'Parts: what it takes', note: tag },
  { id: 'u-apart', href: `/u/${tag}/parts/apart`, title: 'Parts: taking it apart', note: tag },
  { id: 'u-tap', href: `/u/${tag}?ask=code-group`, title: 'Tap along with a lamp or a beep', note: tag },
];

const TAG = /^[A-Z]{2,4}-\d{1,5}$/i;

interface Found {
  units: { id: string; tag: string; maker: string; model: string; probably: string }[];
  findings: { id: string; ask: string }[];
  work: { id: string; name: string }[];
  lots: { code: string; name: string }[];
  parts: { code: string; name: string; class: string; place: string }[];
  people: { id: string; name: string; role: string }[];
}

/** `here` = tag of the unit on screen: its questions can be asked out of turn. */
async function find(text: string, here: string | null): Promise<Target[]> {
  const places = [...(here ? onUnit(here) : []), ...PLACES].filter((place) =>
    place.title.toLowerCase().includes(text.toLowerCase()),
  );
  const response = await fetch(`/api/find?text=${encodeURIComponent(text)}${here ? `&unit=${here}` : ''}`);
  if (!response.ok) return places;
  const { units, findings, work, lots, parts, people } = (await response.json()) as Found;
  // a place called so comes before questions that only mention the words
  const called = places.filter((place) => place.title.toLowerCase().startsWith(text.toLowerCase()));
  return [
    ...called,
    ...findings.map((finding) => ({
      id: `f-${finding.id}`,
      href: `/u/${here}?ask=${finding.id}`,
      title: finding.ask,
      note: 'ask it',
    })),
    ...units.map((unit) => ({
      id: unit.id,
      href: `/u/${unit.tag}`,
      title: unit.tag,
      note: `${unit.maker} ${unit.model}; ${unit.probably}`,
    })),
    ...work.map((step) => ({
      id: `w-${step.id}`,
      href: `/u/${here}/work?log=${step.id}`,
      title: step.name,
      note: 'start it or log it as done',
    })),
    ...lots.map((lot) => ({
      id: `l-${lot.code}`,
      href: `/lots/${lot.code}`,
      title: lot.name,
      note: `lot ${lot.code}`,
    })),
    ...parts.map((part) => ({
      id: `c-${part.code}`,
      href: `/bin/${part.code}`,
      title: `${part.code} ${part.name}`,
      note: `${part.class}, ${part.place}`,
    })),
    ...people.map((person) => ({
      id: `n-${person.id}`,
      href: '/rules#people',
      title: person.name,
      note: person.role,
    })),
    ...places.filter((place) => !called.includes(place)),
  ];
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
  useScans((code) => void openCode(code));
  useShortcuts((key) => {
    if (key !== '/') return false;
    input.current?.focus();
    return true;
  });
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
      <Combobox value={null} onChange={go} immediate>
        <div className="flex items-center gap-2 border-b-2 border-onbar">
          <ComboboxInput
            ref={input}
            data-scan="anything"
            aria-label="Scan a tag or type"
            placeholder="scan a tag or type"
            autoComplete="off"
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              setMissing('');
            }}
            onKeyDown={(event) => {
              if (event.key === 'Escape') input.current?.blur();
              // typed faster than the answers came, or a tag that is not first among them
              const whole =
                TAG.test(text.trim()) && found[0]?.title.toUpperCase() !== text.trim().toUpperCase();
              if (event.key === 'Enter' && text.trim() && (foundFor !== text.trim() || whole)) {
                event.preventDefault();
                void openCode(text, here);
              }
            }}
            className="h-10 w-full bg-transparent text-[15px] text-onbar outline-none placeholder:text-onbarsoft"
          />
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
        </div>
        {text.trim() !== '' && (
          <ComboboxOptions
            static
            className="absolute right-0 z-30 mt-1 max-h-96 w-[360px] overflow-auto border-2 border-ink bg-paper text-ink"
          >
            {found.map((target) => (
              <ComboboxOption
                key={target.id}
                value={target}
                className="flex min-h-11 items-baseline gap-3 border-b border-rule px-3 py-2 data-focus:bg-ink data-focus:text-paper"
              >
                <b className={TAG.test(target.title) ? 'figures' : 'text-[14.5px] leading-tight'}>
                  {target.title}
                </b>
                <span className="min-w-12 flex-1 truncate text-right text-[13px]">{target.note}</span>
              </ComboboxOption>
            ))}
            {found.length === 0 && (
              <div className="px-3 py-2 text-[14px] text-soft">
                Nothing yet. It finds tags, serials, models, lots, parts, people and places; on a unit also
                questions to ask and work to log.
              </div>
            )}
          </ComboboxOptions>
        )}
      </Combobox>
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
