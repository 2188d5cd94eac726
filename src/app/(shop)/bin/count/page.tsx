import { PART_CLASSES } from '@/core/catalogue';
import { requireActor } from '@/server/session';
import { toBeCounted } from '@/shop/parts/count';
import { CountBin } from '@/ui/parts/bin/CountBin';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Count the bin' };

type Props = { searchParams: Promise<{ class?: string }> };

export default async function CountPage({ searchParams }: Props) {
  const actor = await requireActor();
  const asked = (await searchParams).class;
  const partClass = PART_CLASSES.find((name) => name === asked) ?? '';
  const parts = await toBeCounted(partClass || undefined);
  return (
    <Sheet>
      <h1 className="text-page leading-8">Count the bin</h1>
      <p className="text-row text-soft">
        Scan the label of every part that lies there. What is not found is offered to nobody until it is;
        nothing is thrown off the record.
      </p>
      <CountBin
        key={partClass}
        partClass={partClass}
        expected={parts.map(({ code, name, class: of, missingSince }) => ({
          code,
          name,
          class: of,
          missing: missingSince !== null,
        }))}
        mayWrite={actor.role !== 'viewer'}
      />
    </Sheet>
  );
}
