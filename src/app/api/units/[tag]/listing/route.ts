import Papa from 'papaparse';
import { plainCell } from '@/formats/cells';
import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { listingText } from '@/words/unit/listingText';
import { listingOf } from '@/shop/sales/papers';

/** ?as=csv, ?as=json or ?as=text. A cell that a spreadsheet would take for a formula gets an apostrophe. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const listing = await listingOf((await params).tag, await shopRules());
    const as = new URL(request.url).searchParams.get('as');
    if (as === 'text')
      return download(listingText(listing), 'text/plain; charset=utf-8', `${listing.tag}.txt`);
    if (as === 'json') return download(JSON.stringify(listing), 'application/json', `${listing.tag}.json`);
    const cells = Object.fromEntries(
      Object.entries(listing).map(([name, value]) => [name, plainCell(value)]),
    );
    const csv = Papa.unparse([cells], { newline: '\r\n' }) + '\r\n';
    return download(csv, 'text/csv; charset=utf-8', `${listing.tag}.csv`);
  } catch (error) {
    return refusal(error);
  }
}
