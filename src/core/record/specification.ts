import type { Catalogue, Tells } from '../catalogue';
import { processorNamed, type ProcessorName } from '../machine/names';
import type { PartEntry, PlaceEntry, RecordEntry, RecordPart } from './entries';
import type { SpecBasis, SpecKey } from './keys';
import { portsOf, portsText, type PortKind } from './places/ports';
import { Inside } from './places/presence';
import { sizeText } from './values';

/** A property of the machine as it is now, and what determined it. */
export interface SpecRow {
  key: SpecKey;
  basis: SpecBasis;
  value: string;
  number: number | null;
  origin: string;
  by: string;
  at: Date;
}

/** What the machine is now. */
export class Specification {
  private readonly byKey: ReadonlyMap<SpecKey, SpecRow>;
  constructor(readonly rows: readonly SpecRow[]) {
    this.byKey = new Map(rows.map((row) => [row.key, row]));
  }

  /** The value that counts, or nothing. */
  best(key: SpecKey): SpecRow | null {
    return this.byKey.get(key) ?? null;
  }

  text(key: SpecKey): string | null {
    return this.best(key)?.value ?? null;
  }

  number(key: SpecKey): number | null {
    return this.best(key)?.number ?? null;
  }
}

/** What entries mean: outcomes and repairs by the catalogue, names of processors by the house's table. */
export type Meaning = Pick<Catalogue, 'findings' | 'repairs'> & {
  processors?: readonly ProcessorName[];
  ports?: readonly PortKind[];
};

/** Properties that say whether a class of parts is in the machine at all, and the class. */
const TELLS_OF = { driveKind: 'drive', battery: 'battery', memoryGb: 'memory', charger: 'charger' } as const;
type Telling = keyof typeof TELLS_OF;
const TELLING = Object.keys(TELLS_OF) as Telling[];

const isNone = (row: SpecRow | null | undefined): boolean =>
  row?.key === 'memoryGb' ? row.number === 0 : row?.value === 'none';

type Source = Pick<SpecRow, 'basis' | 'origin' | 'by'> & { at: number };

/** The drive rows are of what was read or typed. */
const READ = Symbol('read');

/** The state while entries are gone through. */
class Determined {
  readonly rows = new Map<SpecKey, SpecRow>();
  readonly inside = new Inside();
  /** Places seen to be empty, and those seen to hold something, by the class of part they are for. */
  readonly seen = new Map<string, Pick<PlaceEntry, 'class' | 'state'>>();
  /** The drive the rows about the drive are of: a part, or what was read and is on record as no part. */
  starts: string | typeof READ | null = null;
  /** The drive a system was put on last. */
  systemOn: string | null = null;

  put(key: SpecKey, value: string, number: number | null, { at, ...source }: Source): void {
    this.rows.set(key, { key, value, number, ...source, at: new Date(at) });
  }

  /** Nobody knows any more. */
  forget(key: SpecKey): void {
    this.rows.delete(key);
  }

  /** Nothing seen stands in the way of what is merely found or claimed. */
  open(key: SpecKey): boolean {
    const row = this.rows.get(key);
    return !row || row.basis === 'claimed';
  }
}

const figure = (part: RecordPart, name: string): number | null => {
  const value = Number(part.attributes[name]);
  return part.attributes[name] !== undefined && Number.isFinite(value) ? value : null;
};

/** @param claims what a seller named stays where the part itself does not say it */
function drive(state: Determined, part: RecordPart, source: Source, claims = false): void {
  const forget = (key: SpecKey) => {
    const row = state.rows.get(key);
    if (!claims || row?.basis !== 'claimed' || row.value === 'none') state.forget(key);
  };
  const kind =
    part.attributes.kind === 'disk' || part.attributes.kind === 'solid' ? part.attributes.kind : null;
  const gb = figure(part, 'gb');
  if (kind) state.put('driveKind', kind, null, source);
  else forget('driveKind');
  if (gb !== null) state.put('driveGb', sizeText(gb), gb, source);
  else forget('driveGb');
  const health = part.attributes.health;
  if (typeof health === 'string' && health !== 'unknown') state.put('driveHealth', health, null, source);
  else state.forget('driveHealth');
  const life = figure(part, 'life');
  if (life !== null) state.put('driveLife', `${life} %`, life, source);
  else state.forget('driveLife');
  const hours = figure(part, 'hours');
  if (hours !== null) state.put('driveHours', `${hours} h`, hours, source);
  else state.forget('driveHours');
  // another drive reads as fast as it does, and is locked or not by itself
  state.forget('driveMbs');
  state.forget('driveLock');
}

