import type { Listing } from '@/shapes/listing';

const sentence = (name: string, value: string) => (value ? `${name}: ${value}.` : '');

/** A listing as somebody would write it: what it is, what it does, every flaw, what it comes with. */
export function listingText(row: Listing): string {
  const name = `${row.maker} ${row.model}`.trim() || row.kind;
  const head = [name, row.grade && `grade ${row.grade}`, row.as].filter(Boolean).join(', ');
  const inside = [row.processor, row.memory, row.drive, row.graphics].filter(Boolean).join(', ');
  return [
    head,
    row.price && `${row.currency} ${row.price}`,
    '',
    sentence(row.kind, inside),
    sentence('Battery', row.battery),
    sentence('System', row.system || (row.systems && `none; would run ${row.systems}`)),
    sentence('Good for', row.goodFor),
    row.readings,
    sentence('Charger', row.charger),
    sentence('Comes with', row.box),
    sentence('Weight', row.weight),
    '',
    row.flaws ? `Flaws: ${row.flaws}.` : 'No flaws found.',
    row.untested ? `Not tested: ${row.untested}.` : 'Every test of ours was made.',
    sentence('For its parts', row.parts),
    sentence('Data', row.data),
    row.cautions,
    sentence('Warranty', row.warranty),
    sentence('Seller', row.seller),
    '',
    [`${row.tag}`, row.serial && `serial ${row.serial}`].filter(Boolean).join(', '),
  ]
    .filter((line, i, all) => line !== '' || (all[i - 1] ?? '') !== '')
    .join('\n');
}
