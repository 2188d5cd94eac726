import { answer, jsonWithin } from '@/server/answer';
import { heldLetters } from '@/server/device/token';
import { startRun } from '@/shop/readings/runs';
import { commandKey } from '@/shop/input';
import { tokenTyped } from '@/shop/tokens/signs';
import { runCommand } from '@/shop/runner';

/** Opens a soak: its own token appends to it and nothing else. */
export const POST = (
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> =>
  answer(async () => {
    const state = await heldLetters(request, 'self-test', tokenTyped((await params).token));
    const { key } = (await jsonWithin(request, 1_000, 'the soak')) as { key?: unknown };
    const { answer: begun } = await runCommand(startRun, state.actor, {
      input: { unitId: state.unitId, kind: 'soak' },
      key: commandKey(key),
    });
    return begun;
  });
