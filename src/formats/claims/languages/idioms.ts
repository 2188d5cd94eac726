import { either, upTo, type Alone } from './language';

/**
 * How people say what is wrong who are not of the trade: by what they do, what happens, and what it is like. Read before the
 * things. Small letters without accents, as everywhere here.
 */
const OFF_EN = '(?:dies|goes|switches|turns|shuts|cuts|drops)';
const LOUD_EN =
  '(?:hair\\s*-?dry\\w+|jet|plane|aeroplane|airplane|helicopter|hoover|vacuum|turbine|rocket|tractor|lawn\\s*mower)';
const DRINK_EN =
  '(?:squash|lemonade|soda|sauce|something|stuff|paint|oil|tea|coffee|water|wine|beer|juice|milk|cola|coke|soup|a\\s+drink|a\\s+glass|a\\s+cup|her|his)';

export const english: readonly Alone[] = [
  [
    'says-no-picture',
    `(?:nothing|no\\s+picture)\\s+on\\s+(?:the\\s+|my\\s+)?(?:telly|tv|television|projector)`,
  ],
  ['says-screen', `(?:glass|screen)\\s+${upTo(2)}(?:gone|shattered|splintered|in\\s+bits|smashed)`],
  ['says-crashes', 'blue\\s+(?:with|page)|(?:goes|went|next\\s+minute)\\s+blue'],
  [
    'says-stuck',
    `(?:not|n't|never)\\s+${upTo(1)}(?:get|gets|go|goes|load|reach)\\s+${upTo(2)}(?:desktop|windows|home\\s+screen|login|log-in)`,
  ],
  ['says-ports', `usb\\s+${upTo(4)}(?:not|n't)\\s+(?:seen|recognised|recognized|found|detected)`],
  ['says-dirty', 'full\\s+of\\s+(?:fluff|dust|hair|fur|crumbs|muck|dirt|lint)|fluff|cat\\s+hair'],
  ['says-liquid', '(?:wee|pee|urine|sick|vomit)\\b'],
  [
    'says-battery',
    `(?:needs?|has|have)\\s+(?:to\\s+be\\s+)?charg\\w+\\s+${upTo(1)}every|charge\\s+it\\s+every`,
  ],
  ['says-touchpad', `touch\\s+(?:part|bit|thing|area|square)`],

  [
    'says-screen',
    '(?:half|part|corner|side|top|bottom)\\s+of\\s+(?:the\\s+|its\\s+)?(?:display|screen|picture)',
  ],
  ['says-battery', 'batter(?:y|ies)\\s+(?:icon|symbol|sign)|red\\s+cross\\s+on\\s+(?:the\\s+)?batter\\w+'],
  [
    'says-keys',
    `(?:arrow|enter|return|shift|back-?space|delete|control|ctrl|escape|tab|caps)(?:\\s+keys?|\\s+buttons?)?\\s+${upTo(2)}(?:stick\\w*|stuck|jam\\w*|dead|broken|does(?:n't|\\s+not)|won't|not)`,
  ],
  [
    'says-dead',
    `nothing\\s+(?:lights?\\s+up|comes\\s+on|moves|stirs)|(?:dark|silent)\\s+and\\s+(?:dark|silent)|(?:since|until|after)\\s+(?:the\\s+)?(?:lightning|thunder|storm|power\\s+cut)`,
  ],

  [
    'says-screen',
    '(?:dark|black|bright|white|yellow|grey)\\s+(?:patch|spot|area|corner|smudge|blotch)\\w*|cracked\\s+glass',
  ],
  [
    'says-jack',
    `(?:charg\\w+\\s+|power\\s+)?(?:cable|lead|plug|charger)\\s+(?:has|have|needs)\\s+to\\s+be\\s+\\w+`,
  ],
  ['says-slow', 'takes?\\s+an?\\s+age|ages\\s+to\\s+\\w+|grinds\\s+to\\s+a\\s+halt'],
  [
    'says-keys-gone',
    `(?:pulled|ripped|prised|picked|tore|took|knocked|chewed)\\s+(?:off\\s+)?${upTo(3)}(?:keys?|space\\s*bar|letters?)(?:\\s+off)?|(?:keys?|space\\s*bar)\\s+${upTo(3)}(?:pulled|ripped|torn|broken|snapped|fallen|come)\\s+off`,
  ],
  [
    'says-locked',
    '(?:admin|account|user)\\s*(?:istrator)?\\s+(?:login|log-?in|details|account)|(?:login|log-?in)\\s+(?:unknown|lost|forgotten)|locked\\s+(?:out|to)|(?:previous|old)\\s+(?:owner|user)\\W?s?\\s+account',
  ],
  [
    'says-cycles',
    `(?:switches|turns|comes|powers|starts)\\s+(?:on|up)?\\s*${upTo(8)}(?:turns|switches|shuts|powers|goes|cuts)\\s+(?:itself\\s+)?(?:straight\\s+|right\\s+|back\\s+)?(?:off|down)(?:\\s+again)?`,
  ],
  [
    'says-drive',
    '(?:been|was|is)\\s+(?:completely\\s+)?(?:wiped|formatted|erased|blanked)|(?:has\\s+)?nothing\\s+(?:on\\s+it|installed)|(?:needs?|bring|have)\\s+(?:your\\s+own|an?)\\s+(?:operating\\s+)?system|no\\s+windows',
  ],
  [
    'says-hot',
    `(?:gets?|runs?|is|goes)\\s+${upTo(2)}(?:that\\s+|so\\s+|really\\s+|very\\s+|too\\s+)?(?:warm|hot)|fans?\\s+(?:never|always|constantly)`,
  ],
  [
    'says-no-picture',
    `(?:light|lamp|led|button|fan)\\w*\\s+${upTo(5)}(?:that\\s+is|that's|thats)\\s+(?:all|it|about\\s+it)|(?:lights?|fans?)\\s+(?:come|go|spin|turn|start)\\s*${upTo(2)}(?:but|and)\\s+(?:that|nothing)|lights?\\s+up\\s+${upTo(2)}(?:that\\s+is|that's|nothing)`,
  ],
  [
    'says-burnt',
    either(
      `smok(?:e|ing)\\s+${upTo(3)}(?:came|come|comes|coming|out|from|rose|pour\\w*)|(?:started|began)\\s+smoking|saw\\s+smoke`,
      'went\\s+(?:bang|pop)|(?:loud\\s+)?(?:bang|pop)\\s+(?:and|then|when)|there\\s+was\\s+a\\s+(?:bang|flash)',
    ),
  ],
  [
    'says-jack',
    either(
      `(?:hold|wiggl\\w+|jiggl\\w+|bend|prop|move|twist|push)\\s+(?:the\\s+|its\\s+)?(?:power\\s+|charg\\w+\\s+)?(?:plug|lead|cable|cord|wire|charger)`,
      `(?:plug|lead|cable|charger)\\s+${upTo(4)}(?:just\\s+so|certain\\s+(?:way|angle|position)|right\\s+(?:way|angle|spot))`,
      'only\\s+charges\\s+(?:when|if|at)',
    ),
  ],
  [
    'says-battery',
    either(
      `only\\s+(?:runs?|works?|goes|on|stays\\s+on|lasts?)\\s+${upTo(3)}(?:plugged|mains|charger|lead|cable)`,
      `${OFF_EN}\\s+${upTo(4)}(?:unplug\\w*|pull\\s+(?:the|out)|off\\s+the\\s+(?:charger|mains|lead)|take\\s+the\\s+(?:plug|lead|charger))`,
      `(?:has|needs)\\s+to\\s+(?:be|stay)\\s+plugged|always\\s+plugged\\s+in|(?:lasts?|gives|get)\\s+${upTo(3)}(?:minutes?|mins?)\\s*(?:unplugged|off|on\\s+a\\s+charge|$)`,
    ),
  ],
  [
    'says-no-picture',
    either(
      `(?:screen|display|monitor|picture)\\s+${upTo(3)}(?:stand-?by|asleep|to\\s+sleep|no\\s+signal|switched\\s+off|in\\s+the\\s+dark|nothing|blank)`,
      `(?:monitor|screen|tv)\\s+(?:says|shows|gets)\\s+(?:no\\s+(?:signal|input)|nothing)|(?:nothing|not\\s+a\\s+thing)\\s+(?:comes\\s+up|appears|shows)`,
      `(?:screen|display|monitor)\\s+(?:does(?:n't|\\s+not)|wo(?:n't)|never|will\\s+not)\\s+(?:come|light|turn|wake|show)`,
    ),
  ],
  [
    'says-hinge',
    either(
      `(?:lid|screen|display|top)\\s+${upTo(2)}(?:won't|will\\s+not|does(?:n't|\\s+not)|no\\s+longer|not)\\s+(?:stay|stand|hold|close|shut)`,
      `(?:lid|screen|top)\\s+(?:falls|flops|drops|keeps\\s+falling|hangs)\\s+(?:shut|down|back|over|closed|off|loose)?`,
    ),
  ],
  [
    'says-screen',
    either(
      `(?:stripes?|bands?|bars?|lines?|blotch\\w*|ink|bleed\\w*|shadow|spots?|crack)\\s+${upTo(3)}(?:picture|screen|display|image|glass|across|down\\s+the)`,
      `(?:screen|display|picture)\\s+${upTo(3)}(?:stripes?|bands?|streaks?|blotch\\w*|ink|bleed\\w*|shatter\\w*|splinter\\w*|flashes|flashing|jitter\\w*|smashed\\s+in)`,
    ),
  ],
  [
    'says-crashes',
    either(
      `(?:round\\s+and\\s+round|over\\s+and\\s+over|again\\s+and\\s+again|all\\s+the\\s+time|constantly|keeps)\\s+(?:re-?start\\w*|re-?boot\\w*|freez\\w*)`,
      `(?:re-?starts?|re-?starting|re-?boots?|re-?booting)\\s+(?:itself|over|again|all|in\\s+a|on\\s+its|every|non-?stop|constantly)`,
      'locks\\s+up|seizes|(?:it|just)\\s+dies\\s+(?:on\\s+me|randomly|every)|falls\\s+over',
    ),
  ],
  [
    'says-hot',
    either(
      `fry\\s+(?:an?\\s+)?eggs?|(?:too|so)\\s+hot|burn(?:s|t|ing)?\\s+(?:my|your|the|his|her)\\s+(?:lap|legs?|hands?|knees?|fingers?)|boiling|red\\s+hot|roasting|like\\s+an?\\s+(?:oven|radiator|stove)`,
      `(?:like|as\\s+loud\\s+as)\\s+(?:an?\\s+|the\\s+)?${LOUD_EN}|take-?off|whin(?:es|ing)|scream(?:s|ing)|howl\\w*|makes?\\s+(?:an?\\s+)?(?:awful|terrible|horrible|dreadful|lot\\s+of)\\s+(?:noise|racket|row|din)`,
    ),
  ],
  [
    'says-keys',
    either(
      `(?:stopped|no\\s+longer|not|n't|never|refuse\\w*\\s+to)\\s+typ(?:e|es|ing)|types?\\s+(?:nothing|twice|double|by\\s+itself|on\\s+its\\s+own|the\\s+wrong|gibberish)`,
      `(?:some|several|two|three|four|a\\s+few|half)\\s+(?:of\\s+the\\s+)?(?:letters|buttons|keys)\\s+${upTo(2)}(?:work|working|respond|dead)`,
      `(?:have|need)\\s+to\\s+(?:press|hit|bash)\\s+${upTo(3)}hard`,
    ),
  ],
  ['says-keys-gone', `keys?\\s+${upTo(2)}(?:lost|absent|off\\s+it|come\\s+away)|lost\\s+${upTo(3)}keys?`],
  [
    'says-liquid',
    either(
      `(?:spill\\w*|spilt|poured|tipped|threw|knocked|dropped|got)\\s+${upTo(2)}${DRINK_EN}\\s+${upTo(3)}(?:on|over|in|into|down|through)`,
      `fell\\s+(?:in|into)\\s+(?:the\\s+)?(?:water|bath|sink|sea|pool|puddle)|drowned|left\\s+(?:out\\s+)?in\\s+the\\s+rain|rained\\s+on|flood\\w*`,
    ),
  ],
  ['says-smell', 'reeks?|whiffs?|pongs?|honks'],
  [
    'says-network',
    either(
      `(?:not|n't|cannot|won't|never|no\\s+longer)\\s+(?:find|see|connect|join|pick\\s+up|get|go)\\s+${upTo(4)}(?:wi-?fi|wireless|internet|network|online|router)`,
      `(?:wi-?fi|wireless|internet|network)\\s+${upTo(3)}(?:comes\\s+and\\s+goes|cuts?\\s+out|not\\s+(?:found|connect\\w*)|disconnect\\w*|won't\\s+connect)`,
    ),
  ],
  [
    'says-drive',
    either(
      `(?:no|can(?:not|'t)\\s+find(?:\\s+an?|\\s+the)?|missing|without)\\s+(?:boot(?:able|ing)?|start-?up|system)?\\s*(?:device|disks?|drives?|medium|media|storage|operating\\s+system)`,
      `(?:boot|start-?up)\\s+(?:device|disk|drive)\\s+${upTo(2)}(?:not|failed|error|missing)|operating\\s+system\\s+(?:not|wasn't|missing)`,
      `(?:kept|keeping|hung\\s+on\\s+to|holding\\s+on\\s+to|took|taken|pulled|removed|without)\\s+${upTo(3)}(?:storage|disk|disc|drive|hdd|ssd)`,
      `(?:storage|disk|drive)\\s+${upTo(4)}(?:kept|keeping|with\\s+me|shredded|destroyed)|click\\w*\\s+(?:noise|sound)|(?:clicks|ticks)\\s+(?:and|then)`,
    ),
  ],
  [
    'says-slow',
    either(
      `takes?\\s+${upTo(4)}(?:minutes?|mins|hours?|ages|forever|eternity|long\\s+time)\\s+to|(?:crawls|crawling|snail\\w*|treacle)`,
      `(?:long\\s+time|ages|forever)\\s+to\\s+(?:start|boot|load|open|get\\s+going)`,
    ),
  ],
  [
    'says-locked',
    `(?:asks?|asking|wants)\\s+${upTo(3)}(?:password|passcode|pin|code)\\b|(?:pin|passcode)\\s+(?:unknown|forgotten|lost)|forgot(?:ten)?\\s+${upTo(2)}(?:password|pin|passcode)`,
  ],
  [
    'says-clock',
    `(?:clock|date|time)\\s+${upTo(3)}(?:goes\\s+back|back\\s+to|jumps|reverts|always|never\\s+right|19\\d\\d|20[01]\\d)`,
  ],
  [
    'says-touchpad',
    `(?:mouse\\s+thing|cursor|pointer|arrow|mouse)\\s+${upTo(4)}(?:jumps?|leaps?|wanders?|drifts?|moves\\s+(?:by|on)|has\\s+a\\s+(?:mind|life))`,
  ],
  [
    'says-ports',
    `(?:sockets?|holes?|slots?|connectors?)\\s+${upTo(4)}(?:bent|broken|pushed\\s+in|snapped|loose|dead|not\\s+work\\w*|takes?\\s+nothing)`,
  ],
  [
    'says-sound',
    either(
      `(?:can(?:not|'t)|do(?:n't|\\s+not))\\s+hear\\s+(?:a\\s+thing|anything)|(?:silent|mute)\\s+(?:now|since|whatever)|no\\s+longer\\s+makes\\s+(?:a\\s+|any\\s+)?sound`,
    ),
  ],
  [
    'says-dead',
    either(
      `(?:press\\w*|push\\w*|hit|hold\\w*)\\s+${upTo(3)}(?:button|switch)\\s+${upTo(3)}(?:nothing|no\\s+reaction)|nothing\\s+(?:at\\s+all\\s+)?happens`,
      `does\\s+(?:absolutely\\s+)?nothing|not\\s+even\\s+an?\\s+light|refuses?\\s+to\\s+(?:turn|switch|power|come|start)|lifeless|(?:won't|will\\s+not|does(?:n't|\\s+not))\\s+(?:even\\s+)?(?:fire|wake|come\\s+to\\s+life|do\\s+anything)`,
      `no\\s+(?:sign|reaction|response)`,
    ),
  ],
];

