import { measuredFor } from '@/shop/readings/queries';
import { PART_CLASSES } from '@/core/catalogue';
import { database } from '@/db/client';
import { machineNow } from '@/shop/parts/machine';
import { planOf } from '@/shop/advice/plan';
import { waysFor } from '@/shop/advice/repairOptions';
import { wantsOf } from '@/shop/advice/wanted';
import { binFor } from '@/shop/advice/fit';
import { fitView, insideViews, unitWants } from '@/shop/advice/views';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { partsIn } from '@/shop/units/queries';
import { factsForUses, usesNow } from '@/words/unit/uses';
import { BinFor } from '@/ui/parts/bin/BinFor';
import { FitScanned } from '@/ui/parts/bin/FitScanned';
import { PartsInside } from '@/ui/parts/PartsInside';
import { PartsTabs } from '@/ui/parts/PartsTabs';
import { UpgradeList } from '@/ui/parts/UpgradeList';
import { Wants } from '@/ui/parts/wants/Wants';
import { WaysTable } from '@/ui/parts/WaysTable';
import { facets } from '@/words/parts/view';
import { upgradeViews } from '@/words/parts/upgrades';
import { dayOf } from '@/words/time';
import { loadUnit, unitHead } from '../loadUnit';

type Props = { params: Promise<{ tag: string }>; searchParams: Promise<{ class?: string; fit?: string }> };

/** Most parts of the bin shown beside a unit at once. */
const SHOWN = 40;

export default async function PartsPage({ params, searchParams }: Props) {
  const { tag } = await params;
  const { class: asked, fit: scanned } = await searchParams;
  const partClass = PART_CLASSES.find((name) => name === asked);
  const { unit, spec, record } = await loadUnit(tag);
  const [head, rules, house] = await Promise.all([unitHead(tag), shopRules(), shopHouse()]);
  const today = dayOf(new Date(), rules.timeZone);
  const machine = await machineNow(database(), unit, record);
  const [all, wanted, wants, inside] = await Promise.all([
    binFor(unit, machine),
    wantsOf(unit.id),
    unitWants(unit, machine, today),
    partsIn(unit.id),
  ]);
  const plan = await planOf(unit.id);
  const measured = await measuredFor(unit);
  const ways = await waysFor(unit, rules, wanted);
  const possible = all.filter(({ fit }) => fit.answer !== 'no');
  const counts: Record<string, number> = {};
  for (const { part } of possible) counts[part.class] = (counts[part.class] ?? 0) + 1;
  const code = scanned && /^P-\d{1,6}$/i.test(scanned) ? scanned.toUpperCase() : null;
  const label = all.find(({ part }) => part.code === code);
  const shown = all.filter(({ part, fit }) => (partClass ? part.class === partClass : fit.answer !== 'no'));
  return (
    <div>
      <PartsTabs tag={unit.tag} at="" />
      {code && <FitScanned key={code} unit={head} code={code} part={label ? fitView(label) : null} />}
      <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_360px] lg:items-start">
        <div className="flex min-w-0 flex-col gap-gutter">
          {plan && (
            <UpgradeList
              unit={head}
              view={upgradeViews(
                plan,
                usesNow(house.tables, unit.chassis, spec, today, measured),
                { facts: { ...factsForUses(unit.chassis, spec), ...measured }, tables: house.tables },
                rules.ratePerHourMinor / 60,
              )}
            />
          )}
          {ways.length > 0 && <WaysTable ends={ways} />}
          <BinFor
            unit={head}
            parts={shown.slice(0, SHOWN).map(fitView)}
            more={Math.max(0, shown.length - SHOWN)}
            facets={facets(counts)}
            chosen={partClass ?? null}
          />
        </div>
        <div className="flex flex-col gap-gutter">
          <PartsInside unit={head} parts={insideViews(inside, house.tables, unit.chassis, spec)} />
          <Wants unit={head} wants={wants} />
        </div>
      </div>
    </div>
  );
}
