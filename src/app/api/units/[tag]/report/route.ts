import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { reportFiles } from '@/server/reportFiles';
import { requireBenchForApi } from '@/server/session';
import { runCommand } from '@/shop/runner';
import { ShopError } from '@/errors';
import { ingestReport, MAX_REPORT } from '@/shop/report/commands';
import { unitByTag } from '@/shop/units/queries';

/** Report files dropped onto the page, as multipart "file" parts. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireBenchForApi();
    const found = await unitByTag((await params).tag);
    if (!found) throw new ShopError('missing', 'There is no such unit.');
    const bytes = await bodyWithin(request, MAX_REPORT, 'the report');
    const files = await reportFiles(
      bytes,
      request.headers.get('content-type') ?? '',
      'Nothing taken in: the files did not arrive whole. Drop them again.',
    );
    // somebody has looked: it is of this machine although its serial is another
    const despite = new URL(request.url).searchParams.get('despite') === '1';
    return runCommand(ingestReport, actor, {
      input: { unitId: found.unit.id, files, ...(despite && { despite }) },
    });
  });
}
