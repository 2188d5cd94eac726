import { PART_CLASSES } from '@/core/catalogue';
import { database } from '@/db/client';
import { partView, whyWords, type FitView, type PartView, type WantView } from '@/words/partsView';
import { ShopError } from '../errors';
import { partsIn, unitByTag } from '../units/queries';
import { factsOfPart, fitOf, machineNow, type MachineNow } from '../parts/machine';
import { binFor, wantedEverywhere, wantsOf, type BinFit } from './side';

export const fitView = ({ part, fit }: BinFit): FitView => ({
  ...partView(part, factsOfPart(part)),
  answer: fit.answer,
  why: whyWords(fit.reasons),
});

/** Most parts offered at the end of a repair. */
const OFFERED = 24;

/** Parts of a class that could come out of a unit, and those that could go in. */
export async function partsOffered(
  tag: string,
  partClass: string,
): Promise<{ inside: PartView[]; bin: FitView[]; empty: boolean }> {
  if (!PART_CLASSES.some((name) => name === partClass))
    throw new ShopError('invalid', `There is no class of parts "${partClass.slice(0, 40)}".`);
  const found = await unitByTag(tag);
  if (!found) throw new ShopError('missing', `There is no unit ${tag.slice(0, 20)}.`);
  const { unit, record } = found;
  const machine = await machineNow(database(), unit, record);
  const [bin, inside] = await Promise.all([binFor(unit, machine, partClass), partsIn(unit.id)]);
  const kept = bin.filter(({ part }) => part.keptFor === unit.id);
  const { specification } = record;
  return {
    // seen that there is none: nothing can come out
    empty:
      (partClass === 'drive' && specification.text('driveKind') === 'none') ||
      (partClass === 'battery' && specification.text('battery') === 'none') ||
      (partClass === 'memory' && specification.number('memoryGb') === 0),
    inside: inside
      .filter((part) => part.class === partClass)
      .map((part) => partView(part, factsOfPart(part))),
    // what was ordered for it comes first
    bin: [...kept, ...bin.filter((each) => !kept.includes(each))].slice(0, OFFERED).map(fitView),
  };
}

type Wanted = Awaited<ReturnType<typeof wantedEverywhere>>[number];

const wantView = (
  want: Wanted['want'],
  of: { tag: string; name: string; version: number | null; partCode: string | null },
  today: string,
): WantView => ({
  id: want.id,
  unitId: want.unitId,
  tag: of.tag,
  unitName: of.name,
  version: of.version,
  class: want.class,
  name: want.name,
  state: want.state,
  priceMinor: want.priceMinor,
  days: want.days,
  condition: want.condition,
  source: want.source,
  dueOn: want.dueOn,
  late: want.state === 'ordered' && want.dueOn !== null && want.dueOn <= today,
  since: (want.orderedAt ?? want.at).toISOString(),
  partId: want.componentId,
  partCode: of.partCode,
  note: want.note,
  fit: null,
});

/** Parts wanted over all units. @param today "2026-11-26" */
export async function wantedViews(today: string): Promise<WantView[]> {
  return (await wantedEverywhere()).map((row) =>
    wantView(row.want, { tag: row.tag, name: row.name, version: null, partCode: row.partCode }, today),
  );
}

/** Parts wanted for one unit. */
export async function unitWants(
  unit: { id: string; tag: string; maker: string; model: string; version: number },
  { machine }: Pick<MachineNow, 'machine'>,
  today: string,
): Promise<WantView[]> {
  return (await wantsOf(unit.id)).map((want) => {
    const { answer, reasons } = fitOf(want, machine);
    return {
      ...wantView(
        want,
        { tag: unit.tag, name: `${unit.maker} ${unit.model}`.trim(), version: unit.version, partCode: null },
        today,
      ),
      fit: { answer, why: whyWords(reasons) },
    };
  });
}
