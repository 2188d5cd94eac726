import { catalogue } from '@/catalog';
import { observable } from '@/core/belief/facts';
import { appliesTo } from '@/core/belief/model';
import { weakSpots } from '@/shop/models/queries';
import { photosAbout } from '@/shop/photos/queries';
import { recordOf } from '@/shop/units/queries';
import { QuickLook, type LookQuestion } from '@/ui/findout/QuickLook';
import { plainStep } from '@/words/record/steps';
import { loadUnit, unitHead } from '../loadUnit';

export default async function LookPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit } = await loadUnit(tag);
  const [head, record, photos, weak] = await Promise.all([
    unitHead(tag),
    recordOf(unit.id),
    photosAbout(unit.id),
    weakSpots(unit),
  ]);
  const spots = new Map(weak.map(({ finding, words }) => [finding, words]));
  const taken = new Map(
    record
      .filter((row) => row.voidedBy === null && row.kind === 'finding')
      .map((row) => [row.ref, row.outcome]),
  );
  const facts = unit.evaluation?.facts ?? {};
  const questions = catalogue.findings
    .filter(
      (finding) =>
        // a weak spot of the model is asked first, whatever stage its question belongs to
        (finding.stage === 'look' || finding.stage === 'power' || spots.has(finding.id)) &&
        appliesTo(finding, unit.chassis),
    )
    .map((finding): LookQuestion => ({
      step: {
        ...plainStep(finding.id)!,
        reason: spots.has(finding.id) ? `Weak spot of this model: ${spots.get(finding.id)}` : '',
      },
      group: finding.stage === 'look' || !finding.needs?.length ? 'outside' : 'power',
      answer: taken.get(finding.id) ?? null,
      observable: observable(finding, facts),
    }))
    // what this model is known for is looked at first
    .sort((a, b) => Number(spots.has(b.step.id)) - Number(spots.has(a.step.id)));
  return <QuickLook unit={head} questions={questions} photos={photos} />;
}
