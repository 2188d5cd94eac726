import { answer, assertOwnOrigin, bodyWithin } from '@/server/answer';
import { startJob } from '@/server/jobs';
import { requireActorForApi } from '@/server/session';
import { runCommand } from '@/shop/command';
import { commandByName } from '@/shop/commands';
import { ShopError } from '@/shop/errors';

const MAX_BODY = 8_000_000;

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
    const body = parse(await bodyWithin(request, MAX_BODY, 'the request'));
    const key = typeof body.key === 'string' && body.key.length <= 80 ? body.key : undefined;
    const result = await runCommand(command, actor, {
      input: body.input,
      key,
      version: typeof body.version === 'number' ? body.version : undefined,
    });
    if (command.name === 'startRevaluation') startJob((result.answer as { job: string }).job);
    return result;
  });
}

function parse(bytes: Uint8Array): Record<string, unknown> {
  try {
    const value: unknown = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
    if (typeof value === 'object' && value !== null) return value as Record<string, unknown>;
  } catch {
    // falls through to the one refusal below
  }
  throw new ShopError('invalid', 'Not done: the request is not JSON.');
}
