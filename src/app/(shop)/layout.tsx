import type { ReactNode } from 'react';
import { requireActor } from '@/server/session';
import { floorNow } from '@/shop/floor/queries';
import { benchHands } from '@/shop/people/queries';
import { shopRules } from '@/shop/rules/queries';
import { LineHere } from '@/ui/frame/LineHere';
import { RunningStrip } from '@/ui/frame/RunningStrip';
import { InShop } from '@/ui/kit/theShop';
import { Connection } from '@/ui/live/Connection';

const shopView = (rules: Awaited<ReturnType<typeof shopRules>>) => ({
  sign: rules.currencySign,
  decimals: rules.currencyDecimals,
  zone: rules.timeZone,
});

export const dynamic = 'force-dynamic';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const actor = await requireActor();
  const [floor, rules, hands] = await Promise.all([floorNow(actor.id), shopRules(), benchHands()]);
  return (
    <div className="pb-[62px]">
      <LineHere floor={floor} who={`${actor.name}, ${actor.role}`} />
      <InShop shop={shopView(rules)} me={actor.id} hands={hands}>
        <main className="px-5 pt-4 pb-5">{children}</main>
      </InShop>
      <Connection />
      <RunningStrip floor={floor} />
    </div>
  );
}
