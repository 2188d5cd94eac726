import { waysBack } from '@/core/record/back';
import { shopRules } from '@/shop/rules/queries';
import { historyOf, recordOf } from '@/shop/units/queries';
import { LINE, STAGE_NAMES } from '@/shop/line';
import { Claims } from '@/ui/unit/Claims';
import { StageMover } from '@/ui/unit/StageMover';
import { TakeBack } from '@/ui/unit/TakeBack';
import { claimLines } from '@/formats/claims/reader';
import { claimViews } from '@/words/record/claims';
import { Empty, Heading, LongList, Sheet } from '@/ui/kit/parts';
import { dayAndTime } from '@/words/time';
import { eventTitle, eventWords } from '@/words/record/events';
import { backView } from '@/words/record/back';
import { loadUnit, unitHead, unitNames } from '../loadUnit';

export default async function RecordPage({ params }: { params: Promise<{ tag: string }> }) {
  const { tag } = await params;
  const { unit, lot } = await loadUnit(tag);
  const [head, history, record, names, { timeZone }] = await Promise.all([
    unitHead(tag),
    historyOf(unit.id),
    recordOf(unit.id),
    unitNames(tag),
    shopRules(),
  ]);
  const ways = waysBack(history);
  const back = (event: (typeof history)[number]) => {
    const way = ways.get(event.seq);
    return head.mayWrite && way ? backView(event, way, names) : null;
  };
  return (
    <div className="flex flex-col gap-gutter">
      <Sheet aria-label="Move">
        <Heading>Move it along the line, or back</Heading>
        <div className="pt-1.5">
          <StageMover
            unit={head}
            stages={[...LINE.filter((stage) => stage !== 'shelf'), 'quarantine' as const].map((id) => ({
              id,
              name: STAGE_NAMES[id],
            }))}
          />
        </div>
      </Sheet>
      <Claims unit={head} {...claimViews(claimLines(unit.claim), record, unit.evaluation?.chances ?? {})} />
      <Sheet aria-label="History">
        <h2 className="text-title">History</h2>
        <p className="text-row text-soft">
          Nothing here is ever changed or removed; what is taken back stays, with a new line. Came with lot{' '}
          {lot.code}, {lot.receivedOn}.
        </p>
        {history.length === 0 ? (
          <Empty>Nothing yet.</Empty>
        ) : (
          <LongList label="Everything on record">
            <table className="mt-2 w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="w-14 py-1 font-normal">No.</th>
                  <th className="w-28 font-normal">When</th>
                  <th className="w-36 font-normal">What</th>
                  <th className="font-normal">&nbsp;</th>
                  <th className="font-normal">Who</th>
                </tr>
              </thead>
              <tbody>
                {history.map((event) => (
                  <tr key={event.seq} className="border-b border-rule align-top">
                    <td className="figures py-1 text-note text-soft">{event.seq}</td>
                    <td className="figures py-1 text-note">{dayAndTime(event.at, timeZone)}</td>
                    <td className="py-1 font-semibold">{eventTitle(event.kind)}</td>
                    <td className="py-1 pr-3">
                      {eventWords(event.kind, event.payload as Record<string, unknown>, names)}
                      <TakeBack unit={head} back={back(event)} />
                    </td>
                    <td className="py-1 text-soft md:whitespace-nowrap">{event.actorName}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </LongList>
        )}
      </Sheet>
    </div>
  );
}
