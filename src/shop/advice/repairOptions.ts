import { repairById } from '@/catalog';
import { wayEnds, WEIGHED_FROM } from '@/catalog/worth/repairOptions';
import { appliesTo } from '@/core/belief/model';
import { keptOf } from '@/core/ledger/entry';
import { type WayCost, compareWays } from '@/core/parts/repairOptions';
import { database } from '@/db/client';
import { fitRecord, OPEN_WANTS } from '../parts/quotes';
import { type Unit, type Rules } from './unit';
import { type wantsOf } from './wanted';

export interface EndView {
  id: string;
  name: string;
  ways: WayCost[];
}

/** Ends a unit is likely to need that are reached in more than one way, each at the shop's rates. */
export async function waysFor(
  unit: Pick<Unit, 'chassis' | 'evaluation' | 'priceMinor'>,
  rules: Rules,
  wanted: Awaited<ReturnType<typeof wantsOf>>,
): Promise<EndView[]> {
  const chances = unit.evaluation?.chances ?? {};
  const chance = await fitRecord(database());
  const price = Math.round(unit.priceMinor * keptOf(rules.feeBasisPoints));
  return wayEnds
    .filter(({ causes }) => causes.some((cause) => (chances[cause] ?? 0) >= WEIGHED_FROM))
    .map(({ id, name, ways }) => ({
      id,
      name,
      ways: compareWays(
        ways.flatMap((way) => {
          const repair = repairById(way.repair);
          if (!repair || !appliesTo(repair, unit.chassis)) return [];
          const offers = wanted
            .filter(
              (want) =>
                want.class === way.part?.class &&
                want.condition === way.part.condition &&
                want.priceMinor !== null &&
                OPEN_WANTS.some((state) => state === want.state),
            )
            .map(({ priceMinor }) => priceMinor!);
          const used = way.part?.condition === 'used';
          return [
            {
              id: `${way.repair}-${way.part?.condition ?? 'none'}`,
              name: way.name,
              minutes: repair.minutes,
              partMinor: way.part ? Math.min(...(offers.length ? offers : [way.part.usualMinor])) : 0,
              poorChance: way.poorChance,
              poorShare: way.poorShare,
              wrongChance: used ? 1 - chance(way.part!.class, 'used') : 0,
              wrongMinutes: way.wrongMinutes,
            },
          ];
        }),
        price,
        rules.ratePerHourMinor,
      ),
    }))
    .filter(({ ways }) => ways.length > 1);
}
