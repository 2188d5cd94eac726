import { plainly } from '@/server/answer';
import { selfTestPage, typeLetters } from '@/server/device/selfTestPage';
import { heldLetters } from '@/server/device/token';
import { selfTestPlan } from '@/shop/selftest/lane';
import { heardFrom } from '@/shop/tokens/keep';
import { tokenTyped } from '@/shop/tokens/signs';

/** The page a unit tests itself by. Letters that open nothing get the page they are typed on, with the reason. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> {
  const token = tokenTyped((await params).token);
  try {
    const state = await heldLetters(request, 'self-test', token);
    await heardFrom('self-test', token);
    return selfTestPage(request, await selfTestPlan(token, state));
  } catch (error) {
    const { message, status } = plainly(error);
    return typeLetters(request, message, status);
  }
}
