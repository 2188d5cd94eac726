import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { shopHouse } from '@/shop/rules/queries';

/** The house's tables as a file, to keep or to take to another shop. */
export async function GET(): Promise<Response> {
  try {
    await requireActorForApi();
    const { tables, version } = await shopHouse();
    return download(JSON.stringify(tables, null, 1), 'application/json', `house-tables-${version}.json`);
  } catch (error) {
    return refusal(error);
  }
}
