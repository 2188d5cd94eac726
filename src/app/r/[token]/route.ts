import { bodyWithin, plainly } from '@/server/answer';
import { hostOf, plain } from '@/server/device/host';
import { heldLetters, refusedToken } from '@/server/device/token';
import { reportScript } from '@/server/device/script';
import { reportFiles } from '@/server/reportFiles';
import { ingestReport, MAX_REPORT, type IngestAnswer } from '@/shop/report/commands';
import { tokenTyped } from '@/shop/tokens/signs';
import { runCommand } from '@/shop/runner';

type Params = { params: Promise<{ token: string }> };

/**
 * The script for one unit under a live system. Fetching it uses nothing up. A refused token gets a script that says so,
 * so that "| sh" prints it.
 */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { token } = await params;
  try {
    const found = await heldLetters(request, 'report', token);
    const origin = hostOf(request);
    if (!origin) return plain("echo 'This address cannot be used.'; exit 1", 400);
    return plain(reportScript(origin, tokenTyped(token), found.tag));
  } catch (error) {
    return refusedToken(error, (words) => `echo '${words.replace(/'/g, '’')}'; exit 1`);
  }
}

/**
 * The report itself: multipart files of a live system, or the one JSON object of an installed one. The token is used up
 * by a report that is taken in, and by nothing else.
 */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  const token = tokenTyped((await params).token);
  try {
    const found = await heldLetters(request, 'report', token);
    const bytes = await bodyWithin(request, MAX_REPORT, 'the report');
    const type = request.headers.get('content-type') ?? '';
    const files = type.startsWith('application/json')
      ? [{ name: 'cim.json', text: new TextDecoder().decode(bytes) }]
      : await reportFiles(
          bytes,
          type,
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
