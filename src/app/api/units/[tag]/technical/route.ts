import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { technicalOf } from '@/shop/sales/technical';
import { runInWorker } from '@/workers/pool';

/** The technical file of a machine prepared for re-use, as PDF. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const paper = await technicalOf((await params).tag, await shopRules());
    const pdf = await runInWorker('technical', [paper], request.signal);
    return download(pdf, 'application/pdf', `technical-${paper.tag}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}
