/** Ways a file's letters may be written, by the names of the Encoding Standard, with what people call them. */
export const ENCODINGS = [
  ['utf-8', 'UTF-8'],
  ['windows-1252', 'Western European'],
  ['windows-1250', 'Central European'],
  ['windows-1251', 'Cyrillic'],
  ['windows-1253', 'Greek'],
  ['windows-1254', 'Turkish'],
  ['utf-16le', 'UTF-16'],
  ['utf-16be', 'UTF-16, big-endian'],
  ['ibm866', 'Cyrillic, DOS'],
  ['shift_jis', 'Japanese'],
  ['gbk', 'Chinese'],
] as const;
export type Encoding = (typeof ENCODINGS)[number][0];

/** Bytes a guess is made from. */
const SAMPLE = 200_000;
const KNOWN = new Set<string>(ENCODINGS.map(([id]) => id));
const MARKS: readonly [Encoding, readonly number[]][] = [
  ['utf-8', [0xef, 0xbb, 0xbf]],
  ['utf-16le', [0xff, 0xfe]],
  ['utf-16be', [0xfe, 0xff]],
];
/** What the detector calls the older sets, by their later ones that hold them whole. */
const WIDER: Record<string, Encoding> = {
  'iso-8859-1': 'windows-1252',
  'iso-8859-2': 'windows-1250',
  'iso-8859-5': 'windows-1251',
  'iso-8859-7': 'windows-1253',
  'iso-8859-9': 'windows-1254',
  'koi8-r': 'windows-1251',
  ascii: 'utf-8',
  gb18030: 'gbk',
};

/**
 * How the letters of a file are most likely written: by its mark, as UTF-8 where that works out, else by guess.
 * @param guess names of one-byte and other sets a detector thinks of, likeliest first
 */
export async function encodingOf(
  bytes: Uint8Array,
  guess: (sample: Uint8Array) => Promise<readonly string[]>,
): Promise<Encoding> {
  const marked = MARKS.find(([, mark]) => mark.every((byte, i) => bytes[i] === byte));
  if (marked) return marked[0];
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return 'utf-8';
  } catch {
    for (const name of await guess(bytes.subarray(0, SAMPLE))) {
      const low = name.toLowerCase();
      const found = WIDER[low] ?? low;
      if (KNOWN.has(found) && found !== 'utf-8') return found as Encoding;
    }
    return 'windows-1252';
  }
}

/** Bytes as text, without the mark some programs begin a file with. */
export const textOf = (bytes: Uint8Array, encoding: Encoding) =>
  new TextDecoder(encoding).decode(bytes).replace(/^\ufeff/, '');
