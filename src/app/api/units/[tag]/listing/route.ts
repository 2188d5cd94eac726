import Papa from 'papaparse';
import { refusal } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { listingOf } from '@/shop/sales/papers';

/** ?as=csv or ?as=json. A cell that a spreadsheet would take for a formula gets an apostrophe. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const listing = await listingOf((await params).tag, await shopRules());
    if (new URL(request.url).searchParams.get('as') === 'json')
      return Response.json(listing, {
        headers: { 'content-disposition': `attachment; filename="${listing.tag}.json"` },
      });
    return new Response(Papa.unparse([listing], { escapeFormulae: true, newline: '\r\n' }) + '\r\n', {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${listing.tag}.csv"`,
      },
    });
  } catch (error) {
    return refusal(error);
  }
}
