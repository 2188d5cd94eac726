import { eraseMethods } from '@/catalog/papers/erasure';
import { certified } from '@/shop/erasure/certificate';
import { goesBack } from '@/shop/erasure/commands';
import type { EraseRunView } from '@/shop/erasure/lane';
import type { DriveSheet } from '@/shop/erasure/queries';
import type { DrivePageView } from '@/words/drives/view';
import { ERASURE_WORDS } from '@/words/drives/erasure';
import { dayAndTime } from '@/words/time';

const readWords = ({ health }: DriveSheet, timeZone: string) =>
  !health
    ? 'It stands in no report of this machine.'
    : [
        `Read ${dayAndTime(health.at, timeZone)}`,
        health.protocol === 'SAS'
          ? 'a SAS drive: judged by its own status, its grown defects and errors'
          : '',
        health.bridge ? 'behind a USB bridge, which may keep things to itself' : '',
      ]
        .filter(Boolean)
        .join('; ') + '.';

/** A drive as its page shows it. @param mayGoBack whether records of this page may be taken back on it at all */
export function driveOnPage(
  sheet: DriveSheet,
  run: EraseRunView | undefined,
  timeZone: string,
  mayGoBack: (row: DriveSheet['records'][number]) => boolean,
): DrivePageView {
  const { records, custody, health, ...plain } = sheet;
  return {
    ...plain,
    verdict: health?.judged.verdict ?? null,
    read: readWords(sheet, timeZone),
    deciding: health?.judged.deciding ?? [],
    notJudged: health?.judged.notJudged ?? [],
    cable: health?.judged.cable ?? false,
    wear: health?.judged.wear ?? null,
    records: records.map((row) => ({
      id: row.id,
      words: `${ERASURE_WORDS[row.kind] ?? row.kind}${row.method && row.kind !== 'begun' ? `: ${row.method}` : ''}${row.verified ? `; ${row.verified}` : ''}. ${row.byName}`,
      when: dayAndTime(row.at, timeZone),
      number: certified(row.kind) ? row.eventSeq : null,
      back: row.voidedBy !== null,
      mayGoBack: row.voidedBy === null && goesBack(row.kind) && mayGoBack(row),
    })),
    custody: custody.map(
      (move) =>
        `${dayAndTime(move.at, timeZone)}: ${move.from === 'arrived' ? 'came in' : `from ${move.from}`} to ${move.to}, ${move.by}. ${move.reason}`,
    ),
    run: run
      ? {
          id: run.id,
          state: run.state,
          ending: run.expired && run.state !== 'confirmed' ? 'expired' : run.ending,
          method: eraseMethods.find(({ id }) => id === run.methodId)?.name ?? run.methodId,
          whole: run.whole,
          seen: run.seen,
          progress: run.progress,
          heardSeconds: run.heardSeconds,
        }
      : null,
  };
}
