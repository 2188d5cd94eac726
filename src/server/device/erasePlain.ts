import { ShopError } from '@/errors';
import { plain } from './host';

/** Lines for the erasing script, or in words why there are none. */
export async function erasePlain(lines: () => Promise<string>): Promise<Response> {
  try {
    return plain(await lines());
  } catch (error) {
    if (!(error instanceof ShopError)) throw error;
    return plain(error.message, error.status);
  }
}
