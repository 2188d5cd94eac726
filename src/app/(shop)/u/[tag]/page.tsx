import { catalogue, findingById, repairById } from '@/catalog';
import { appliesTo } from '@/core/belief/model';
import type { StopRoute } from '@/core/steps/problem';
import { database } from '@/db/client';
import { reservedFor } from '@/shop/parts/bin';
import { paysIn, proposed, workedOn } from '@/shop/advice/nextStep';
import { wayFrom } from '@/shop/units/remaining';
import { partsIn, recordOf, workOf } from '@/shop/units/queries';
import { FindOut } from '@/ui/findout/FindOut';
import { Empty, Sheet } from '@/ui/kit/parts';
import { answerViews, runningViews } from '@/words/record/answers';
import { believedView } from '@/words/record/believed';
import { shopRules } from '@/shop/rules/queries';
import { aroundOf, plainStep, shutViews, stepView } from '@/words/record/steps';
import { loadUnit, unitHead, unitPhotos, unitStanding } from './loadUnit';
import { driveViews, namedDrive } from '@/words/drives/drives';
import { DECIDED_WORDS, leftView } from '@/words/record/ending';

type Props = { params: Promise<{ tag: string }>; searchParams: Promise<{ ask?: string }> };

export default async function FindOutPage({ params, searchParams }: Props) {
  const { tag } = await params;
  const { ask } = await searchParams;
  const { unit, lot, spec, record: derived } = await loadUnit(tag);
  const [head, record, work, lent, photos, parts] = await Promise.all([
    unitHead(tag),
    recordOf(unit.id),
    workOf(unit.id),
    database().transaction((tx) => reservedFor(tx, unit.id)),
    unitPhotos(tag),
    partsIn(unit.id),
  ]);
  const evaluation = unit.evaluation;
  if (!evaluation)
    return (
      <Sheet>
        <Empty>This unit has not been valued yet.</Empty>
      </Sheet>
    );
  const running = runningViews(work).find((row) => row.status === 'running') ?? null;
  const stop = evaluation.steps.find((step) => step.kind === 'stop');
  const rules = await shopRules();
  const around = aroundOf(evaluation, rules);
  const wanted = ask ? (findingById(ask) ?? repairById(ask)) : undefined;
  const ranked = evaluation.steps.find((step) => step.id === ask);
  const askedView =
    wanted && appliesTo(wanted, unit.chassis)
      ? ranked
        ? stepView(ranked, around)
        : plainStep(wanted.id)
      : null;
  const stopRoute = unit.ending ?? (stop?.id as StopRoute | undefined) ?? 'disclose';
  const steps = unit.veiled
    ? askedView
      ? [askedView]
      : []
    : await proposed(
        unit.id,
        workedOn(evaluation, rules.study, { ...unit, source: lot.source }),
        !unit.ending && !head.held,
      );
  const change = unit.ending ? await paysIn(unit) : null;
  const { told, left } = wayFrom(await unitStanding(tag), unit, stopRoute, change);
  return (
    <FindOut
      told={told}
      ending={
        unit.ending && {
          words: DECIDED_WORDS[unit.ending],
          sold: unit.ending === 'disclose' || unit.ending === 'asFound',
          told,
          left: left.map((line) => leftView(line, rules.currencyDecimals, unit.chassis)),
        }
      }
      unit={head}
      running={running}
      drives={driveViews(derived.drives.inside, parts)}
      named={namedDrive(spec)}
      paused={runningViews(work)
        .filter((row) => row.status === 'paused')
        .map((row) => row.ref)}
      asked={askedView}
      lent={lent}
      answers={answerViews(record, evaluation, photos)}
      steps={steps}
      veiled={
        unit.veiled
          ? {
              looks: catalogue.findings
                .filter((finding) => finding.stage !== 'claim' && appliesTo(finding, unit.chassis))
                .map(({ id, ask }) => ({ id, name: ask })),
              repairs: catalogue.repairs
                .filter((repair) => appliesTo(repair, unit.chassis))
                .map(({ id, name }) => ({ id, name })),
            }
          : null
      }
      believed={believedView(evaluation, record.length > 0)}
      shut={shutViews(evaluation.shut ?? [])}
      again={(evaluation.again ?? []).map((id) => findingById(id)?.ask ?? id)}
    />
  );
}
