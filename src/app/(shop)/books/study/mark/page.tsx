import { requireActor } from '@/server/session';
import { nextToMark } from '@/shop/study/marking';
import { Empty, Sheet } from '@/ui/kit/parts';
import { MarkSteps } from '@/ui/study/MarkSteps';

export const metadata = { title: 'Mark steps' };

export default async function MarkPage() {
  const actor = await requireActor();
  const decision = await nextToMark(actor.id);
  return (
    <Sheet>
      <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">What would you do next?</h1>
      {decision ? (
        <MarkSteps key={decision.seq} decision={decision} />
      ) : (
        <Empty>
          Nothing left for you to mark. Only machines that have left are marked, and only by people who did
          not work on them.
        </Empty>
      )}
    </Sheet>
  );
}