/** How likely a machine starts from such a drive: what works before what fails, solid-state before a disk. */
const startRank = (kind: string | null, failing: boolean): number =>
  (failing ? 0 : 3) + (kind === 'solid' ? 2 : kind === 'disk' ? 0 : 1);

const rankOf = ({ attributes: { kind, health } }: RecordPart): number =>
  startRank(typeof kind === 'string' ? kind : null, String(health ?? '').startsWith('failing'));

/** The drive inside that it starts from: the one a system was put on, else the likeliest, the first of equals. */
function startDrive(state: Determined): RecordPart | null {
  const drives = state.inside.of('drive');
  return (
    drives.find(({ id }) => id === state.systemOn) ??
    [...drives].sort((a, b) => rankOf(b) - rankOf(a))[0] ??
    null
  );
}

/** Which drive it starts from after one went in or out, and what lies beside it. */
function settleDrives(state: Determined, source: Source, keepRead: boolean): void {
  const start = startDrive(state);
  if (keepRead && state.starts === READ) {
    furtherDrives(state, source);
    return;
  }
  if (!start) noDrive(state, source);
  else if (start.id !== state.starts) {
    forgetSystem(state);
    drive(state, start, source);
    state.starts = start.id;
  }
  furtherDrives(state, source);
}

/** Drives beside the one it starts from: their sizes together, and each in words. */
function furtherDrives(state: Determined, source: Source): void {
  const start = state.starts === READ ? readPart(state) : state.starts;
  const further = state.inside.of('drive').filter(({ id }) => id !== start);
  if (further.length === 0) return state.forget('moreDrives');
  const words = further.map((part) => {
    const gb = figure(part, 'gb');
    const kind = { disk: 'hard disk', solid: 'solid-state' }[String(part.attributes.kind)] ?? 'drive';
    return `${gb === null ? '' : `${sizeText(gb)} `}${kind}`;
  });
  const total = further.reduce((sum, part) => sum + (figure(part, 'gb') ?? 0), 0);
  state.put('moreDrives', words.join(', '), total, source);
}

/** The part on record that what was read is of: of its kind and size. */
function readPart(state: Determined): string | null {
  const [kind, gb] = [state.rows.get('driveKind')?.value, state.rows.get('driveGb')?.number ?? null];
  const drives = state.inside.of('drive');
  const same = drives.filter(({ attributes }) => !attributes.kind || attributes.kind === kind);
  return (same.find((part) => figure(part, 'gb') === gb) ?? same[0])?.id ?? null;
}

/** What was installed on a drive that is not in it any more, or was written over. */
function forgetSystem(state: Determined): void {
  for (const key of [
    'system',
    'systemImage',
    'systemSetUp',
    'systemLicence',
    'systemActivated',
    'deviceList',
  ] as const)
    state.forget(key);
}

function noDrive(state: Determined, source: Source): void {
  state.starts = null;
  state.forget('moreDrives');
  state.put('driveKind', 'none', null, source);
  state.forget('driveGb');
  state.forget('driveHealth');
  state.forget('driveLife');
  state.forget('driveHours');
  state.forget('driveMbs');
}

function battery(state: Determined, part: RecordPart, source: Source): void {
  state.put('battery', part.name, null, source);
  const health = figure(part, 'health');
  if (health !== null) state.put('batteryHealth', `${Math.round(health * 100)} %`, health, source);
  else state.forget('batteryHealth');
  state.forget('batteryCycles');
}

