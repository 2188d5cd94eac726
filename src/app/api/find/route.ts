import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { findingsMatching } from '@/ask/diagnosis/case';
import { shopMatching, workMatching } from '@/shop/find/queries';
import { shopRules } from '@/shop/rules/queries';
import { asShown } from '@/shop/study/veil';
import { findUnits, unitByTag } from '@/shop/units/queries';

/**
 * What the one box shows for a few letters; with ?unit=TAG also the questions that can be asked of that unit
 * and the work that can be logged on it.
 */
export async function GET(request: Request): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const query = new URL(request.url).searchParams;
    const text = (query.get('text') ?? '').slice(0, 80);
    const tag = query.get('unit');
    const unit = tag && text.trim().length >= 2 ? await unitByTag(tag) : null;
    // what is worth asking now comes first
    const shown = unit && asShown(unit.unit, unit.lot.source, (await shopRules()).study);
    const steps = shown?.evaluation?.steps.map((step) => step.id) ?? [];
    const place = (id: string) => (steps.includes(id) ? steps.indexOf(id) : steps.length);
    const findings = unit
      ? findingsMatching(text, unit.unit.chassis)
          .filter((finding) => finding.stage !== 'claim')
          .sort((a, b) => place(a.id) - place(b.id))
          .slice(0, 6)
          .map((finding) => ({ id: finding.id, ask: finding.ask }))
      : [];
    const [units, work, rest] = await Promise.all([
      findUnits(text),
      unit ? workMatching(text, unit.unit.chassis) : [],
      shopMatching(text),
    ]);
    return { units, findings, work, ...rest };
  });
}
