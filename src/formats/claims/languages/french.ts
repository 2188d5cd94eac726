import { french as idioms } from './idioms';
import { either, upTo, type Language } from './language';

const FAILS = 'ne\\s+(?:march|fonctionn|repond)\\w*\\s+(?:pas|plus)';
const GONE = '(?:manqu\\w*|retir\\w*|enlev\\w*|absent\\w*|non\\s+(?:inclus|fourni)\\w*)';
const BROKEN = `(?:cass\\w*|h\\.?s\\b|mort\\w*|defectueu\\w*|abim\\w*|endommag\\w*|en\\s+panne|foutu\\w*|${FAILS})`;

export const french: Language = {
  known:
    'une?|il|elle|de|je|que|qui|dans|au|mais|avec|ca|on|se|ce|mon|ma|son|sa|du|en|il|y|ete|quand|a|le|la|les|ne|pas|sans|et|ecran|clavier|batterie|disque|est|sur|plus|du|des|tres|pour',
  joined: "s'allume\\s+et\\s+s'eteint|demarre\\s+et\\s+s'arrete",
  fine: [
    // all of it that was said
    '^(?:il\\s+|elle\\s+)?(?:fonctionne|marche)(?:\\s+(?:bien|tres\\s+bien|parfaitement|correctement|normalement))?$',
    '(?:aucun\\w*|sans|pas\\s+de)\\s+(?:rayures?|defauts?|problemes?|pannes?|fissures?|mot\\s+de\\s+passe|trace\\w*)',
    '(?:batterie|clavier|ecran|disque(?:\\s+dur)?|chargeur|memoire)\\s+(?:est\\s+)?(?:neu\\w*|bon\\w*|ok|propre|en\\s+bon\\s+etat|inclus\\w*|fourni\\w*|impeccable)',
    'fonctionne\\s+(?:parfaitement|bien|tres\\s+bien)|marche\\s+(?:bien|parfaitement)',
    'avec\\s+(?:son\\s+|le\\s+)?(?:chargeur|clavier|batterie)',
    'non\\s+fumeur',
    '(?:non|pas|ete)\\s+test\\w*|pas\\s+pu\\s+(?:le\\s+|la\\s+)?test\\w*',
  ],
  first: [
    ['says-burnt', '(?:odeur|sent)\\s+(?:le\\s+|de\\s+)?(?:brul\\w*)|fumee|etincelles?|crame\\w*'],
    ['says-stuck', `(?:bloqu\\w*|reste|fig\\w*|s'arrete)\\s+${upTo(3)}logo`],
    ['says-cycles', "(?:s'allume|demarre)\\s+(?:puis|et)\\s+(?:\\w+\\s+){0,2}?(?:s'eteint|s'arrete)"],
    [
      'says-unreadable',
      either(
        '(?:image|ecran|affichage)\\s+(?:est\\s+)?(?:illisible|deforme\\w*|brouille\\w*|pixelise\\w*)',
        'artefacts?',
      ),
    ],
    ['says-crashes', 'ecran\\s+bleu|plant\\w*|se\\s+fige|(?:se\\s+)?bloque(?!\\w*\\s+sur)|redemarr\\w*'],
    [
      'says-no-picture',
      either(
        "(?:pas\\s+d'|aucune?\\s+|sans\\s+)(?:image|affichage|signal)",
        "ecran\\s+(?:reste\\s+|est\\s+|devient\\s+)?noir|pas\\s+d'affichage",
      ),
    ],
  ],
  idioms,
  things: [
    {
      id: 'says-jack',
      words: "(?:prise|port|connecteur|fiche)\\s+(?:de\\s+charge|d'alimentation|secteur)",
      wrong: `${BROKEN}|bouge|lache|desserr\\w*|faux\\s+contact`,
    },
    {
      id: 'says-clock',
      words: 'horloge|heure|date|pile\\s+(?:du\\s+)?(?:bios|cmos)',
      wrong: 'deregl\\w*|fauss\\w*|vide|perd\\w*|oubli\\w*|morte',
    },
    {
      id: 'says-battery',
      words: 'batterie|accu',
      wrong: `${BROKEN}|${GONE}|ne\\s+(?:tient|charge)\\s+(?:pas|plus)|gonfle\\w*|usee?|faible|vide`,
      none: true,
    },
    {
      id: 'says-charger',
      words: "chargeur|bloc\\s+d'alimentation|adaptateur|cable\\s+d'alimentation",
      wrong: `${GONE}|${BROKEN}`,
      none: true,
    },
    { id: 'says-graphics', words: '(?:carte|puce)\\s+graphique|gpu', wrong: BROKEN },
    { id: 'says-touchpad', words: 'pave\\s+tactile|touch\\s*pad|track\\s*pad', wrong: `${BROKEN}|bloqu\\w*` },
    { id: 'says-camera', words: 'webcam|camera', wrong: `${BROKEN}|${GONE}|noire?` },
    {
      id: 'says-optical',
      words: 'lecteur\\s+(?:de\\s+)?(?:cd|dvd|disques?|optique)|graveur',
      wrong: `${BROKEN}|bloqu\\w*|ne\\s+(?:s'ouvre|lit)\\s+(?:pas|plus)`,
    },
    { id: 'says-hinge', words: 'charnieres?', wrong: `${BROKEN}|dure?s?|lache\\w*|arrach\\w*` },
    {
      id: 'says-screen',
      words: 'ecran|dalle|affichage',
      wrong: `fissur\\w*|fele\\w*|raye\\w*|lignes?|scintill\\w*|tach\\w*|${BROKEN}`,
    },
    {
      id: 'says-keys-gone',
      words: 'touches?',
      wrong: `${GONE}|arrach\\w*|parti\\w*|mang\\w*|saut\\w*|cassee?s?`,
    },
    {
      id: 'says-keys',
      words: 'clavier|touches?|barre\\s+espace',
      wrong: `${BROKEN}|coll\\w*|coinc\\w*|${GONE}`,
    },
    { id: 'says-memory', words: 'memoire|ram|barrettes?', wrong: `${BROKEN}|${GONE}|erreurs?`, none: true },
    {
      id: 'says-drive',
      words: 'disque(?:\\s+dur)?|ssd|hdd',
      wrong: `${BROKEN}|${GONE}|claqu\\w*|cliqu\\w*|non\\s+detecte\\w*|efface\\w*`,
      none: true,
    },
    {
      id: 'says-network',
      words: 'wi-?fi|reseau|internet|ethernet',
      wrong: `${BROKEN}|faible|coup\\w*`,
      none: true,
    },
    {
      id: 'says-ports',
      words: '(?:ports?|prises?)\\s+(?:usb|hdmi|vga)|usb',
      wrong: `${BROKEN}|tordu\\w*|lache`,
    },
    {
      id: 'says-sound',
      words: 'son|haut-?\\s?parleurs?|audio',
      wrong: `${BROKEN}|gresill\\w*|gratt\\w*`,
      none: true,
    },
    { id: 'says-hot', words: 'ventilateur|ventilo', wrong: `${BROKEN}|bruy\\w*|bruit|frott\\w*` },
  ],
  trouble: either(
    "ne\\s+[\\w']+\\s+(?:pas|plus|jamais|guere|rien)|n'[\\w']+\\s+(?:pas|plus|jamais|guere|rien)|parfois|de\\s+temps\\s+en\\s+temps|tout\\w*\\s+seule?s?|sans\\s+(?:arret|cesse)",
    "arrach\\w*|tach\\w*|gonfl\\w*|bizarre\\w*|drole|fatigu\\w*|capricieu\\w*|rend\\s+l'ame|lache\\b|deconne|il\\s+faut|faut\\s+que|eternite|hors\\s+d'age|jamais",
  ),
  none: "(?:sans|pas\\s+de|pas\\s+d'|aucune?|n'ai\\s+(?:plus|pas)\\s+(?:le|la|de|d'))",
  taken: 'sans|pas\\s+de|enleve\\w*|retire\\w*',
  after: [
    [
      'says-hot',
      either(
        'surchauff\\w*|chauff\\w*|bruyant\\w*',
        "s'eteint\\s+(?:tout\\s+seul|toute?\\s+seule|apres)|tres\\s+chaud",
      ),
    ],
    ['says-screen', "pixels?\\s+morts?|lignes?\\s+sur\\s+(?:l')?ecran"],
    ['says-drive', "(?:sans|pas\\s+de)\\s+systeme(?:\\s+d'exploitation)?|(?:sans|pas\\s+d')\\s?os\\b"],
    ['says-keys-gone', 'il\\s+manque\\s+(?:des|une|deux|quelques)\\s+touches?'],
    ['says-slow', 'lente?\\b|rame\\b|lenteur'],
    ['says-locked', 'mot\\s+de\\s+passe|verrouill\\w*'],
    [
      'says-dead',
      "ne\\s+(?:s'allum\\w+|(?:se\\s+)?(?:re)?demarr\\w+|s'est\\s+(?:plus|pas)\\s+allum\\w+)\\s*(?:pas|plus)?|n'a\\s+(?:pas|plus|jamais)\\s+(?:re)?(?:demarre|voulu)|morte?\\b|aucun\\s+voyant|aucun\\s+signe\\s+de\\s+vie",
    ],
    ['says-liquid', "(?:renvers\\w*|tombe\\s+dans\\s+l'eau|degats?\\s+des?\\s+eaux?|oxyd\\w*|mouill\\w*)"],
    ['says-smell', 'odeur|sent\\s+(?:le|la)|pue\\b|fumeur'],
    ['says-stripped', '(?:coque|boitier)\\s+(?:vide|seule?)|depouill\\w*|desosse\\w*'],
    ['says-dirty', 'sale\\b|poussier\\w*|crasseu\\w*|encrass\\w*|a\\s+nettoyer'],
    [
      'says-for-parts',
      either(
        'pour\\s+(?:les\\s+)?(?:pieces|bricoleurs?)|pieces\\s+detachees|irreparable',
        'a\\s+reparer|hors\\s+service|en\\s+panne',
      ),
    ],
  ],
  whole: [['says-for-parts', '(?:est\\s+)?(?:hs|casse|ne\\s+(?:marche|fonctionne)\\s+(?:pas|plus))']],
};
