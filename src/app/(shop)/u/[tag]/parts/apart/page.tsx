import { cautionById } from '@/catalog';
import { depollution, donorPlaces } from '@/catalog/parts/donor';
import { harvestOfUnit } from '@/shop/advice/unit';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { partsIn } from '@/shop/units/queries';
import { DonorSheet } from '@/ui/parts/donors/DonorSheet';
import { PartsTabs } from '@/ui/parts/PartsTabs';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function ApartPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, record } = await loadUnit(tag);
  const [head, rules, house, inside] = await Promise.all([
    unitHead(tag),
    shopRules(),
    shopHouse(),
    partsIn(unit.id),
  ]);
  const sheet = harvestOfUnit(unit, record, house.tables, rules);
  const order = new Map(sheet.picks.flatMap(({ places }, n) => places.map((id) => [id, n] as const)));
  const boxes = new Map(donorPlaces[unit.chassis].map((place) => [place.id, place]));
  const harmful = (rows: readonly [string, string][]) =>
    rows.flatMap(([place, caution]) => {
      const line = sheet.lines.find(({ id }) => id === place);
      const words = cautionById(caution)!;
      return line && line.state !== 'gone' ? [{ name: line.name, title: words.title, text: words.text }] : [];
    });
  return (
    <div>
      <PartsTabs tag={unit.tag} at="/apart" />
      <DonorSheet
        unit={head}
        netMinor={sheet.netMinor}
        minutes={sheet.minutes}
        stopAfter={sheet.worth}
        first={harmful(depollution[unit.chassis].first)}
        last={harmful(depollution[unit.chassis].last)}
        lines={sheet.lines.map((line) => {
          const box = boxes.get(line.id);
          const known = inside.filter((part) => part.class === line.class);
          return {
            id: line.id,
            name: line.name,
            class: line.class,
            state: line.state,
            minutes: line.minutes,
            worthMinor: line.worthMinor,
            expectedMinor: line.minor,
            pick: order.get(line.id) ?? 0,
            part: known.length === 1 ? `${known[0].code} ${known[0].name}` : '',
            box:
              box?.x === undefined ? null : { x: box.x, y: box.y!, width: box.width!, height: box.height! },
          };
        })}
      />
    </div>
  );
}
