import { database } from '@/db/client';
import { answer, assertOwnOrigin, jsonWithin } from '@/server/answer';
import { requireOwnerForApi } from '@/server/session';
import { checkedInput } from '@/shop/input';
import { MOST_LETTERS, previewSales, salesSheet } from '@/shop/value/sheet';

/** What a file of former sales would bring, row by row; nothing is written. */
export async function POST(request: Request): Promise<Response> {
  return answer(async () => {
    assertOwnOrigin(request);
    await requireOwnerForApi();
    const input = checkedInput(salesSheet, await jsonWithin(request, MOST_LETTERS * 2, 'the file'));
    return database().transaction((tx) => previewSales(tx, input));
  });
}
