import { bayKinds } from '@/catalog/machine/bays';
import { PART_CLASSES, type Chassis } from '@/core/catalogue';
import type { FitReason } from '@/core/parts/fits';
import { MACHINE_FIELDS, MOST_BAYS, PART_FIELDS, bayKey, isTyped, type Facts } from '@/core/parts/fields';
import { lower } from '../plain';

export type FitAnswer = 'fits' | 'with care' | 'no';

/** A part as screens list it. */
export interface PartView {
  id: string;
  code: string;
  class: string;
  name: string;
  serial: string;
  costMinor: number;
  worthMinor: number;
  /** What it reports, in words: "DDR3, SO-DIMM, 4 GB". */
  says: string;
  knownGood: boolean;
  benchOnly: boolean;
}

/** A part of the bin from a machine's side. */
export interface FitView extends PartView {
  answer: FitAnswer;
  why: string;
}

/** What is asked at the end of work that takes a part: what could come out, and what could go in. */
export interface PartsOffered {
  inside: PartView[];
  bin: FitView[];
  /** Offered or ordered for it, and not in the bin yet. */
  offers: { id: string; name: string; priceMinor: number; state: string }[];
  /** Places such a part could go into, and what is known to be in each. */
  spots: { id: string; name: string; holds: string }[];
  /** It was seen that none is in it. */
  empty: boolean;
  /** What one that is not on record would be worth, minor units. */
  seenMinor: number;
}

/** One line of the list of parts wanted. */
export interface WantView {
  id: string;
  unitId: string;
  tag: string;
  unitName: string;
  version: number | null;
  class: string;
  name: string;
  state: string;
  priceMinor: number | null;
  days: number | null;
  condition: string;
  source: string;
  dueOn: string | null;
  /** It is due today or was before. */
  late: boolean;
  since: string;
  partId: string | null;
  partCode: string | null;
  note: string;
  /** Would it go in, as far as it is described? Told beside the unit it is wanted for. */
  fit: { answer: FitAnswer; why: string } | null;
}

interface PartRow {
  id: string;
  code: string;
  class: string;
  name: string;
  serial: string;
  costMinor: number;
  worthMinor: number;
  attributes: Facts;
  knownGood: boolean;
  benchOnly: boolean;
}

/** "DDR3, SO-DIMM, 4 GB, 1600 MT/s": facts in the order of their fields. */
export function factsWords(partClass: string, facts: Facts): string {
  if (!isTyped(partClass)) return '';
  return PART_FIELDS[partClass]
    .flatMap(({ key, name, unit, choices }) => {
      const value = facts[key];
      if (value === undefined || (key === 'registered' && value === 'no')) return [];
      if (key === 'registered') return ['registered'];
      if (key === 'health') return [`holds ${Math.round(Number(value) * 100)} %`];
      if (choices) return [key === 'kind' && value === 'solid' ? 'solid-state' : String(value)];
      return [unit ? `${value} ${unit}` : `${lower(name)} ${value}`];
    })
    .join(', ');
}

export const partView = (part: PartRow, facts: Facts): PartView => ({
  id: part.id,
  code: part.code,
  class: part.class,
  name: part.name,
  serial: part.serial,
  costMinor: part.costMinor,
  worthMinor: part.worthMinor,
  says: factsWords(part.class, facts),
  knownGood: part.knownGood,
  benchOnly: part.benchOnly,
});

export const whyWords = (reasons: readonly FitReason[]) => reasons.map(({ words }) => words).join('; ');

export interface TakesField {
  key: string;
  name: string;
  unit: string;
  choices: { value: string; name: string }[] | null;
  value: string;
  /** usual, model, inside, typed; empty: not known. */
  basis: string;
}
export interface TakesGroup {
  id: string;
  name: string;
  fields: TakesField[];
}

const GROUP_NAMES: Record<keyof typeof MACHINE_FIELDS, string> = {
  memory: 'Memory',
  drive: 'Places for drives',
  panel: 'Panel',
  charger: 'Charger, by its plate',
  card: 'Graphics card',
  supply: 'Supply inside',
  processor: 'Processor',
  battery: 'Battery',
  fan: 'Fan',
  heatsink: 'Heatsink',
  optical: 'Optical drive',
  wireless: 'Wireless card',
  keyboard: 'Keyboard',
  'screen cable': 'Screen cable',
  'coin cell': 'Coin cell',
  socket: 'Power socket',
  dock: 'Dock',
  adapter: 'Adapters',
};
/** What is asked of which kind of machine. */
const NOT_ASKED: Record<Chassis, readonly string[]> = {
  laptop: ['card', 'supply', 'heatsink'],
  aio: ['card', 'battery', 'dock'],
  small: ['panel', 'battery', 'keyboard', 'screen cable', 'socket', 'dock'],
  desktop: ['panel', 'battery', 'charger', 'keyboard', 'screen cable', 'socket', 'dock'],
};

/** What a machine takes, by class of part, with how each fact is known. */
export function takesGroups(
  chassis: Chassis,
  facts: Facts,
  basis: Readonly<Record<string, string>>,
): TakesGroup[] {
  const bays = [{ value: 'none', name: 'none' }, ...bayKinds.map(({ id, name }) => ({ value: id, name }))];
  return (Object.keys(MACHINE_FIELDS) as (keyof typeof MACHINE_FIELDS)[])
    .filter((id) => !NOT_ASKED[chassis].includes(id))
    .map((id) => ({
      id,
      name: GROUP_NAMES[id],
      fields: (id === 'drive'
        ? Array.from({ length: MOST_BAYS }, (_, n) => ({
            key: bayKey(n + 1),
            name: `Place ${n + 1}`,
            unit: '',
            choices: bays,
          }))
        : MACHINE_FIELDS[id].map(({ key, name, unit, choices }) => ({
            key,
            name,
            unit: unit ?? '',
            choices: choices ? choices.map((value) => ({ value, name: value })) : null,
          }))
      ).map((field) => ({
        ...field,
        value: facts[field.key] === undefined ? '' : String(facts[field.key]),
        basis: basis[field.key] ?? '',
      })),
    }));
}

/** Classes with how many parts of each there are, those there are first. */
export function facets(counts: Readonly<Record<string, number>>): { class: string; count: number }[] {
  return PART_CLASSES.filter((name) => counts[name]).map((name) => ({ class: name, count: counts[name] }));
}
