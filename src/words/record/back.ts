import type { PartExchanged } from '@/core/record/events';
import type { SealedEntry, WayBack } from '@/core/record/back';
import type { BackView } from '../unit/view';
import { lower, many } from '../plain';
import { eventTitle, eventWords } from './events';
import type { Names } from './eventSays';

interface Said {
  parts?: PartExchanged[];
  observation?: number | null;
  ended?: string;
  before?: { stage: string };
  after?: { stage: string };
  cleaned?: string[];
  answers?: number[] | Record<string, string>;
  spec?: unknown[];
  findings?: unknown[];
  made?: string[];
}

/**
 * What goes with an entry of the history that is taken back, in words; empty: nothing but itself.
 */
function goesWithIt(kind: string, payload: unknown, { stage }: Names): string {
  const {
    parts = [],
    observation,
    before,
    after,
    cleaned = [],
    answers,
    spec = [],
    findings = [],
    made = [],
  } = (payload ?? {}) as Said;
  const fitted = parts.filter(({ to }) => to.startsWith('unit:')).length;
  const out = parts.length - fitted;
  const answered = Array.isArray(answers) ? answers.length : Object.keys(answers ?? {}).length;
  const lines = [
    fitted > 0 && `${many(fitted, 'part comes', 'parts come')} out again`,
    out > 0 && `${many(out, 'part goes', 'parts go')} back in`,
    kind.startsWith('work ') && typeof observation === 'number' && 'its verdict goes',
    kind === 'work finished' && 'the work is open again',
    kind === 'work logged' && 'its minutes go',
    kind === 'report taken in' && spec.length > 0 && `${many(spec.length, 'value goes', 'values go')}`,
    kind === 'report taken in' &&
      findings.length > 0 &&
      `${many(findings.length, 'answer goes', 'answers go')}`,
    made.length > 0 && `${many(made.length, 'part was', 'parts were')} never here`,
    cleaned.length > 0 && `${many(cleaned.length, 'zone is', 'zones are')} dirty again`,
    answered > 0 && `${many(answered, 'answer goes', 'answers go')}`,
    before &&
      after &&
      before.stage !== after.stage &&
      `it moves back to ${lower(stage(before.stage) ?? before.stage)}`,
    kind === 'sold' && 'it is back on the shelf',
    kind === 'listed' && 'it comes off the shelf',
    kind === 'graded' && 'it has to be graded again',
  ];
  return lines.filter(Boolean).join('; ');
}

/** "Seen: How dusty are the air grilles? Packed". */
export function entryWords({ kind, payload }: Pick<SealedEntry, 'kind' | 'payload'>, names: Names): string {
  const said = eventWords(kind, payload as Record<string, unknown>, names);
  return said ? `${eventTitle(kind)}: ${said}` : eventTitle(kind);
}

/** An entry and what takes it back, for the screen. */
export const backView = (entry: SealedEntry, { command, input }: WayBack, names: Names): BackView => ({
  seq: entry.seq,
  words: entryWords(entry, names),
  goes: goesWithIt(entry.kind, entry.payload, names),
  command,
  input,
});
