import { typeLetters } from '@/server/device/selfTestPage';

/** Where the letters are typed on the unit itself. */
export async function GET(request: Request): Promise<Response> {
  return typeLetters(request, '');
}
