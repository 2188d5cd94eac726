import { cimScript } from '@/server/device/cimScript';
import { hostOf, plain } from '@/server/device/host';
import { heldLetters, refusedToken } from '@/server/device/token';
import { tokenTyped } from '@/shop/tokens/signs';

/** The script for the system that is installed on the unit, in that system’s own shell. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> {
  const { token } = await params;
  try {
    const found = await heldLetters(request, 'report', token);
    const origin = hostOf(request);
    if (!origin) return plain("Write-Host 'This address cannot be used.'", 400);
    return plain(cimScript(origin, tokenTyped(token), found.tag));
  } catch (error) {
    return refusedToken(error, (words) => `Write-Host '${words.replace(/'/g, '’')}'`);
  }
}
