import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { MAX_UPLOAD } from '@/pictures/photo';
import { requireBenchForApi } from '@/server/session';
import { runCommand } from '@/shop/runner';
import { ShopError } from '@/errors';
import { addPhoto } from '@/shop/photos/commands';
import { layAway } from '@/shop/photos/store';
import { unitByTag } from '@/shop/units/queries';
import { runInWorker } from '@/workers/pool';

/** The body is the picture itself; ?note= says what it shows, ?answer= which answer it belongs to, ?role= what it is taken for,
 * ?about= what it is of. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireBenchForApi();
    const found = await unitByTag((await params).tag);
    if (!found) throw new ShopError('missing', 'There is no such unit.');
    const upload = await bodyWithin(request, MAX_UPLOAD, 'the picture');
    const role = new URL(request.url).searchParams.get('role');
    // of a label its bars are read too
    const codes =
      role === 'label' ? await runInWorker('codes', [upload.slice()], request.signal).catch(() => []) : [];
    const { bytes, width, height } = await runInWorker('photo', [upload], request.signal, [upload.buffer]);
    const asked = new URL(request.url).searchParams;
    const note = asked.get('note') ?? '';
    const observation = asked.get('answer');
    const about = asked.get('about');
    const laid = await layAway(Buffer.from(bytes));
    const taken = await runCommand(addPhoto, actor, {
      input: {
        unitId: found.unit.id,
        note,
        ...(role && { role }),
        ...(about && { about }),
        ...(observation !== null && { observation: Number(observation) }),
        width,
        height,
        ...laid,
      },
    });
    return codes.length ? { ...taken, answer: { ...taken.answer, codes } } : taken;
  });
}
