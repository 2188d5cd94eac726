import { passportPdf } from '@/formats/print/passport';
import { refusal } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { passportOf } from '@/shop/sales/papers';

export async function GET(_: Request, { params }: { params: Promise<{ tag: string }> }): Promise<Response> {
  try {
    await requireActorForApi();
    const pass = await passportOf((await params).tag, await shopRules());
    return new Response(new Uint8Array(await passportPdf(pass)), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="passport-${pass.tag}.pdf"`,
      },
    });
  } catch (error) {
    return refusal(error);
  }
}
