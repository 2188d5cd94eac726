import { notFound } from 'next/navigation';
import { STAGES, type Stage } from '@/db/schema';
import { requireActor } from '@/server/session';
import { STAGE_NAMES } from '@/shop/line';
import { Sheet } from '@/ui/kit/parts';
import { unitsHere, type Asked } from '../../UnitsHere';

type Props = { params: Promise<{ stage: string }>; searchParams: Asked };

const WAITS: Record<Stage, string> = {
  dock: 'Received, not looked at yet.',
  look: 'The outside look has begun.',
  find: 'Being diagnosed: what is probably wrong, and the next step.',
  decide: 'Diagnosed; waiting for a decision.',
  hands: 'Repairs and cleaning.',
  system: 'Erasing, installing, updating.',
  prove: 'Tests, marks, grade.',
  shelf: 'Listed, waiting for a buyer.',
  quarantine: 'Set apart. Only the owner lets these go.',
  sold: 'Gone to a buyer.',
  waiting: 'A part is ordered and has not come.',
  gone: 'Harvested, recycled or returned.',
};

export async function generateMetadata({ params }: Props) {
  return { title: STAGE_NAMES[(await params).stage as Stage] ?? 'Stage' };
}

export default async function StagePage({ params, searchParams }: Props) {
  await requireActor();
  const stage = (await params).stage as Stage;
  if (!STAGES.includes(stage)) notFound();
  const { total, list } = await unitsHere({
    stage,
    path: `/stage/${stage}`,
    asked: await searchParams,
    empty: 'Nothing stands here.',
  });
  return (
    <Sheet>
      <div className="border-b-2 border-ink pb-2.5">
        <h1 className="text-page leading-8">{STAGE_NAMES[stage]}</h1>
        <p className="text-row text-soft">
          <b className="text-ink">
            {total} {total === 1 ? 'unit' : 'units'}.
          </b>{' '}
          {WAITS[stage]} {stage === 'sold' || stage === 'gone' ? 'The last first.' : 'Longest waiting first.'}
        </p>
      </div>
      {list}
    </Sheet>
  );
}
