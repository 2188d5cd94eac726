import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireOwnerForApi } from '@/server/session';
import { exchangeHere, PASSED_ON } from '@/shop/exchange/exchange';

/** ?with=priors,notebook,prices: what this shop has learnt, as a file for another one. */
export async function GET(request: Request): Promise<Response> {
  try {
    await requireOwnerForApi();
    const asked = (new URL(request.url).searchParams.get('with') ?? PASSED_ON.join()).split(',');
    const exchange = await exchangeHere(PASSED_ON.filter((part) => asked.includes(part)));
    const text = `${JSON.stringify(exchange, null, 1)}\n`;
    return download(text, 'application/json', `exchange-${exchange.madeOn}.json`);
  } catch (error) {
    return refusal(error);
  }
}
