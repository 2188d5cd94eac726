import { selfTestById } from '@/catalog/instruments/selfTests';
import { bayKinds } from '@/catalog/machine/bays';
import { dueWords } from '../time';
import { portKinds } from '@/catalog/machine/ports';
import type { SurfaceKind } from '@/core/clean/zones';
import type { HeatVerdict } from '@/core/instruments/heat/tables';
import type { Figure } from '@/core/instruments/findingsFromReading';
import { minorText } from '@/core/money/minor';
import { machineField } from '@/core/parts/fields';
import type { EventKind } from '@/core/record/events';
import { type SpecKey, SPEC_KEYS } from '@/core/record/keys';
import { portsText, type PortCount } from '@/core/record/places/ports';
import { readValue } from '@/core/record/values';
import { houseChangeWords } from '../housePath';
import { ENDING_WORDS, NO_ANSWER_WORDS, TOOL_NAMES, SURFACE_WORDS, ROUTE_NAMES, DRIVE_WORDS } from '../names';
import { lower, many } from '../plain';
import { VERDICT_WORDS } from '../readings/heat';
import { claimSays } from './claims';

/** Names of things events refer to by id. */
export interface Names {
  finding: (id: string) => { ask: string; outcomes: readonly { id: string; label: string }[] } | undefined;
  repair: (id: string) => string | undefined;
  test: (id: string) => string | undefined;
  surface: (id: string) => string | undefined;
  defect: (id: string) => string | undefined;
  stage: (id: string) => string | undefined;
  /** Decimals of the shop's currency. */
  decimals: number;
  /** Zone of the shop's clock. */
  zone: string;
}

export type Payload = Record<string, unknown>;
const RESULTS: Record<string, string> = { pass: 'works', fail: 'fails', absent: 'not fitted' };
const SIZES = ['small', 'medium', 'large'];
const PLACES: Record<string, string> = {
  bin: 'to the bin',
  scrap: 'to the scrap',
  returned: 'back to its owner',
};

const WHY: Record<string, string> = { mended: 'mended', mistaken: 'marked by mistake' };
const BENCH: [string, string][] = [
  ['plugged', 'mains on'],
  ['caseOpen', 'case open'],
  ['batteryOut', 'battery out'],
  ['boardOut', 'board out'],
];

export const text = (payload: Payload, key: string) => {
  const value = payload[key];
  return typeof value === 'string' || typeof value === 'number' ? String(value) : '';
};

const amount = (value: unknown, { decimals }: Names) =>
  Number.isSafeInteger(value) ? minorText(value as number, decimals) : 'an amount not kept';
/** What there is to say, one after the other. */
export const told = (...said: (string | false)[]) => said.filter(Boolean).join('; ');
const quoted = (payload: Payload, key: string) => (text(payload, key) ? `“${text(payload, key)}”` : '');
const asked = (payload: Payload, names: Names, key = 'finding') =>
  names.finding(text(payload, key))?.ask ?? text(payload, key);
const markOf = (payload: Payload, names: Names) => {
  const surface = names.surface(text(payload, 'surface')) ?? text(payload, 'surface');
  return `${surface}: ${lower(names.defect(text(payload, 'kind')) ?? text(payload, 'kind'))}`;
};

const counted = (value: unknown) => (Array.isArray(value) ? value.length : 0);
const SALE_FIELDS: Record<string, string> = {
  priceMinor: 'price',
  feesMinor: 'fees',
  soldOn: 'day',
  channel: 'where',
};

function aside(payload: Payload): string {
  const laid = Array.isArray(payload.paused) ? (payload.paused as { title?: string; tag?: string }[]) : [];
  const named = laid
    .filter((other) => other?.tag)
    .map((other) => `${lower(other.title ?? '')} at ${other.tag}`);
  return named.length ? `; paused meanwhile: ${named.join(', ')}` : '';
}

function answered(payload: Payload, names: Names): string {
  const finding = names.finding(text(payload, 'finding'));
  const outcome = text(payload, 'outcome');
  const label =
    finding?.outcomes.find(({ id }) => id === outcome)?.label ??
    finding?.outcomes[Number(payload.index)]?.label;
  const said = told(
    `${asked(payload, names)} ${label ?? outcome}${payload.place ? ` (${text(payload, 'place')})` : ''}`,
    !!payload.acknowledged && 'caution read and acknowledged',
    !!payload.replaced && 'replaces an earlier answer',
  );
  return said + aside(payload);
}

