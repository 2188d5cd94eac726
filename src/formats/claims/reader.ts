/**
 * What a seller's or a customer's words amount to, as claim findings. A text is read clause by clause, in whichever of the
 * languages it is: what is said to be well is taken out, then each thing named with something wrong near it, then what is
 * wrong without a thing being named.
 */
import { english } from './languages/english';
import { french } from './languages/french';
import { german } from './languages/german';
import { any, type Language } from './languages/language';
import { spanish } from './languages/spanish';

/** A few words between a thing and what is said of it. */
const NEAR = "(?:\\s+[\\w'.-]+){0,3}?\\s+";
const LONGEST = 2000;

const whole = (words: string, flags = '') => new RegExp(`\\b${any(words)}(?![\\w])`, flags);

const compiled = ({
  known,
  joined,
  fine,
  first,
  idioms,
  things,
  trouble,
  none,
  taken,
  after,
  whole: all,
}: Language) => ({
  known: whole(known, 'g'),
  joined: whole(joined),
  fine: fine.map((words) => whole(words, 'g')),
  patterns: [
    ...[...first, ...idioms].map(([id, words]) => ({ id, pattern: whole(words) })),
    ...things.flatMap(({ id, words, wrong, none: absent }) =>
      [
        `${any(words)}(?:${NEAR}|\\s+)${any(wrong)}`,
        `${any(wrong)}(?:${NEAR}|\\s+)${any(words)}`,
        ...(absent ? [`${none}\\s*${any(words)}`] : []),
      ].map((pattern) => ({ id, pattern: whole(pattern) })),
    ),
    ...after.map(([id, words]) => ({ id, pattern: whole(words) })),
  ],
  taken: whole(taken),
  /** A thing named anywhere in a clause that says of something in it that it is not as it should be. */
  named: things.map(({ id, words }) => ({ id, pattern: whole(words) })),
  trouble: whole(trouble),
  /** A thing that may be absent, and nothing else. */
  bare: things
    .filter((thing) => thing.none)
    .map(({ id, words }) => ({ id, pattern: new RegExp(`^(?:[a-z']{1,4}\\s+|[ld]')?${any(words)}$`) })),
  all: all.map(([id, words]) => ({ id, pattern: new RegExp(`^\\W*${any(words)}\\W*$`) })),
});

const LANGUAGES = [english, german, french, spanish].map(compiled);
type Compiled = (typeof LANGUAGES)[number];

/** Small letters without accents; what is curled is straight. */
const plain = (text: string) =>
  text
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[’‘`´]/g, "'")
    .replace(/[”“„«»]/g, '"');

/** A clause ends here, whatever the language: not inside a figure, and not before "then". */
const ENDS =
  /[;\n&!?]|(?<![nw])\/|\.(?!\d)|,(?!\d)(?!\s*(?:then|dann|puis|luego)\b)|\b(?:but|aber|mais|pero)\b/i;
/** And here, unless the two are one thing that is said. */
const JOINS = /\b(?:and(?!\s+time\b)|und|et|y)\b/i;

/** Clauses as they were written. */
function clausesOf(text: string): string[] {
  return text
    .slice(0, LONGEST)
    .split(ENDS)
    .flatMap((part) => {
      const words = plain(part);
      return LANGUAGES.some(({ joined }) => joined.test(words)) ? [part] : part.split(JOINS);
    })
    .map((clause) => clause.trim())
    .filter(Boolean);
}

/** The languages, the one a text is likeliest in first. */
function inOrder(text: string): Compiled[] {
  const words = plain(text.slice(0, LONGEST));
  const times = new Map(LANGUAGES.map((each) => [each, words.match(each.known)?.length ?? 0]));
  const most = Math.max(...times.values());
  // plainly in one language, words of another that look alike mean something else: "sale" is no dirt in Spanish
  return [...LANGUAGES]
    .filter((each) => most < 2 || times.get(each)! * 2 >= most)
    .sort((x, y) => times.get(y)! - times.get(x)!);
}

/**
 * Claim findings a seller's words amount to, in the order of the list of things. Silence is no evidence, so
 * nothing is returned for it.
 */
export function claimsIn(text: string): string[] {
  return [...new Set(claimLines(text).flatMap((line) => line.claims))];
}

/** One thing a seller said, and what it was understood as. */
export interface ClaimLine {
  words: string;
  /** Claim findings it amounts to; none: it says that something is well, or it was not understood. */
  claims: string[];
  /** It says that something is well. */
  praise: boolean;
}

function readIn({ fine, patterns, all, named, trouble }: Compiled, clause: string): Omit<ClaimLine, 'words'> {
  const claims: string[] = [];
  let rest = fine.reduce((left, words) => left.replace(words, ' '), clause);
  const praise = rest !== clause;
  for (const { id, pattern } of patterns) {
    const match = pattern.exec(rest);
    if (!match) continue;
    if (!claims.includes(id)) claims.push(id);
    rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
  }
  // the first thing that is named in it: what comes after it is usually where, when or with what
  if (claims.length === 0 && trouble.test(rest)) {
    const [first] = named
      .flatMap(({ id, pattern }) => {
        const at = pattern.exec(rest)?.index;
        return at === undefined ? [] : [{ id, at }];
      })
      .sort((a, b) => a.at - b.at);
    if (first) claims.push(first.id);
  }
  if (claims.length === 0) for (const { id, pattern } of all) if (pattern.test(rest)) claims.push(id);
  return { claims, praise };
}

/** What a seller's words were understood as, clause by clause. */
export function claimLines(text: string): ClaimLine[] {
  const languages = inOrder(text);
  // the clause before, where it said that a thing is not there: a bare thing after it is not there either
  let gone: Compiled | null = null;
  return clausesOf(text).flatMap((words): ClaimLine[] => {
    const clause = plain(words);
    if (!/[a-z]/.test(clause)) return [];
    const also: string | undefined = gone?.bare.find(({ pattern }) => pattern.test(clause))?.id;
    if (also) return [{ words, claims: [also], praise: false }];
    gone = null;
    for (const language of languages) {
      const read = readIn(language, clause);
      if (read.claims.length && language.taken.test(clause)) gone = language;
      if (read.claims.length || read.praise) return [{ words, ...read }];
    }
    return [{ words, claims: [], praise: false }];
  });
}
