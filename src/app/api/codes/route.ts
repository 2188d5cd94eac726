import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { codeTablesOfShop } from '@/shop/codes/queries';

/** All tables of blink and beep codes, for the tapper. */
export async function GET(): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    return { tables: await codeTablesOfShop() };
  });
}
