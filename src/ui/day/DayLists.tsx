import { clockAt, type DayAct, type DayView } from '@/words/day';
import { Link } from '../kit/Link';
import { Heading } from '../kit/parts';
import { duration } from '../kit/words';
import type { HeldWork } from './PlaceWork';

const SHOWN = 9;

/** The same as lists: what each pair of hands does, in order. A time is pressed to put its work elsewhere. */
export function DayLists({
  view,
  zone,
  held,
  onHold,
}: {
  view: DayView;
  zone: string;
  held: HeldWork | null;
  onHold?: (act: DayAct, person: string) => void;
}) {
  const time = (minute: number) => clockAt(view.zero, minute, zone);
  return (
    <div className="mt-3 grid gap-x-8 gap-y-4 bg-paper px-4 py-3 sm:grid-cols-2">
      {view.lists.map(({ person, name, acts }) => (
        <section key={person} aria-label={`What ${name} does`}>
          <p className="flex items-baseline justify-between gap-3">
            <Heading>{name}</Heading>
            <a
              href={`/api/day/list?person=${encodeURIComponent(person)}`}
              target="_blank"
              rel="noreferrer"
              aria-label={`Print what ${name} does`}
              className="border-b border-current text-note"
            >
              print
            </a>
          </p>
          <ol className="text-row">
            {acts
              .filter((act, i) => i < SHOWN || act.pinned)
              .map((act) => {
                const mine = held?.tag === act.tag && held.operation === act.operation;
                const free = onHold && !act.begun && !act.ends;
                return (
                  <li
                    key={`${act.from} ${act.tag} ${act.words}`}
                    className={`flex gap-3 border-b border-rule py-1 ${mine ? 'bg-track' : ''}`}
                  >
                    {free ? (
                      <button
                        type="button"
                        onClick={() => onHold(act, person)}
                        aria-label={`${time(act.from)}: put ${act.tag} ${act.words} elsewhere`}
                        className="figures w-[52px] shrink-0 text-left text-note underline decoration-dotted underline-offset-4"
                      >
                        {time(act.from)}
                      </button>
                    ) : (
                      <span className="figures w-[52px] shrink-0 text-note">
                        {act.begun ? 'now' : time(act.from)}
                      </span>
                    )}
                    <span className="min-w-0 flex-1">
                      <Link href={`/u/${act.tag}`} className="figures font-semibold">
                        {act.tag}
                      </Link>{' '}
                      {act.ends ? `end: ${act.words}` : act.words}
                      {act.station && <span className="text-soft">, {act.station}</span>}
                      {act.first && <span className="text-soft">; first {act.first}</span>}
                      {act.pinned && <span className="text-soft">, pinned</span>}
                    </span>
                    <span className="figures text-note whitespace-nowrap">
                      {duration(act.to - act.from)}
                      {act.alone > 0 && <span className="text-soft"> + {duration(act.alone)}</span>}
                    </span>
                  </li>
                );
              })}
          </ol>
          {acts.length > SHOWN && (
            <p className="text-note text-soft">
              and {acts.filter((act, i) => i >= SHOWN && !act.pinned).length} more
            </p>
          )}
          {acts.length === 0 && <p className="text-row text-soft">nothing</p>}
        </section>
      ))}
    </div>
  );
}