/** How a repair ended; what an earlier version wrote down has only whether it helped. */
function endedWords(p: Payload): string {
  const words = ENDING_WORDS[text(p, 'ended') as keyof typeof ENDING_WORDS];
  return words ? lower(words).replace(/^it /, '') : p.helped ? 'helped' : 'no change';
}

/** "in: P-0003 4 GB module; out: P-0001 2 GB module to the bin". */
function exchanged(p: Payload): string {
  const parts = Array.isArray(p.parts) ? (p.parts as Payload[]) : [];
  const named = (part: Payload) => `${text(part, 'code')} ${text(part, 'name')}`;
  const into = parts
    .filter((part) => text(part, 'to').startsWith('unit:'))
    .map(
      (part) => `${named(part)}${part.spot ? ` (place: ${text(part, 'spot').replaceAll('-', ' ')})` : ''}`,
    );
  const out = parts
    .filter((part) => !text(part, 'to').startsWith('unit:'))
    .map((part) => `${named(part)} ${PLACES[text(part, 'to')] ?? ''}`.trim());
  return [into.length ? `in: ${into.join(', ')}` : '', out.length ? `out: ${out.join(', ')}` : '']
    .filter(Boolean)
    .join('; ');
}

/** A piece of work by its title and how it ended. */
const workEnded = (p: Payload, before = '') =>
  `${text(p, 'title')}${before}${p.ended || typeof p.helped === 'boolean' ? `: ${endedWords(p)}` : ''}`;
export const driveNamed = (payload: Payload) => `${text(payload, 'code')} ${text(payload, 'serial')}`.trim();
const erasedWords = (payload: Payload) => `${driveNamed(payload)} erased: ${text(payload, 'method')}`;
const soldFor = (p: Payload, names: Names) =>
  `for ${amount(p.priceMinor, names)}${p.channel ? `, ${text(p, 'channel')}` : ''}`;
type Describe = (payload: Payload, names: Names) => string;
/**
 * What an event says besides its title. Kinds left out say nothing more than a title or a note they carry.
 */
