import type { Label } from '@/formats/print/labels';
import { minorText } from '@/core/money/minor';
import { refusal } from '@/server/answer';
import { download } from '@/server/download';
import { requireActorForApi } from '@/server/session';
import { ShopError } from '@/shop/errors';
import { shopRules } from '@/shop/rules/queries';
import { unitByTag } from '@/shop/units/queries';
import { heavy } from '@/workers/pool';

/** One label of a unit: its tag, or with ?as=price what it costs. ?skip=5 leaves used labels of the sheet free. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  try {
    await requireActorForApi();
    const found = await unitByTag((await params).tag);
    if (!found) throw new ShopError('missing', 'There is no such unit.');
    const { unit, lot, spec } = found;
    const query = new URL(request.url).searchParams;
    const rules = await shopRules();
    const name = `${unit.maker} ${unit.model}`.trim();
    const price = query.get('as') === 'price';
    if (price && (unit.askMinor === null || !unit.grade))
      throw new ShopError('refused', 'No price label: it has no asking price or no grade yet.');
    const kind = spec.text('driveKind');
    const said = [
      spec.text('processor'),
      spec.text('memoryGb'),
      kind && kind !== 'none'
        ? `${spec.text('driveGb') ?? ''} ${kind === 'solid' ? 'solid-state' : 'disk'}`.trim()
        : null,
    ];
    const serial = spec.text('serial');
    const label: Label = price
      ? {
          tag: unit.tag,
          line: name,
          lot: `grade ${unit.grade}`,
          more: said.filter(Boolean).join(', '),
          big: `${rules.currencySign} ${minorText(unit.askMinor!, rules.currencyDecimals)}`,
        }
      : { tag: unit.tag, line: name, lot: lot.code, more: serial ? `serial ${serial}` : '' };
    const skip = Math.trunc(Number(query.get('skip') ?? 0)) || 0;
    const pdf = await heavy('labels', [[label], skip], request.signal);
    return download(pdf, 'application/pdf', `${price ? 'price' : 'tag'}-${unit.tag}.pdf`, 'inline');
  } catch (error) {
    return refusal(error);
  }
}
