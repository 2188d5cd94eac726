import { CHASSIS, LOT_SOURCES, type LotSource } from '@/core/catalogue';
import { requireActor } from '@/server/session';
import { bidOn } from '@/shop/lots/bid';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { Bid } from '@/ui/bid/Bid';
import { Empty, Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'What to bid' };

const MOST_MACHINES = 400;

export default async function BidPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor();
  const rules = await shopRules();
  if (!seesMargins(actor.role, rules))
    return (
      <Sheet>
        <Empty>The owner shows margins to other roles.</Empty>
      </Sheet>
    );
  const given = Object.fromEntries(
    Object.entries(await searchParams).filter((one): one is [string, string] => typeof one[1] === 'string'),
  );
  const number = (name: string, most: number) => {
    const value = Number((given[name] ?? '').replace(',', '.'));
    return Number.isFinite(value) ? Math.min(most, Math.max(0, value)) : 0;
  };
  const minor = (name: string) => Math.round(number(name, 1e9) * 10 ** rules.currencyDecimals);
  const source =
    (LOT_SOURCES as readonly string[]).includes(given.source ?? '') && given.source !== 'owner'
      ? (given.source as LotSource)
      : 'clearout';
  const risk = given.risk === undefined ? 20 : number('risk', 95);
  const counts = Object.fromEntries(
    CHASSIS.map((chassis) => [chassis, Math.floor(number(chassis, MOST_MACHINES))]),
  );
  const view = await bidOn({
    source,
    counts,
    premium: number('premium', 100) / 100,
    tax: number('tax', 100) / 100,
    freightMinor: minor('freight'),
    bid: given.bid === undefined ? null : minor('bid'),
    chance: risk / 100,
  });
  return (
    <Bid
      key={view?.bid}
      asked={{ ...given, source, risk: String(risk), chance: String(risk / 100) }}
      view={view}
    />
  );
}
