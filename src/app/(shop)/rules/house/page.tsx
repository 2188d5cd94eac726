import { database } from '@/db/client';
import { requireActor } from '@/server/session';
import { houseVersions } from '@/shop/house/tables';
import { shopHouse } from '@/shop/rules/queries';
import { HouseForm } from '@/ui/rules/house/HouseForm';
import { HouseVersions } from '@/ui/rules/house/HouseVersions';
import { RulesNav } from '@/ui/rules/RulesNav';
import { Problem, Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Prices, grading, work' };

export default async function HousePage() {
  const actor = await requireActor();
  const [house, versions] = await Promise.all([shopHouse(), houseVersions(database())]);
  const mayWrite = actor.role === 'owner';
  return (
    <div>
      <RulesNav page="house" />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-gutter xl:grid-cols-[minmax(0,1fr)_300px] xl:items-start">
        <Sheet>
          <h1 className="text-page leading-8">Prices, grading, work</h1>
          <p className="pb-3 text-row text-soft">
            What this shop calculates with. A machine is recalculated when it is opened or changed; all of
            them at once under Own numbers.
          </p>
          {house.faults.length > 0 && (
            <Problem>
              The house’s tables are not in use, because the program has changed since they were made:{' '}
              {house.faults.slice(0, 3).join('; ')}. What stands here is as shipped.
            </Problem>
          )}
          <HouseForm tables={house.tables} version={house.version} mayWrite={mayWrite} />
        </Sheet>
        <Sheet>
          <HouseVersions
            version={house.version}
            versions={versions.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }))}
            mayWrite={mayWrite}
          />
        </Sheet>
      </div>
    </div>
  );
}
