import { hostOf, plain } from '@/server/device/host';
import { eraseScript } from '@/server/device/eraseScript';
import { eraseRun } from '@/shop/erasure/lane';
import { ShopError } from '@/errors';

/** The script that erases one drive. Fetching it writes nothing anywhere. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> {
  const { token } = await params;
  try {
    const { run, tag, code } = await eraseRun(token);
    if (run.ending)
      throw new ShopError('forbidden', 'This erasure is over. Begin another on the drive’s page.');
    const origin = hostOf(request);
    if (!origin) return plain("echo 'This address cannot be used.'; exit 1", 400);
    return plain(eraseScript(origin, token, tag ?? `${code}, loose`));
  } catch (error) {
    if (!(error instanceof ShopError)) throw error;
    return plain(`echo '${error.message.replace(/'/g, '’')}'; exit 1`, error.status);
  }
}
