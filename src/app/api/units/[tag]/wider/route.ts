import { answer } from '@/server/answer';
import { beliefOutside } from '@/server/outside';
import { requireActorForApi } from '@/server/session';
import { caseOfUnit } from '@/shop/diagnosis/unitCase';

/** What three faults at once would explain. */
export async function GET(
  _request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const { sound, beliefs, conflict } = await beliefOutside(await caseOfUnit((await params).tag, 3));
    return { sound, beliefs: beliefs.slice(0, 6), conflict };
  });
}
