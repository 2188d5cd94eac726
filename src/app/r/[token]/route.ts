import { bodyWithin, plainly } from '@/server/answer';
import { hostOf, plain } from '@/server/device/host';
import { reportFiles } from '@/server/reportFiles';
import { reportScript } from '@/server/device/script';
import { runCommand } from '@/shop/runner';
import { ShopError } from '@/shop/errors';
import {
  ingestReport,
  lookAtToken,
  MAX_REPORT,
  type IngestAnswer,
  type TokenState,
} from '@/shop/report/commands';

type Params = { params: Promise<{ token: string }> };

const REFUSED: Record<Exclude<TokenState['state'], 'good'>, string> = {
  wrong: 'This token is not one of ours. Copy the command again from the unit’s page.',
  used: 'This token has been used. Ask for a new one on the unit’s page.',
  expired: 'This token has run out. Ask for a new one on the unit’s page.',
};

/**
 * The script for one unit. Fetching it uses nothing up. A refused token gets a script that says so, so that
 * "| sh" prints it.
 */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { token } = await params;
  const found = await lookAtToken(token);
  if (found.state !== 'good') return plain(`echo '${REFUSED[found.state].replace(/'/g, '’')}'; exit 1`, 403);
  const origin = hostOf(request);
  if (!origin) return plain("echo 'This address cannot be used.'; exit 1", 400);
  return plain(reportScript(origin, token, found.tag));
}

/**
 * The report itself, as multipart files. The token is used up by a report that is taken in, and by nothing
 * else.
 */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  const { token } = await params;
  try {
    const found = await lookAtToken(token);
    if (found.state !== 'good') throw new ShopError('forbidden', REFUSED[found.state]);
    const bytes = await bodyWithin(request, MAX_REPORT, 'the report');
    const files = await reportFiles(
      bytes,
      request.headers.get('content-type') ?? '',
      'Nothing taken in: the report is broken or cut off. Run the command again.',
    );
    const { answer } = await runCommand(ingestReport, found.actor, {
      input: { unitId: found.unitId, token, files },
    });
    return plain(told(found.tag, answer));
  } catch (error) {
    const { message, status } = plainly(error);
    return plain(message, status);
  }
}

function told(tag: string, { read, filled, notRead }: IngestAnswer): string {
  const problems = read.flatMap((file) => file.problems);
  return [
    `${tag}: ${read.filter((file) => file.kind).length} files read, ${filled.length} values filled in.`,
    notRead.length ? `Not read: ${notRead.join(', ')}.` : '',
    ...problems.map((problem) => `  ${problem}`),
  ]
    .filter(Boolean)
    .join('\n');
}