const LAUT_DE = '(?:fohn|staubsauger|dusenjet|flugzeug|hubschrauber|turbine|rasenmaher|traktor|haartrockner)';
const SAFT_DE = '(?:kaffee|wasser|saft|wein|bier|tee|milch|cola|limo\\w*|suppe|etwas|was)';

export const german: readonly Alone[] = [
  ['says-no-picture', `(?:fernseher|beamer)\\s+${upTo(4)}(?:nichts|kein)`],
  ['says-screen', `glas\\s+${upTo(5)}(?:weg|gesplittert|kaputt|raus)`],
  [
    'says-stuck',
    `(?:kommt|gelangt|bootet|ladt)\\s+${upTo(3)}(?:nicht|nie)\\s+(?:mehr\\s+)?${upTo(2)}(?:desktop|windows|startbildschirm|anmeld\\w*)`,
  ],
  ['says-ports', `usb\\S*\\s+${upTo(3)}nicht\\s+erkannt`],
  ['says-dirty', 'flusen|voller\\s+(?:haare|krumel|staub|dreck)|tierhaare'],
  [
    'says-battery',
    `(?:alle|jede)\\s+(?:halbe\\s+)?(?:stunden?|minuten)\\s+${upTo(3)}(?:steckdose|laden|strom|netz)`,
  ],

  [
    'says-screen',
    '(?:halfte|teil|ecke|rand)\\s+(?:vom|des|der|von)\\s+(?:bildschirm\\w*|display\\w*|anzeige)',
  ],
  [
    'says-battery',
    `(?:akku|batterie)\\s+${upTo(3)}(?:rotes?\\s+kreuz|warnung|symbol|ausrufezeichen)|rotes?\\s+kreuz\\s+${upTo(2)}(?:akku|batterie)`,
  ],
  [
    'says-keys',
    `(?:pfeil|enter|eingabe|shift|umschalt|ruck|steuerungs|strg)\\s*-?(?:tasten?)?\\s+${upTo(2)}(?:klemm\\w*|hang\\w*|hak\\w*|reagier\\w*|nicht|tot)`,
  ],
  [
    'says-dead',
    `(?:leuchtet|blinkt|lauft|dreht)\\s+(?:gar\\s+|uberhaupt\\s+|absolut\\s+)?nichts|seit\\s+(?:dem\\s+)?(?:gewitter|blitz\\w*|stromausfall)`,
  ],

  [
    'says-keys-gone',
    `(?:tasten?|leertaste|entertaste)\\s+${upTo(2)}(?:abgezogen|abgerissen|abgegangen|abgefallen|herausgebrochen|rausgerissen)`,
  ],
  [
    'says-cycles',
    `(?:geht|schaltet)\\s+(?:sich\\s+)?(?:kurz\\s+)?(?:an|ein)\\s+${upTo(6)}(?:aus|ab)(?:\\s+(?:wieder|sofort))?`,
  ],
  [
    'says-hot',
    'wird\\s+(?:\\w+\\s+)?(?:warm|heiss)|lufter\\s+(?:\\w+\\s+)?(?:standig|dauernd|immer|permanent)',
  ],
  [
    'says-drive',
    '(?:wurde|ist)\\s+(?:komplett\\s+)?(?:geloscht|formatiert|platt\\w*|leer)|nichts\\s+(?:drauf|installiert)|ohne\\s+windows|kein\\s+windows',
  ],
  ['says-screen', `(?:dunkler?|heller?|schwarzer?|gelber?)\\s+(?:fleck|streifen|rand|stelle)`],
  [
    'says-no-picture',
    `(?:leuchtet|geht|brennt)\\s+nur\\s+(?:noch\\s+)?(?:die|der|das|eine?)\\s+(?:taste|knopf|lampe|lampchen|licht|power\\w*)|nur\\s+(?:die\\s+)?(?:lampe|taste|lufter)\\s+(?:leuchtet|lauft|geht)`,
  ],
  [
    'says-burnt',
    'rauch\\w*\\s+(?:\\w+\\s+){0,3}?(?:heraus|raus|kam|kommt|aufgestiegen)|kam\\s+(?:\\w+\\s+){0,3}?rauch|qualm\\w*|gequalmt|geknallt|lauter\\s+knall|gefunkt',
  ],
  [
    'says-jack',
    either(
      `(?:stecker|kabel|netzteil)\\s+${upTo(5)}(?:halten|wackeln|drehen|biegen|drucken|fixieren|bestimmten?)`,
      'ladt\\s+nur\\s+(?:\\w+\\s+){0,3}?(?:wenn|in)|wackelkontakt\\s+(?:am|beim)\\s+(?:laden|stecker|netz\\w*|lade\\w*)',
    ),
  ],
  [
    'says-battery',
    either(
      `nur\\s+(?:noch\\s+)?(?:mit|am|uber|an\\s+der)\\s+(?:dem\\s+)?(?:kabel|netzteil|strom|netz|steckdose|ladegerat|netzstrom)`,
      `ohne\\s+(?:kabel|netzteil|strom)\\s+${upTo(3)}(?:aus|sofort|nicht)|(?:netzteil|kabel)\\s+(?:abzieh\\w*|raus)\\s+${upTo(3)}aus`,
    ),
  ],
  [
    'says-no-picture',
    either(
      `(?:monitor|bildschirm|display|anzeige)\\s+${upTo(3)}(?:stand-?by|kein\\s+signal|aus|nichts|schlaf\\w*|finster|leer)`,
      'nichts\\s+(?:auf\\s+dem|am)\\s+(?:bildschirm|monitor|display)|man\\s+sieht\\s+nichts',
    ),
  ],
  [
    'says-hinge',
    `(?:deckel|bildschirm|display|klappe)\\s+${upTo(2)}(?:bleibt|steht|halt)\\s+${upTo(3)}nicht|(?:deckel|bildschirm|display)\\s+(?:fallt|klappt|kippt)\\s+${upTo(2)}(?:zu|um|runter|herunter|nach)|nicht\\s+(?:mehr\\s+)?(?:oben|offen)\\s+(?:bleibt|halt)?`,
  ],
  [
    'says-screen',
    `(?:streifen|balken|linien|flecken?|schlieren|risse?)\\s+${upTo(2)}(?:im|am|auf\\s+dem|uber\\s+den)\\s+(?:bild|bildschirm|display)|bild\\s+${upTo(2)}(?:streifen|flackert|zittert)`,
  ],
  [
    'says-crashes',
    either(
      `(?:startet|fahrt)\\s+${upTo(4)}(?:immer\\s+wieder|standig|dauernd|von\\s+(?:selbst|alleine?))|immer\\s+wieder\\s+neu|hangt\\s+(?:standig|dauernd|oft|immer)|bleibt\\s+(?:oft|standig|dauernd|einfach)\\s+(?:hangen|stehen)`,
      'eingefroren|friert\\s+(?:oft|standig|dauernd)?',
    ),
  ],
  [
    'says-hot',
    either(
      `eier\\s+(?:\\w+\\s+)?braten|spiegelei\\w*|gluht|gluhend|kochend|(?:viel\\s+)?zu\\s+(?:warm|heiss)|so\\s+heiss|verbrenn\\w*\\s+(?:sich|man|mir)`,
      `wie\\s+(?:ein\\w*\\s+)?${LAUT_DE}|hebt\\s+(?:fast\\s+)?ab|heult|brullt|drohnt|macht\\s+(?:einen\\s+)?(?:hollen|heiden)?larm|pfeift`,
    ),
  ],
  [
    'says-keys',
    `(?:tipp(?:t|en)|schreib(?:t|en))\\s+${upTo(2)}nicht|tippt\\s+(?:doppelt|von\\s+(?:selbst|allein))|(?:einige|manche|mehrere|zwei|drei|die\\s+halben)\\s+(?:buchstaben|tasten)\\s+${upTo(2)}nicht`,
  ],
  [
    'says-keys-gone',
    `tasten?\\s+${upTo(2)}(?:verloren|weg|raus|ab)\\b|(?:verloren|fehlt|fehlen)\\s+${upTo(3)}tasten?`,
  ],
  [
    'says-liquid',
    either(
      `${SAFT_DE}\\s+${upTo(4)}(?:geschuttet|verschuttet|gekippt|gelaufen|geleert|gegossen|gekommen|abbekommen)`,
      'ins\\s+wasser\\s+gefallen|im\\s+regen|uberschwemm\\w*|hochwasser|ertrunken',
    ),
  ],
  [
    'says-network',
    `(?:findet|sieht|verbindet|kommt|erkennt|bekommt)\\s+${upTo(4)}(?:wlan|internet|netz|netzwerk|router)\\s*${upTo(3)}(?:nicht|kein)?|(?:kein|nicht)\\s+(?:mehr\\s+)?ins\\s+(?:internet|netz|wlan)`,
  ],
  [
    'says-drive',
    either(
      `kein\\w*\\s+(?:start|boot|system)\\w*\\s*(?:laufwerk|medium|gerat|datentrager)?\\s+${upTo(2)}gefunden|kein\\w*\\s+(?:startlaufwerk|bootmedium|bootgerat|datentrager|laufwerk)`,
      `(?:datentrager|festplatte|platte|ssd)\\s+${upTo(6)}(?:behalten|einbehalten|zerstort|geschreddert|rausgenommen|herausgenommen|entnommen)`,
      `findet\\s+${upTo(3)}(?:platte|festplatte|laufwerk|ssd)\\s+nicht|klack\\w*|klickt\\s+nur`,
    ),
  ],
  [
    'says-slow',
    `(?:braucht|dauert)\\s+${upTo(4)}(?:minuten?|stunden?|ewig\\w*|lange)|im\\s+schneckentempo|zah\\b|schnecke`,
  ],
  [
    'says-locked',
    `(?:fragt|verlangt|will)\\s+${upTo(5)}(?:kennwort|passwort|pin|code)|(?:pin|kennwort|passwort)\\s+${upTo(3)}(?:vergessen|unbekannt)`,
  ],
  ['says-clock', `(?:uhr|uhrzeit|datum|zeit)\\s+${upTo(4)}(?:wieder|zuruck|immer|19\\d\\d|20[01]\\d|nie)`],
  [
    'says-touchpad',
    `(?:mauszeiger|zeiger|cursor|maus)\\s+${upTo(3)}(?:springt|wandert|hupft|bewegt\\s+sich|macht\\s+was)`,
  ],
  [
    'says-ports',
    `(?:buchsen?|anschlusse?|steckplatz|eingang)\\s+${upTo(4)}(?:verbogen|eingedruckt|ausgebrochen|locker|ausgeleiert|defekt|kaputt)`,
  ],
  ['says-sound', 'man\\s+hort\\s+nichts|(?:bleibt|ist)\\s+stumm|kein\\s+(?:mucks|laut)\\s+aus\\s+den'],
  [
    'says-dead',
    either(
      `passiert\\s+(?:gar\\s+|uberhaupt\\s+)?nichts|(?:tut|ruhrt)\\s+sich\\s+(?:gar\\s+|uberhaupt\\s+)?nicht\\w*|kein\\w*\\s+(?:reaktion|mucks)|springt\\s+nicht\\s+(?:mehr\\s+)?an|macht\\s+(?:gar\\s+|uberhaupt\\s+)?nichts`,
      'kein\\s+(?:lampchen|piep)',
    ),
  ],
];

