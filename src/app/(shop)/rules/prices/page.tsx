import { requireActor } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { pricesPage } from '@/shop/value/queries';
import { Prices } from '@/ui/rules/Prices';
import { RulesNav } from '@/ui/rules/RulesNav';
import { Sheet } from '@/ui/kit/parts';
import { dayAndTime } from '@/words/time';

export const metadata = { title: 'What sales teach' };

export default async function PricesPage() {
  const actor = await requireActor();
  const [{ timeZone }, { kept, tableChanged, own, elsewhere, models, imports, outliers }] = await Promise.all(
    [shopRules(), pricesPage()],
  );
  return (
    <div>
      <RulesNav page="prices" />
      <Sheet>
        <h1 className="mb-2 border-b-2 border-ink pb-2.5 text-page leading-8">What sales teach</h1>
        <Prices
          kept={kept}
          tableChanged={tableChanged}
          own={own}
          elsewhere={elsewhere}
          models={models.map(({ at, ...model }) => ({ ...model, when: dayAndTime(at, timeZone) }))}
          imports={imports.map(({ id, name, kind, rows, at }) => ({
            id,
            name,
            kind,
            rows,
            when: dayAndTime(at, timeZone),
          }))}
          outliers={outliers}
          mayWrite={actor.role === 'owner'}
        />
      </Sheet>
    </div>
  );
}
