import { clockAt, type DayView } from '@/words/day';
import { share } from '@/words/plain';
import { Link } from '../kit/Link';
import { Heading } from '../kit/parts';
import { duration } from '../kit/words';

/** Whether promises hold, how far hands go, and what waits for the day. */
export function Outlook({ view, until, zone }: { view: DayView; until: number; zone: string }) {
  const time = (minute: number) => clockAt(view.zero, minute, zone);
  return (
    <aside className="bg-paper px-4 py-4">
      <Heading>Do promises hold?</Heading>
      {view.promises.length === 0 && (
        <p className="text-row text-soft">None was given. A promise is made on a machine’s page.</p>
      )}
      {view.promises.map(({ tag, called, due, chance }) => (
        <div key={tag} className="border-b border-rule py-1.5 text-row">
          <p className="flex justify-between gap-2">
            <span>
              <Link href={`/u/${tag}`} className="figures font-semibold">
                {tag}
              </Link>{' '}
              {called},{' '}
              {new Date(Date.parse(view.zero) + due * 60_000).toLocaleDateString('en-GB', {
                timeZone: zone,
                weekday: 'short',
              })}{' '}
              {time(due)}
            </span>
            <b className="figures whitespace-nowrap">{share(chance)}</b>
          </p>
          <div className="mt-1 h-2 bg-track">
            <div
              className={`h-full ${chance >= 0.8 ? 'bg-ink' : 'hatched'}`}
              style={{ width: share(chance) }}
            />
          </div>
        </div>
      ))}
      <Heading className="mt-4">Hands {until > 1440 ? 'this week' : 'till then'}</Heading>
      {view.hands.map(({ name, planned, there }) => (
        <p key={name} className="flex justify-between border-b border-rule py-1 text-row">
          {name}{' '}
          <span className="figures">
            {duration(planned)} of {duration(there)}
          </span>
        </p>
      ))}
      <p className="flex justify-between border-b border-rule py-1 text-row">
        alone, all stations <span className="figures">{duration(view.aloneMinutes)}</span>
      </p>
      {view.notAtNight.length > 0 && (
        <>
          <Heading className="mt-4">Not while nobody is there</Heading>
          <p className="text-row">{view.notAtNight.join(', ')}</p>
        </>
      )}
      {view.gap !== null && (
        <p className="mt-3 text-note text-soft">
          No plan can bring machines to their end more than {share(view.gap)} sooner. What has begun or was
          pinned stays; the rest is moved for a reason only.
        </p>
      )}
    </aside>
  );
}
