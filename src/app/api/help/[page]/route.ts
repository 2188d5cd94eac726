import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { marked } from 'marked';
import { refusal } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/errors';

/** A page of help as HTML; the pages are files of ours in docs/help. */
export async function GET(_: Request, { params }: { params: Promise<{ page: string }> }): Promise<Response> {
  try {
    await requireActorForApi();
    const { page } = await params;
    if (!/^[a-z-]{1,30}$/.test(page)) throw new ShopError('missing', 'There is no such page.');
    const text = await readFile(join(process.cwd(), 'docs', 'help', `${page}.md`), 'utf8').catch(() => {
      throw new ShopError('missing', 'There is no such page.');
    });
    return new Response(await marked.parse(text), {
      headers: { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'private, max-age=300' },
    });
  } catch (error) {
    return refusal(error);
  }
}
