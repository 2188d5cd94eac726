import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';

/** The owner's own numbers as a file, to keep or to take to another shop. */
export async function GET(): Promise<Response> {
  const response = await answer(async () => {
    await requireActorForApi();
    return (await shopRules()).overrides;
  });
  if (response.ok) response.headers.set('content-disposition', 'attachment; filename="own-numbers.json"');
  return response;
}
