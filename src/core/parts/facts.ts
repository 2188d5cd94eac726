import type { RecordPart } from '../record/entries';
import type { Facts } from './fields';
import { readLabel } from './label';

/** Labels read before: a bin holds the same ones many times, and is looked through at every part chosen. */
const read = new Map<string, Facts>();
const MOST_READ = 20_000;

function labelSays(partClass: string, label: string): Facts {
  const key = `${partClass}|${label}`;
  let said = read.get(key);
  if (!said) {
    said = readLabel(partClass, label);
    if (read.size >= MOST_READ) read.delete(read.keys().next().value!);
    read.set(key, said);
  }
  return said;
}

/** What a part says of itself: what its label says, and what was told outright over it. */
export const factsOfPart = (part: Pick<RecordPart, 'class' | 'name' | 'attributes'>): Facts => ({
  ...labelSays(part.class, part.attributes.type ? `${part.name} ${part.attributes.type}` : part.name),
  ...part.attributes,
});
