import { database } from '@/db/client';
import { machineNow, modelKey } from '@/shop/parts/machine';
import { PartsTabs } from '@/ui/parts/PartsTabs';
import { TakesForm } from '@/ui/parts/TakesForm';
import { takesGroups } from '@/words/parts/view';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function TakesPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, record } = await loadUnit(tag);
  const [head, machine] = await Promise.all([unitHead(tag), machineNow(database(), unit, record)]);
  return (
    <div>
      <PartsTabs tag={unit.tag} at="/takes" />
      <TakesForm
        key={unit.version}
        unit={head}
        groups={takesGroups(unit.chassis, machine.facts, machine.basis)}
        model={modelKey(unit) ? `${unit.maker} ${unit.model}` : null}
        provenGb={machine.provenGb ?? null}
      />
    </div>
  );
}
