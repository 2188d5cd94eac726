import { health, NO_DATABASE } from '@/shop/jobs/health';

export const dynamic = 'force-dynamic';

/** For a monitor: is the shop well? 200 when it is, 503 when it is not; no names, no figures of the shop's. */
export async function GET(): Promise<Response> {
  const found = await health();
  return Response.json(found.database ? found : { ...found, trouble: NO_DATABASE }, {
    status: found.well ? 200 : 503,
    headers: { 'cache-control': 'no-store' },
  });
}
