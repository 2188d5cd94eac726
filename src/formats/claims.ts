/**
 * What a seller's words amount to, as claim findings. A text is read clause by clause: what is said to be well
 * is taken out, then each thing named with something wrong near it, then what is wrong without a thing being
 * named. Common phrases of the trade; every pattern is bounded, so that a long text is read in one pass.
 */

/** A few words between a thing and what is said of it. */
const NEAR = "(?:\\s+[\\w’'-]+){0,3}?\\s+";
const any = (words: string) => `(?:${words})`;
const NOT = "(?:do|does|did|is|are|was|will|would|wo|ca)(?:n['’]?t|\\s+not|not)";
const FAILS = any(`${NOT}\\s+(?:work|working|function|respond)|not\\s+(?:working|responding)|n['’]t\\s+work`);
const GONE = any('missing|removed|gone|taken\\s+out|pulled|not\\s+included|wiped');
const BROKEN = any(
  `needs?(?:\\s+a)?\\s+(?:new|replac\\w+|clean\\w+)|broken|faulty|bad|dead|failed|failing|damaged|defective|kaput|${FAILS}`,
);

interface Thing {
  id: string;
  words: string;
  /** What, near it, is a fault of it. */
  wrong: string;
  /** "no X" and "without X" amount to the claim. */
  none?: boolean;
}

/** More telling things first: what one has taken of a clause no other reads again. */
const THINGS: readonly Thing[] = [
  {
    id: 'says-clock',
    words: 'clock|date\\s+and\\s+time|time|date|(?:bios|cmos)\\s+battery|coin\\s+cell',
    wrong: 'wrong|lost|resets?|flat|dead|empty|forgets?|forgotten',
  },
  {
    id: 'says-battery',
    words: 'batter(?:y|ies)(?:\\s+life)?',
    wrong: `${BROKEN}|${GONE}|flat|weak|worn|poor|swollen|bulging|lasts?|no\\s+charge|${NOT}\\s+(?:hold|last|charge)|not\\s+(?:holding|charging)`,
    none: true,
  },
  {
    id: 'says-screen',
    words: 'screen|display|lcd|panel',
    wrong:
      'cracked|cracks?|smashed|lines?|flicker\\w*|(?:dead\\s+)?pixels?|spots?|faulty|broken|damaged|bad|dim',
  },
  {
    id: 'says-keys',
    words: 'keyboard|keys?|space\\s+bar',
    wrong: `${BROKEN}|${GONE}|stick\\w*|sticky|stuck`,
  },
  { id: 'says-memory', words: 'memory|ram', wrong: `${BROKEN}|${GONE}|errors?`, none: true },
  {
    id: 'says-drive',
    words: 'hard\\s+(?:drive|disk)|(?<!(?:optical|dvd|cd|disc)\\s)drive|disk|hdd|ssd',
    wrong: `${BROKEN}|${GONE}|click\\w*|grind\\w*|not\\s+(?:found|detected|seen)|wiped`,
    none: true,
  },
  {
    id: 'says-network',
    words: 'wi-?fi|wireless|network(?:\\s+port)?|ethernet|lan|internet',
    wrong: `${BROKEN}|${GONE}|drop\\w*|weak`,
    none: true,
  },
  {
    id: 'says-sound',
    words: 'sound|audio|speakers?',
    wrong: `${BROKEN}|${GONE}|crackl\\w*|rattl\\w*|distort\\w*`,
    none: true,
  },
  {
    id: 'says-hot',
    words: 'fans?',
    wrong: `${BROKEN}|errors?|nois\\w*|loud|grind\\w*|rattl\\w*|scrap\\w*|roar\\w*`,
  },
];

