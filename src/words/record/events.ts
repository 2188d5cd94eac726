import type { EventKind } from '@/core/record/events';
import { EVENT_TITLES } from './eventTitles';
import { type Payload, type Names, told, SAYS, text, driveNamed } from './eventSays';

/** An event in words, for people. @param payload as it was sealed; shapes of earlier versions included */
export function eventWords(kind: string, payload: Payload, names: Names): string {
  const words = ownWords(kind, payload, names);
  if (!payload.ungraded) return words;
  return told(words, 'its grade no longer stands and must be given again');
}

function ownWords(kind: string, payload: Payload, names: Names): string {
  const says = SAYS[kind as EventKind];
  if (says) return says(payload, names);
  if (kind.startsWith('part ')) return `${text(payload, 'code')} ${text(payload, 'name')}`.trim();
  if (kind.startsWith('drive '))
    return told(
      `${driveNamed(payload)}: ${text(payload, 'method')}`,
      !!payload.verified && `verified: ${text(payload, 'verified')}`,
    );
  return text(payload, 'title') || text(payload, 'note');
}

export const eventTitle = (kind: string): string => EVENT_TITLES[kind as EventKind] ?? kind;
