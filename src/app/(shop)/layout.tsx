import type { ReactNode } from 'react';
import { requireActor } from '@/server/session';
import { lineOf, runningAlone } from '@/shop/floor/queries';
import { shopRules } from '@/shop/rules/queries';
import { STAGE_NAMES } from '@/shop/units/stages';
import { RunningStrip } from '@/ui/bench/RunningStrip';
import { LineHere } from '@/ui/bench/LineHere';
import { CurrencySign } from '@/ui/kit/currency';
import { LiveRefresh } from '@/ui/live/LiveRefresh';

export const dynamic = 'force-dynamic';

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const actor = await requireActor();
  const [{ line, quarantine }, running, rules] = await Promise.all([lineOf(), runningAlone(), shopRules()]);
  const now = new Date().getTime();
  const entries = line.map((entry) => ({
    stage: entry.stage,
    name: STAGE_NAMES[entry.stage],
    count: entry.count,
    oldestMinutes: entry.oldest === null ? null : (now - new Date(entry.oldest).getTime()) / 60_000,
  }));
  return (
    <div className="pb-[62px]">
      <LineHere entries={entries} quarantine={quarantine} who={`${actor.name}, ${actor.role}`} />
      <CurrencySign sign={rules.currencySign}>
        <main className="px-5 pt-4 pb-5">{children}</main>
      </CurrencySign>
      <LiveRefresh />
      <RunningStrip blocks={running} now={now} />
    </div>
  );
}
