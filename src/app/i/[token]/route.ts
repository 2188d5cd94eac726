import { calendarFeed } from '@/formats/calendar/feed';
import { hostOf } from '@/server/device/host';
import { calendarBehind } from '@/shop/day/calendar';

const words = (text: string, status: number) =>
  new Response(`${text}\n`, { status, headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' } }); // prettier-ignore

/** A calendar behind a secret link: somebody's own work by the plan, or a station's. It reads, and nothing else. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ token: string }> },
): Promise<Response> {
  const token = (await params).token.replace(/\.ics$/, '');
  const origin = hostOf(request);
  if (!origin) return words('This address cannot be used.', 400);
  const found = await calendarBehind(token, origin);
  if (!found) return words('This link is not good any more.', 404);
  const feed = calendarFeed(found.shows, found.entries, found.made, new URL(origin).hostname);
  return new Response(feed, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="day.ics"',
      'cache-control': 'private, max-age=60',
      'x-content-type-options': 'nosniff',
    },
  });
}
