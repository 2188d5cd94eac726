import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';

/** The owner's own numbers as a file, to keep or to take to another shop. */
export async function GET(): Promise<Response> {
  try {
    await requireActorForApi();
    const { overrides } = await shopRules();
    return download(JSON.stringify(overrides), 'application/json', 'own-numbers.json');
  } catch (error) {
    return refusal(error);
  }
}
