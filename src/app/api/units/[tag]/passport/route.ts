import { refusal } from '@/server/answer';
import { hostOf } from '@/server/device/host';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { passportOf } from '@/shop/sales/papers';
import { runInWorker } from '@/workers/pool';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const pass = await passportOf((await params).tag, await shopRules(), hostOf(request));
    const pdf = await runInWorker('passport', [pass], request.signal);
    return download(pdf, 'application/pdf', `passport-${pass.tag}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}
