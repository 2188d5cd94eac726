import { answer, jsonWithin } from '@/server/answer';
import { checkedEnd, eraseRun } from '@/shop/erasure/lane';
import { endErasure } from '@/shop/erasure/run';
import { runCommand } from '@/shop/runner';

/** The script is through. Told twice, it is on record once. */
export const POST = (
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> =>
  answer(async () => {
    const { run, actor } = await eraseRun((await params).token);
    const told = checkedEnd(await jsonWithin(request, 4_000, 'the result'));
    if (run.ending) return { erased: run.ending === 'done', words: 'it is over' };
    const { answer: judged } = await runCommand(endErasure, actor, {
      input: { ...(run.unitId && { unitId: run.unitId }), run: run.id, ...told },
    });
    return { erased: judged.erased, words: judged.faults.join('; ') };
  });
