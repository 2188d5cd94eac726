import { keptOff } from '@/shop/readings/papers';
import { photosAbout } from '@/shop/photos/queries';
import { figuresBeside, openRunOf, readingsOf } from '@/shop/readings/queries';
import { shopRules } from '@/shop/rules/queries';
import { SpeedBoard } from '@/ui/instruments/speed/SpeedBoard';
import { MachineTabs } from '@/ui/machine/MachineTabs';
import { dayAndTime } from '@/words/time';
import { loadUnit, unitHead } from '../../loadUnit';

export default async function SpeedPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit } = await loadUnit(tag);
  const [head, open, lines, off, { timeZone }, beside, photos] = await Promise.all([
    unitHead(tag),
    openRunOf(unit.id, ['speed']),
    readingsOf(unit.id, 'speed'),
    keptOff(unit.id),
    shopRules(),
    figuresBeside(unit),
    photosAbout(unit.id, 'reading:'),
  ]);
  return (
    <div>
      <MachineTabs tag={unit.tag} at="/speed" />
      <SpeedBoard
        unit={head}
        lines={lines.map(({ at, ...line }) => ({ ...line, when: dayAndTime(at, timeZone) }))}
        onPapers={!off.has('speed')}
        beside={beside}
        photos={photos}
        open={open && { id: open.id, kind: open.kind }}
      />
    </div>
  );
}
