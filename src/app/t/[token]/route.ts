import { plainly } from '@/server/answer';
import { selfTestPage, typeLetters } from '@/server/device/selfTestPage';
import { heldSelfToken } from '@/server/device/selfToken';
import { heardFrom, selfTestPlan } from '@/shop/selftest/lane';
import { tokenTyped } from '@/shop/report/token';

/** The page a unit tests itself by. Letters that open nothing get the page they are typed on, with the reason. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> {
  const token = tokenTyped((await params).token);
  try {
    const state = await heldSelfToken(request, token);
    await heardFrom(token);
    return selfTestPage(request, await selfTestPlan(token, state));
  } catch (error) {
    const { message, status } = plainly(error);
    return typeLetters(request, message, status);
  }
}
