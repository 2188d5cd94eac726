import type { Chassis } from '../catalogue';

/** What decides about uses and systems, as far as it is known. Sizes in gigabytes, health as full / design. */
export interface UseFacts {
  chassis: Chassis;
  /** Instruction level, 0 (not 64-bit) to 4. */
  level: number | null;
  threads: number | null;
  memoryGb: number | null;
  driveKind: 'none' | 'disk' | 'solid' | null;
  driveGb: number | null;
  /** Gigabytes of further drives: room for files, no place to start from. */
  moreDrivesGb?: number | null;
  /** What its graphics is good for, place in GRAPHICS_CLASSES: 0 none to 3 light games. */
  graphics: number | null;
  batteryHealth: number | null;
  batteryMissing: boolean;
  firmwareMode: 'legacy' | 'uefi' | 'secure' | null;
  /** Security chip's version; 0: none. */
  securityChip: number | null;
  /** Year its processor came out; left out, null: not known. */
  year?: number | null;
  /** What was measured on it, by the figure of a reading: "frames", "dropped1080". */
  measured?: Readonly<Record<string, number>>;
  /** What each of those was measured on, in words: "the harbour race, medium"; left out: nobody said. */
  measuredOn?: Readonly<Record<string, string>>;
  /** Screens it can show a picture on at once, its own among them; left out, null: not known. */
  screens?: number | null;
  /** Version of the graphics interface its own browser found (OpenGL ES 2 or 3); left out, null: not measured. */
  graphicsInterface?: number | null;
}

/** Of those what instruments and counts told, apart from what the machine is. */
export type MeasuredFacts = Pick<UseFacts, 'measured' | 'measuredOn' | 'screens' | 'graphicsInterface'>;

/** What a use may ask of a machine. */
export const USE_NEEDS = [
  'level',
  'threads',
  'memoryGb',
  'driveGb',
  'solid',
  'graphics',
  'battery',
  'screens',
  'graphicsInterface',
] as const;
export type UseNeed = (typeof USE_NEEDS)[number];

/** A use buyers ask for, and what it wants. */
export interface UseRule {
  id: string;
  name: string;
  /** `light`: what is enough under a light system; left out: the same. */
  needs: { what: UseNeed; least: number; light?: number }[];
  /** A figure that was measured decides before any rule: from `good` on it is, from `bad` on it is not; between, the rules. */
  proven?: { figure: string; good: number; bad: number; unit: string }[];
}

export interface UseVerdict {
  id: string;
  name: string;
  good: 'yes' | 'no' | 'not known';
  /** Not as it is, and yes under a light system. */
  light?: true;
  /** What decides: what it lacks, what is not known, or nothing. */
  reasons: string[];
}

const GRAPHICS_WORDS = ['a picture', 'an office picture', 'films of 1080 lines', 'light games'];

/** The figure a need looks at. null: not known; undefined: it plays no part on such a machine. */
function figureOf(need: UseNeed, facts: UseFacts): number | null | undefined {
  switch (need) {
    case 'solid':
      return facts.driveKind === null ? null : facts.driveKind === 'solid' ? 1 : 0;
    case 'driveGb':
      if (facts.driveKind === 'none') return 0;
      return facts.driveGb === null ? null : facts.driveGb + (facts.moreDrivesGb ?? 0);
    case 'battery':
      return facts.chassis !== 'laptop' ? undefined : facts.batteryMissing ? 0 : facts.batteryHealth;
    case 'screens':
      return facts.screens ?? null;
    case 'graphicsInterface':
      // nobody reads it off a plate: only where it was measured does it say no
      return facts.graphicsInterface ?? undefined;
    default:
      return facts[need];
  }
}

function lackWords(need: UseNeed, has: number, least: number): string {
  switch (need) {
    case 'level':
      return `its processor is of level ${has}, it wants ${least}`;
    case 'threads':
      return `${has} threads, it wants ${least}`;
    case 'memoryGb':
      return `${has} GB of memory, it wants ${least}`;
    case 'driveGb':
      return has === 0 ? 'it has no drive' : `a drive of ${has} GB, it wants ${least}`;
    case 'solid':
      return 'it starts from a hard disk, or has no drive';
    case 'graphics':
      return `its graphics is good for ${GRAPHICS_WORDS[has] ?? has}, it wants one for ${GRAPHICS_WORDS[least] ?? least}`;
    case 'battery':
      return has === 0
        ? 'it has no battery'
        : `its battery holds ${Math.round(has * 100)} %, it wants ${Math.round(least * 100)} %`;
    case 'screens':
      return `it shows a picture on ${has} screen${has === 1 ? '' : 's'}, it wants ${least}`;
    case 'graphicsInterface':
      return `its graphics interface is of version ${has}, it wants ${least}`;
  }
}
const UNKNOWN_WORDS: Record<UseNeed, string> = {
  level: 'the level of its processor',
  threads: 'how many threads it has',
  memoryGb: 'its memory',
  driveGb: 'the size of its drive',
  solid: 'what drive it starts from',
  graphics: 'its graphics',
  battery: 'what its battery holds',
  screens: 'how many screens it drives',
  graphicsInterface: 'its graphics interface',
};