function noBattery(state: Determined, source: Source): void {
  state.put('battery', 'none', null, source);
  state.forget('batteryHealth');
  state.forget('batteryCycles');
}

function memory(state: Determined, gb: number, source: Source): void {
  state.put('memoryGb', sizeText(Math.max(0, gb)), Math.max(0, gb), source);
  state.forget('memoryModules');
}

/** What was known of the processor that is no longer the one in it. */
function forgetProcessor(state: Determined): void {
  for (const key of [
    'processorLevel',
    'processorCores',
    'processorThreads',
    'processorYear',
    'processorWatts',
    'processorBaseMhz',
    'processorGraphics',
  ] as const)
    state.forget(key);
}

/** What a processor is by its name, where nothing that was read off says it. */
function byName(state: Determined, rows: readonly ProcessorName[]): void {
  const name = state.rows.get('processor');
  const row = name && processorNamed(rows, name.value);
  if (!row) return;
  // what a table says of a name was not read off the machine; of a name somebody claimed it says no more than that
  const basis = name.basis === 'claimed' ? 'claimed' : 'looked up';
  const source: Source = { basis, origin: `name table: ${row.pattern}`, by: name.by, at: +name.at };
  const put = (key: SpecKey, text: string, number: number | null) => {
    if (state.open(key)) state.put(key, text, number, source);
  };
  put('processorLevel', `x86-64-v${row.level}`, row.level);
  put('processorCores', String(row.cores), row.cores);
  put('processorThreads', String(row.threads), row.threads);
  put('processorYear', String(row.year), row.year);
  put('processorWatts', `${row.watts} W`, row.watts);
  if (row.baseMhz) put('processorBaseMhz', `${row.baseMhz} MHz`, row.baseMhz);
  put('processorGraphics', row.graphics, null);
}

/** A machine of which nothing of a class is left. */
function without(state: Determined, partClass: string, source: Source): void {
  if (partClass === 'battery') noBattery(state, source);
  else if (partClass === 'processor') {
    state.forget('processor');
    forgetProcessor(state);
  } else if (partClass === 'card') {
    state.forget('graphics');
    state.forget('cardFor');
  } else if (partClass === 'panel') state.forget('screen');
  else if (partClass === 'charger') state.put('charger', 'none', null, source);
}

/** A part came out by hand. */
function out(state: Determined, part: RecordPart, source: Source): void {
  const left = state.inside.of(part.class);
  if (part.class === 'drive') {
    // what was read was of this one, unless it is of another kind and one like it is still there
    const kind = state.rows.get('driveKind')?.value;
    const ofAnother =
      part.attributes.kind !== undefined &&
      part.attributes.kind !== kind &&
      left.some((one) => one.attributes.kind === kind);
    if (state.starts === READ && !ofAnother) state.starts = null;
    if (state.starts === null || state.starts === part.id) forgetSystem(state);
    settleDrives(state, source, ofAnother);
  } else if (part.class === 'memory') {
    const total = state.rows.get('memoryGb')?.number ?? null;
    const gb = figure(part, 'gb');
    if (total !== null && gb !== null) memory(state, total - gb, source);
    else state.forget('memoryGb');
  } else without(state, part.class, source);
}

/** Where the origin of what somebody saw of a place is told. */
const PLACES = 'its places';

/**
 * A place was looked into. A class of which every place looked into is empty, its first among them, is not in the
 * machine, unless a part on record is: that comes out by an act of its own. The first place of a class is called as
 * the class is.
 */
function lookedInto(state: Determined, { place, class: partClass, state: mark, at }: PlaceEntry): void {
  state.seen.set(place, { class: partClass, state: mark });
  if (state.inside.of(partClass).length > 0) return;
  const source: Source = { basis: 'typed', origin: PLACES, by: '', at };
  const full = [...state.seen.values()].some(
    (one) => one.class === partClass && one.state !== 'gone' && one.state !== 'unseen',
  );
  if (state.seen.get(partClass)?.state === 'gone' && !full) {
    if (partClass === 'drive') {
      forgetSystem(state);
      noDrive(state, source);
    } else if (partClass === 'memory') memory(state, 0, source);
    else without(state, partClass, source);
  } else
    for (const key of TELLING) {
      const row = state.rows.get(key);
      const seenSo = mark !== 'unseen' || row?.origin === PLACES;
      if (TELLS_OF[key] === partClass && isNone(row) && seenSo) state.forget(key);
    }
}

