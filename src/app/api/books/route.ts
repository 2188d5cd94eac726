import { minorText } from '@/core/money/minor';
import { csvOf } from '@/formats/unitsCsv';
import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { bookReaderForApi } from '@/server/margins';
import { periodOf } from '@/shop/books/period';
import { isGroup, madeBy } from '@/shop/books/made';

/** ?by=month&from=DAY&to=DAY: what left the house, added up by one thing, as CSV. */
export async function GET(request: Request): Promise<Response> {
  try {
    const { rules } = await bookReaderForApi();
    const asked = Object.fromEntries(new URL(request.url).searchParams);
    const by = isGroup(asked.by ?? '') ? (asked.by as Parameters<typeof madeBy>[0]) : 'month';
    const period = periodOf(asked, rules.timeZone);
    const { from, to } = period;
    const money = (minor: number | null) =>
      minor === null
        ? ''
        : minorText(minor, rules.currencyDecimals).replace('−', '-').replaceAll('\u202f', '');
    const lines = (await madeBy(by, period)).map((line) => ({
      [by]: line.label,
      sold: line.sold,
      gone: line.gone,
      [`taken ${rules.currencySign}`]: money(line.takenMinor),
      [`net ${rules.currencySign}`]: money(line.netMinor),
      'hands, minutes': Math.round(line.minutes),
      [`an hour brought ${rules.currencySign}`]: money(line.hourMinor),
      'sold graded, %': Math.round(line.graded * 100),
      'came back, %': Math.round(line.returned * 100),
    }));
    return download(csvOf(lines), 'text/csv; charset=utf-8', `books-${by}-${from}-${to}.csv`);
  } catch (error) {
    return refusal(error);
  }
}
