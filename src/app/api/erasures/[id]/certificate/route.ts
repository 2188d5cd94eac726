import { refusal } from '@/server/answer';
import { hostOf } from '@/server/device/host';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { certificateOf } from '@/shop/erasure/certificate';
import { shopRules } from '@/shop/rules/queries';
import { runInWorker } from '@/workers/pool';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const paper = await certificateOf((await params).id, await shopRules(), hostOf(request));
    const pdf = await runInWorker('certificate', [paper], request.signal);
    return download(pdf, 'application/pdf', `certificate-${paper.number}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}
