import { causeById } from '@/catalog';
import { recordOf, workOf } from '@/shop/units/queries';
import { FindOut } from '@/ui/bench/FindOut';
import { ROUTE_NAMES } from '@/ui/bench/UnitTable';
import { Empty, Sheet } from '@/ui/kit/parts';
import { answerViews, runningViews } from './answerViews';
import { stepView } from './stepWords';
import { loadUnit, unitHead } from './unitHead';

export default async function FindOutPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit } = await loadUnit(tag);
  const [head, record, work] = await Promise.all([unitHead(tag), recordOf(unit.id), workOf(unit.id)]);
  const evaluation = unit.evaluation;
  if (!evaluation) return <Sheet><Empty>This unit has not been valued yet.</Empty></Sheet>;
  const running = runningViews(work).find((row) => row.status === 'running') ?? null;
  const stop = evaluation.steps.find((step) => step.kind === 'stop');
  const shown = evaluation.steps.slice(0, 6);
  if (stop && !shown.includes(stop)) shown[shown.length - 1] = stop;
  return (
    <FindOut
      unit={head} running={running} answers={answerViews(record, evaluation)} steps={shown.map(stepView)} misfit={evaluation.conflict.conflict}
      beliefs={evaluation.beliefs.map((line) => ({ cause: causeById(line.cause)?.name ?? line.cause, probability: line.probability, before: line.before }))}
      sound={{ cause: 'Sound, nothing wrong', ...evaluation.sound }}
      worth={{
        valueMinor: evaluation.valueMinor, beforeMinor: record.length ? evaluation.valueBeforeMinor ?? null : null, lowMinor: evaluation.lowMinor, highMinor: evaluation.highMinor, breakEvenMinutes: evaluation.breakEvenMinutes,
        routes: evaluation.routes.map((route) => ({ name: ROUTE_NAMES[route.route].toLowerCase(), minor: route.valueMinor, best: route.route === evaluation.best })),
      }}
    />
  );
}
