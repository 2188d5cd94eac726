import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { caseOfUnit } from '@/shop/diagnosis/unitCase';
import { heavy } from '@/workers/pool';

/** What three faults at once would explain. Ends when the page that asked goes away. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const file = await caseOfUnit((await params).tag, 3);
    const { sound, beliefs, conflict } = await heavy('diagnose', [file], request.signal);
    return { sound, beliefs: beliefs.slice(0, 6), conflict };
  });
}
