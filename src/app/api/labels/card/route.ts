import { labelFile } from '@/server/labels';
import { BENCH_CARD, cardCode } from '@/words/benchCard';

/** The card of a bench: keys to be scanned. */
export function GET(request: Request): Promise<Response> {
  return labelFile(request, 'bench-card', async () =>
    BENCH_CARD.map(({ keys, says }) => ({ tag: cardCode(keys), line: says, lot: 'bench card' })),
  );
}
