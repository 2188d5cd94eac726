import { donorPlaces } from '@/catalog/parts/donor';
import { portKinds } from '@/catalog/machine/ports';
import type { Place } from '@/core/record/places/machine';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { PlacesPanel, type PlaceLine } from '@/ui/machine/PlacesPanel';
import { Sockets } from '@/ui/machine/Sockets';
import { loadUnit, unitHead } from '../../loadUnit';

function wordsOf({ holds, part, seen }: Place): string {
  if (holds === 'part') return `${part!.code} ${part!.name}`;
  if (holds === 'nothing') return 'empty';
  if (seen === 'broken') return 'there, broken';
  if (seen === 'proven') return 'there, proven good';
  return holds === 'something' ? 'there' : 'nobody has looked';
}

export default async function PlacesPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, record } = await loadUnit(tag);
  const head = await unitHead(tag);
  const sheet = new Set(donorPlaces[unit.chassis].map(({ id }) => id));
  const places = record.contents.map((place): PlaceLine => ({
    id: place.id,
    name: place.name,
    holds: place.holds,
    words: wordsOf(place),
    tells: sheet.has(place.id),
  }));
  return (
    <div>
      <MachineTabs tag={unit.tag} at="/places" />
      <div className="grid gap-gutter lg:grid-cols-2 lg:items-start">
        <Sockets
          unit={head}
          kinds={portKinds.map(({ id, name, usual }) => ({
            id,
            name,
            usual: usual[unit.chassis] ?? null,
            count: record.ports.find(({ kind }) => kind === id) ?? null,
          }))}
        />
        <PlacesPanel unit={head} places={places} />
      </div>
    </div>
  );
}