export const SAYS: Partial<Record<EventKind, Describe>> = {
  finding: answered,
  quarantined: answered,
  repair: (p, names) =>
    told(`${names.repair(text(p, 'repair')) ?? text(p, 'repair')}: ${endedWords(p)}`, exchanged(p)),
  'no answer': (p, names) =>
    `${asked(p, names)} ${NO_ANSWER_WORDS[text(p, 'why') as keyof typeof NO_ANSWER_WORDS] ?? ''}`,
  'answer noted': (p, names) =>
    `${names.repair(text(p, 'ref')) ?? asked(p, names, 'ref')} ${quoted(p, 'note') || 'note taken away'}`,
  keeps: (p) => (p.keeps ? 'stay as they are' : 'may go'),
  margins: (p) => `seen from ${text(p, 'marginsFor')} on`,
  tools: (p) =>
    Array.isArray(p.lacks) && p.lacks.length
      ? `none: ${p.lacks.map((tool) => TOOL_NAMES[tool as keyof typeof TOOL_NAMES] ?? String(tool)).join(', ')}`
      : 'all there',
  voided: (p, names) => {
    const refs = Array.isArray(p.refs) ? (p.refs as string[]) : [text(p, 'ref')];
    return refs.map((ref) => names.finding(ref)?.ask ?? names.repair(ref) ?? ref).join('; ');
  },
  bench: (p) => BENCH.flatMap(([item, words]) => (p[item] ? [words] : [])).join(', ') || 'closed, unplugged',
  stage: (p, names) =>
    `${names.stage(text(p, 'from')) ?? text(p, 'from')} to ${lower(names.stage(text(p, 'to')) ?? text(p, 'to'))}`,
  typed: (p) => {
    const key = text(p, 'key') as SpecKey;
    const value = text(p, 'value');
    const read = key in SPEC_KEYS ? readValue(key, value) : null;
    return `${SPEC_KEYS[key] ?? key}: ${(key === 'driveKind' && DRIVE_WORDS[value]) || (read?.ok ? read.text : value)}`;
  },
  'typed back': (p) => SPEC_KEYS[text(p, 'key') as SpecKey] ?? text(p, 'key'),
  'report taken in': (p) =>
    [
      many(counted(p.files), 'file', 'files'),
      many(counted(p.spec), 'value', 'values'),
      many(counted(p.findings), 'answer', 'answers'),
    ].join(', '),
  'report back': (p) =>
    [
      many(Number(p.files), 'file', 'files'),
      many(Number(p.values), 'value', 'values'),
      many(Number(p.answers), 'answer', 'answers'),
      many(counted(p.parts), 'part', 'parts'),
    ].join(', '),
  'part entry back': (p) => `${text(p, 'code')} ${text(p, 'name')}, entered by mistake`,
  'report asked for': () => 'leave for its own report, one hour',
  'work started': (p) => text(p, 'title') + aside(p),
  'work resumed': (p) => text(p, 'title') + aside(p),
  'handed over': (p) => `${text(p, 'title')}, to ${text(p, 'toName')}`,
  'work logged': (p) =>
    told(
      workEnded(p, `, ${text(p, 'minutes')} min of hands`),
      p.failed === true && 'it came to nothing',
      text(p, 'note'),
      exchanged(p),
    ),
  'work finished': (p) =>
    told(
      workEnded(p),
      p.failed === true && 'it came to nothing',
      text(p, 'note'),
      !!p.erased && erasedWords(p.erased as Payload),
      exchanged(p),
    ),
  'left running': (p) =>
    `${text(p, 'title')}, ${text(p, 'minutes')} min${p.station ? `, ${text(p, 'station')}` : ''}`,
  'memory start': (p) => {
    const placed = Array.isArray(p.placed) ? (p.placed as string[]).join(', ') : '';
    const cleaned = counted(p.cleaned) ? `, slot ${(p.cleaned as number[]).join(', ')} cleaned` : '';
    const counts = p.gb === null ? 'no start' : `counted ${text(p, 'gb')} GB`;
    return `start ${text(p, 'start')}: ${placed}${cleaned}: ${counts}`;
  },
  'memory start back': (p) => `start ${text(p, 'start')}`,
  'memory board': (p, names) => {
    const answers = Array.isArray(p.told) ? (p.told as Payload[]) : [];
    const ends = answers.flatMap((answer) => (answer.place ? [answered(answer, names)] : []));
    const after = `after ${many(Number(p.starts), 'start', 'starts')}`;
    return told(ends.join('; ') || 'every module and every slot works', after);
  },
  'memory board dropped': (p) => `after ${many(Number(p.starts), 'start', 'starts')}, nothing recorded`,
  'part taken': (p) => `${text(p, 'code')} ${text(p, 'name')} ${PLACES[text(p, 'to')] ?? ''}`.trim(),
  'parts moved': (p) => told(exchanged(p), text(p, 'note')),
  'parts moved back': exchanged,
  'part sold': (p, names) => `${text(p, 'code')} ${text(p, 'name')} ${soldFor(p, names)}`,
  'part returned': (p, names) =>
    `${text(p, 'code')} ${text(p, 'name')}, ${amount(p.priceMinor, names)}; ${text(p, 'why')}`,
  'loose parts': (p) =>
    (Array.isArray(p.parts) ? (p.parts as Payload[]) : []).map((part) => text(part, 'name')).join(', '),
  'clock set back': (p) => `${text(p, 'title')}: ${text(p, 'minutes')} minutes, not ${text(p, 'ran')}`,
  damage: (p, names) =>
    told(
      text(p, 'kind'),
      Number(p.costMinor) > 0 && amount(p.costMinor, names),
      Boolean(text(p, 'note')) && quoted(p, 'note'),
    ),
  'damage back': (p) => text(p, 'kind'),
  'ports counted': (p) => portsText((p.ports ?? []) as PortCount[], portKinds) ?? '',
  'entry back': (p) => text(p, 'what'),
  'ports back': (p) =>
    ((p.ports ?? []) as string[])
      .map((id) => portKinds.find((kind) => kind.id === id)?.name ?? id)
      .join(', '),
  'mat opened': (p) =>
    Number(p.seen) > 0
      ? `${text(p, 'items')} things, as ${many(Number(p.seen), 'machine', 'machines')} of the model had them`
      : `${text(p, 'items')} things, as the kind of machine has them`,
  'mat item': (p) => `${text(p, 'name')}, ${text(p, 'count')}`,
  mat: (p) =>
    told(
      ...((p.moves as { name: string; move: string; count: number }[] | undefined) ?? []).map(
        ({ name, move, count }) => `${name}: ${count} ${move}`,
      ),
    ),
  'mat passed': (p) =>
    told(
      text(p, 'act') === 'close' ? 'closed' : 'powered',
      counted(p.notBack) > 0 && `all the same, with ${(p.notBack as string[]).join('; ')}`,
    ),
  'mat back': (p) =>
    text(p, 'move') ? `${text(p, 'item')}: ${text(p, 'count')} ${text(p, 'move')}` : text(p, 'op'),
  soil: (p) =>
    Number(p.degree) > 0
      ? `${text(p, 'zone')}: ${text(p, 'soil')}, ${text(p, 'degree')} of 3`
      : `${text(p, 'zone')}: ${text(p, 'soil') ? `no ${text(p, 'soil')}` : 'looked at, clean'}`,
  'clean step': (p) =>
    told(
      text(p, 'does'),
      ((p.zones as string[] | undefined) ?? []).join(', '),
      counted(p.cleaned) > 0 && `clean now: ${(p.cleaned as string[]).join(', ')}`,
    ),
  'with its owner': (p, names) => {
    const says: Record<string, () => string> = {
      wishes: () => `wishes: ${quoted(p, 'text')}`,
      quote: () => `quote of ${amount(p.totalMinor, names)}`,
      answer: () => told(p.yes ? 'they agreed' : 'they declined', Boolean(text(p, 'how')) && text(p, 'how')),
      ask: () => `to ask back: ${quoted(p, 'text')}`,
      told: () => `they said: ${quoted(p, 'text')}`,
      found: () => told(`found besides: ${text(p, 'text')}`, Number(p.minor) > 0 && amount(p.minor, names)),
    };
    return says[text(p, 'op')]?.() ?? '';
  },
  'owner back': (p) => text(p, 'op'),
  'heat run': (p) => {
    const verdict = (p.verdict as { id: HeatVerdict; chance: number }[] | undefined) ?? [];
    return told(
      p.settles === null ? 'where it settles is not known' : `settles at ${text(p, 'settles')} °C`,
      verdict.length > 0 && `${lower(VERDICT_WORDS[verdict[0].id])} ${Math.round(verdict[0].chance * 100)} %`,
    );
  },
  'heat run back': (p) => text(p, 'name'),
  reading: (p) =>
    told(
      text(p, 'kind') === 'electrical' ? 'electrical safety test' : text(p, 'kind'),
      ((p.figures as Figure[] | undefined) ?? [])
        .map((own) => `${own.id} ${own.value} ${own.unit}`)
        .join(', '),
      text(p, 'says'),
    ),
  'reading back': (p) => text(p, 'kind'),
  'run begun': (p) => text(p, 'kind'),
  'run dropped': (p) => text(p, 'kind'),
  'on papers': (p) => `${text(p, 'kind')} ${p.on ? 'stands on them' : 'kept off them'}`,
  room: (p) => `${text(p, 'celsius')} °C`,
  'model note': (p) => `${text(p, 'maker')} ${text(p, 'model')}, ${text(p, 'kind')}: ${text(p, 'text')}`,
  'model note gone': (p) => `${text(p, 'maker')} ${text(p, 'model')}, ${text(p, 'kind')}: ${text(p, 'text')}`,
  surface: (p) =>
    `${text(p, 'zone')}: ${p.of ? SURFACE_WORDS[p.of as SurfaceKind] : 'as its kind usually is'}`,
  stain: (p) =>
    p.stays
      ? `${text(p, 'zone')}: ${text(p, 'words') || 'something'} does not come off`
      : `${text(p, 'zone')}: has come off after all`,
  noted: (p) => `${p.open ? 'to be settled: ' : ''}${quoted(p, 'text')}`,
  'point settled': (p) => told(quoted(p, 'text'), text(p, 'how')),
  'note back': (p) => (text(p, 'op') === 'closed' ? 'the point is open again' : 'the last note'),
  'bin counted': (p) =>
    told(
      `${text(p, 'found')} of ${text(p, 'expected')} found${p.class ? ` of ${text(p, 'class')}` : ''}`,
      counted(p.missing) > 0 && `not found: ${(p.missing as string[]).join(', ')}`,
      counted(p.back) > 0 && `found again: ${(p.back as string[]).join(', ')}`,
      counted(p.elsewhere) > 0 && (p.elsewhere as string[]).join(', '),
      counted(p.unknown) > 0 && `never on record: ${(p.unknown as string[]).join(', ')}`,
    ),
  'part found': (p) => `${text(p, 'code')} ${text(p, 'name')}`,
  'part written off': (p) => `${text(p, 'code')} ${text(p, 'name')}: ${text(p, 'why')}`,
  'build back': (p) => ((p.parts as string[] | undefined) ?? []).join(', '),
  'cleaned elsewhere': (p) => `${text(p, 'zone')}: by ${text(p, 'by')}`,
  'clean back': () => 'the last entry of it',
  'study begun': (p) => `${text(p, 'plan')} Seal of its lots: ${text(p, 'lots')}`,
  'study ended': (p) => `its lots follow from ${text(p, 'seed')}`,
  'steps marked': (p) => `${text(p, 'count')} steps of entry ${text(p, 'decision')}`,
  schools: (p) =>
    Object.entries((p.schools as Record<string, string> | undefined) ?? {})
      .map(([key, own]) => `${key}: ${own}`)
      .join('; '),
  place: (p) =>
    (Array.isArray(p.places) ? (p.places as Payload[]) : [])
      .map((each) => {
        const state = text(each, 'state');
        return `${text(each, 'place').replaceAll('-', ' ')}: ${state === 'unseen' ? 'not looked at' : state}`;
      })
      .join(', '),
  takes: (p) =>
    `${Object.entries((p.facts ?? {}) as Payload)
      .map(([key, value]) => `${machineField(key, bayKinds)?.name ?? key}: ${value ?? 'not known'}`)
      .join(', ')}${p.model ? `; every ${text(p, 'model')}` : ''}`,
  quoted: (p, names) =>
    told(
      `${text(p, 'name')}, ${text(p, 'condition')}, ${amount(p.priceMinor, names)} delivered${p.days === null ? '' : `, ${text(p, 'days')} days`}`,
      text(p, 'source'),
    ),
  ordered: (p, names) =>
    `${text(p, 'name')}, ${amount(p.priceMinor, names)}${p.dueOn ? `, due ${text(p, 'dueOn')}` : ''}`,
  'part arrived': (p) => `${text(p, 'code')} ${text(p, 'name')}`,
  'looked at': (p) =>
    told(`${text(p, 'name')}: ${p.good ? 'as said' : 'not as said, sent back'}`, text(p, 'note')),
  'system recorded': (p) =>
    told(
      text(p, 'system'),
      `licence: ${text(p, 'licence')}`,
      `activated: ${text(p, 'activated')}`,
      `devices: ${text(p, 'devices')}`,
      p.image ? `image: ${text(p, 'image')}` : '',
      p.setUp ? `set up ${text(p, 'setUp')}` : '',
    ),
  built: (p) => {
    const donors = counted(p.from) ? ` out of ${(p.from as string[]).join(', ')}` : '';
    return `${text(p, 'tag')}${donors}: ${exchanged(p)}`;
  },
  'bought one': (p, names) =>
    told(
      `${text(p, 'tag')}, ${amount(p.paidMinor, names)}${p.postageMinor ? ` and ${amount(p.postageMinor, names)} postage` : ''}`,
      quoted(p, 'words'),
    ),
  'part judged': (p) => `${text(p, 'code')} ${p.knownGood ? 'tested good' : 'not known good any more'}`,
  test: (p, names) =>
    `${names.test(text(p, 'test')) ?? text(p, 'test')}: ${RESULTS[text(p, 'result')] ?? text(p, 'result')}`,
  'test back': (p, names) => names.test(text(p, 'test')) ?? text(p, 'test'),
  'self-test opened': () => 'the machine may test itself',
  'self-test': (p) => {
    const name = selfTestById(text(p, 'test'))?.name ?? text(p, 'test');
    const how = p.byHand ? ', by hand' : '';
    return `${name}: ${RESULTS[text(p, 'result')] ?? text(p, 'result')}${how}${text(p, 'words') && `; ${text(p, 'words')}`}`;
  },
  'self-test back': (p) => selfTestById(text(p, 'test'))?.name ?? text(p, 'test'),
  'erasure asked': (p) => `${text(p, 'code')}: ${text(p, 'method')}, by script`,
  'erasure confirmed': (p) => `${text(p, 'code')}, serial ${text(p, 'serial')}: ${text(p, 'method')}`,
  'erasure dropped': (p) => `${text(p, 'code')}${p.begun ? ', begun: not erased' : ', before it was begun'}`,
  promised: (p, { zone }) => (p.until ? `by ${dueWords(text(p, 'until'), zone)}` : 'no more'),
  'drives counted': (p) =>
    `${Number(p.drives) === 0 ? 'none in it' : `${text(p, 'drives')} in it`}${p.labelled ? ', each bears its code' : ''}`,
  'part seen': (p) =>
    `${text(p, 'code')} ${text(p, 'name')}: ${p.answer === 'same' ? 'it is the one' : `another one, now ${text(p, 'made')}`}`,
  'erasure back': (p) => `${text(p, 'code')}: ${text(p, 'what')} taken back: ${text(p, 'why')}`,
  'defect marked': (p, names) => `${markOf(p, names)}, ${SIZES[Number(p.size)] ?? ''}`,
  'defect removed': (p, names) => `${markOf(p, names)}, ${WHY[text(p, 'why')] ?? text(p, 'why')}`,
  graded: (p) => `grade ${text(p, 'grade')}, rubric ${text(p, 'rubric')}`,
  'grade back': (p) => `grade ${text(p, 'grade')}`,
  listed: (p, names) =>
    `at ${amount(p.askMinor, names)}, ${p.as && p.as !== 'graded' ? text(p, 'as') : `grade ${text(p, 'grade')}`}`,
  'sale corrected': (p, names) =>
    `${Object.entries((p.after ?? {}) as Payload)
      .map(([key, value]) => {
        const was = (p.before as Payload | undefined)?.[key];
        const say = (each: unknown) => (key.endsWith('Minor') ? amount(each, names) : String(each ?? ''));
        return `${SALE_FIELDS[key] ?? key} ${say(was)} → ${say(value)}`;
      })
      .join(', ')}; ${text(p, 'why')}`,
  'sale cancelled': (p, names) => `${amount(p.priceMinor, names)} of ${text(p, 'soldOn')}; ${text(p, 'why')}`,
  'came back': (p, names) =>
    `${amount(p.refundMinor, names)} given back of ${amount(p.priceMinor, names)}; ${text(p, 'why')}${
      Array.isArray(p.complaints) && p.complaints.length
        ? `; said: ${p.complaints.map((id) => claimSays(String(id))).join(', ')}`
        : ''
    }`,
  decided: (p) =>
    p.route ? (ROUTE_NAMES[text(p, 'route')] ?? text(p, 'route')).toLowerCase() : 'not yet after all',
  gone: (p, names) =>
    told(
      [
        text(p, 'as'),
        ...(p.receivedMinor ? [`${amount(p.receivedMinor, names)} received`] : []),
        ...(p.grams ? [`${(Number(p.grams) / 1000).toFixed(1)} kg`] : []),
      ].join(', '),
      text(p, 'note'),
    ),
  sold: soldFor,
  'unit added': (p) => `${text(p, 'tag')} ${text(p, 'maker')} ${text(p, 'model')}`.replace(/ +/g, ' ').trim(),
  'house tables': (payload, { decimals }) => {
    const first = Array.isArray(payload.changes)
      ? (payload.changes as { path: string; from: unknown; to: unknown }[]).slice(0, 5)
      : [];
    const words = first.map((change) => houseChangeWords(change, decimals));
    const rest = Number(payload.count) - first.length;
    return `Version ${text(payload, 'version')}: ${told(...words, rest > 0 && `and ${rest} more`)}`;
  },
  'lot corrected': (p) => text(p, 'why'),
};
