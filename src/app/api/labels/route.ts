import { labelFile } from '@/server/labels';
import { tagLabels } from '@/shop/labels/labels';

/** Tags of any units: ?tags=WQ-0001,TF-0002. */
export const GET = (request: Request): Promise<Response> =>
  labelFile(request, 'tags', (query) => tagLabels((query.get('tags') ?? '').split(',').slice(0, 200)));
