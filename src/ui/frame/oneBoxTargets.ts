import type { ChangeEvent, KeyboardEvent, ReactNode, Ref } from 'react';
import { opensAt } from '@/words/unit/opens';

/** What the box is, whichever way it is drawn. */
export interface BoxProps {
  input: Ref<HTMLInputElement>;
  text: string;
  found: readonly Target[];
  onTarget: (target: Target | null) => void;
  onChange: (event: ChangeEvent<HTMLInputElement>) => void;
  onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void;
  /** Stands beside the field. */
  aside: ReactNode;
}

export const BOX_INPUT = {
  'data-scan': 'anything',
  'aria-label': 'Scan a tag or type',
  placeholder: 'scan a tag or type',
  autoComplete: 'off',
  className: 'h-10 w-full bg-transparent text-read text-onbar outline-none placeholder:text-onbarsoft',
};

export interface Target {
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
  { id: 'p-wall', href: '/wall', title: 'Wall: the shop now, to be read from afar', note: 'place' },
  { id: 'p-books', href: '/books', title: 'Books', note: 'place' },
  { id: 'p-rules', href: '/rules', title: 'House rules', note: 'place' },
  { id: 'p-numbers', href: '/rules/numbers', title: 'Own numbers, learning', note: 'place' },
  { id: 'p-codes', href: '/rules/codes', title: 'Blink and beep codes', note: 'place' },
  { id: 'p-me', href: '/me', title: 'Your password', note: 'set another' },
  { id: 'p-scanner', href: '/scanner', title: 'Scanner of this bench', note: 'set it up' },
  { id: 'p-quarantine', href: '/stage/quarantine', title: 'Quarantine', note: 'place' },
  { id: 'p-sold', href: '/stage/sold', title: 'Sold', note: 'place' },
  { id: 'p-gone', href: '/stage/gone', title: 'Gone', note: 'place' },
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

/** The label of a part. */
export const PART = /^P-\d{1,6}$/i;

export const TAG = /^[A-Z]{2,4}-\d{1,5}$/i;

interface Found {
  units: { id: string; tag: string; maker: string; model: string; stage: string; probably: string }[];
  findings: { id: string; ask: string }[];
  work: { id: string; name: string }[];
  lots: { code: string; name: string }[];
  parts: { code: string; name: string; class: string; place: string }[];
  people: { id: string; name: string; role: string }[];
}

/** `here` = tag of the unit on screen: its questions can be asked out of turn. */
export async function find(text: string, here: string | null): Promise<Target[]> {
  const places = [...(here ? onUnit(here) : []), ...PLACES].filter((place) =>
    place.title.toLowerCase().includes(text.toLowerCase()),
  );
  const response = await fetch(`/api/find?text=${encodeURIComponent(text)}${here ? `&unit=${here}` : ''}`);
  // nobody there is not the same as nothing found
  if (response.status >= 500) throw new Error('away');
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
      href: opensAt(unit),
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
