import type { SpecKey } from '../record/keys';

/** Something a plate or a sticker says of the machine it is on. */
export type PlateSays =
  | { of: 'specification'; key: SpecKey; value: string }
  /** What it asks of its charger. */
  | { of: 'charger'; volts: number; amps: number }
  | { of: 'battery'; pack: string };

/** Lines and letters of a plate that are looked at. */
const MOST_LINES = 60;
const LONGEST = 120;

const SERIAL =
  /(?:\bs\/?n\b|\bser(?:ial)?(?:\s*(?:no|nr|number))?\b|\bservice\s*tag\b|\bseriennummer\b|\bn[°º.]*\s*(?:de\s*)?s[eé]rie\b)\s*[:.#=]?\s*([a-z0-9][a-z0-9-]{4,23})\b/i;
const MODEL =
  /(?:\bmodel{1,2}o?\b|\bmod[eè]le\b|\bm\/n\b|\btype\b)\s*(?:no|nr|name|number)?\s*[:.=]\s*([a-z0-9][a-z0-9 /+-]{1,38}[a-z0-9])/i;
const PACK =
  /(?:\bp\/?n\b|\bpack\b|\bbattery\s*(?:no|nr|model|type)?\b|\bakku\b)\s*[:.=]\s*([a-z0-9][a-z0-9-]{3,23})\b/i;
/** "19.5V = 3.34A", "19 V DC, 4,74 A". */
const VOLTS_AMPS = /(?<![\d.,])(\d{1,2}(?:[.,]\d{1,2})?)\s*v[^0-9]{0,12}?(\d{1,2}(?:[.,]\d{1,3})?)\s*a\b/i;
const numberOf = (text: string) => Number(text.replace(',', '.'));
/** Whatever plugs into a machine gives so much at most, and so much at least; mains are no plate of a charger. */
const CHARGER = { volts: [4.5, 60], amps: [0.5, 20] } as const;
const within = (value: number, [least, most]: readonly [number, number]) => value >= least && value <= most;

/**
 * What the words on a plate say, as they were read off a photograph: serial number, model, what its charger has to give,
 * the number of its pack. Each is a proposal somebody confirms: a letter may have been taken for a digit.
 * @param lines as they stand, top to bottom; English, German, French and Spanish headings
 */
export function plateSays(lines: readonly string[]): PlateSays[] {
  const said: PlateSays[] = [];
  const once = (own: PlateSays, same: (other: PlateSays) => boolean) => {
    if (!said.some(same)) said.push(own);
  };
  for (const line of lines.slice(0, MOST_LINES).map((own) => own.slice(0, LONGEST))) {
    const serial = SERIAL.exec(line)?.[1];
    // a word is no number
    if (serial && /\d/.test(serial))
      once({ of: 'specification', key: 'serial', value: serial.toUpperCase() }, (own) => 'key' in own && own.key === 'serial'); // prettier-ignore
    const model = MODEL.exec(line)?.[1];
    if (model)
      once({ of: 'specification', key: 'model', value: model.trim() }, (own) => 'key' in own && own.key === 'model'); // prettier-ignore
    const [, v, a] = VOLTS_AMPS.exec(line) ?? [];
    if (v && within(numberOf(v), CHARGER.volts) && within(numberOf(a), CHARGER.amps))
      once({ of: 'charger', volts: numberOf(v), amps: numberOf(a) }, ({ of }) => of === 'charger');
    const pack = PACK.exec(line)?.[1];
    if (pack && /\d/.test(pack))
      once({ of: 'battery', pack: pack.toUpperCase() }, ({ of }) => of === 'battery');
  }
  return said;
}
