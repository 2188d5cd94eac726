import type { Parsed } from './problem';

/** More file systems than any machine has. */
const MOST = 200;

/** "/dev/sda2 61203283968" a line: bytes used of file systems that are not mounted. */
export function parseUsed(text: string): Parsed<Map<string, number>> {
  const found = new Map<string, number>();
  for (const line of text.split('\n').slice(0, MOST)) {
    const read = /^(\/dev\/[\w/.+-]{1,80}) (\d{1,16})$/.exec(line.trim());
    if (read) found.set(read[1], Number(read[2]));
  }
  return found.size
    ? { value: found, problems: [] }
    : { value: null, problems: ['used: no file system with its bytes in it'] };
}