/** What a measurement says of a use; null: nothing was measured, or it does not decide. */
function measuredUse(
  { id, name, proven = [] }: UseRule,
  { measured = {}, measuredOn = {} }: UseFacts,
): UseVerdict | null {
  for (const { figure, good, bad, unit } of proven) {
    const value = measured[figure];
    if (value === undefined) continue;
    const words = [`measured: ${value} ${unit}${measuredOn[figure] ? `, ${measuredOn[figure]}` : ''}`];
    if (good > bad ? value >= good : value <= good) return { id, name, good: 'yes', reasons: words };
    if (good > bad ? value <= bad : value >= bad) return { id, name, good: 'no', reasons: words };
  }
  return null;
}

/** What a use by its rules lacks on such a machine, and what of it nobody knows. */
function wanting({ needs }: UseRule, facts: UseFacts, light: boolean): { lacks: string[]; open: string[] } {
  const lacks: string[] = [];
  const open: string[] = [];
  for (const need of needs) {
    const { what } = need;
    const least = light ? (need.light ?? need.least) : need.least;
    const has = figureOf(what, facts);
    if (has === undefined) continue;
    if (has === null) open.push(UNKNOWN_WORDS[what]);
    else if (has < least - 1e-9) lacks.push(lackWords(what, has, least));
  }
  return { lacks, open };
}

/**
 * What a machine is good for, by what was measured on it and else by rules that are data: yes, no with what it lacks
 * (and whether a light system would do), or what is not known yet.
 */
export function usesOf(rules: readonly UseRule[], facts: UseFacts): UseVerdict[] {
  return rules.map((rule): UseVerdict => {
    const seen = measuredUse(rule, facts);
    if (seen) return seen;
    const { id, name } = rule;
    const { lacks, open } = wanting(rule, facts, false);
    if (lacks.length) {
      const light = wanting(rule, facts, true);
      const enough = light.lacks.length + light.open.length === 0;
      return { id, name, good: 'no', ...(enough && { light: true as const }), reasons: lacks };
    }
    return open.length
      ? { id, name, good: 'not known', reasons: open.map((words) => `not known: ${words}`) }
      : { id, name, good: 'yes', reasons: [] };
  });
}

/**
 * What graphics was shown to be good for by what was measured, whatever a table says of its name; null: nothing that tells
 * was measured. A figure that is good for a use proves the least of graphics that use asks for.
 * @returns place in GRAPHICS_CLASSES
 */
export function graphicsProven(
  rules: readonly UseRule[],
  measured: NonNullable<UseFacts['measured']>,
): number | null {
  const proven = rules.flatMap(({ needs, proven: figures = [] }) => {
    const least = needs.find(({ what }) => what === 'graphics')?.least;
    const holds = figures.some(({ figure, good, bad }) => {
      const value = measured[figure];
      return value !== undefined && (good > bad ? value >= good : value <= good);
    });
    return least !== undefined && holds ? [least] : [];
  });
  return proven.length ? Math.max(...proven) : null;
}

/** A kind of system and what it runs on. Rows are the shop's to change; no product is named by the shipped ones. */
export interface SystemRow {
  id: string;
  name: string;
  licence: 'commercial' | 'free';
  level: number;
  memoryGb: number;
  driveGb: number;
  firmware: 'legacy' | 'uefi' | 'secure';
  /** Version of the security chip it wants; 0: none. */
  chip: number;
  /** Last month with updates, "2027-10"; empty: no end is said. */
  until: string;
  /** Its maker supports processors from this year on, by its own list as of `listed`; left out: it names none. */
  supportsFrom?: number;
  listed?: string;
}

export interface SystemVerdict {
  id: string;
  name: string;
  licence: SystemRow['licence'];
  runs: 'yes' | 'no' | 'not known';
  /** Is it on its maker's list? A system may run where its maker does not support it. */
  supported: 'yes' | 'no' | 'not known';
  /** It runs, and gets no updates any more. */
  ended: boolean;
  until: string;
  reasons: string[];
}

const FIRMWARE = ['legacy', 'uefi', 'secure'] as const;
const FIRMWARE_WORDS = { legacy: 'any', uefi: 'UEFI', secure: 'UEFI with secure start' } as const;

function supportWords({ supportsFrom, listed }: SystemRow, { year }: UseFacts): string[] {
  if (supportsFrom === undefined || (year != null && year >= supportsFrom)) return [];
  const list = `its maker supports processors from about ${supportsFrom} on${listed ? ` (as of ${listed})` : ''}`;
  return [
    year == null ? `${list}; of which year this one is is not known` : `${list}; this one is of ${year}`,
  ];
}

/**
 * Which kinds of system run on a machine, and whether they still get updates.
 * @param today "2026-11-26"
 */
