import { EMPTY, type Placement, type SlotRule } from '@/core/memory/board';
import type { MemoryVerdict } from '@/core/memory/belief';

/** How a board wants its slots filled. */
export const ruleWords: Record<SlotRule, string> = {
  any: 'any slot',
  first: 'first slot must be filled',
  pairs: 'in pairs: 1+2, 3+4',
};

export const letter = (index: number) => String.fromCharCode(65 + index);
const list = (words: string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** What to do with the hands: "Clean slot 2. A into slot 1, B into slot 3, the others out." */
export function trialWords(now: Placement, next: Placement, clean: number): string {
  const cleaned = next.flatMap((_, slot) => (clean & (1 << slot) ? [`${slot + 1}`] : []));
  const put = next.flatMap((module, slot) =>
    module !== EMPTY && now[slot] !== module ? [`${letter(module)} into slot ${slot + 1}`] : [],
  );
  const out = now.flatMap((module) => (module !== EMPTY && !next.includes(module) ? [letter(module)] : []));
  const stays = next.flatMap((module, slot) =>
    module !== EMPTY && now[slot] === module ? [letter(module)] : [],
  );
  return [
    cleaned.length ? `Clean slot ${list(cleaned)} and the contacts that go there.` : '',
    put.length ? `${list(put)}.` : '',
    out.length ? `${list(out)} out.` : '',
    !put.length && !out.length && stays.length
      ? `Leave ${list(stays)} as ${stays.length > 1 ? 'they are' : 'it is'}.`
      : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** How the bench ended, in one sentence each. */
export function endWords(verdict: MemoryVerdict): string[] {
  const bad = verdict.modules.flatMap((word, i) => (word === 'bad' ? [letter(i)] : []));
  const dead = verdict.slots.flatMap((word, i) => (word === 'bad' ? [`${i + 1}`] : []));
  const dirty = verdict.slots.flatMap((word, i) => (word === 'dirty' ? [`${i + 1}`] : []));
  const ends: string[] = [];
  if (bad.length) ends.push(`Module ${list(bad)} ${bad.length > 1 ? 'are' : 'is'} bad.`);
  if (dead.length) ends.push(`Slot ${list(dead)} ${dead.length > 1 ? 'are' : 'is'} bad.`);
  if (dirty.length) ends.push(`The contacts of slot ${list(dirty)} want cleaning.`);
  if (verdict.contacts.length)
    ends.push(`It was the contacts of slot ${list(verdict.contacts.map((slot) => `${slot + 1}`))}.`);
  if (verdict.cleanAndFailing) ends.push('The contacts it was not: cleaned, it goes on failing.');
  return ends.length ? ends : ['Every module and every slot works.'];
}
