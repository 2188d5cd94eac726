import Papa from 'papaparse';
import type { TesterRead } from '@/core/safety/electrical';

const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '');

/** What a line is about, by the words testers and their makers' languages use; the first that matches counts. */
const STEPS: readonly [
  keyof TesterRead['figures'] | 'looked' | 'works' | 'meter' | 'calibrated' | 'class',
  RegExp,
][] = [
  ['calibrated', /calibrat|kalibri|etalonn|calibra/],
  [
    'meter',
    /instrument|tester|serial of (?:the )?(?:meter|tester)|prufgerat|messgerat|appareil de mesure|comprobador|meter(?:\s|$)/,
  ],
  ['class', /protection class|appliance class|schutzklasse|classe de protection|clase de proteccion|^class$/],
  ['leadMetres', /lead length|cable length|leitungslange|longueur|longitud/],
  ['touchMa', /touch|contact current|beruhr|courant de contact|contacto/],
  ['insulationMegohms', /insul|isol|aisl|riso/],
  [
    'leakageMa',
    /leakage|protective conductor current|substitute|differential|ableit|ersatzableit|schutzleiterstrom|differenzstrom|fuite|fuga/,
  ],
  [
    'earthOhms',
    /earth|ground|protective conductor|bond|continuity|schutzleiter|rpe|terre|continuite|tierra|continuidad/,
  ],
  ['looked', /visual|inspection|sicht|visuel|inspeccion/],
  ['works', /function|funktion|fonction|funcional/],
];
/** To the unit a figure is kept in. */
const UNITS: readonly [RegExp, Partial<Record<keyof TesterRead['figures'], number>>][] = [
  [/^(?:m(?:ohm|Ω|ω))$/, { earthOhms: 0.001 }],
  [/^(?:k(?:ohm|Ω|ω))$/i, { insulationMegohms: 0.001, earthOhms: 1000 }],
  [/^(?:M(?:ohm|Ω|ω)|megohms?)$/, { insulationMegohms: 1 }],
  [/^(?:g(?:ohm|Ω|ω))$/i, { insulationMegohms: 1000 }],
  [/^(?:[uµμ]a)$/i, { leakageMa: 0.001, touchMa: 0.001 }],
  [/^(?:ma)$/i, { leakageMa: 1, touchMa: 1 }],
  [/^(?:a)$/i, { leakageMa: 1000, touchMa: 1000 }],
  [/^(?:cm)$/i, { leadMetres: 0.01 }],
];
const YES = /^(?:pass(?:ed)?|ok|yes|good|i\.?o\.?|bestanden|ja|conforme|reussi|oui|apto|si|correcto|✓|\+)$/;
const NO =
  /^(?:fail(?:ed)?|no|bad|n\.?i\.?o\.?|nicht bestanden|nein|non conforme|echec|non|no apto|incorrecto|✕|x|-)$/;

/** The first figure of a cell and its unit: "> 20.0 MΩ", "0,12 Ohm". */
function figureIn(cells: readonly string[]): { value: number; unit: string } | null {
  for (const [n, cell] of cells.entries()) {
    const found = /([<>]?)\s*(\d+(?:[.,]\d+)?)\s*([a-zA-ZµμΩΩω]*)/.exec(cell.trim());
    if (!found || !/^[<>\s]*\d/.test(cell.trim())) continue;
    const unit =
      found[3] || (/^[a-zA-ZµμΩΩω]{1,7}$/.test((cells[n + 1] ?? '').trim()) ? cells[n + 1].trim() : '');
    return { value: Number(found[2].replace(',', '.')), unit };
  }
  return null;
}

const dayIn = (text: string): string => {
  const [, year, month, day] = /(\d{4})-(\d{2})-(\d{2})/.exec(text) ?? [];
  if (year) return `${year}-${month}-${day}`;
  const [, d, m, y] = /(\d{1,2})[./](\d{1,2})[./](\d{4})/.exec(text) ?? [];
  return y ? `${y}-${m.padStart(2, '0')}-${d.padStart(2, '0')}` : '';
};

/**
 * A safety tester's own file: one line a step with its figure, as testers write them (comma, semicolon or tab; a figure
 * with a point or a comma; ohms, megohms, milliamperes and their multiples), in English, German, French or Spanish.
 * @throws Error in words when nothing in it is a step of such a test
 */
export function readTester(text: string): TesterRead {
  const rows = Papa.parse<string[]>(text.slice(0, 200_000).trim(), {
    skipEmptyLines: true,
    delimitersToGuess: [';', '\t', ',', '|'],
  }).data;
  const read: TesterRead = { figures: {}, meter: '', calibrated: '', left: [] };
  for (const row of rows.slice(0, 200)) {
    const cells = row.map((cell) => cell.trim());
    const [name, ...rest] = cells;
    const step = STEPS.find(([, words]) => words.test(plain(name)))?.[0];
    const verdict = rest.map(plain).find((cell) => YES.test(cell) || NO.test(cell));
    const said = rest.filter(Boolean).join(' ');
    if (step === 'meter') read.meter ||= said.slice(0, 60);
    else if (step === 'calibrated') read.calibrated ||= dayIn(said);
    else if (step === 'class') {
      const own = /\b(III|II|I|3|2|1)\b/.exec(said)?.[1];
      if (own) read.protection = ({ 1: 'I', 2: 'II', 3: 'III' }[own] ?? own) as TesterRead['protection'];
    } else if (step === 'looked' || step === 'works') {
      if (verdict) read[step === 'looked' ? 'lookedOver' : 'works'] = YES.test(verdict);
      else read.left.push(cells.join('; '));
    } else {
      const figure = step && figureIn(rest);
      const factor = figure && UNITS.find(([unit]) => unit.test(figure.unit))?.[1][step!];
      // a unit that is none of the step's own is not guessed at
      const known =
        figure &&
        (figure.unit === '' || factor !== undefined || /^(?:ohms?|Ω|Ω|m|metres?)$/i.test(figure.unit));
      if (step && figure && known) read.figures[step] ??= round(figure.value * (factor ?? 1));
      else if (step || figureIn(rest)) read.left.push(cells.join('; '));
    }
  }
  if (Object.keys(read.figures).length === 0 && read.lookedOver === undefined && read.works === undefined)
    throw new Error(
      'Nothing in that file is a step of a safety test: earth, insulation, leakage, touch current.',
    );
  return read;
}

const round = (value: number) => Math.round(value * 1e6) / 1e6;
