import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { nextStep } from '@/shop/advice/nextStep';
import { requireActorForApi } from '@/server/session';
import { runCommand } from '@/shop/runner';
import { commandByName } from '@/shop/commands';
import { ShopError } from '@/errors';
import { commandKey, versionSeen } from '@/shop/input';

/** Commands that bring a file along; every other one is a few lines. */
const WITH_A_FILE = new Set(['importManifest', 'startImport', 'ingestReport', 'importCodes']);
const MAX_FILE_BODY = 8_000_000;
const MAX_BODY = 300_000;

/** The one way in for screens: {input, key, version} -> {answer, version, seq}. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ name: string }> },
): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    const actor = await requireActorForApi();
    const command = commandByName.get((await params).name);
    if (!command) throw new ShopError('missing', 'There is no such command.');
    const limit = WITH_A_FILE.has(command.name) ? MAX_FILE_BODY : MAX_BODY;
    const body = await jsonWithin(request, limit, 'the request');
    const result = await runCommand(command, actor, {
      input: body.input,
      key: commandKey(body.key),
      version: versionSeen(body.version),
    });
    // the question that follows, so that it can be drawn before the page has been read again
    if (body.want !== 'next' || result.version === null) return result;
    return { ...result, next: await nextStep((body.input as { unitId: string }).unitId) };
  });
}
