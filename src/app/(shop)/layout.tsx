import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { database } from '@/db/client';
import { benchAddress } from '@/server/bench';
import { requireActor } from '@/server/session';
import { floorFor } from '@/shop/day/next';
import { newestEntry } from '@/shop/history/anchors';
import { benchHands } from '@/shop/people/queries';
import { shopRules } from '@/shop/rules/queries';
import { Help } from '@/ui/frame/Help';
import { LineHere } from '@/ui/frame/LineHere';
import { RunningStrip } from '@/ui/frame/RunningStrip';
import { InShop } from '@/ui/kit/theShop';
import { EARLY_KEYS } from '@/ui/kit/keys/early';
import { Connection } from '@/ui/live/Connection';

const shopView = (rules: Awaited<ReturnType<typeof shopRules>>) => ({
  sign: rules.currencySign,
  decimals: rules.currencyDecimals,
  zone: rules.timeZone,
  bench: benchAddress(),
});

export const dynamic = 'force-dynamic';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const actor = await requireActor();
  // before anything else is read: what is sealed from here on the page hears of by its stream
  const since = (await newestEntry(database()))?.seq ?? 0;
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  const [floor, rules, hands] = await Promise.all([floorFor(actor.id), shopRules(), benchHands()]);
  return (
    <div className="pb-[62px]">
      {/* a browser keeps its nonce to itself, so that the page never finds it again */}
      <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: EARLY_KEYS }} />
      <a
        href="#work"
        className="sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-2 focus:z-40 focus:bg-paper focus:px-3 focus:py-2"
      >
        Skip to the work
      </a>
      <LineHere floor={floor} who={`${actor.name}, ${actor.role}`} />
      <InShop shop={shopView(rules)} me={actor.id} hands={hands}>
        <main id="work" tabIndex={-1} className="px-2.5 pt-2.5 pb-5 outline-none md:px-5 md:pt-4">
          {children}
        </main>
        <Help />
      </InShop>
      <Connection since={since} />
      <RunningStrip floor={floor} />
    </div>
  );
}
