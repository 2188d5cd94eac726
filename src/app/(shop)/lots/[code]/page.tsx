import { SheetForm } from '@/ui/kit/SheetForm';
import { notFound } from 'next/navigation';
import { requireActor } from '@/server/session';
import { unitsHere, type Asked } from '../../UnitsHere';
import { seesMargins, shopRules } from '@/shop/rules/queries';
import { lotByCode } from '@/shop/lots/queries';
import { lotOutlook } from '@/shop/lots/forecast';
import { lotPointsOf } from '@/shop/lots/points';
import { Outlook } from '@/ui/bid/Outlook';
import { OverTime } from '@/ui/bid/OverTime';
import { AddUnit } from '@/ui/lots/AddUnit';
import { LooseParts } from '@/ui/lots/LooseParts';
import { LotCorrection } from '@/ui/lots/LotCorrection';
import { ManifestImport } from '@/ui/lots/ManifestImport';
import { SOURCE_WORDS } from '@/words/lists/sources';
import { Link } from '@/ui/kit/Link';
import { Money, Sign } from '@/ui/kit/theShop';
import { Sheet } from '@/ui/kit/parts';

type Props = { params: Promise<{ code: string }>; searchParams: Asked };

export async function generateMetadata({ params }: Props) {
  return { title: `Lot ${(await params).code}` };
}

export default async function LotPage({ params, searchParams }: Props) {
  const actor = await requireActor();
  const lot = await lotByCode((await params).code);
  if (!lot) notFound();
  const { total, list } = await unitsHere({
    lotId: lot.id,
    path: `/lots/${lot.code}`,
    asked: await searchParams,
    empty: 'No units yet: take in its manifest, or add machines by hand.',
  });
  const paid = seesMargins(actor.role, await shopRules());
  const outlook = paid && lot.source !== 'owner' ? await lotOutlook(lot.id) : null;
  const points = paid ? await lotPointsOf(lot.id) : [];
  const mayWrite = actor.role !== 'viewer';
  return (
    <div className="flex flex-col gap-gutter">
      <Sheet>
        <div className="flex flex-wrap items-start justify-between gap-4">
          <div>
            <h1 className="text-page leading-8">
              <span className="figures">{lot.code}</span> {lot.name}
            </h1>
            <p className="text-row text-soft">
              {SOURCE_WORDS[lot.source]}, received {lot.receivedOn}.
              {paid && (
                <>
                  {' '}
                  Paid{' '}
                  <span className="figures text-ink">
                    <Money minor={lot.priceMinor} />
                  </span>{' '}
                  + freight{' '}
                  <span className="figures text-ink">
                    <Money minor={lot.freightMinor} />
                  </span>{' '}
                  + fees{' '}
                  <span className="figures text-ink">
                    <Money minor={lot.feesMinor} />
                  </span>{' '}
                  ={' '}
                  <b className="figures text-ink">
                    <Sign /> <Money minor={lot.priceMinor + lot.freightMinor + lot.feesMinor} />
                  </b>
                  .
                </>
              )}
            </p>
            {outlook && <Outlook {...outlook} />}
            {points.length > 1 && <OverTime points={points} />}
            {actor.role === 'owner' && (
              <LotCorrection
                lot={{
                  id: lot.id,
                  priceMinor: lot.priceMinor,
                  freightMinor: lot.freightMinor,
                  feesMinor: lot.feesMinor,
                }}
              />
            )}
            {lot.claims && (
              <p className="text-row">
                Said: <span className="basis-claimed">“{lot.claims}”</span>
              </p>
            )}
          </div>
          {total > 0 && (
            <div className="flex flex-wrap items-center gap-4">
              {mayWrite && (
                <Link href={`/day/promise?lot=${lot.code}`} className="border-b border-current text-row">
                  By when can it be done?
                </Link>
              )}
              <SheetForm href={`/api/lots/${lot.code}/labels`}>Print tags</SheetForm>
            </div>
          )}
        </div>
      </Sheet>
      {mayWrite && <ManifestImport lotId={lot.id} code={lot.code} mayWrite={mayWrite} />}
      <Sheet aria-label="Units">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h2 className="text-read">
            {total} {total === 1 ? 'unit' : 'units'}
          </h2>
          {mayWrite && <AddUnit lotId={lot.id} />}
          {mayWrite && <LooseParts lotId={lot.id} />}
        </div>
        {list}
      </Sheet>
    </div>
  );
}
