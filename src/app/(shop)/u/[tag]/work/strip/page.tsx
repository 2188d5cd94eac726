import { database } from '@/db/client';
import { templateFor } from '@/shop/hands/matRows';
import { entriesOf } from '@/shop/record/queries';
import { photosAbout } from '@/shop/photos/queries';
import { StripDown } from '@/ui/hands/mat/StripDown';
import { ClockOn } from '@/ui/hands/ClockOn';
import { WorkTabs } from '@/ui/hands/WorkTabs';
import { closingLooks } from '@/words/hands/closingLooks';
import { matView } from '@/words/hands/mat';
import { runningViews } from '@/words/record/answers';
import { workOf } from '@/shop/units/queries';
import { loadUnit, unitHead } from '../../loadUnit';

/** A mat nobody has laid out yet: nothing is out. */
const EMPTY = { moves: [], shut: false, passed: null };

export default async function StripPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, record } = await loadUnit(tag);
  const [head, entries, template, photos, work] = await Promise.all([
    unitHead(tag),
    entriesOf(database(), unit.id),
    templateFor(database(), unit),
    photosAbout(unit.id, 'layer:'),
    workOf(unit.id),
  ]);
  const open = runningViews(work);
  return (
    <div>
      <WorkTabs tag={unit.tag} at="/strip" />
      <ClockOn
        unit={head}
        workRef="strip-down"
        name="Strip down"
        work={open.find((row) => row.ref === 'strip-down') ?? null}
        other={open.find((row) => row.status === 'running')?.title ?? null}
      />
      <StripDown
        unit={head}
        mat={matView(record.mat, unit.chassis)}
        template={matView({ ...EMPTY, items: [...template.items], seen: template.seen }, unit.chassis)!}
        photos={photos}
        closing={closingLooks(unit.chassis, entries)}
      />
    </div>
  );
}