/** What hands put in or took out is in or out of the machine, whatever a report said before. */
function moved(state: Determined, entry: PartEntry): void {
  const { part, way } = entry;
  const source: Source = {
    basis: 'typed',
    origin: `part ${part.code}${way === 'out' ? ' out' : ''}`,
    by: entry.by,
    at: entry.at,
  };
  state.inside.take(entry);
  if (way === 'out') return out(state, part, source);
  const total = state.rows.get('memoryGb')?.number ?? null;
  const gb = figure(part, 'gb');
  if (part.class === 'drive') {
    // a drive beside a better one that was read is a further one; after a repair, and as its like, it is in its place
    const kind = state.rows.get('driveKind')?.value ?? null;
    const health = state.rows.get('driveHealth')?.value ?? '';
    const better =
      state.starts === READ &&
      kind !== null &&
      kind !== 'none' &&
      startRank(kind, health.startsWith('failing')) > rankOf(part);
    settleDrives(state, source, better && !entry.repair);
  } else if (part.class === 'battery') battery(state, part, source);
  else if (part.class === 'memory') {
    if (gb === null) state.forget('memoryGb');
    else memory(state, (total ?? 0) + gb, source);
  } else if (part.class === 'processor') {
    state.put('processor', part.name, null, source);
    forgetProcessor(state);
    const level = figure(part, 'level');
    if (level !== null) state.put('processorLevel', `x86-64-v${level}`, level, source);
  } else if (part.class === 'card') card(state, part, source);
  else if (part.class === 'panel') state.put('screen', part.name, null, source);
  else if (part.class === 'charger') state.put('charger', part.name, null, source);
}

function card(state: Determined, part: RecordPart, source: Source): void {
  state.put('graphics', part.name, null, source);
  const good = part.attributes.graphics;
  if (typeof good === 'string') state.put('cardFor', good, null, source);
  else state.forget('cardFor');
}

/** A part that was in the machine all along tells what it is, where nothing that was read off says it. */
function found(state: Determined, entry: PartEntry): void {
  const { part, at, by } = entry;
  state.inside.take(entry);
  const source: Source = { basis: 'typed', origin: `part ${part.code}`, by, at };
  const none = (key: SpecKey) => state.rows.get(key)?.value === 'none';
  if (part.class === 'drive') {
    if (state.open('driveKind') || none('driveKind')) {
      drive(state, part, source, true);
      state.starts = part.id;
    } else if (state.starts !== READ) {
      const start = startDrive(state);
      if (start && start.id !== state.starts) {
        drive(state, start, source, true);
        state.starts = start.id;
      }
    }
    furtherDrives(state, source);
  }
  if (part.class === 'battery' && (state.open('battery') || none('battery'))) {
    state.put('battery', part.name, null, source);
    const health = figure(part, 'health');
    if (health !== null && state.open('batteryHealth'))
      state.put('batteryHealth', `${Math.round(health * 100)} %`, health, source);
  }
  if (part.class === 'card' && state.open('graphics')) card(state, part, source);
  if (part.class === 'panel' && state.open('screen')) state.put('screen', part.name, null, source);
  if (part.class === 'charger' && (state.open('charger') || none('charger')))
    state.put('charger', part.name, null, source);
  if (part.class === 'processor' && state.open('processor')) {
    state.put('processor', part.name, null, source);
    const level = figure(part, 'level');
    if (level !== null && state.open('processorLevel'))
      state.put('processorLevel', `x86-64-v${level}`, level, source);
  }
  if (
    part.class === 'memory' &&
    (state.open('memoryGb') || state.rows.get('memoryGb')?.origin.startsWith('part '))
  ) {
    const sum = state.inside.of('memory').reduce((total, one) => total + (figure(one, 'gb') ?? NaN), 0);
    if (Number.isFinite(sum)) memory(state, sum, source);
  }
}

