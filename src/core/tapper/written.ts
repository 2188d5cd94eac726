/**
 * Codes as people write them down: beeps and blinks in signs or counts, figures of a small display, numbered lamps of a
 * panel, the first words of a message. What can be read in two ways is read in both, and the tables decide.
 */

const LONGEST = 24;
/** Small words that say nothing of a code. */
const IDLE =
  /\b(?:beeps?|blinks?|flash(?:es)?|tones?|times|codes?|error|x|piepser|piepen|mal|bips?|fois|pitidos?|veces)\b/g;
/** Words of how a lamp is lit. */
const STATE_WORDS: Readonly<Record<string, string>> = {
  on: 'on',
  lit: 'on',
  off: 'off',
  dark: 'off',
  blinks: 'blinks',
  blinking: 'blinks',
  flashes: 'blinks',
  flashing: 'blinks',
  green: 'green',
  amber: 'amber',
  orange: 'amber',
  red: 'red',
  yellow: 'yellow',
  white: 'white',
  blue: 'blue',
};

function fail(text: string, why: string): never {
  throw new Error(`"${text.trim()}" ${why}`);
}

function checked(text: string, code: string): string {
  if (code === '') fail(text, 'holds no beep');
  if (code.length > LONGEST) fail(text, `is longer than ${LONGEST} signs`);
  return code;
}

/** "7B", "0x7b", "h7B": two to four figures of a small display, with a letter among them or marked as such. */
function display(plain: string): string | null {
  const marked = /^(?:0x|h|#|\$)\s*([\da-f]{1,4})h?$|^([\da-f]{1,4})h$/.exec(plain);
  const bare = /^(?=[\da-f]*[a-f])(?=[\da-f]*\d)[\da-f]{2,4}$/.exec(plain);
  const figures = marked ? (marked[1] ?? marked[2]) : bare?.[0];
  // "1f" is a figure; "2s" and "3l" are signs and hold no letter up to F
  return figures ? `0x${figures.toUpperCase().padStart(2, '0')}` : null;
}

/** "lamps 1 3", "lamp 2 amber, 4 blinks", "lamps A green B off": which of a panel are lit, and how. */
function lamps(text: string, plain: string): string | null {
  const named = /^(?:lamps?|leds?|lights?)\b[\s:]*(.*)$/.exec(plain);
  if (!named) return null;
  if (/^(?:none|off|all off)?$/.test(named[1])) return 'lamps none';
  const words = named[1].split(/[\s,;:+&]+|\band\b/).filter(Boolean);
  const lit = new Map<string, string>();
  // a word of state is of the lamps named since the last one
  let at: string[] = [];
  let said = false;
  for (const word of words) {
    const state = STATE_WORDS[word];
    if (/^(?:\d|[a-f])$/.test(word)) {
      at = said ? [word.toUpperCase()] : [...at, word.toUpperCase()];
      said = false;
      lit.set(word.toUpperCase(), 'on');
    } else if (state && at.length) {
      for (const lamp of at) lit.set(lamp, state);
      said = true;
    } else fail(text, `names no lamp by "${word}": write lamps 1 3, or lamps 1 amber 3 blinks`);
  }
  const on = [...lit].filter(([, state]) => state !== 'off').sort(([a], [b]) => a.localeCompare(b));
  return on.length
    ? `lamps ${on.map(([lamp, state]) => (state === 'on' ? lamp : `${lamp}:${state}`)).join(' ')}`
    : 'lamps none';
}

const wordsOf = (text: string) => text.toLowerCase().match(/[\p{L}\d]+/gu) ?? [];

/** First words of a message: two at least, or anything in quotation marks. */
function message(text: string): string | null {
  const quoted = /^["“„«'](.+?)["”“»']?$/.exec(text.trim());
  const words = wordsOf(quoted ? quoted[1] : text);
  const said = words.filter((word) => /\p{L}{2}/u.test(word));
  return said.length >= (quoted ? 1 : 2) ? `“${words.slice(0, 12).join(' ')}”` : null;
}

/** How a table means bare counts: "3-2" as three, a pause, two; or as three long and two short. */
export type Notation = 'pauses' | 'long and short';

/**
 * Everything a text can be read as, the likeliest first.
 * @throws Error saying what cannot be read
 */
export function codesIn(text: string, notation: Notation = 'pauses'): string[] {
  const plain = text.trim().toLowerCase();
  if (plain === '') fail(text, 'is empty');
  const endless = /^(?:(long|short)\s+)?(?:endless|continuous|without end|s\*|l\*)$/.exec(plain);
  if (endless) return [plain === 'l*' || endless[1] === 'long' ? 'L*' : 'S*'];
  const other = display(plain) ?? lamps(text, plain);
  if (other) return [other];
  const words = plain
    .replace(IDLE, ' ')
    .replace(/\b(?:long|slow|lang|langsam|largos?|longs?)\b/g, 'l')
    .replace(/\b(?:short|quick|fast|kurz|schnell|courts?|cortos?)\b/g, 's')
    .replace(/\b(?:pause|then|dann|puis|luego)\b/g, '-')
    .trim();
  if (/^[\d\s,;.–-]+$/.test(words)) {
    const counts = words
      .split(/[\s,;.–-]+/)
      .filter(Boolean)
      .map(Number);
    if (counts.some((count) => count < 1 || count > 20)) fail(text, 'has a count outside 1 to 20');
    const pauses = checked(text, counts.map((count) => 'S'.repeat(count)).join('-'));
    // 3-2 is written for three long and two short as well
    const long =
      counts.length === 2 && counts[0] + counts[1] <= LONGEST
        ? ['L'.repeat(counts[0]) + 'S'.repeat(counts[1])]
        : [];
    return notation === 'pauses' ? [pauses, ...long] : [...long, pauses];
  }
  const tight = words.replace(/[\s,;+.]+/g, '').replace(/–/g, '-');
  if (!/^(?:\d{0,2}[sl]|-)+$/.test(tight)) {
    const said = message(text);
    return said
      ? [said]
      : fail(text, 'is not a code: write LSS, 1L 2S, 3-2, 5, 0x7B, lamps 1 3 or a message');
  }
  const signs = [...tight.matchAll(/(\d{0,2})([sl])|-/g)]
    .map((match) => (match[2] ? match[2].toUpperCase().repeat(Number(match[1] || 1)) : '-'))
    .join('');
  const code = checked(text, signs.replace(/-+/g, '-').replace(/^-|-$/g, ''));
  // "long-short" is one group as often as two
  return code.includes('-') ? [code, code.replaceAll('-', '')] : [code];
}

/** The likeliest reading. @throws Error saying what cannot be read */
export const normaliseCode = (text: string, notation?: Notation): string => codesIn(text, notation)[0];

/** Does one of them say what the other begins with? Two words at least. */
export function sameMessage(one: string, other: string): boolean {
  const [a, b] = [wordsOf(one), wordsOf(other)];
  const n = Math.min(a.length, b.length);
  return n >= Math.min(2, a.length, b.length) && a.slice(0, n).every((word, i) => word === b[i]);
}
