import { labelFile } from '@/server/labels';
import { priceLabel, tagLabels } from '@/shop/labels/labels';
import { shopRules } from '@/shop/rules/queries';

/** One label of a unit: its tag, or with ?as=price what it costs. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  const { tag } = await params;
  return labelFile(request, `label-${tag}`, async (query) =>
    query.get('as') === 'price' ? [await priceLabel(tag, await shopRules())] : tagLabels([tag]),
  );
}