const BRUIT_FR =
  '(?:avion|seche-?\\s?cheveux|aspirateur|turbine|helicoptere|reacteur|tracteur|tondeuse|soufflerie)';

export const french: readonly Alone[] = [
  [
    'says-no-picture',
    `(?:tele|televiseur|projecteur)\\s+${upTo(3)}(?:rien|noir|pas)|rien\\s+sur\\s+la\\s+tele`,
  ],
  ['says-screen', `(?:verre|vitre)\\s+${upTo(3)}(?:parti\\w*|eclate\\w*|brise\\w*|casse\\w*)`],
  [
    'says-stuck',
    `n'arrive\\s+(?:plus|pas)\\s+${upTo(2)}(?:bureau|windows|accueil)|ne\\s+(?:va|charge)\\s+(?:plus|pas)\\s+${upTo(2)}(?:bureau|windows)`,
  ],
  ['says-ports', `usb\\s+${upTo(3)}pas\\s+reconnu\\w*`],
  ['says-dirty', 'plein\\w*\\s+de\\s+(?:poussiere|poils|miettes|crasse)'],
  ['says-battery', `(?:re)?charger\\s+${upTo(3)}(?:demi-?\\s?heures?|heures?|minutes?)`],

  [
    'says-screen',
    "(?:moitie|partie|coin|cote|bord)\\s+(?:de\\s+|du\\s+)?(?:l'|la\\s+|le\\s+)?(?:ecran|dalle|affichage)",
  ],
  ['says-battery', `croix\\s+rouge\\s+${upTo(2)}batterie|batterie\\s+${upTo(3)}(?:croix|avertissement)`],
  [
    'says-keys',
    `(?:fleche|touche|entree|majuscule|espace|retour)\\s+${upTo(3)}(?:coinc\\w*|bloqu\\w*|coll\\w*|enfonc\\w*)`,
  ],
  [
    'says-dead',
    `rien\\s+ne\\s+(?:s'eclaire|s'allume|bouge|tourne)|depuis\\s+(?:l'|le\\s+|la\\s+)?(?:orage|foudre|coupure)`,
  ],

  [
    'says-keys-gone',
    `arrach\\w*\\s+${upTo(2)}(?:touches?|barre\\s+(?:d')?espace)|(?:touches?|barre\\s+(?:d')?espace)\\s+${upTo(2)}(?:arrach\\w*|partie?s?|decoll\\w*)`,
  ],
  [
    'says-hot',
    "ventilateur\\s+(?:ne\\s+s'arrete|tourne\\s+(?:tout\\s+le\\s+temps|sans\\s+arret|toujours|a\\s+fond))|devient\\s+(?:tres\\s+|trop\\s+)?chaud",
  ],
  [
    'says-drive',
    '(?:efface|formate|vide|vierge|reinitialise)(?:e)?\\b|rien\\s+(?:dessus|d\\Winstalle)|sans\\s+windows|pas\\s+de\\s+windows',
  ],
  [
    'says-no-picture',
    `seule?\\s+(?:le\\s+|la\\s+)?(?:bouton|voyant|lampe|lumiere|ventilateur|touche)\\s+${upTo(2)}(?:s'allume|s'eclaire|tourne|marche)|(?:bouton|voyant)\\s+s'allume\\s+(?:et|mais|sans)\\s+${upTo(2)}(?:rien|plus|tout)`,
  ],
  [
    'says-burnt',
    '(?:de\\s+la\\s+)?fumee|(?:a|ca)\\s+fume\\w*|grille(?!\\w)|a\\s+pete|gros\\s+bruit\\s+puis|ca\\s+a\\s+claque\\s+(?:fort|net)|petit\\s+bang',
  ],
  [
    'says-jack',
    `(?:tenir|bouger|tordre|plier|caler|maintenir)\\s+${upTo(2)}(?:fiche|prise|cable|cordon|chargeur|fil)|faux\\s+contact\\s+(?:au|de|sur)\\s+(?:la\\s+)?(?:charge|chargeur|prise)|(?:certaine|bonne)\\s+(?:facon|position)\\s+pour\\s+${upTo(3)}charge`,
  ],
  [
    'says-battery',
    `(?:que|seulement|uniquement)\\s+(?:branche\\w*|sur\\s+(?:le\\s+)?secteur|avec\\s+(?:le\\s+)?(?:cable|chargeur))|s'eteint\\s+${upTo(3)}(?:debranch\\w*|retire|enleve|sans\\s+(?:le\\s+)?(?:cable|chargeur))|tient\\s+${upTo(2)}(?:minutes?)`,
  ],
  [
    'says-no-picture',
    `(?:ecran|moniteur|affichage|image)\\s+(?:reste\\s+|est\\s+|toujours\\s+)?(?:en\\s+veille|eteint|vide|sans\\s+signal)|rien\\s+(?:a|sur)\\s+l'ecran|rien\\s+ne\\s+s'affiche|n'affiche\\s+rien|pas\\s+de\\s+signal`,
  ],
  [
    'says-hinge',
    `(?:couvercle|capot|ecran)\\s+${upTo(2)}(?:ne\\s+(?:tient|reste|ferme)\\s+(?:pas|plus)|tombe|retombe|se\\s+referme|s'affaisse)`,
  ],
  [
    'says-screen',
    `(?:bandes?|barres?|lignes?|rayures?|taches?|traits?|fissures?)\\s+${upTo(2)}(?:sur|dans|a)\\s+(?:l'|la\\s+|le\\s+)?(?:image|ecran|dalle)|(?:ecran|image)\\s+(?:clignote|tremble|saute)`,
  ],
  [
    'says-crashes',
    `(?:redemarre\\w*|relance\\w*|se\\s+coupe)\\s+(?:sans\\s+(?:arret|cesse)|tout\\s+(?:seul|le\\s+temps)|en\\s+boucle|toujours)|en\\s+boucle|se\\s+(?:bloque|fige)\\w*`,
  ],
  [
    'says-hot',
    `(?:cuire|faire\\s+cuire)\\s+(?:un|des)\\s+(?:oeufs?|œufs?)|brulant\\w*|(?:trop|tres)\\s+chaud|on\\s+se\\s+brule|(?:comme|bruit\\s+d\\w*\\s?'?)\\s*(?:un\\s+|une\\s+)?${BRUIT_FR}|bruit\\s+(?:infernal|enorme|terrible|de\\s+soufflerie)|siffle|hurle|decolle`,
  ],
  [
    'says-keys',
    `ne\\s+(?:tap|ecri)\\w*\\s+(?:plus|pas)|n'ecri\\w*\\s+(?:plus|pas)|(?:certaines|quelques|plusieurs|deux|trois)\\s+(?:lettres|touches)\\s+${upTo(1)}(?:ne|mortes?)|tape\\s+(?:en\\s+double|toute?\\s+seule?)`,
  ],
  [
    'says-keys-gone',
    `il\\s+manque\\s+(?:\\w+\\s+){1,2}touches?|touches?\\s+(?:perdues?|disparues?|absentes?|en\\s+moins)|perdu\\s+${upTo(2)}touches?`,
  ],
  [
    'says-liquid',
    `(?:renvers\\w*|tombe\\w*|verse\\w*|recu)\\s+(?:du|de\\s+l'|de\\s+la|un|son|sa)\\s*(?:verre|cafe|eau|the|vin|biere|jus|sirop|lait|soupe|coca)|sous\\s+la\\s+pluie|dans\\s+(?:l'eau|la\\s+baignoire)|inond\\w*`,
  ],
  [
    'says-network',
    `ne\\s+(?:trouve|voit|capte|detecte|se\\s+connecte)\\s+(?:pas|plus)\\s+${upTo(3)}(?:wi-?fi|internet|reseau|box)|(?:wi-?fi|internet|connexion)\\s+${upTo(2)}(?:saute|se\\s+coupe|va\\s+et\\s+vient|ne\\s+(?:marche|fonctionne))`,
  ],
  [
    'says-drive',
    either(
      `(?:aucun|pas\\s+de|sans)\\s+(?:peripherique|disque|systeme|support)\\s+(?:de\\s+(?:demarrage|boot)|amorcable|bootable|trouve)|(?:disque|systeme)\\s+(?:introuvable|non\\s+trouve|absent)`,
      `(?:garde|conserve|recupere|detruit|retire|enleve)\\w*\\s+${upTo(2)}(?:disque|ssd|stockage)|ne\\s+(?:trouve|voit|detecte|reconnait)\\s+(?:pas|plus)\\s+(?:le\\s+|de\\s+|son\\s+)?disque|claque\\b|clique\\b`,
    ),
  ],
  [
    'says-slow',
    `(?:met|prend|faut)\\s+${upTo(3)}(?:minutes?|heures?|temps|plombes|siecles?)\\s+(?:a|pour)|tres\\s+lente?|escargot|une\\s+eternite|rame\\w*`,
  ],
  [
    'says-locked',
    `demande\\s+${upTo(3)}(?:mot\\s+de\\s+passe|code|mdp|pin)|(?:code|mot\\s+de\\s+passe|mdp)\\s+(?:oublie|perdu|inconnu)`,
  ],
  [
    'says-clock',
    `(?:heure|date|horloge)\\s+${upTo(2)}(?:revient|retombe|se\\s+remet|toujours|repart|jamais|19\\d\\d|20[01]\\d)`,
  ],
  ['says-touchpad', `(?:souris|curseur|pointeur|fleche)\\s+${upTo(4)}(?:saute\\w*|bouge|se\\s+deplace|part)`],
  [
    'says-ports',
    `(?:prises?|ports?|connecteurs?|entrees?)\\s+${upTo(4)}(?:tordue?s?|enfonce\\w*|casse\\w*|arrache\\w*|morte?s?|ne\\s+marche)`,
  ],
  [
    'says-sound',
    "(?:plus|pas)\\s+(?:aucun\\s+|de\\s+)?son\\b|aucun\\s+son|on\\s+n'entend\\s+(?:plus\\s+)?rien|muet\\w*",
  ],
  [
    'says-dead',
    `(?:il\\s+)?ne\\s+se\\s+passe\\s+rien|rien\\s+ne\\s+se\\s+passe|aucune\\s+reaction|ne\\s+reagi\\w*\\s+(?:pas|plus)|refuse\\s+de\\s+(?:demarrer|s'allumer)|ne\\s+(?:s'allume|demarre|fait)\\s+(?:plus\\s+)?(?:pas|plus|rien)|plus\\s+rien\\b(?!\\s+a)`,
  ],
];

