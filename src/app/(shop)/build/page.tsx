import { redirect } from 'next/navigation';
import { requireActor } from '@/server/session';
import { listLots } from '@/shop/lots/queries';
import { BuildForm } from '@/ui/parts/donors/BuildForm';
import { WhoGetsWhat } from '@/ui/parts/donors/WhoGetsWhat';

export const metadata = { title: 'Build a machine' };

export default async function BuildPage() {
  const actor = await requireActor();
  if (actor.role === 'viewer') redirect('/bin');
  // what the shop builds is the shop's: never into what somebody else owns
  const lots = (await listLots()).filter(({ source }) => source !== 'owner');
  return (
    <div className="grid gap-gutter">
      <WhoGetsWhat />
      <BuildForm lots={lots.map(({ id, code, name }) => ({ id, words: `${code}, ${name}` }))} />
    </div>
  );
}
