import { requireActor } from '@/server/session';
import { binParts, lastMovements } from '@/shop/parts/queries';
import { shopRules } from '@/shop/rules/queries';
import { PartVerdict } from '@/ui/parts/PartVerdict';
import { PartForm } from '@/ui/parts/PartForm';
import { SheetForm } from '@/ui/kit/SheetForm';
import { Empty, Heading, Sheet } from '@/ui/kit/parts';
import { dayAndTime } from '@/words/time';
import { Money } from '@/ui/kit/theShop';

export const metadata = { title: 'Bin' };

const place = (text: string, tag: string | null) =>
  tag ?? (text.startsWith('unit:') ? 'a unit' : text === 'arrived' ? 'outside' : text);

export default async function BinPage() {
  const actor = await requireActor();
  const [parts, moves, { timeZone }] = await Promise.all([binParts(), lastMovements(), shopRules()]);
  return (
    <div className="grid gap-[18px] lg:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] lg:items-start">
      <Sheet>
        <div className="flex items-end justify-between border-b-2 border-ink pb-2.5">
          <h1 className="text-[26px] leading-8">Bin of parts</h1>
          {parts.length > 0 && <SheetForm href="/api/parts/labels">Print labels</SheetForm>}
        </div>
        {actor.role !== 'viewer' && (
          <div className="py-3">
            <PartForm />
          </div>
        )}
        {parts.length === 0 ? (
          <Empty>The bin is empty. Parts come from outside, or out of units.</Empty>
        ) : (
          <table className="w-full border-collapse text-[14.5px]">
            <thead>
              <tr className="border-b border-rule text-left text-[13px] text-soft">
                <th className="py-1 font-normal">Code</th>
                <th className="font-normal">Class</th>
                <th className="font-normal">What it is</th>
                <th className="font-normal">Serial</th>
                <th className="font-normal">For swap-tests</th>
                <th className="text-right font-normal">Cost</th>
              </tr>
            </thead>
            <tbody>
              {parts.map((part) => (
                <tr key={part.id} className="h-9 border-b border-rule">
                  <td className="figures font-semibold">{part.code}</td>
                  <td className="text-soft">{part.class}</td>
                  <td>{part.name}</td>
                  <td className="figures text-[13px]">{part.serial}</td>
                  <td className="text-[13.5px]">
                    <PartVerdict
                      id={part.id}
                      knownGood={part.knownGood}
                      lentTo={part.lentTo}
                      mayWrite={actor.role !== 'viewer'}
                    />
                  </td>
                  <td className="figures text-right">
                    <Money minor={part.costMinor} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Sheet>
      <Sheet>
        <Heading>Last movements</Heading>
        <table className="w-full border-collapse text-[13.5px]">
          <caption className="sr-only">Last movements of parts</caption>
          <tbody>
            {moves.map((move, i) => (
              <tr key={i} className="border-b border-rule">
                <td className="figures py-1 text-[12.5px] text-soft">{dayAndTime(move.at, timeZone)}</td>
                <td className="figures text-[12.5px]">{move.code}</td>
                <td className="max-w-[160px] truncate">{move.name}</td>
                <td className="whitespace-nowrap">
                  {place(move.from, move.fromTag)} → <b>{place(move.to, move.toTag)}</b>
                </td>
                <td className="text-soft">{move.byName}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sheet>
    </div>
  );
}
