import { answer } from '@/server/answer';
import { ShopError } from '@/errors';
import { finishRun } from '@/shop/readings/runs';
import { laneRun } from '@/shop/readings/lane';
import { runCommand } from '@/shop/runner';

/** The one that samples is through: the run is finished as on the unit’s page. Told twice, it was finished once. */
export const POST = (_: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> =>
  answer(async () => {
    const run = await laneRun((await params).token);
    if (!run.open) return { finished: true };
    try {
      await runCommand(finishRun, run.actor, { input: { unitId: run.unitId, run: run.id } });
    } catch (error) {
      // somebody else finished it meanwhile
      if (error instanceof ShopError && !(await laneRun((await params).token)).open)
        return { finished: true };
      throw error;
    }
    return { finished: true };
  });
