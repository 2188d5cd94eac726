import { answer } from '@/server/answer';
import { bookReaderForApi } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { beliefsOf } from '@/shop/books/right';

/** ?from=DAY&to=DAY: how often what was believed of closed machines was so. */
export const GET = (request: Request): Promise<Response> =>
  answer(async () => {
    const { rules } = await bookReaderForApi();
    const asked = Object.fromEntries(new URL(request.url).searchParams);
    return beliefsOf(periodOf(asked, rules.timeZone));
  });
