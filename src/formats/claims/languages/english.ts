import { english as idioms } from './idioms';
import { either, any, upTo, type Language } from './language';

const NOT = "(?:do|does|did|is|are|was|will|would|wo|ca)(?:n'?t|\\s+not|not)";
const FAILS = any(`${NOT}\\s+(?:work|working|function|respond)|not\\s+(?:working|responding)|n't\\s+work`);
const GONE = any(
  'missing|removed|gone|tak(?:en|e)\\s+out|took\\s+out|pulled|not\\s+included|wiped|kept\\s+back',
);
const BROKEN = any(
  either(
    `needs?(?:\\s+a)?\\s+(?:new|replac\\w+|clean\\w+)|broken|faulty|bad|dead|failed`,
    `failing|damaged|defective|kaput|${FAILS}`,
  ),
);
const CHARGER =
  'chargers?|(?:power\\s+|ac\\s+)?adapt[eo]rs?|power\\s+(?:brick|lead|cord|cable|supply)(?!\\s+fan)';
const PICTURE = '(?:screen|display|picture|image|video|monitor)';
const SPOILT = '(?:unreadable|garbled|scrambled|distorted|corrupted|pixelated|fuzzy|messed\\s+up)';
const DRINK = '(?:coffee|water|wine|beer|juice|tea|liquid|milk|cola|soup|drinks?)';

