import { answer } from '@/server/answer';
import { requireActorForApi } from '@/server/session';
import { findingsMatching } from '@/shop/diagnosis/case';
import { findUnits, unitByTag } from '@/shop/units/queries';

/** What the one box shows for a few letters; with ?unit=TAG also the questions that can be asked of that unit. */
export async function GET(request: Request): Promise<Response> {
  return answer(async () => {
    await requireActorForApi();
    const query = new URL(request.url).searchParams;
    const text = (query.get('text') ?? '').slice(0, 80);
    const tag = query.get('unit');
    const unit = tag && text.trim().length >= 2 ? await unitByTag(tag) : null;
    const findings = unit ? findingsMatching(text, unit.unit.chassis).filter((finding) => finding.stage !== 'claim').slice(0, 6).map((finding) => ({ id: finding.id, ask: finding.ask })) : [];
    return { units: await findUnits(text), findings };
  });
}
