import { redirect } from 'next/navigation';
import { requireActor } from '@/server/session';
import { lotBooks } from '@/shop/ledger/lot';
import { BuildForm } from '@/ui/parts/donors/BuildForm';
import { WhoGetsWhat } from '@/ui/parts/donors/WhoGetsWhat';

export const metadata = { title: 'Build a machine' };

export default async function BuildPage() {
  const actor = await requireActor();
  if (actor.role === 'viewer') redirect('/bin');
  const lots = await lotBooks();
  return (
    <div className="grid gap-gutter">
      <WhoGetsWhat />
      <BuildForm lots={lots.map(({ id, code, name }) => ({ id, words: `${code}, ${name}` }))} />
    </div>
  );
}
