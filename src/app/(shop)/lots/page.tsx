import { Link } from '@/ui/kit/Link';
import { requireActor } from '@/server/session';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { listLots } from '@/shop/lots/queries';
import { ReceiveLink } from '@/ui/lots/ReceiveLink';
import { SOURCE_WORDS } from '@/words/lists/sources';
import { Empty, Sheet } from '@/ui/kit/parts';
import { Money } from '@/ui/kit/theShop';

export const metadata = { title: 'Lots' };

export default async function LotsPage() {
  const { role } = await requireActor();
  const [lots, rules] = await Promise.all([listLots(), shopRules()]);
  const paid = seesMargins(role, rules);
  return (
    <Sheet>
      <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
        <h1 className="text-page leading-8">Lots</h1>
        <p className="flex flex-wrap items-end gap-5">
          {paid && (
            <Link href="/lots/bid" className="border-b border-current text-row">
              What to bid for a lot
            </Link>
          )}
          {role !== 'viewer' && <ReceiveLink />}
        </p>
      </div>
      {lots.length === 0 ? (
        <Empty>No lots yet. Receive the first: what it is, what was paid, where it came from.</Empty>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1.5 font-normal">Lot</th>
                <th className="font-normal">Name</th>
                <th className="font-normal">From</th>
                <th className="font-normal">Received</th>
                {paid && <th className="text-right font-normal">Paid</th>}
                <th className="text-right font-normal">Units</th>
                <th className="text-right font-normal">Open</th>
                <th className="text-right font-normal">Still to win</th>
              </tr>
            </thead>
            <tbody>
              {lots.map((lot) => (
                <tr key={lot.id} className="relative h-11 border-b border-rule hover:bg-track/60">
                  <td>
                    <Link
                      href={`/lots/${lot.code}`}
                      className="figures font-semibold after:absolute after:inset-0"
                    >
                      {lot.code}
                    </Link>
                  </td>
                  <td>{lot.name}</td>
                  <td className="text-soft">{SOURCE_WORDS[lot.source]}</td>
                  <td className="figures text-note">{lot.receivedOn}</td>
                  {paid && (
                    <td className="figures text-right">
                      <Money minor={lot.paidMinor} />
                    </td>
                  )}
                  <td className="figures text-right">{lot.units}</td>
                  <td className="figures text-right">{lot.open}</td>
                  <td className="figures text-right text-worth">
                    <Money minor={lot.stillMinor} plus />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Sheet>
  );
}
