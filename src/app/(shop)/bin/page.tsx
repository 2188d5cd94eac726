import { PART_CLASSES } from '@/core/catalogue';
import { requireActor } from '@/server/session';
import { factsOfPart } from '@/core/parts/facts';
import { BIN_PAGE, binPage, lastMovements } from '@/shop/parts/queries';
import { shopRules } from '@/shop/rules/queries';
import { BinSearch } from '@/ui/parts/bin/BinSearch';
import { PartForm } from '@/ui/parts/bin/PartForm';
import { Missing } from '@/ui/parts/bin/Missing';
import { PartVerdict } from '@/ui/parts/bin/PartVerdict';
import { Link } from '@/ui/kit/Link';
import { SheetForm } from '@/ui/kit/SheetForm';
import { Empty, Heading, LongList, Sheet } from '@/ui/kit/parts';
import { Money } from '@/ui/kit/theShop';
import { facets, factsWords } from '@/words/parts/view';
import { placeWords } from '@/words/parts/places';
import { dayAndTime } from '@/words/time';

export const metadata = { title: 'Bin' };

type Props = { searchParams: Promise<{ class?: string; q?: string; page?: string }> };

export default async function BinPage({ searchParams }: Props) {
  const actor = await requireActor();
  const { class: asked, q = '', page: at } = await searchParams;
  const partClass = PART_CLASSES.find((name) => name === asked);
  const page = Math.max(1, Math.min(10_000, Number(at) || 1));
  const [{ rows, counts }, moves, { timeZone }] = await Promise.all([
    binPage({ class: partClass, text: q, page }),
    lastMovements(),
    shopRules(),
  ]);
  const all = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const here = partClass ? (counts[partClass] ?? 0) : all;
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_330px] lg:items-start">
      <Sheet>
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2.5">
          <h1 className="text-page leading-8">Bin of parts</h1>
          <span className="flex gap-5 text-row">
            <Link href="/wanted" className="border-b border-current">
              Parts wanted
            </Link>
            <Link href="/build" className="border-b border-current">
              Build a machine
            </Link>
            <Link href="/bin/count" className="border-b border-current">
              Count it
            </Link>
            {rows.length > 0 && <SheetForm href="/api/parts/labels">Print labels</SheetForm>}
          </span>
        </div>
        <BinSearch text={q} chosen={partClass ?? null} facets={facets(counts)} all={all} />
        {rows.length === 0 ? (
          <Empty>
            {q || partClass
              ? 'No part in the bin matches.'
              : 'The bin is empty. Parts are bought in, or come out of machines.'}
          </Empty>
        ) : (
          <LongList label="Parts in the bin">
            <table className="w-full border-collapse text-row">
              <thead>
                <tr className="headrow">
                  <th className="py-1 font-normal">Code</th>
                  <th className="font-normal">What it is</th>
                  <th className="font-normal">For swap-tests</th>
                  <th className="text-right font-normal whitespace-nowrap">Stands at</th>
                </tr>
              </thead>
              <tbody>
                {rows.map((part) => (
                  <tr key={part.id} className="border-b border-rule align-top">
                    <td className="py-1.5 pr-3 whitespace-nowrap">
                      <Link
                        href={`/bin/${part.code}`}
                        className="figures border-b border-current font-semibold"
                      >
                        {part.code}
                      </Link>
                      <span className="block text-note text-soft">{part.class}</span>
                    </td>
                    <td className="py-1.5">
                      {part.name}
                      {part.missingSince && (
                        <Missing
                          id={part.id}
                          code={part.code}
                          owner={actor.role === 'owner'}
                          mayWrite={actor.role !== 'viewer'}
                        />
                      )}
                      {part.benchOnly && <b className="ml-2 text-note">bench only</b>}
                      <span className="block text-note text-soft">
                        {[
                          factsWords(part.class, factsOfPart(part)),
                          part.serial,
                          part.keptForTag && `kept for ${part.keptForTag}`,
                          part.data,
                        ]
                          .filter(Boolean)
                          .join('; ')}
                      </span>
                    </td>
                    <td className="py-1.5 text-note">
                      <PartVerdict
                        id={part.id}
                        knownGood={part.knownGood}
                        lentTo={part.lentTo}
                        mayWrite={actor.role !== 'viewer'}
                      />
                    </td>
                    <td className="figures py-1.5 text-right">
                      <Money minor={part.costMinor} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </LongList>
        )}
        {here > BIN_PAGE && (
          <p className="flex gap-5 pt-3 text-row">
            <span className="text-soft">
              {(page - 1) * BIN_PAGE + 1} to {Math.min(here, page * BIN_PAGE)} of {here}
            </span>
            {page > 1 && (
              <Link
                href={`/bin?${new URLSearchParams({ q, ...(partClass && { class: partClass }), page: String(page - 1) })}`}
                className="border-b border-current"
              >
                before
              </Link>
            )}
            {page * BIN_PAGE < here && (
              <Link
                href={`/bin?${new URLSearchParams({ q, ...(partClass && { class: partClass }), page: String(page + 1) })}`}
                className="border-b border-current"
              >
                next
              </Link>
            )}
          </p>
        )}
      </Sheet>
      <div className="flex flex-col gap-gutter">
        {actor.role !== 'viewer' && (
          <Sheet>
            <Heading>Add a part</Heading>
            <PartForm />
          </Sheet>
        )}
        <Sheet>
          <Heading>Recent movements</Heading>
          <LongList label="Movements">
            <ul aria-label="Recent movements of parts" className="text-note">
              {moves.map((move, i) => (
                <li key={i} className="border-b border-rule py-1">
                  <span className="figures text-fine text-soft">{dayAndTime(move.at, timeZone)}</span>{' '}
                  <Link href={`/bin/${move.code}`} className="figures text-fine">
                    {move.code}
                  </Link>{' '}
                  {move.name}: {placeWords(move.from, move.fromTag)} →{' '}
                  <b>{placeWords(move.to, move.toTag)}</b> <span className="text-soft">{move.byName}</span>
                </li>
              ))}
            </ul>
          </LongList>
        </Sheet>
      </div>
    </div>
  );
}
