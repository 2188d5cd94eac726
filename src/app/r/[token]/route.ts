import { bodyWithin } from '@/server/answer';
import { log } from '@/log';
import { reportScript } from '@/server/device/script';
import { runCommand } from '@/shop/command';
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

const plain = (text: string, status = 200) =>
  new Response(text + '\n', {
    status,
    headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' },
  });

/** The script for one unit. Fetching it uses nothing up. A refused token gets a script that says so, so that "| sh" prints it. */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { token } = await params;
  const found = await lookAtToken(token);
  if (found.state !== 'good') return plain(`echo '${REFUSED[found.state].replace(/'/g, '’')}'; exit 1`, 403);
  const host = request.headers.get('x-forwarded-host') ?? request.headers.get('host') ?? '127.0.0.1';
  return plain(
    reportScript(`${request.headers.get('x-forwarded-proto') ?? 'http'}://${host}`, token, found.tag),
  );
}

/** The report itself, as multipart files. The token is used up by a report that is taken in, and by nothing else. */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  const { token } = await params;
  try {
    const found = await lookAtToken(token);
    if (found.state !== 'good') throw new ShopError('forbidden', REFUSED[found.state]);
    const bytes = await bodyWithin(request, MAX_REPORT, 'the report');
    const files = await filesOf(bytes, request.headers.get('content-type') ?? '');
    const { answer } = await runCommand(ingestReport, found.actor, {
      input: { unitId: found.unitId, token, files },
    });
    return plain(told(found.tag, answer));
  } catch (error) {
    if (error instanceof ShopError) return plain(error.message, error.status);
    log.error({ error: (error as Error).message }, 'a report could not be taken in');
    return plain('Nothing taken in: something went wrong at the shop. Try again.', 500);
  }
}

async function filesOf(
  bytes: Uint8Array<ArrayBuffer>,
  type: string,
): Promise<{ name: string; text: string }[]> {
  try {
    const form = await new Response(bytes, { headers: { 'content-type': type } }).formData();
    const files = form.getAll('file').filter((entry): entry is File => typeof entry !== 'string');
    if (files.length === 0) throw new Error('no files');
    return await Promise.all(
      files.map(async (file) => ({ name: file.name.slice(0, 120), text: await file.text() })),
    );
  } catch {
    throw new ShopError(
      'invalid',
      'Nothing taken in: the report is broken or cut off. Run the command again.',
    );
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