/** What an outcome, or a repair that helped, says is there or not. */
function told(state: Determined, tells: Tells, source: Source): void {
  if (tells.drive === 'none') noDrive(state, source);
  if (tells.battery === 'none') noBattery(state, source);
  if (tells.memory === 'none') memory(state, 0, source);
  if (tells.charger === 'none') state.put('charger', 'none', null, source);
  for (const key of TELLING)
    if (tells[TELLS_OF[key]] === 'there' && isNone(state.rows.get(key))) state.forget(key);
}

/** What was counted on its outside is one line of it. */
function byPorts(state: Determined, entries: readonly RecordEntry[], kinds: readonly PortKind[]): void {
  const last = entries.findLast((entry) => entry.kind === 'ports');
  const text = portsText(portsOf(entries), kinds);
  if (last && text)
    state.put('ports', text, null, { basis: 'typed', origin: 'ports', by: last.by, at: last.at });
}

/**
 * What the machine is now: each property as the newest entry that determined it says, whatever kind of entry
 * that was. A seller's word counts only where nothing that was seen does.
 * @param entries standing entries in the order they happened
 */
export function specificationOf(entries: readonly RecordEntry[], meaning: Meaning): Specification {
  const findings = new Map(meaning.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(meaning.repairs.map((repair) => [repair.id, repair]));
  const state = new Determined();
  for (const entry of entries) {
    if (entry.kind === 'value') {
      if (entry.basis === 'claimed' && !state.open(entry.key)) continue;
      const { basis, origin, by, at } = entry;
      state.put(entry.key, entry.text, entry.number, { basis, origin, by, at });
      if (entry.key === 'driveKind') state.starts = entry.text === 'none' ? null : READ;
    } else if (entry.kind === 'data') {
      if (['installed', 'cloned', 'image'].includes(entry.what)) {
        state.systemOn = entry.drive;
        const part = state.inside.get(entry.drive);
        if (part && typeof state.starts === 'string' && state.starts !== part.id) {
          const source: Source = { basis: 'typed', origin: `part ${part.code}`, by: '', at: entry.at };
          drive(state, part, source);
          state.starts = part.id;
          furtherDrives(state, source);
        }
      }
      if (entry.what !== 'erased') continue;
      if (state.systemOn === entry.drive) state.systemOn = null;
      const ofStart = typeof state.starts !== 'string' || state.starts === entry.drive;
      if (state.inside.get(entry.drive) && ofStart) forgetSystem(state);
    } else if (entry.kind === 'place') lookedInto(state, entry);
    else if (entry.kind === 'part') (entry.way === 'found' ? found : moved)(state, entry);
    else if (entry.kind === 'answer' && entry.basis !== 'claimed') {
      const finding = findings.get(entry.finding);
      const tells = finding?.outcomes[entry.outcome]?.tells;
      if (tells) told(state, tells, { basis: 'typed', origin: finding!.ask, by: '', at: entry.at });
    } else if (entry.kind === 'verdict' && entry.helped) {
      const repair = repairs.get(entry.repair);
      if (repair?.tells)
        told(state, repair.tells, { basis: 'typed', origin: repair.name, by: '', at: entry.at });
    }
  }
  byName(state, meaning.processors ?? []);
  byPorts(state, entries, meaning.ports ?? []);
  return new Specification([...state.rows.values()]);
}

/** Classes of parts the machine is known not to have, whoever saw it: a seller's word is none. */
export const noneOf = (specification: Specification): (typeof TELLS_OF)[Telling][] =>
  TELLING.flatMap((key) => {
    const row = specification.best(key);
    return row?.basis !== 'claimed' && isNone(row) ? [TELLS_OF[key]] : [];
  });
