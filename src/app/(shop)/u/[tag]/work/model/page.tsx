import { bayKinds } from '@/catalog/machine/bays';
import { catalogue } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import { machineField } from '@/core/parts/fields';
import { notebookOf } from '@/shop/models/queries';
import { NotebookPage } from '@/ui/models/NotebookPage';
import { WorkTabs } from '@/ui/hands/WorkTabs';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function ModelPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit } = await loadUnit(tag);
  const [head, book] = await Promise.all([unitHead(tag), notebookOf(unit)]);
  return (
    <div>
      <WorkTabs tag={unit.tag} at="/model" />
      <NotebookPage
        unit={head}
        maker={unit.maker}
        model={unit.model}
        book={{
          ...book,
          facts: book.facts.map(({ key, value }) => {
            const field = machineField(key, bayKinds);
            return { name: field?.name ?? key, value: [value, field?.unit].filter(Boolean).join(' ') };
          }),
        }}
        looks={catalogue.findings
          .filter((finding) => finding.stage !== 'claim' && appliesTo(finding, unit.chassis))
          .map(({ id, ask }) => ({ id, ask }))}
      />
    </div>
  );
}
