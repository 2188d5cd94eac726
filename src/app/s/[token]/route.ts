import { answer, jsonWithin } from '@/server/answer';
import { hostOf, plain } from '@/server/device/host';
import { runScript } from '@/server/device/runScript';
import { ShopError } from '@/errors';
import { append, laneRun, MOST_BATCH_BYTES } from '@/shop/readings/lane';

type Params = { params: Promise<{ token: string }> };

/** The script that samples on the unit itself. A refused token gets one that says so, so that "| sh" prints it. */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { token } = await params;
  try {
    const run = await laneRun(token);
    if (!run.open) throw new ShopError('forbidden', 'This run is over. Begin another on the unit’s page.');
    const origin = hostOf(request);
    if (!origin) return plain("echo 'This address cannot be used.'; exit 1", 400);
    return plain(runScript(origin, token, run.tag, run.kind));
  } catch (error) {
    if (!(error instanceof ShopError)) throw error;
    return plain(`echo '${error.message.replace(/'/g, '’')}'; exit 1`, error.status);
  }
}

/** A batch of samples. The same one sent again changes nothing and gets the same answer. */
export const POST = (request: Request, { params }: Params): Promise<Response> =>
  answer(async () => {
    const body = await jsonWithin(request, MOST_BATCH_BYTES, 'the batch');
    const { say, words, taken } = await append((await params).token, body);
    return { say, words, taken };
  });
