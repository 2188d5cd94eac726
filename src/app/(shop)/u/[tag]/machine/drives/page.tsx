import { eraseMethods } from '@/catalog/erasure';
import { certified } from '@/shop/erasure/certificate';
import { goesBack } from '@/shop/erasure/commands';
import { eraseRunsOf } from '@/shop/erasure/lane';
import { driveSheets, spareDrives } from '@/shop/erasure/queries';
import { shopRules } from '@/shop/rules/queries';
import { DrivesBoard } from '@/ui/instruments/drives/DrivesBoard';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { ERASURE_WORDS } from '@/words/erasure';
import { dayAndTime } from '@/words/time';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function DrivesPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, lot, spec, record } = await loadUnit(tag);
  const [head, sheets, runs, spares, { timeZone }] = await Promise.all([
    unitHead(tag),
    driveSheets(unit.id, record, lot.source === 'owner'),
    eraseRunsOf(unit.id),
    spareDrives(),
    shopRules(),
  ]);
  const closed = unit.stage === 'sold' || unit.stage === 'gone';
  const health = (sheet: (typeof sheets)[number]) =>
    !sheet.health
      ? 'It stands in no report of this machine.'
      : [
          `Read ${dayAndTime(sheet.health.at, timeZone)}`,
          sheet.health.protocol === 'SAS'
            ? 'a SAS drive: judged by its own status, its grown defects and errors'
            : '',
          sheet.health.bridge ? 'behind a USB bridge, which may keep things to itself' : '',
        ]
          .filter(Boolean)
          .join('; ') + '.';
  return (
    <div>
      <MachineTabs tag={unit.tag} at="/drives" />
      <DrivesBoard
        unit={head}
        firmware={spec.text('firmwareMode')}
        driveMbs={sheets.filter(({ inside }) => inside).length === 1 ? spec.number('driveMbs') : null}
        theirs={lot.source === 'owner'}
        spares={spares.flatMap(({ attributes, ...own }) => {
          const gb = Number(attributes.gb) || 0;
          return gb > 0
            ? [
                {
                  ...own,
                  gb,
                  kind: (attributes.kind as 'disk' | 'solid' | undefined) ?? null,
                  bus: (attributes.bus as string | undefined) ?? null,
                },
              ]
            : [];
        })}
        drives={sheets.map((sheet) => {
          const run = runs.find(({ componentId }) => componentId === sheet.id);
          const { records, custody, health: _, ...plain } = sheet;
          return {
            ...plain,
            verdict: sheet.health?.judged.verdict ?? null,
            read: health(sheet),
            deciding: sheet.health?.judged.deciding ?? [],
            notJudged: sheet.health?.judged.notJudged ?? [],
            cable: sheet.health?.judged.cable ?? false,
            wear: sheet.health?.judged.wear ?? null,
            records: records.map((row) => ({
              id: row.id,
              words: `${ERASURE_WORDS[row.kind] ?? row.kind}${row.method && row.kind !== 'begun' ? `: ${row.method}` : ''}${row.verified ? `; ${row.verified}` : ''}. ${row.byName}`,
              when: dayAndTime(row.at, timeZone),
              number: certified(row.kind) ? row.eventSeq : null,
              back: row.voidedBy !== null,
              mayGoBack: !closed && row.voidedBy === null && row.unitId === unit.id && goesBack(row.kind),
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
        })}
      />
    </div>
  );
}
