import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { runCommand } from '@/shop/command';
import { ShopError } from '@/shop/errors';
import { ingestReport, MAX_REPORT } from '@/shop/report/commands';
import { unitByTag } from '@/shop/units/queries';

/** Report files dropped onto the page, as multipart "file" parts. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    const found = await unitByTag((await params).tag);
    if (!found) throw new ShopError('missing', 'There is no such unit.');
    const bytes = await bodyWithin(request, MAX_REPORT, 'the report');
    const form = await new Response(bytes, {
      headers: { 'content-type': request.headers.get('content-type') ?? '' },
    })
      .formData()
      .catch(() => {
        throw new ShopError('invalid', 'Nothing taken in: the files did not arrive whole. Drop them again.');
      });
    const files = form.getAll('file').filter((entry): entry is File => typeof entry !== 'string');
    return runCommand(ingestReport, actor, {
      input: {
        unitId: found.unit.id,
        files: await Promise.all(
          files.map(async (file) => ({ name: file.name.slice(0, 120), text: await file.text() })),
        ),
      },
    });
  });
}
