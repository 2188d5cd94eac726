import { findingById, repairById } from '@/catalog';
import { closingRows } from '@/catalog/closing';
import { closingLines } from '@/core/hands/closing';
import { database } from '@/db/client';
import { templateFor } from '@/shop/hands/matRows';
import { entriesOf } from '@/shop/record/queries';
import { photosAbout } from '@/shop/photos/queries';
import { StripDown } from '@/ui/hands/mat/StripDown';
import { WorkTabs } from '@/ui/hands/WorkTabs';
import { closingViews, matView } from '@/words/matView';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function StripPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, record } = await loadUnit(tag);
  const [head, entries, template, photos] = await Promise.all([
    unitHead(tag),
    entriesOf(database(), unit.id),
    templateFor(database(), unit),
    photosAbout(unit.id, 'layer:'),
  ]);
  const lines = closingLines(
    closingRows,
    entries,
    (finding, index) => findingById(finding)?.outcomes[index]?.id,
  );
  return (
    <div>
      <WorkTabs tag={unit.tag} at="/strip" />
      <StripDown
        unit={head}
        mat={matView(record.mat, unit.chassis)}
        template={{ things: template.items.reduce((sum, { count }) => sum + count, 0), seen: template.seen }}
        photos={photos}
        closing={closingViews(lines, {
          repair: (id) => repairById(id)?.name,
          outcome: (finding, id) => findingById(finding)!.outcomes.findIndex((own) => own.id === id),
        })}
      />
    </div>
  );
}
