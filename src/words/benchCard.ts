/** What stands on the printed card of a bench: keys for hands that are gloved or wet, scanned instead of pressed. */
export const BENCH_CARD: readonly { keys: string; says: string }[] = [
  { keys: '1', says: 'First answer. A repair: it helped' },
  { keys: '2', says: 'Second answer. A repair: no change' },
  { keys: '3', says: 'Third answer. A repair: done, not to be judged' },
  { keys: '4', says: 'Fourth answer. A repair: as a precaution' },
  { keys: '5', says: 'Fifth answer. A repair: looked fine, left alone' },
  { keys: '6', says: 'Sixth answer' },
  { keys: '7', says: 'Seventh answer' },
  { keys: '8', says: 'Eighth answer' },
  { keys: '0', says: 'No answer: cannot tell, no tool, has none' },
  { keys: 'ENTER', says: 'Do it' },
  { keys: 'U', says: 'Undo what was done last' },
  { keys: 'ESC', says: 'Stay, close, never mind' },
  { keys: 'P', says: 'Pause, and on again' },
  { keys: 'R', says: 'Leave it running' },
  { keys: 'H', says: 'Hand it over' },
  { keys: 'G-ENTER', says: 'To what is next on its path' },
  { keys: 'G-L', says: 'To Look' },
  { keys: 'G-F', says: 'To Find out' },
  { keys: 'G-M', says: 'To Machine' },
  { keys: 'G-W', says: 'To Work' },
  { keys: 'G-X', says: 'To Parts' },
  { keys: 'G-P', says: 'To Prove' },
  { keys: 'G-S', says: 'To Sell' },
  { keys: 'G-H', says: 'To History' },
];

/** The code of keys: longer in front than any tag of a machine or a part. */
export const cardCode = (keys: string) => `PRESS-${keys}`;

const NAMED: Readonly<Record<string, string>> = { ENTER: 'Enter', ESC: 'Escape' };

/** The keys a code of the card stands for; null: it is none. */
export function cardKeys(code: string): string[] | null {
  const [, keys] =
    /^PRESS-((?:[A-Z0-9]|ENTER|ESC)(?:-(?:[A-Z0-9]|ENTER|ESC)){0,3})$/i.exec(code.trim()) ?? [];
  return keys === undefined
    ? null
    : keys.split('-').map((key) => NAMED[key.toUpperCase()] ?? key.toLowerCase());
}