export function systemsFor(rows: readonly SystemRow[], facts: UseFacts, today: string): SystemVerdict[] {
  return rows.map((row) => {
    const lacks: string[] = [];
    const open: string[] = [];
    const least = (has: number | null, want: number, lack: (has: number) => string, name: string) => {
      if (want <= 0) return;
      if (has === null) open.push(name);
      else if (has < want) lacks.push(lack(has));
    };
    least(facts.level, row.level, (has) => lackWords('level', has, row.level), UNKNOWN_WORDS.level);
    least(
      facts.memoryGb,
      row.memoryGb,
      (has) => lackWords('memoryGb', has, row.memoryGb),
      UNKNOWN_WORDS.memoryGb,
    );
    least(
      figureOf('driveGb', facts) ?? null,
      row.driveGb,
      (has) => lackWords('driveGb', has, row.driveGb),
      UNKNOWN_WORDS.driveGb,
    );
    least(
      facts.firmwareMode === null ? null : FIRMWARE.indexOf(facts.firmwareMode),
      FIRMWARE.indexOf(row.firmware),
      () =>
        `its firmware is ${FIRMWARE_WORDS[facts.firmwareMode!]}, it wants ${FIRMWARE_WORDS[row.firmware]}`,
      'the kind of its firmware',
    );
    least(
      facts.securityChip,
      row.chip,
      (has) =>
        `${has === 0 ? 'no security chip' : `a security chip ${has.toFixed(1)}`}, it wants ${row.chip.toFixed(1)}`,
      'its security chip',
    );
    const ended = row.until !== '' && today.slice(0, 7) > row.until;
    return {
      id: row.id,
      name: row.name,
      licence: row.licence,
      runs: lacks.length ? 'no' : open.length ? 'not known' : 'yes',
      supported:
        row.supportsFrom === undefined
          ? 'yes'
          : facts.year == null
            ? 'not known'
            : facts.year >= row.supportsFrom
              ? 'yes'
              : 'no',
      ended,
      until: row.until,
      reasons: [
        ...(lacks.length ? lacks : open.map((words) => `not known: ${words}`)),
        ...supportWords(row, facts),
      ],
    };
  });
}

/** Which part holds a machine back most, as a share of what is comfortable; null: nothing is known. */
export interface Weakest {
  what: 'memory' | 'drive' | 'processor' | 'battery' | 'graphics';
  /** 1: comfortable. */
  share: number;
  words: string;
}

/** Comfortable figures of each part. */
export interface Comfort {
  memoryGb: number;
  /** Level of the processor. */
  level: number;
  batteryHealth: number;
  /** Sequential read, MB/s. */
  driveMbs: number;
  /** What a hard disk and a solid-state drive usually reach. */
  usualMbs: { disk: number; solid: number };
  /** Frames a second of a light game, and dropped frames of a film, per cent. */
  frames: number;
  dropped: number;
}

/**
 * The weakest part: doubling it is felt, a little more of another is not.
 * @param measured read speed of the drive, MB/s, where somebody measured it
 */
export function weakestPart(facts: UseFacts, comfort: Comfort, measured: number | null): Weakest | null {
  const speed =
    measured ??
    (facts.driveKind === 'disk' || facts.driveKind === 'solid' ? comfort.usualMbs[facts.driveKind] : null);
  const shares: Weakest[] = [];
  const add = (what: Weakest['what'], has: number | null, least: number, words: string) => {
    if (has !== null) shares.push({ what, share: Math.min(1, has / least), words });
  };
  add(
    'memory',
    facts.memoryGb,
    comfort.memoryGb,
    `${facts.memoryGb} GB of memory; ${comfort.memoryGb} are comfortable`,
  );
  add(
    'drive',
    speed,
    comfort.driveMbs,
    `its drive reads ${speed} MB/s${measured === null ? ' as such drives do' : ', measured'}; ${comfort.driveMbs} are comfortable`,
  );
  add(
    'processor',
    facts.level,
    comfort.level,
    `a processor of level ${facts.level}; ${comfort.level} is comfortable`,
  );
  if (facts.chassis === 'laptop' && !facts.batteryMissing)
    add(
      'battery',
      facts.batteryHealth,
      comfort.batteryHealth,
      `a battery at ${Math.round((facts.batteryHealth ?? 0) * 100)} %; ${Math.round(comfort.batteryHealth * 100)} % are comfortable`,
    );
  // only where it was measured: by its class alone an office picture would be called weak in every office
  const { frames, dropped1080: dropped } = facts.measured ?? {};
  const of = (figure: string) => (facts.measuredOn?.[figure] ? ` (${facts.measuredOn[figure]})` : '');
  if (frames !== undefined)
    add(
      'graphics',
      frames,
      comfort.frames,
      `graphics of ${frames} frames a second${of('frames')}, measured; ${comfort.frames} are comfortable`,
    );
  else if (dropped !== undefined && dropped > comfort.dropped)
    add(
      'graphics',
      comfort.dropped,
      dropped,
      `graphics that drops ${dropped} % of the frames of a film, measured; ${comfort.dropped} % are not seen`,
    );
  const weakest = shares.sort((a, b) => a.share - b.share)[0];
  return weakest && weakest.share < 1 ? weakest : null;
}
