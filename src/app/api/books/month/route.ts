import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { bookReaderForApi } from '@/server/margins';
import { monthPaper } from '@/shop/books/month';
import { runInWorker } from '@/workers/pool';

/** ?month=2026-11: purchases, sales, stock and weight of a month, as a PDF. */
export async function GET(request: Request): Promise<Response> {
  try {
    await bookReaderForApi();
    const month = new URL(request.url).searchParams.get('month') ?? '';
    const pdf = await runInWorker('month', [await monthPaper(month)], request.signal);
    return download(pdf, 'application/pdf', `accounts-${month}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}
