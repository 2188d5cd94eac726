import { measuredFor } from '@/shop/readings/queries';
import { photosAbout } from '@/shop/photos/queries';
import { BASES, SPEC_KEYS, type SpecKey } from '@/core/record/keys';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { LICENCES } from '@/shop/units/system';
import { usesNow } from '@/words/unit/uses';
import { reportsOf, valuesOf } from '@/shop/units/queries';
import { PhotoTray } from '@/ui/unit/PhotoTray';
import { ReportPanel } from '@/ui/machine/ReportPanel';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { SpecSheet } from '@/ui/machine/SpecSheet';
import { UsesPanel } from '@/ui/machine/UsesPanel';
import { dayAndTime, dayOf } from '@/words/time';
import { loadUnit, unitHead } from '../loadUnit';

export default async function MachinePage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, spec } = await loadUnit(tag);
  const { timeZone } = await shopRules();
  const { tables } = await shopHouse();
  const now = usesNow(tables, unit.chassis, spec, dayOf(new Date(), timeZone), await measuredFor(unit));
  const [head, photos, reports, values] = await Promise.all([
    unitHead(tag),
    photosAbout(unit.id),
    reportsOf(unit.id),
    valuesOf(unit.id),
  ]);
  const keys = (Object.keys(SPEC_KEYS) as SpecKey[]).map((key) => ({ key, name: SPEC_KEYS[key] }));
  const lines = keys.flatMap(({ key, name }) => {
    // what counts, then what was said otherwise: the newest of each kind
    const now = spec.best(key);
    const others = BASES.flatMap(
      (basis) => values.find((row) => row.key === key && row.basis === basis) ?? [],
    );
    const rows = [...(now ? [now] : []), ...others.filter((row) => row.value !== now?.value)];
    return rows.length
      ? [
          {
            key,
            name,
            values: rows.map((row) => ({
              basis: row.basis,
              value: row.value,
              origin: row.origin,
              by: row.by,
              at: row.at.toISOString(),
            })),
          },
        ]
      : [];
  });
  return (
    <div>
      <MachineTabs tag={unit.tag} at="" />
      <div className="grid gap-gutter lg:grid-cols-2 lg:items-start">
        <div className="flex flex-col gap-gutter">
          <ReportPanel unit={head} />
          <UsesPanel
            unit={head}
            uses={now.uses}
            systems={now.systems}
            weakest={now.weakest?.words ?? ''}
            installed={(
              [
                'system',
                'systemImage',
                'systemLicence',
                'systemActivated',
                'deviceList',
                'systemSetUp',
              ] as const
            )
              .flatMap((key) => {
                const value = spec.text(key);
                return value ? [key === 'system' ? value : `${SPEC_KEYS[key].toLowerCase()}: ${value}`] : [];
              })
              .join('; ')}
            licences={LICENCES}
            setUp={tables.setUp}
          />
          {reports.length > 0 && (
            <section aria-label="Report files" className="bg-paper px-5 py-3 text-row">
              <h2 className="text-read">Files taken in</h2>
              {reports.map((report) => (
                <p key={report.id}>
                  <span className="figures text-note">{dayAndTime(report.at, timeZone)}</span> {report.name},{' '}
                  {report.kind}
                  {report.problems.length > 0 && (
                    <span className="text-soft">: {report.problems.join('; ')}</span>
                  )}
                </p>
              ))}
            </section>
          )}
          <PhotoTray tag={unit.tag} unitId={unit.id} photos={photos} mayWrite={head.mayWrite} />
        </div>
        <SpecSheet unit={head} lines={lines} keys={keys} />
      </div>
    </div>
  );
}
