import { german as idioms } from './idioms';
import { either, upTo, type Language } from './language';

const FAILS =
  '(?:geht|gehen|ging|gingen|funktionier\\w*|reagier\\w*|lauf\\w*|lief\\w*|tut|tat|will|wollen)\\s+(?:leider\\s+|einfach\\s+)?nicht';
const GONE =
  '(?:fehl(?:t|en|end\\w*)|ausgebaut|entfernt|nicht\\s+(?:dabei|vorhanden|enthalten)|geloscht|habe?n?\\s+(?:ich\\s+|wir\\s+)?nicht)';
const BROKEN = `(?:defekt\\w*|kaputt\\w*|beschadigt\\w*|gebrochen|abgebrochen|schaden|hinuber|tot|ohne\\s+funktion|${FAILS})`;
const SCREEN = '(?:display\\w*|bildschirm\\w*|monitor|panel|lcd)';

export const german: Language = {
  known: either(
    'ich|er|sie|eine?|im|am|auf|es|bei|von|vom|zu|wenn|habe|hat|wird|dem|den|nur|noch|sich|war|wurde|und|nicht|ohne|kein|keine|ist|geht|mit|lauft|der|die|das|fehlt|akku|tastatur',
    'bildschirm|festplatte',
  ),
  joined: 'an\\s+und\\s+(?:\\w+\\s+){0,2}?(?:aus|ab)|einwandfrei\\s+und',
  fine: [
    // all of it that was said
    '^(?:es\\s+|er\\s+)?(?:funktioniert|lauft|geht)(?:\\s+(?:gut|einwandfrei|tadellos|problemlos|normal))?$',
    '(?:kein\\w*|ohne)\\s+(?:kratzer|mangel|fehler|pixelfehler|macken|probleme|schaden|passwort|risse?)',
    'nicht\\s+(?:gesperrt|defekt|laut|heiss|kaputt|langsam)',
    '(?:akku|batterie|tastatur|display|bildschirm|festplatte|ssd|ram|speicher|netzteil|ladegerat|wlan)\\s+(?:ist\\s+|sind\\s+)?(?:gut|neu|ok|in\\s+ordnung|funktioniert(?!\\s+nicht)|geht(?!\\s+nicht)|halt\\s+(?:noch\\s+)?gut|einwandfrei|dabei|vorhanden)',
    '(?:mit|inklusive|inkl)\\s+(?:original\\s*)?(?:netzteil|ladegerat|akku|tastatur|festplatte|ssd)',
    'funktioniert\\s+(?:einwandfrei|tadellos|gut|alles)|einwandfrei|tadellos',
    'nichtraucher\\w*',
    '(?:nicht|un)\\s*(?:ge)?(?:testet|pruft|geprueft)|konnte\\s+(?:\\w+\\s+)?nicht\\s+(?:ge)?test\\w*',
  ],
  first: [
    [
      'says-burnt',
      'riecht\\s+(?:\\w+\\s+)?(?:verbrannt|verschmort)|verschmort|durchgebrannt|rauch(?:te|wolke)|funken',
    ],
    ['says-stuck', `(?:bleibt|hangt|steht)\\s+${upTo(3)}logo(?:\\s+(?:hangen|stehen))?`],
    [
      'says-cycles',
      either(
        'an\\s+und\\s+(?:\\w+\\s+){0,2}?(?:aus|ab)',
        '(?:geht|schaltet)\\s+(?:sich\\s+)?(?:standig|immer\\s+wieder)\\s+(?:ein|an)',
      ),
    ],
    [
      'says-unreadable',
      either(
        '(?:bild|anzeige)\\s+(?:ist\\s+)?(?:verzerrt|gestort|unleserlich|verpixelt|zerstuckelt)',
        '(?:verzerrtes|gestortes)\\s+bild|grafikfehler|bildfehler|artefakte',
      ),
    ],
    [
      'says-crashes',
      either(
        `blue\\s?screens?|sturzt\\s+${upTo(2)}ab|absturz\\w*|absturze`,
        `friert\\s+(?:\\w+\\s+)?ein|hangt\\s+sich\\s+auf|startet\\s+${upTo(3)}neu`,
      ),
    ],
    [
      'says-no-picture',
      either(
        `kein\\w*\\s+(?:bild|anzeige|signal|bildausgabe)`,
        `(?:bild|${SCREEN})\\s+(?:bleibt\\s+|ist\\s+)?(?:schwarz|dunkel)`,
        `schwarzer\\s+bildschirm`,
      ),
    ],
  ],
  idioms,
  things: [
    {
      id: 'says-jack',
      words: '(?:lade|netz|strom)(?:buchse|anschluss|stecker)',
      wrong: `${BROKEN}|wackel\\w*|locker|lose|ausgeleiert`,
    },
    {
      id: 'says-clock',
      words: 'uhr(?:zeit)?|datum|(?:bios|cmos)[ -]?batterie|knopfzelle',
      wrong: 'falsch|leer|vergisst|verliert|verstellt|flach|schwach',
    },
    {
      id: 'says-battery',
      words: 'akkus?|batterien?',
      wrong: either(
        `${BROKEN}|${GONE}|halt\\s+(?:nicht|kaum|nur)|ladt\\s+(?:nicht|nur)|schwach|leer`,
        `aufgeblaht|dick|verschlissen`,
      ),
      none: true,
    },
    {
      id: 'says-charger',
      words: 'netzteil|ladegerat|ladekabel|netzkabel',
      wrong: `${GONE}|${BROKEN}`,
      none: true,
    },
    { id: 'says-graphics', words: 'grafik(?:karte|chip)?|gpu', wrong: BROKEN },
    {
      id: 'says-touchpad',
      words: 'touch\\s*pad|track\\s*pad|mausfeld|maustasten?',
      wrong: `${BROKEN}|klemmt|hakt|springt`,
    },
    { id: 'says-camera', words: '(?:web)?kamera|webcam', wrong: `${BROKEN}|${GONE}|schwarz` },
    {
      id: 'says-optical',
      words: '(?:dvd|cd|blu-?ray)?[ -]?laufwerk|brenner|dvd|cd',
      wrong: `${BROKEN}|klemmt|offnet\\s+nicht|liest\\s+nicht`,
    },
    {
      id: 'says-hinge',
      words: 'scharniere?',
      wrong: `${BROKEN}|locker|ausgerissen|gerissen|schwergangig|lose`,
    },
    {
      id: 'says-screen',
      words: SCREEN,
      wrong: `gesprungen|riss\\w*|gerissen|streifen|flacker\\w*|pixelfehler|flecken|${BROKEN}`,
    },
    {
      id: 'says-keys-gone',
      words: 'tasten?|tastenkappen?',
      wrong: `${GONE}|abgebrochen|abgerissen|herausgerissen|angefressen|lose`,
    },
    {
      id: 'says-keys',
      words: 'tastatur|tasten?|leertaste',
      wrong: `${BROKEN}|klemm\\w*|hang\\w*|kleb\\w*|${GONE}`,
    },
    {
      id: 'says-memory',
      words: 'arbeitsspeicher|ram|speicher(?:riegel|modul)?',
      wrong: `${BROKEN}|${GONE}|fehler`,
      none: true,
    },
    {
      id: 'says-drive',
      words: 'festplatte|platte|hdd|ssd',
      wrong: `${BROKEN}|${GONE}|klick\\w*|klacker\\w*|nicht\\s+erkannt`,
      none: true,
    },
    {
      id: 'says-network',
      words: 'wlan|wi-?fi|netzwerk\\w*|internet|lan',
      wrong: `${BROKEN}|bricht|schwach`,
      none: true,
    },
    {
      id: 'says-ports',
      words: '(?:usb|hdmi|vga)[ -]?(?:anschluss|anschlusse|port|ports|buchsen?)?',
      wrong: `${BROKEN}|locker|verbogen`,
    },
    {
      id: 'says-sound',
      words: 'ton|lautsprecher|sound',
      wrong: `${BROKEN}|kratz\\w*|krachz\\w*|scheppert`,
      none: true,
    },
    { id: 'says-hot', words: 'lufter', wrong: `${BROKEN}|laut|rattert|schleift|dreht\\s+(?:hoch|durch)` },
  ],
  trouble: either(
    'nicht|nie|kaum|standig|dauernd|von\\s+(?:selbst|allein\\w*)|manchmal|ab\\s+und\\s+zu|hin\\s+und\\s+wieder|immer\\s+wieder',
    'abgezogen|abgerissen|abgegangen|abgefallen|ausgefallen|fleck\\w*|dick|gewolbt|komisch\\w*|seltsam\\w*|merkwurdig\\w*|spinnt|streikt|zickt|mucken|macken|muss\\s+man|im\\s+eimer|am\\s+ende|uralt|schwachelt|ewig\\w*',
  ),
  none: '(?:ohne|kein\\w*)',
  taken: 'ohne|kein\\w*|ausgebaut|entfernt',
  after: [
    [
      'says-hot',
      either(
        `uberhitz\\w*|(?:wird|sehr|zu)\\s+(?:sehr\\s+)?heiss|heiss|laut`,
        `(?:schaltet|geht)\\s+(?:sich\\s+)?${upTo(4)}(?:ab|aus)|larm\\w*`,
      ),
    ],
    ['says-screen', `pixelfehler|displaybruch|riss\\s+im\\s+${SCREEN}|sprung\\s+im\\s+${SCREEN}`],
    [
      'says-drive',
      either(
        'kein\\w*\\s+(?:betriebssystem|system)|ohne\\s+(?:betriebssystem|system)',
        '(?:fahrt|bootet)\\s+nicht(?:\\s+hoch)?',
      ),
    ],
    ['says-slow', 'langsam|braucht\\s+ewig|lahm'],
    ['says-locked', '(?:bios|admin)?[ -]?(?:passwort|kennwort)|gesperrt'],
    [
      'says-dead',
      either(
        'tot|kein\\w*\\s+(?:lebenszeichen|strom|lampe|lampen|licht|funktion)',
        '(?:geht|ging|schaltet\\w*|springt|sprang)\\s+(?:\\w+\\s+){0,4}?nicht\\s+(?:mehr\\s+)?(?:an|ein)',
        '(?:lasst|liess)\\s+sich\\s+nicht\\s+(?:mehr\\s+)?(?:einschalten|anschalten|anmachen|starten)|startet\\w*\\s+(?:\\w+\\s+)?nicht',
      ),
    ],
    [
      'says-liquid',
      either(
        '(?:wasser|flussigkeits)schaden',
        '(?:kaffee|wasser|saft|wein|bier|tee)\\s+(?:\\w+\\s+){0,2}?(?:gelaufen|verschuttet|gekippt|druber)',
        'verschuttet|nass\\s+geworden',
      ),
    ],
    ['says-smell', 'riecht|geruch|stinkt|raucher\\w*|muffig'],
    [
      'says-stripped',
      either(
        'ausgeschlachtet|leeres?\\s+gehause|nur\\s+gehause',
        'teile\\s+(?:wurden\\s+)?(?:ausgebaut|entnommen)|ohne\\s+innenleben',
      ),
    ],
    ['says-dirty', 'verschmutzt|schmutzig|dreckig|verstaubt|staubig|voller\\s+staub|verdreckt'],
    [
      'says-for-parts',
      either(
        '(?:fur|an)\\s+bastler|bastler\\w*|ersatzteil\\w*|als\\s+defekt',
        '(?:zum\\s+)?ausschlachten|totalschaden|nicht\\s+reparabel',
      ),
    ],
  ],
  whole: [
    [
      'says-for-parts',
      '(?:ist\\s+|leider\\s+|komplett\\s+)*(?:defekt|kaputt|funktioniert\\s+nicht|geht\\s+nicht)',
    ],
  ],
};