const RUIDO_ES = '(?:secador|avion|aspirador\\w*|turbina|helicoptero|cohete|tractor|motor|reactor)';

export const spanish: readonly Alone[] = [
  ['says-no-picture', `(?:tele|television|proyector)\\s+${upTo(3)}(?:nada|negr[oa]|no)`],
  ['says-screen', `(?:cristal|vidrio)\\s+${upTo(3)}(?:rot[oa]|partid[oa]|saltad[oa])`],
  ['says-stuck', `no\\s+(?:llega|entra|carga|pasa)\\s+${upTo(2)}(?:escritorio|windows|inicio)`],
  ['says-ports', `usb\\s+no\\s+(?:se\\s+)?reconoc\\w+`],
  ['says-dirty', 'llen[oa]\\s+de\\s+(?:pelusa|pelos|migas|polvo|mierda)|pelusa'],
  ['says-battery', `cargar(?:lo)?\\s+cada|cada\\s+(?:media\\s+)?hora\\s+${upTo(2)}(?:cargar|enchufar)`],

  ['says-screen', '(?:mitad|parte|esquina|lado|borde)\\s+de\\s+(?:la\\s+)?pantalla'],
  ['says-battery', `bateria\\s+${upTo(4)}(?:cruz|aviso|advertencia)|cruz\\s+roja\\s+${upTo(2)}bateria`],
  [
    'says-keys',
    `(?:flecha|intro|espacio|mayusculas|retroceso)\\s+${upTo(3)}(?:pegad[oa]|atascad[oa]|encallad[oa]|hundid[oa]|no)`,
  ],
  [
    'says-dead',
    `no\\s+(?:se\\s+)?(?:enciende|ilumina|mueve)\\s+nada|desde\\s+(?:la\\s+|el\\s+)?(?:tormenta|rayo|apagon)`,
  ],

  [
    'says-keys-gone',
    `arranc\\w+\\s+${upTo(2)}(?:teclas?|barra)|(?:barra\\s+espaciadora|teclas?)\\s+${upTo(2)}(?:arrancad\\w*|suelt\\w*|despegad\\w*)`,
  ],
  ['says-hot', 'ventilador\\s+no\\s+para|siempre\\s+a\\s+tope|se\\s+pone\\s+(?:muy\\s+)?caliente'],
  [
    'says-drive',
    '(?:esta|fue|ha\\s+sido)\\s+(?:borrad[oa]|formatead[oa]|vaci[oa])|nada\\s+(?:dentro|instalado)|sin\\s+windows',
  ],
  [
    'says-no-picture',
    `solo\\s+se\\s+(?:enciende|ilumina|prende)\\s+(?:el|la)\\s+(?:boton|luz|led|piloto|ventilador)|(?:luz|boton|piloto)\\s+${upTo(2)}(?:y\\s+nada\\s+mas|pero\\s+nada)`,
  ],
  [
    'says-burnt',
    'humo|echo\\s+chispas|(?:dio|pego)\\s+un\\s+(?:petardazo|chispazo|fogonazo|estallido)|exploto',
  ],
  [
    'says-jack',
    `(?:sujetar|mover|doblar|torcer|aguantar|apretar)\\s+${upTo(2)}(?:clavija|cable|enchufe|cargador|conector)|de\\s+una\\s+(?:manera|forma)\\s+para\\s+que\\s+cargue|solo\\s+carga\\s+(?:si|cuando|en)`,
  ],
  [
    'says-battery',
    `solo\\s+(?:va|funciona|anda|enciende|trabaja|dura)\\s+${upTo(2)}(?:enchufad[oa]|conectad[oa]|con\\s+(?:el\\s+)?(?:cable|cargador)|a\\s+la\\s+corriente)|(?:quito|quitas|desenchuf\\w*|sin)\\s+(?:el\\s+)?(?:cable|cargador)?\\s*(?:y\\s+)?se\\s+apaga|dura\\s+${upTo(2)}minutos`,
  ],
  [
    'says-no-picture',
    `(?:monitor|pantalla)\\s+${upTo(3)}(?:reposo|apagad[oa]|oscur\\w*|en\\s+blanco|sin\\s+senal|suspendid\\w*)|no\\s+(?:sale|se\\s+ve|aparece|muestra)\\s+(?:nada|imagen)|a\\s+oscuras`,
  ],
  [
    'says-hinge',
    `(?:tapa|pantalla)\\s+no\\s+(?:se\\s+)?(?:queda|aguanta|sostiene|sujeta|cierra)\\w*|(?:tapa|pantalla)\\s+se\\s+(?:cae|cierra\\s+sola|dobla)`,
  ],
  [
    'says-screen',
    `(?:rayas?|franjas?|bandas?|lineas?|manchas?|grietas?)\\s+${upTo(2)}(?:en|por|sobre|a\\s+lo)\\s+${upTo(2)}(?:pantalla|imagen|cristal)|pantalla\\s+(?:con\\s+)?(?:rayas?|franjas?|parpade\\w*|tiembla|reventada)`,
  ],
  [
    'says-crashes',
    'una\\s+y\\s+otra\\s+vez|en\\s+bucle|se\\s+(?:reinicia|cuelga|traba|bloquea|queda\\s+colgad[oa]|apaga\\s+y\\s+enciende)',
  ],
  [
    'says-hot',
    `quema\\w*(?!d)|arde|hierve|(?:demasiado|muy|super)\\s+caliente|freir\\s+(?:un\\s+)?huevos?|(?:ruido\\s+)?como\\s+(?:un\\s+|una\\s+)?${RUIDO_ES}|(?:mucho|muchisimo)\\s+ruido|pita|zumba`,
  ],
  [
    'says-keys',
    `(?:no|ya\\s+no)\\s+(?:escrib\\w+|teclea\\w*|marca\\w*)|(?:algunas|varias|unas)\\s+(?:letras|teclas)\\s+no|escribe\\s+(?:sol[oa]|doble)`,
  ],
  [
    'says-keys-gone',
    `faltan?\\s+(?:\\w+\\s+){0,2}teclas?|teclas?\\s+(?:perdidas?|de\\s+menos)|perdi\\w*\\s+${upTo(2)}teclas?`,
  ],
  [
    'says-liquid',
    `(?:tiro|echo|volco|derramo|cayo|vertio|tiraron|cayeron)\\s+${upTo(2)}(?:zumo|agua|cafe|te|vino|cerveza|leche|refresco|liquido|cola|sopa)|en\\s+la\\s+lluvia|inund\\w*|al\\s+agua`,
  ],
  [
    'says-network',
    `no\\s+(?:encuentra|detecta|pilla|coge|ve|se\\s+conecta)\\s+${upTo(2)}(?:wi-?fi|internet|red|router)|(?:wi-?fi|internet)\\s+${upTo(2)}(?:se\\s+(?:va|cae|corta)|falla)`,
  ],
  [
    'says-drive',
    either(
      `no\\s+(?:hay|encuentra|detecta|tiene|se\\s+encontro)\\s+${upTo(2)}(?:dispositivo|disco|unidad|sistema)(?:\\s+(?:de\\s+arranque|operativo))?|disco\\s+(?:no\\s+encontrado|destruido)`,
      `(?:quede|quedo|quedamos|guard\\w+|conserv\\w+|saque|quite)\\s+(?:con\\s+)?(?:el\\s+)?(?:disco|ssd|almacenamiento)|hace\\s+(?:clic|clac|tac)\\w*`,
    ),
  ],
  [
    'says-slow',
    `tarda\\s+${upTo(2)}(?:minutos?|horas?|siglos?|eternidad|mucho|un\\s+monton)|tortuga|va\\s+a\\s+pedales`,
  ],
  [
    'says-locked',
    `(?:pide|solicita)\\s+${upTo(2)}(?:clave|contrasena|pin|codigo)|(?:clave|contrasena|pin)\\s+(?:olvidad[oa]|desconocid[oa]|perdid[oa])`,
  ],
  [
    'says-clock',
    `(?:hora|fecha|reloj)\\s+${upTo(2)}(?:vuelve|se\\s+pone|retrocede|siempre|nunca|19\\d\\d|20[01]\\d)`,
  ],
  ['says-touchpad', `(?:cursor|puntero|raton|flecha)\\s+${upTo(3)}(?:salta|se\\s+mueve|va|baila)`],
  [
    'says-ports',
    `(?:entradas?|puertos?|conector(?:es)?|ranuras?)\\s+${upTo(4)}(?:doblad[oa]s?|rot[oa]s?|hundid[oa]s?|partid[oa]s?|no\\s+(?:va|funciona))`,
  ],
  ['says-sound', '(?:no|ya\\s+no)\\s+(?:suena|se\\s+oye|se\\s+escucha)(?:\\s+nada)?|mud[oa]\\b'],
  [
    'says-dead',
    `no\\s+(?:pasa|hace)\\s+(?:absolutamente\\s+)?nada|no\\s+reacciona|se\\s+niega\\s+a\\s+(?:encender|arrancar)|no\\s+da\\s+(?:senal|signos|luz)|ni\\s+una\\s+luz`,
  ],
];
