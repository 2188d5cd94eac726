import { labelFile } from '@/server/labels';
import { partLabels } from '@/shop/labels/labels';

/** Labels of parts in the bin: all, or ?codes=P-0001,P-0002. */
export const GET = (request: Request): Promise<Response> =>
  labelFile(request, 'parts', (query) =>
    partLabels(query.get('codes')?.toUpperCase().split(',').slice(0, 500) ?? null),
  );
