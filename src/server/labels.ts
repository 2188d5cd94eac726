import type { Label } from '@/formats/print/labels';
import { database } from '@/db/client';
import { newestEntry } from '@/shop/history/anchors';
import { runInWorker } from '@/workers/pool';
import { refusal } from './answer';
import { download } from './download';
import { requireActorForApi } from './session';

/** Sheets of labels as a file, for whoever may look. ?skip=5 leaves the used ones of the first sheet free. */
export async function labelFile(
  request: Request,
  name: string,
  labelsOf: (query: URLSearchParams) => Promise<Label[]>,
): Promise<Response> {
  try {
    await requireActorForApi();
    const query = new URL(request.url).searchParams;
    const labels = await labelsOf(query);
    const skip = Math.trunc(Number(query.get('skip') ?? 0)) || 0;
    const newest = await newestEntry(database());
    const seal = newest ? `history ${newest.seq} ${newest.hash.slice(0, 24)}` : '';
    const pdf = await runInWorker('labels', [labels, skip, seal], request.signal);
    return download(pdf, 'application/pdf', `${name}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}
