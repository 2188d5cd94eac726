import { redirect } from 'next/navigation';
import { requireActor } from '@/server/session';
import { lotBooks } from '@/shop/ledger/lot';
import { ShopError } from '@/errors';
import { oneOrTwo } from '@/shop/advice/oneOrTwo';
import type { TwoRoute } from '@/words/parts/offer';
import { BuildForm } from '@/ui/parts/donors/BuildForm';
import { WhoGetsWhat } from '@/ui/parts/donors/WhoGetsWhat';
import { OneOrTwo } from '@/ui/parts/donors/OneOrTwo';

export const metadata = { title: 'Build a machine' };

type Props = { searchParams: Promise<{ a?: string; b?: string }> };

export default async function BuildPage({ searchParams }: Props) {
  const actor = await requireActor();
  if (actor.role === 'viewer') redirect('/bin');
  const { a, b } = await searchParams;
  const lots = await lotBooks();
  let routes: TwoRoute[] = [];
  let fault = '';
  if (a && b)
    try {
      routes = await oneOrTwo([a, b]);
    } catch (error) {
      if (!(error instanceof ShopError)) throw error;
      fault = error.message;
    }
  return (
    <div className="grid gap-gutter">
      <WhoGetsWhat />
      <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_400px] lg:items-start">
        <BuildForm lots={lots.map(({ id, code, name }) => ({ id, words: `${code}, ${name}` }))} />
        <OneOrTwo a={a ?? ''} b={b ?? ''} routes={routes} fault={fault} />
      </div>
    </div>
  );
}