export const english: Language = {
  known:
    "it|of|to|my|have|has|but|you|when|an?|that|i|at|for|its|after|was|been|the|and|not|does|doesn't|with|without|screen|keyboard|drive|works?|missing|broken|no|is|on",
  joined: `(?:starts?|turns?|switch(?:es)?|comes?|powers?|goes)\\s+(?:on\\s+)?${upTo(4)}and\\s+${upTo(2)}(?:off|stops?|dies|shuts)`,
  fine: [
    // all of it that was said
    '^(?:it\\s+)?(?:all\\s+)?(?:works|working|in\\s+(?:good\\s+)?working\\s+order)(?:\\s+(?:fine|well|ok|okay|perfectly|properly|normally|great|as\\s+it\\s+should))?$',
    'no\\s+(?:known\\s+)?(?:faults?|problems?|issues?|cracks?|damage|scratches|dead\\s+pixels?|errors?|marks?|password|dust|smells?|odou?rs?)',
    'not\\s+(?:dead|hot|noisy|loud|cracked|locked|slow|broken|faulty|damaged|dirty)',
    either(
      "(?:do|does|did|is|are|was)(?:n'?t|\\s+not)\\s+(?:overheat\\w*|hot|noisy|crash\\w*|freez\\w*|cracked|locked|dead|slow|smell\\w*)",
      'never\\s+(?!stop|quiet|charg|start|work|turn|finish|find|go|come)[\\w]+',
    ),
    '(?:no|without(?:\\s+a)?|missing)\\s+(?:mouse|box|manual)',
    '(?:mouse|box)\\s+(?:is\\s+)?(?:missing|not\\s+included)',
    '(?:non|no)[ -]smok\\w+|smoke[ -]free',
    `(?:with|includes|including|plus|(?<!needs?\\s(?:a\\s)?)new)\\s+(?:an?\\s+|its\\s+)?(?:original\\s+)?(?:${CHARGER}|keyboard|battery|drive|ssd|hdd|memory|ram)`,
    `(?:keyboard|battery|drive|ssd|hdd|memory|ram|screen|display|mouse|touchpad|camera|${CHARGER})\\s+(?:is\\s+|are\\s+)?(?:included|good|fine|ok|okay|works|working|tested|new|replaced|upgraded|perfect|holds?\\s+(?:a\\s+|its\\s+)?charge)`,
    'otherwise\\s+[\\w]+',
    '(?:not|never|un|\\w+n.t)\\s*(?:been\\s+|yet\\s+)?(?:tested|checked|tried|included\\s+in\\s+the\\s+price)|could\\s+not\\s+(?:be\\s+)?test\\w*',
  ],
  first: [
    [
      'says-burnt',
      either(
        `smells?\\s+${upTo(2)}burn\\w*|burn(?:t|ing|ed)\\s+smell`,
        `(?:puff|cloud)\\s+of\\s+smoke|went\\s+up\\s+in\\s+smoke|smoke\\s+came`,
        `sparks?\\s+came`,
      ),
    ],
    [
      'says-stuck',
      either(
        `(?:stuck|hangs?|hanging|frozen|freezes|stays|stops)\\s+${upTo(3)}logo`,
        `(?:gets?|goes)\\s+${upTo(4)}logo|(?:past|beyond)\\s+(?:the\\s+)?logo`,
      ),
    ],
    [
      'says-cycles',
      either(
        `(?:starts?|turns?|switch(?:es)?|comes?|powers?|goes)\\s+(?:on\\s+)?${upTo(4)}(?:and|then)\\s+${upTo(2)}(?:off|stops?|dies|shuts)`,
        `power\\s+cycl\\w+|on\\s+and\\s+off\\s+(?:by\\s+itself|again)`,
      ),
    ],
    [
      'says-unreadable',
      either(`${PICTURE}\\s+${upTo(3)}${SPOILT}|${SPOILT}\\s+${PICTURE}|art[ei]facts?`, `unreadable`),
    ],
    [
      'says-crashes',
      either(
        'blue\\s+screens?|crash\\w*|freez\\w*|hang(?:s|ing)?',
        '(?:keeps?|randomly)\\s+(?:restarting|rebooting)|(?:restarts|reboots)',
      ),
    ],
    [
      'says-no-picture',
      either(
        'no\\s+(?:picture|display|video|image|signal)|(?:black|blank|dark)\\s+screen',
        '(?:screen|display)\\s+(?:stays|is|remains|goes)\\s+(?:black|blank|dark)',
        'nothing\\s+on\\s+(?:the\\s+)?(?:screen|display)|then\\s+nothing',
      ),
    ],
  ],
  idioms,
  things: [
    {
      id: 'says-jack',
      words: '(?:charg\\w+|power|dc|mains)\\s+(?:port|socket|jack|connector|plug|inlet)s?',
      wrong: `${BROKEN}|loose|wobbl\\w*|bent|falls\\s+out|intermittent`,
    },
    {
      id: 'says-clock',
      words: 'clock|date\\s+and\\s+time|time|date|(?:bios|cmos)\\s+battery|coin\\s+cell',
      wrong: 'wrong|lost|resets?|flat|dead|empty|forgets?|forgotten',
    },
    {
      id: 'says-battery',
      words: 'batter(?:y|ies)(?:\\s+life)?',
      wrong: either(
        `${BROKEN}|${GONE}|flat|weak|worn|poor|swollen|bulging|lasts?|no\\s+charge`,
        `${NOT}\\s+(?:hold|last|charge)|not\\s+(?:holding|charging)`,
      ),
      none: true,
    },
    { id: 'says-charger', words: CHARGER, wrong: `${GONE}|${BROKEN}`, none: true },
    {
      id: 'says-graphics',
      words: 'graphics?(?:\\s+(?:card|chip|processor))?|gpu|video\\s+(?:card|chip)',
      wrong: BROKEN,
    },
    {
      id: 'says-touchpad',
      words: 'touch\\s*pad|track\\s*pad|mouse\\s*(?:pad|buttons?)|pad|pointing\\s+stick',
      wrong: `${BROKEN}|stuck|sticks|jump(?:s|y)|erratic|${NOT}\\s+(?:click|move|scroll)`,
    },
    {
      id: 'says-camera',
      words: 'web\\s*cam(?:era)?|camera',
      wrong: `${BROKEN}|black|shows\\s+nothing|not\\s+(?:found|detected)`,
    },
    {
      id: 'says-optical',
      words: '(?:optical|dvd|cd|disc|blu-?ray)(?:\\s*-?(?:rom|drive|tray|player|writer|burner))*',
      wrong: `${BROKEN}|${NOT}\\s+(?:open|eject|read)\\w*|stuck|jammed`,
    },
    {
      id: 'says-hinge',
      words: 'hinges?',
      wrong: `${BROKEN}|stiff|loose|cracked|snapped|droop\\w*|torn|weak`,
    },
    {
      id: 'says-screen',
      words: 'screen|display|lcd|panel',
      wrong: either(
        'cracked|cracks?|smashed|lines?|flicker\\w*|(?:dead\\s+)?pixels?|spots?|faulty',
        'broken|damaged|bad|dim',
      ),
    },
    {
      id: 'says-keys-gone',
      words: 'key\\s*caps?|keyboard|keys?|buttons?',
      wrong: `${GONE}|eaten|chewed|popped|torn\\s+off|(?:broken|fallen|fell|come|came)\\s+off|bitten`,
    },
    {
      id: 'says-keys',
      words: 'keyboard|keys?|letters?|space\\s*bar',
      wrong: `${BROKEN}|stick\\w*|sticky|stuck|${NOT}\\s+type`,
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
      id: 'says-ports',
      words:
        '(?:usb(?:\\s*-?c)?|hdmi|vga|display\\s*port|ports?|card\\s+reader)(?:\\s+(?:ports?|sockets?|slots?))?',
      wrong: `${BROKEN}|loose|bent`,
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
  ],
  trouble: either(
    "not|\\w+n't|cannot|never|hardly|barely|stop(?:s|ped)|lump\\w*|bulg\\w*|swell\\w*|swollen|patch|stain\\w*|blob",
    '(?:by|on)\\s+(?:itself|its\\s+own|their\\s+own)|now\\s+and\\s+then|now\\s+and\\s+again|every\\s+so\\s+often|at\\s+times|sometimes|occasionally',
    '(?:pulled|ripped|torn|tore|came|come|fell|fallen|prised|broke|snapped|chewed)\\s+(?:\\w+\\s+)?(?:off|out|away)|(?:has|have|had|needs?)\\s+to\\s+be',
    'funny|odd(?:ly)?|weird|strange|wrong|trouble|playing\\s+up|acting\\s+up|packed\\s+up|given\\s+up|gave\\s+up|on\\s+its\\s+last\\s+legs|had\\s+it|rubbish|useless|hopeless|shot|knackered|bust(?:ed)?|goosed|dodgy|iffy|faint|ages?|ancient',
  ),
  none: '(?:no|without(?:\\s+an?)?)',
  taken: 'no|without|missing|removed|took\\s+out|taken\\s+out',
  after: [
    [
      'says-hot',
      either(
        'overheat\\w*|(?:runs?|gets?|very|too)\\s+(?:very\\s+)?hot|hot(?:ter)?',
        'nois(?:y|es?)|loud(?:er)?|shuts?\\s+(?:down|off)',
        '(?:turns|switches)\\s+(?:itself\\s+)?off|cuts\\s+out',
      ),
    ],
    ['says-screen', 'dead\\s+pixels?|lines\\s+on'],
    ['says-keys', 'sticky\\s+keys?'],
    [
      'says-drive',
      either(
        `(?:${NOT}|not)\\s+(?:boot|booting|start)\\w*`,
        `stuck\\s+(?:at|in)\\s+(?:boot|start)\\w*`,
        `no\\s+(?:os|operating\\s+system|system|bootable\\s+devices?)`,
        `boot\\s+(?:loops?|errors?)`,
      ),
    ],
    ['says-jack', '(?:wiggle|jiggle|wobble)\\w*|at\\s+an?\\s+(?:certain\\s+)?angle'],
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
    [
      'says-liquid',
      either(
        `${DRINK}\\s+${upTo(2)}(?:spill\\w*|spilt|damage\\w*|went|got|over)`,
        `spill(?:ed|age|s)?|spilt|(?:got|been)\\s+wet|water\\s*logged`,
      ),
    ],
    ['says-smell', "smell\\w*|musty|smok(?:y|e|er'?s?)|cigarettes?|odou?r|stinks?"],
    [
      'says-stripped',
      either(
        'stripped(?!\\s+screw)|shell\\s+only|bare\\s*-?bones?|no\\s+insides?',
        'parts?\\s+(?:have\\s+been|has\\s+been|were|are)\\s+(?:taken|removed)|gutted',
        'empty\\s+case',
      ),
    ],
    ['says-dirty', 'dirty|filthy|grim[ey]\\w*|dust(?:y)?|needs?\\s+(?:an?\\s+)?(?:good\\s+)?clean\\w*'],
    [
      'says-for-parts',
      either(
        '(?:for|as)\\s+(?:spare\\s*)?(?:parts|spares|scrap|repairs?)',
        'spares\\s+(?:or|and)\\s+repairs?|(?:sold\\s+as\\s+)?scrap',
        'beyond\\s+(?:economic\\w*\\s+)?repair',
      ),
    ],
  ],
  whole: [
    [
      'says-for-parts',
      "(?:it\\s+|is\\s+|completely\\s+|totally\\s+)*(?:not\\s+working|does(?:n't|\\s+not)\\s+work|broken|faulty|defective)",
    ],
  ],
};
