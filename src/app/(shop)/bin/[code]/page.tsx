import { notFound } from 'next/navigation';
import { database } from '@/db/client';
import { requireActor } from '@/server/session';
import { eraseRunsOf } from '@/shop/erasure/lane';
import { looseSheet } from '@/shop/erasure/queries';
import { factsOfPart } from '@/core/parts/facts';
import { partByCode } from '@/shop/parts/queries';
import { servedBy } from '@/shop/advice/fit';
import { keptByOwner } from '@/shop/record/stays';
import { shopRules } from '@/shop/rules/queries';
import { LooseDrive } from '@/ui/instruments/drives/LooseDrive';
import { FitMark } from '@/ui/parts/FitMark';
import { PartSheet } from '@/ui/parts/bin/PartSheet';
import { Link } from '@/ui/kit/Link';
import { Empty, Heading, Sheet } from '@/ui/kit/parts';
import { Money } from '@/ui/kit/theShop';
import { partView, whyWords } from '@/words/parts/view';
import { underWay } from '@/words/drives/view';
import { placeWords } from '@/words/parts/places';
import { dayAndTime, dayOf } from '@/words/time';
import { driveOnPage } from '../../driveOnPage';

/** A drive outside a machine; inside one only while an erasure that was begun on a dock is not over. */
async function looseDrive(part: Parameters<typeof looseSheet>[0], timeZone: string) {
  const [sheet, [run], keeps] = await Promise.all([
    looseSheet(part),
    eraseRunsOf({ loose: part.id }),
    keptByOwner(database(), part),
  ]);
  const drive = driveOnPage(sheet, run, timeZone, () => sheet.inside);
  return part.place === 'unit' && !underWay(drive) ? null : { keeps: keeps !== null, drive };
}

type Props = { params: Promise<{ code: string }> };

export async function generateMetadata({ params }: Props) {
  return { title: (await params).code.toUpperCase() };
}

export default async function PartPage({ params }: Props) {
  const actor = await requireActor();
  const found = await partByCode((await params).code);
  if (!found) notFound();
  const { part, tag, lot, sale, moves } = found;
  const { timeZone } = await shopRules();
  const loose = part.class === 'drive' ? await looseDrive(part, timeZone) : null;
  const mayWrite = actor.role !== 'viewer';
  // its page is looked at every few seconds meanwhile: what it could go into is asked again when it is over
  const erasing = loose !== null && underWay(loose.drive) !== null;
  const serves = part.place === 'bin' && !erasing ? await servedBy(part) : [];
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_420px] lg:items-start">
      <div className="flex flex-col gap-gutter">
        <PartSheet
          part={partView(part, factsOfPart(part))}
          facts={factsOfPart(part)}
          place={placeWords(part.unitId ? `unit:${part.unitId}` : part.place, tag)}
          inBin={part.place === 'bin'}
          gone={part.place === 'sold' || part.place === 'returned' || part.place === 'never'}
          untouched={part.place === 'bin' && part.lastMove === 0 && !part.reservedFor}
          sold={sale !== null}
          today={dayOf(new Date(), timeZone)}
          owner={actor.role === 'owner'}
          mayWrite={mayWrite}
          more={[part.condition, part.supplier, lot && `came with lot ${lot}`].filter(Boolean).join(', ')}
        />
        {loose && (
          <LooseDrive at={{ unitId: null, mayWrite, held: false, keeps: loose.keeps }} drive={loose.drive} />
        )}
        <Sheet>
          <Heading>Where it has been</Heading>
          <table className="w-full border-collapse text-note">
            <caption className="sr-only">Movements of this part</caption>
            <tbody>
              {moves.map((move) => (
                <tr key={move.n} className="border-b border-rule">
                  <td className="figures py-1 text-fine text-soft">{dayAndTime(move.at, timeZone)}</td>
                  <td>
                    {placeWords(move.from, move.fromTag)} → <b>{placeWords(move.to, move.toTag)}</b>
                  </td>
                  <td className="text-soft">{move.reason}</td>
                  <td className="figures text-right">
                    {move.valueMinor !== null && <Money minor={move.valueMinor} />}
                  </td>
                  <td className="pl-3 text-soft">{move.byName}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Sheet>
      </div>
      <Sheet>
        <Heading>Machines it fits</Heading>
        {serves.length === 0 ? (
          <Empty>
            {part.place !== 'bin'
              ? 'It is not in the bin.'
              : erasing
                ? 'It can be matched again once its erasure is done.'
                : 'No open machine can use it.'}
          </Empty>
        ) : (
          <ul className="text-row">
            {serves.map(({ unit, fit }) => (
              <li key={unit.id} className="border-b border-rule py-1.5">
                <span className="flex items-baseline justify-between gap-3">
                  <span>
                    <Link
                      href={`/u/${unit.tag}/parts?class=${encodeURIComponent(part.class)}`}
                      className="figures border-b border-current font-semibold"
                    >
                      {unit.tag}
                    </Link>{' '}
                    {`${unit.maker} ${unit.model}`.trim()}
                  </span>
                  <FitMark answer={fit.answer} />
                </span>
                {fit.reasons.length > 0 && (
                  <span className="block text-note text-soft">{whyWords(fit.reasons)}</span>
                )}
              </li>
            ))}
          </ul>
        )}
      </Sheet>
    </div>
  );
}