/** Wrong without a thing that has a claim of its own. */
const ALONE: readonly (readonly [id: string, words: string])[] = [
  [
    'says-crashes',
    'blue\\s+screens?|crash\\w*|freez\\w*|hang(?:s|ing)?|(?:keeps?|randomly)\\s+(?:restarting|rebooting)|(?:restarts|reboots)',
  ],
  [
    'says-no-picture',
    `no\\s+(?:picture|display|video|image|signal)|(?:black|blank|dark)\\s+screen|(?:screen|display)\\s+(?:stays|is|remains|goes)\\s+(?:black|blank|dark)|nothing\\s+on\\s+(?:the\\s+)?(?:screen|display)|turns\\s+on,?\\s+then\\s+nothing`,
  ],
  [
    'says-hot',
    'overheat\\w*|(?:runs?|gets?|very|too)\\s+(?:very\\s+)?hot|hot(?:ter)?|nois(?:y|es?)|loud(?:er)?|shuts?\\s+(?:down|off)|(?:turns|switches)\\s+(?:itself\\s+)?off|cuts\\s+out',
  ],
  ['says-screen', 'dead\\s+pixels?|lines\\s+on'],
  ['says-keys', 'sticky\\s+keys?'],
  [
    'says-drive',
    `(?:${NOT}|not)\\s+(?:boot|booting|start)\\w*|stuck\\s+(?:at|in)\\s+(?:boot|start)\\w*|no\\s+(?:os|operating\\s+system|system|bootable\\s+devices?)|boot\\s+(?:loops?|errors?)`,
  ],
  [
    'says-battery',
    `(?:${NOT}|not)\\s+(?:hold\\s+(?:a\\s+)?charge|charg\\w+)|holds?\\s+no\\s+charge|no\\s+charge`,
  ],
  ['says-slow', 'slow\\w*|sluggish|takes?\\s+(?:ages|for\\s*ever)'],
  [
    'says-locked',
    '(?:bios|set-?up|admin\\w*|supervisor)?\\s*password(?:\\s+(?:protected|unknown|set|locked))?|locked',
  ],
  ['says-clock', '(?:loses|forgets)\\s+(?:the\\s+)?(?:date|time)'],
  [
    'says-dead',
    `dead|${any(`${NOT}|not`)}\\s+(?:turn(?:ing)?\\s+on|power(?:ing)?(?:\\s+(?:on|up))?|switch(?:ing)?\\s+on|come\\s+on)|no\\s+(?:power|lights?|signs?\\s+of\\s+life|life)`,
  ],
];

/** Said to be well, or not to be there and no fault of the machine: taken out before anything else is read. */
const FINE = [
  'no\\s+(?:known\\s+)?(?:faults?|problems?|issues?|cracks?|damage|scratches|dead\\s+pixels?|errors?|marks?|password)',
  'not\\s+(?:dead|hot|noisy|loud|cracked|locked|slow|broken|faulty|damaged)',
  "(?:do|does|did|is|are|was)(?:n['’]?t|\\s+not)\\s+(?:overheat\\w*|hot|noisy|crash\\w*|freez\\w*|cracked|locked|dead|slow)|never\\s+[\\w]+",
  '(?:no|without(?:\\s+a)?|missing)\\s+(?:charger|power\\s+(?:lead|cord|adapter)|mouse|box|manual)',
  '(?:charger|power\\s+(?:lead|cord|adapter)|mouse|box)\\s+(?:is\\s+)?(?:missing|not\\s+included)',
  '(?:with|includes|including|plus|(?<!needs?\\s(?:a\\s)?)new)\\s+(?:a\\s+)?(?:charger|keyboard|battery|drive|ssd|hdd|memory|ram)',
  '(?:keyboard|battery|drive|ssd|hdd|memory|ram|screen|display|charger)\\s+(?:is\\s+|are\\s+)?(?:included|good|fine|ok|okay|works|working|tested|new|replaced|upgraded|perfect|holds?\\s+(?:a\\s+|its\\s+)?charge)',
  'otherwise\\s+[\\w]+',
].map((words) => new RegExp(`\\b${any(words)}\\b`, 'g'));

const LONGEST = 2000;
const clausesOf = (text: string) =>
  text
    .slice(0, LONGEST)
    .toLowerCase()
    .split(/[;.\n/&]|,(?!\s*then\b)|\bbut\b|\band\b(?!\s+time\b)/)
    .map((clause) => clause.trim())
    .filter(Boolean);

const THING_PATTERNS = THINGS.map(({ id, words, wrong, none }) => ({
  id,
  patterns: [
    `${any(words)}(?:${NEAR}|\\s+)${any(wrong)}`,
    `${any(wrong)}(?:${NEAR}|\\s+)${any(words)}`,
    ...(none ? [`(?:no|without(?:\\s+an?)?)\\s+${any(words)}`] : []),
  ].map((pattern) => new RegExp(`\\b${pattern}\\b`)),
}));
const ALONE_PATTERNS = ALONE.map(([id, words]) => ({ id, pattern: new RegExp(`\\b${any(words)}\\b`) }));

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

/** What a seller's words were understood as, clause by clause. */
export function claimLines(text: string): ClaimLine[] {
  return clausesOf(text).flatMap((clause): ClaimLine[] => {
    const claims: string[] = [];
    let rest = FINE.reduce((left, words) => left.replace(words, ' '), clause);
    const praise = rest !== clause;
    const take = (id: string, pattern: RegExp) => {
      const match = pattern.exec(rest);
      if (!match) return;
      if (!claims.includes(id)) claims.push(id);
      rest = `${rest.slice(0, match.index)} ${rest.slice(match.index + match[0].length)}`;
    };
    // a blue or a black screen is no fault of the screen, so these come before it
    for (const { id, pattern } of ALONE_PATTERNS.slice(0, 2)) take(id, pattern);
    for (const { id, patterns } of THING_PATTERNS) for (const pattern of patterns) take(id, pattern);
    for (const { id, pattern } of ALONE_PATTERNS.slice(2)) take(id, pattern);
    return /[a-z]/i.test(clause) ? [{ words: clause.trim(), claims, praise }] : [];
  });
}
