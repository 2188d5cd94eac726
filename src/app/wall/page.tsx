import { requireActor } from '@/server/session';
import { wallNow } from '@/shop/floor/wall';
import { Wall } from '@/ui/wall/Wall';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Wall' };

export default async function WallPage() {
  await requireActor();
  return <Wall first={await wallNow()} />;
}
