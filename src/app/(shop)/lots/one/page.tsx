import { redirect } from 'next/navigation';
import { requireActor } from '@/server/session';
import { shopRules } from '@/shop/rules/queries';
import { OneForm } from '@/ui/lots/OneForm';
import { Sheet } from '@/ui/kit/parts';
import { dayOf } from '@/words/time';

export const metadata = { title: 'One machine' };

export default async function OnePage() {
  const [{ role }, rules] = await Promise.all([requireActor(), shopRules()]);
  if (role === 'viewer') redirect('/lots');
  return (
    <Sheet>
      <h1 className="border-b-2 border-ink pb-2.5 text-page leading-8">One machine, offered or bought</h1>
      <OneForm today={dayOf(new Date(), rules.timeZone)} />
    </Sheet>
  );
}
