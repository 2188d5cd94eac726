import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { workListOf } from '@/shop/day/list';
import { runInWorker } from '@/workers/pool';

/** ?person=ID: what that pair of hands does today, as a PDF; left out: one's own. */
export async function GET(request: Request): Promise<Response> {
  try {
    const actor = await requireActorForApi();
    const person = new URL(request.url).searchParams.get('person') ?? actor.id;
    const list = await workListOf(person.slice(0, 80));
    const pdf = await runInWorker('workList', [list], request.signal);
    return download(pdf, 'application/pdf', `work-${list.day}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}
