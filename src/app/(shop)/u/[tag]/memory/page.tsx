import { cautionById } from '@/catalog';
import { usualSlots } from '@/catalog/instruments/memory';
import { database } from '@/db/client';
import { openBoard } from '@/shop/memory/queries';
import { factsOfPart } from '@/core/parts/facts';
import type { Facts } from '@/core/parts/fields';
import type { RecordPart } from '@/core/record/entries';
import { BestFit, type BoardKnown } from '@/ui/instruments/memory/BestFit';
import { LessSeen } from '@/ui/instruments/memory/LessSeen';
import { MemoryBench } from '@/ui/instruments/memory/MemoryBench';
import { PageTabs } from '@/ui/kit/PageTabs';
import { loadUnit, unitHead } from '../loadUnit';

/** What the record says of the board: what its modules are, what was told of what it takes. */
function boardKnown(slots: number, modules: readonly RecordPart[], takes: Facts): BoardKnown {
  const facts = modules.map(factsOfPart);
  const first = facts.find(({ soldered }) => soldered !== 'yes') ?? facts[0] ?? {};
  const soldered = facts.find((own) => own.soldered === 'yes');
  const figure = (key: string) => (typeof takes[key] === 'number' ? takes[key] : null);
  const yes = (key: string) => (takes[key] === undefined ? null : takes[key] === 'yes');
  const gb = figure('memorySolderedGb') ?? (Number(soldered?.gb) || null);
  return {
    type: String(
      modules[0]?.attributes.type ??
        [takes.memoryKind ?? first.kind, takes.memoryForm ?? first.form].filter(Boolean).join(' '),
    ),
    slots,
    slotGb: figure('memorySlotGb'),
    boardGb: figure('memoryBoardGb'),
    channels: figure('memoryChannels'),
    registered: yes('memoryRegistered'),
    ecc: yes('memoryEcc'),
    soldered: gb ? { gb, rate: Number(soldered?.rate) || 0 } : null,
  };
}

type Props = { params: Promise<{ tag: string }>; searchParams: Promise<{ view?: string }> };

export default async function MemoryPage({ params, searchParams }: Props) {
  const { tag } = await params;
  const asked = (await searchParams).view ?? '';
  const view = ['less', 'fit'].includes(asked) ? asked : '';
  const { unit, spec, record } = await loadUnit(tag);
  const [head, board] = await Promise.all([unitHead(tag), openBoard(database(), unit.id)]);
  const places = record.contents.filter((place) => place.class === 'memory');
  const modules = places.flatMap(({ part }) => (part && Number(part.attributes.gb) > 0 ? [part] : []));
  const whole = spec.number('memoryGb');
  const fitted = modules.length
    ? modules.map((part) => Number(part.attributes.gb)).slice(0, 8)
    : whole
      ? [whole]
      : [];
  const slots =
    spec.number('memorySlots') === null ? Math.max(places.length, usualSlots[unit.chassis]) : places.length;
  const base = `/u/${tag}/memory`;
  const pages = [
    [base, 'Which one is it'],
    [`${base}?view=less`, 'Less than fitted'],
    [`${base}?view=fit`, 'Best fit from the bin'],
  ] as const;
  const caution = cautionById('static')!;
  return (
    <div>
      <PageTabs label="Memory" pages={pages} at={view ? `${base}?view=${view}` : base} />
      {view === '' && (
        <MemoryBench
          unit={head}
          board={board && { setup: board.setup, trials: board.trials }}
          fitted={fitted}
          slots={slots}
          caution={{ title: caution.title, text: caution.text }}
        />
      )}
      {view === 'less' && <LessSeen fitted={fitted} seen={spec.number('memoryGb')} />}
      {view === 'fit' && <BestFit unit={head} known={boardKnown(slots, modules, record.takes)} />}
    </div>
  );
}
