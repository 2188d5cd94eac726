import { catalogue } from '@/catalog';
import { requireActor } from '@/server/session';
import { people } from '@/shop/people/queries';
import { shopRules } from '@/shop/rules/queries';
import { People } from '@/ui/rules/People';
import { RatesForm } from '@/ui/rules/RatesForm';
import { Margins } from '@/ui/rules/Margins';
import { Tools } from '@/ui/rules/Tools';
import { HowWeClean } from '@/ui/rules/HowWeClean';
import { SCHOOL_WORDS } from '@/catalog/cleaning';
import type { Schools } from '@/core/clean/zones';
import { schoolsOf } from '@/shop/rules/schools';
import { StudySwitch } from '@/ui/rules/StudySwitch';
import { RulesNav } from '@/ui/rules/RulesNav';
import { Sheet } from '@/ui/kit/parts';
import { dayAndTime } from '@/words/time';

export const metadata = { title: 'House rules' };

export default async function RulesPage() {
  const actor = await requireActor();
  const [rules, everybody] = await Promise.all([shopRules(), people()]);
  return (
    <div>
      <RulesNav page="" />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-gutter lg:grid-cols-2 lg:items-start">
        <Sheet>
          <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">House rules</h1>
          <RatesForm
            name={rules.name}
            trader={rules.trader}
            warranty={rules.warranty}
            rateMinor={rules.ratePerHourMinor}
            feeBasisPoints={rules.feeBasisPoints}
            timeZone={rules.timeZone}
            mayWrite={actor.role === 'owner'}
          />
          <Margins marginsFor={rules.marginsFor} mayWrite={actor.role === 'owner'} />
          <Tools lacks={rules.lacks} mayWrite={actor.role === 'owner'} />
        </Sheet>
        <Sheet>
          <People
            people={everybody.map((person) => ({
              ...person,
              lastSeen: person.lastSeen && dayAndTime(new Date(person.lastSeen), rules.timeZone),
            }))}
            me={actor.id}
            mayWrite={actor.role === 'owner'}
          />
          <StudySwitch
            study={
              rules.study && {
                since: dayAndTime(new Date(rules.study.since), rules.timeZone),
                running: rules.study.until === null,
              }
            }
            mayWrite={actor.role === 'owner'}
          />
          <p className="pt-3 text-row text-soft">
            Catalogue {catalogue.version}: {catalogue.causes.length} causes, {catalogue.findings.length}{' '}
            findings, {catalogue.repairs.length} repairs.
          </p>
        </Sheet>
        <Sheet className="lg:col-span-2">
          <HowWeClean
            schools={(Object.keys(SCHOOL_WORDS) as (keyof Schools)[]).map((key) => ({
              key,
              ...SCHOOL_WORDS[key],
              chosen: schoolsOf(rules)[key],
            }))}
            mayWrite={actor.role === 'owner'}
          />
        </Sheet>
      </div>
    </div>
  );
}
