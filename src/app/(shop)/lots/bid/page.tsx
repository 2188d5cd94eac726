import { requireActor } from '@/server/session';
import { bidOn, termsFrom } from '@/shop/lots/bid';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { Bid } from '@/ui/bid/Bid';
import { Empty, Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'What to bid' };

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
  const { terms, counts } = termsFrom(given, rules.currencyDecimals);
  const view = await bidOn(counts, terms);
  return (
    <Bid
      key={view?.bid}
      asked={{ ...given, source: terms.source, risk: String(Math.round(terms.chance * 100)) }}
      view={view}
    />
  );
}
