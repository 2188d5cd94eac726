import { SCHOOL_WORDS } from '@/catalog/cleaning';
import type { Schools } from '@/core/clean/zones';
import type { Grade } from '@/core/price/model';
import { photosAbout } from '@/shop/photos/queries';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { schoolsOf } from '@/shop/rules/schools';
import { dirtOf } from '@/shop/units/dirt';
import { priceOf } from '@/shop/units/worth';
import { CleanBoard } from '@/ui/hands/clean/CleanBoard';
import { ClockOn } from '@/ui/hands/ClockOn';
import { WorkTabs } from '@/ui/hands/WorkTabs';
import { cleanView } from '@/words/hands/clean';
import { runningViews } from '@/words/record/answers';
import { workOf } from '@/shop/units/queries';
import { loadUnit, unitHead } from '../../loadUnit';

/** "Blower and brush; by soil ..." */
const inWords = (schools: Schools) =>
  (Object.keys(SCHOOL_WORDS) as (keyof Schools)[])
    .filter((key) => key !== 'first')
    .map((key) => SCHOOL_WORDS[key].choices.find(({ id }) => id === schools[key])?.name ?? '')
    .join('; ');

export default async function CleanPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, spec, record } = await loadUnit(tag);
  const [head, rules, { tables }, photos, work] = await Promise.all([
    unitHead(tag),
    shopRules(),
    shopHouse(),
    photosAbout(unit.id, 'zone:'),
    workOf(unit.id),
  ]);
  const schools = schoolsOf(rules);
  const price = priceOf(tables, unit.chassis, spec, unit.grade as Grade | null, true);
  const open = runningViews(work);
  return (
    <div>
      <WorkTabs tag={unit.tag} at="/clean" />
      <ClockOn
        unit={head}
        workRef="clean-plan"
        name="Cleaning"
        work={open.find((row) => row.ref === 'clean-plan') ?? null}
        other={open.find((row) => row.status === 'running')?.title ?? null}
      />
      <CleanBoard
        unit={head}
        photos={photos}
        cleaning={open.find((row) => row.ref === 'clean-plan') ?? null}
        view={cleanView(
          unit.chassis,
          record,
          schools,
          dirtOf(unit.chassis, record.clean, schools, price.minor, rules, record),
          `Here: ${inWords(schools)}. House rules change it.`,
        )}
      />
    </div>
  );
}
