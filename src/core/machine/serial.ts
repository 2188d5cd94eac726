/** Shortest serial taken to tell one machine from another. Common practice. */
const SHORTEST = 2;

/** Words board makers and sellers leave where a serial should stand. Common practice, not a complete list. */
const FILLERS = [
  'to be filled',
  'not specified',
  'not applicable',
  'not available',
  'default string',
  'system serial',
  'chassis serial',
  'serial number',
  'no serial',
  'no asset',
  'unknown',
  'none',
  'n/a',
  'empty',
  'invalid',
];

/** Fillers with a number behind: "SerNum0", "Serial2", "SN1". Common practice. */
const NUMBERED = /^(ser(ial)?(num(ber)?)?|sn|asset(tag)?(num)?|module)[ _#.-]*\d{1,2}$/;

/**
 * The one form in which serials are compared: signs of ASCII without blanks, capitals. The printed form is kept beside
 * it. The database makes the same of what it holds (`components.serial_key`).
 */
export const serialKey = (serial: string): string =>
  serial
    .normalize('NFKC')
    .replace(/[^!-~]/g, '')
    .toUpperCase();

/** Letters and digits that go up or down by one all along: "12345678", "0123456789", "abcdef", "987654". */
function counting(text: string): boolean {
  for (const step of [1, -1]) {
    let holds = true;
    for (let i = 1; i < text.length && holds; i++) {
      const gap = text.charCodeAt(i) - text.charCodeAt(i - 1);
      // ...8, 9, 0 counts on
      holds = gap === step || (step === 1 && gap === -9 && text[i] === '0');
    }
    if (holds) return true;
  }
  return false;
}

/**
 * Does a serial tell one machine from another? Fillers ("To be filled by ...", "00000001", "12345678",
 * "xxxx") do not: two machines that both carry one are still two.
 * @param serial as read or typed @returns false for fillers and for a single sign
 */
export function identifies(serial: string): boolean {
  const plain = serial.trim().toLowerCase().slice(0, 80);
  if (FILLERS.some((filler) => plain.startsWith(filler)) || NUMBERED.test(plain)) return false;
  let signs = '';
  for (const letter of plain) if (/[\p{L}\p{N}]/u.test(letter)) signs += letter;
  if (signs.length < SHORTEST) return false;
  const unlike = new Set(signs.replace(/^0+/, ''));
  // one sign over and over, also behind zeros: 0000, 00000001, 1111, xxxx
  return unlike.size > 1 && !counting(signs);
}
