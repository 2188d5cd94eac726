import { mediumOfPart, type Medium } from '@/core/erasure/media';
import type { DriveRecord, DriveState } from '@/core/record/drives';
import type { Specification } from '@/core/record/specification';

/** A drive in a unit, as screens show it. */
export interface DriveView {
  id: string;
  code: string;
  name: string;
  serial: string;
  /** Its data is seen to. */
  recorded: boolean;
  /** What data is kept on; null: not known well enough. */
  medium: Medium | null;
}

export const driveViews = (
  inside: readonly DriveState[],
  parts: readonly { id: string; serial: string }[],
): DriveView[] =>
  inside.map(({ part, accounted }) => ({
    id: part.id,
    code: part.code,
    name: part.name,
    serial: parts.find(({ id }) => id === part.id)?.serial ?? '',
    recorded: accounted,
    medium: mediumOfPart(part.attributes),
  }));

/** What a report showed that may be a drive on record. */
export interface SeenView {
  id: string;
  name: string;
  serial: string;
  code: string;
  where: string;
  /** That one is recorded here and bears no serial. */
  nameless: boolean;
}

/** How many drives are in a machine, and what is asked about them. */
export interface CountView {
  counted: number | null;
  onRecord: number;
  /** Codes of those that nobody could read a serial of and that bear none yet. */
  unlabelled: string[];
  seen: SeenView[];
}

export const countView = (
  { counted, inside, unlabelled }: DriveRecord,
  seen: readonly {
    id: string;
    name: string;
    serial: string;
    code: string;
    holder: string | null;
    here: boolean;
  }[],
): CountView => ({
  counted,
  onRecord: inside.length,
  unlabelled: unlabelled.map(({ code }) => code),
  seen: seen.map(({ holder, here, ...one }) => ({ ...one, where: holder ?? 'the bin', nameless: here })),
});

const KINDS: Record<string, string> = { disk: 'hard disk', solid: 'solid-state drive' };

/** The drive somebody named, in words: "250 GB hard disk"; null: nobody did. */
export function namedDrive(spec: Specification): string | null {
  const kind = KINDS[spec.text('driveKind') ?? ''];
  return kind ? `${spec.text('driveGb') ?? ''} ${kind}`.trim() : null;
}
