import { redirect } from 'next/navigation';
import { requireActor } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { dayOf } from '@/words/time';
import { LotForm } from '@/ui/lots/LotForm';
import { Sheet } from '@/ui/kit/parts';

export const metadata = { title: 'Receive a lot' };

export default async function NewLotPage() {
  const [{ role }, rules] = await Promise.all([requireActor(), shopRules()]);
  if (role === 'viewer') redirect('/lots');
  return (
    <Sheet>
      <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">Receive a lot</h1>
      <LotForm today={dayOf(new Date(), rules.timeZone)} />
    </Sheet>
  );
}
