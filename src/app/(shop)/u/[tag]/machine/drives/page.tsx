import { eraseRunsOf } from '@/shop/erasure/lane';
import { driveSheets, spareDrives } from '@/shop/erasure/queries';
import { openSightings } from '@/shop/report/sighting';
import { shopRules } from '@/shop/rules/queries';
import { DrivesBoard } from '@/ui/instruments/drives/DrivesBoard';
import { countView } from '@/words/drives/drives';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { driveOnPage } from '../../../../driveOnPage';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function DrivesPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, lot, spec, record } = await loadUnit(tag);
  const [head, sheets, runs, spares, { timeZone }] = await Promise.all([
    unitHead(tag),
    driveSheets(unit.id, record, lot.source === 'owner'),
    eraseRunsOf({ unitId: unit.id }),
    spareDrives(),
    shopRules(),
  ]);
  const closed = unit.stage === 'sold' || unit.stage === 'gone';
  return (
    <div>
      <MachineTabs tag={unit.tag} at="/drives" />
      <DrivesBoard
        unit={head}
        count={closed ? null : countView(record.drives, await openSightings(unit.id))}
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
        drives={sheets.map((sheet) =>
          driveOnPage(
            sheet,
            runs.find(({ componentId }) => componentId === sheet.id),
            timeZone,
            (row) => !closed && (sheet.inside || row.unitId === unit.id),
          ),
        )}
      />
    </div>
  );
}
