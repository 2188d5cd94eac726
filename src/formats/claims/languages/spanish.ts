import { spanish as idioms } from './idioms';
import { either, upTo, type Language } from './language';

const FAILS = 'no\\s+(?:funcion\\w+|respond\\w+|sirv\\w+|and(?:a|an|aba)|van?|iba)';
const GONE =
  '(?:faltan?|faltante|extraid[oa]s?|quit(?:e|ad[oa]s?)|retir(?:e|ad[oa]s?)|saque|no\\s+incluid[oa]s?)';
const BROKEN = `(?:rot[oa]s?|danad[oa]s?|averiad[oa]s?|estropead[oa]s?|muert[oa]s?|defectuos[oa]s?|mal\\b|${FAILS})`;

export const spanish: Language = {
  known:
    'una?|lo|le|no|es|al|mi|por|esta|tiene|hay|pero|desde|cuando|del|en|y|ya|su|me|tengo|fue|se|el|la|los|las|sin|con|muy|se|pantalla|teclado|bateria|disco|falta|enciende|funciona|para|que|de',
  joined: 'enciende\\s+y\\s+(?:\\w+\\s+){0,2}?apaga',
  fine: [
    // all of it that was said
    '^(?:todo\\s+)?(?:funciona(?:\\s+(?:bien|perfectamente|correctamente|perfecto))?|va\\s+bien)$',
    'sin\\s+(?:aranazos|golpes|fallos|problemas|danos|probar|grietas|contrasena|rayones)',
    '(?:bateria|teclado|pantalla|disco(?:\\s+duro)?|cargador|memoria)\\s+(?:es\\s+|esta\\s+)?(?:nuev[oa]|bien|ok|buen[oa]|perfect[oa]|incluid[oa]|en\\s+buen\\s+estado)',
    'funciona\\s+(?:perfectamente|bien|todo)',
    'con\\s+(?:su\\s+)?(?:cargador|teclado|bateria)',
    'no\\s+fumador',
    '(?:no|sin)\\s+(?:lo\\s+he\\s+)?prob\\w*|no\\s+(?:he|hemos)\\s+podido\\s+prob\\w*',
  ],
  first: [
    ['says-burnt', 'huele\\s+a\\s+quemado|quemad[oa]|echo\\s+humo|chispas?'],
    ['says-stuck', `(?:se\\s+queda|atascad[oa]|bloquead[oa]|parad[oa])\\s+${upTo(3)}logo`],
    ['says-cycles', 'enciende\\s+(?:y|pero|luego)\\s+(?:\\w+\\s+){0,2}?apaga|arranca\\s+y\\s+se\\s+para'],
    [
      'says-unreadable',
      '(?:imagen|pantalla)\\s+(?:esta\\s+)?(?:distorsionad[oa]|ilegible|borrosa|pixelad[oa])|artefactos',
    ],
    ['says-crashes', 'pantallazos?\\s+azul\\w*|se\\s+cuelga|se\\s+congela|se\\s+reinicia|se\\s+bloquea'],
    [
      'says-no-picture',
      either(
        '(?:sin|no\\s+da|no\\s+hay|no\\s+tiene)\\s+(?:imagen|video|senal)',
        'pantalla\\s+(?:se\\s+queda\\s+|esta\\s+)?(?:en\\s+)?negr[oa]',
      ),
    ],
  ],
  idioms,
  things: [
    {
      id: 'says-jack',
      words: '(?:conector|puerto|toma|clavija)\\s+de\\s+(?:carga|corriente|alimentacion)',
      wrong: `${BROKEN}|floj[oa]|suelt[oa]|se\\s+mueve`,
    },
    {
      id: 'says-clock',
      words: 'reloj|hora|fecha|pila\\s+(?:de\\s+la\\s+)?(?:bios|cmos)',
      wrong: 'mal|pierde|gastada|agotada|atrasa|equivocad[oa]',
    },
    {
      id: 'says-battery',
      words: 'bateria',
      wrong: `${BROKEN}|${GONE}|no\\s+(?:carga|aguanta|dura)|hinchada|agotada|gastada|debil`,
      none: true,
    },
    {
      id: 'says-charger',
      words: 'cargador|adaptador|fuente\\s+externa',
      wrong: `${GONE}|${BROKEN}`,
      none: true,
    },
    { id: 'says-graphics', words: '(?:tarjeta\\s+)?grafica|gpu|tarjeta\\s+de\\s+video', wrong: BROKEN },
    {
      id: 'says-touchpad',
      words: 'panel\\s+tactil|touch\\s*pad|raton\\s+tactil',
      wrong: `${BROKEN}|atascad[oa]`,
    },
    { id: 'says-camera', words: 'camara|webcam', wrong: `${BROKEN}|negr[oa]|${GONE}` },
    {
      id: 'says-optical',
      words: '(?:lector|unidad|grabadora)\\s+(?:de\\s+)?(?:cd|dvd|discos|optica)',
      wrong: `${BROKEN}|no\\s+(?:abre|lee)|atascad[oa]`,
    },
    { id: 'says-hinge', words: 'bisagras?', wrong: `${BROKEN}|floj[oa]s?|dur[oa]s?|partid[oa]s?` },
    {
      id: 'says-screen',
      words: 'pantalla',
      wrong: `rajad[oa]|lineas?|parpadea|manchas?|agrietad[oa]|partid[oa]|${BROKEN}`,
    },
    { id: 'says-keys-gone', words: 'teclas?', wrong: `${GONE}|arrancad[oa]s?|comid[oa]s?|caid[oa]s?` },
    {
      id: 'says-keys',
      words: 'teclado|teclas?',
      wrong: `${BROKEN}|pegajos[oa]s?|atascad[oa]s?|${GONE}`,
    },
    { id: 'says-memory', words: 'memoria(?:\\s+ram)?|ram', wrong: `${BROKEN}|${GONE}|errores`, none: true },
    {
      id: 'says-drive',
      words: 'disco(?:\\s+duro)?|ssd|hdd',
      wrong: `${BROKEN}|${GONE}|hace\\s+clic\\w*|no\\s+detectad[oa]|borrad[oa]`,
      none: true,
    },
    { id: 'says-network', words: 'wi-?fi|red|internet', wrong: `${BROKEN}|debil|se\\s+corta`, none: true },
    {
      id: 'says-ports',
      words: '(?:puertos?|entradas?)\\s+(?:usb|hdmi|vga)|usb',
      wrong: `${BROKEN}|floj[oa]s?|doblad[oa]s?`,
    },
    {
      id: 'says-sound',
      words: 'sonido|altavoz|altavoces|audio',
      wrong: `${BROKEN}|cruje|chirria`,
      none: true,
    },
    { id: 'says-hot', words: 'ventilador(?:es)?', wrong: `${BROKEN}|ruidos[oa]s?|ruido|roza` },
  ],
  trouble: either(
    'no\\s+(?:se\\s+|me\\s+|le\\s+)?\\w+|nunca|jamas|apenas|a\\s+veces|de\\s+vez\\s+en\\s+cuando|sol[oa]s?\\b(?!\\s+(?:la|el))',
    'arranc(?:o|aron|ad[oa]s?)|manchas?|hinch\\w*|rar[oa]s?|extran[oa]s?|caprichos[oa]|hay\\s+que|en\\s+las\\s+ultimas|eternidad|viejisim[oa]|fatal|regular',
  ),
  none: '(?:sin|no\\s+(?:tiene|tengo|hay|trae)(?:\\s+(?:el|la))?)',
  taken: 'sin|no\\s+tiene|quite|quitad[oa]s?|saque',
  after: [
    ['says-hot', '(?:sobre)?calienta\\w*|sobrecalent\\w*|muy\\s+caliente|ruidos[oa]|se\\s+apaga'],
    ['says-screen', 'pixel(?:es)?\\s+muertos?|lineas?\\s+en\\s+la\\s+pantalla'],
    ['says-drive', '(?:sin|no\\s+tiene)\\s+sistema(?:\\s+operativo)?'],
    ['says-keys-gone', 'falta(?:n)?\\s+(?:una\\s+|algunas\\s+)?teclas?'],
    ['says-slow', 'lent[oa]\\b|tarda\\s+mucho'],
    ['says-locked', 'contrasena|bloquead[oa]'],
    [
      'says-dead',
      either(
        'no\\s+(?:se\\s+)?(?:enciend\\w+|encend\\w+|prend\\w+|arranc\\w+|volvio\\s+a\\s+\\w+)',
        'dej\\w+\\s+de\\s+(?:encender|funcionar|arrancar)|muert[oa]\\b',
        '(?:sin|ninguna)\\s+luz(?:es)?|no\\s+da\\s+senales',
      ),
    ],
    [
      'says-liquid',
      'se\\s+mojo|mojad[oa]|derram\\w*|le\\s+cayo\\s+(?:agua|cafe|liquido)|dano\\s+por\\s+(?:agua|liquido)',
    ],
    ['says-smell', 'huele|olor|fumador'],
    ['says-stripped', 'desguazad[oa]|carcasa\\s+(?:sola|vacia)|solo\\s+(?:la\\s+)?carcasa|despiezad[oa]'],
    ['says-dirty', 'suci[oa]s?\\b|polvo|mugre'],
    [
      'says-for-parts',
      'para\\s+(?:piezas|repuestos?|reparar|despiece|recambios)|no\\s+tiene\\s+arreglo|irreparable',
    ],
  ],
  whole: [['says-for-parts', '(?:esta\\s+)?(?:rot[oa]|averiad[oa]|no\\s+funciona)']],
};
