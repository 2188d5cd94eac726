import type { Label } from '@/formats/print/labels';
import { minorText } from '@/core/money/minor';
import { binParts } from '../parts/queries';
import { ShopError } from '@/errors';
import { isTag } from '../input';
import { tagged, tagsOf } from '../lots/queries';
import { unitByTag } from '../units/queries';

/** Most labels one file holds. */
const MOST = 1_200;

const withSerial = (serial: string | null | undefined) => (serial ? `serial ${serial}` : '');

const unitLabel = (row: Awaited<ReturnType<typeof tagged>>[number]): Label => ({
  tag: row.tag,
  line: `${row.maker} ${row.model}`.trim(),
  lot: row.lot,
  more: withSerial(row.serial),
});

/** @throws ShopError when there is nothing to print */
function some(labels: Label[], what: string): Label[] {
  if (labels.length === 0) throw new ShopError('missing', `There are no ${what} to print labels for.`);
  return labels.slice(0, MOST);
}

/** Tags of a lot, from a tag on or one only. */
export async function lotLabels(lotId: string, from: string, only: string | null): Promise<Label[]> {
  const rows = await tagsOf(lotId);
  return some(rows.filter((row) => (only ? row.tag === only : row.tag >= from)).map(unitLabel), 'units');
}

/** Tags of any units. */
export async function tagLabels(asked: readonly string[]): Promise<Label[]> {
  const tags = asked.map((tag) => tag.toUpperCase()).filter(isTag);
  return some(tags.length ? (await tagged(tags)).map(unitLabel) : [], 'units');
}

/** Labels of parts in the bin: all, or of some codes. */
export async function partLabels(codes: readonly string[] | null): Promise<Label[]> {
  const parts = (await binParts(undefined, true)).filter((part) => !codes || codes.includes(part.code));
  return some(
    parts.map((part) => ({
      tag: part.code,
      line: part.name,
      lot: part.class,
      more: withSerial(part.serial),
    })),
    'parts in the bin',
  );
}

/** What a machine costs and what it is. @throws ShopError while it has no price or no grade */
export async function priceLabel(
  tag: string,
  currency: { currencySign: string; currencyDecimals: number },
): Promise<Label> {
  const found = await unitByTag(tag);
  if (!found) throw new ShopError('missing', 'There is no such unit.');
  const { unit, spec } = found;
  if (unit.askMinor === null || !unit.grade)
    throw new ShopError('refused', 'No price label: it has no asking price or no grade yet.');
  const kind = spec.text('driveKind');
  const drive =
    kind && kind !== 'none'
      ? `${spec.text('driveGb') ?? ''} ${kind === 'solid' ? 'solid-state' : 'disk'}`.trim()
      : null;
  return {
    tag: unit.tag,
    line: `${unit.maker} ${unit.model}`.trim(),
    lot: `grade ${unit.grade}`,
    more: [spec.text('processor'), spec.text('memoryGb'), drive].filter(Boolean).join(', '),
    big: `${currency.currencySign} ${minorText(unit.askMinor, currency.currencyDecimals)}`,
    qr: [
      `${unit.tag}, grade ${unit.grade}`,
      `${unit.maker} ${unit.model}`.trim(),
      [spec.text('processor'), spec.text('memoryGb'), drive].filter(Boolean).join(', '),
      withSerial(spec.text('serial')),
    ]
      .filter(Boolean)
      .join('\n')
      .slice(0, 240),
  };
}
