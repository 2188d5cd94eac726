'use client';
import { clockAt, type DayView } from '@/words/day';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { useShortcuts } from '../kit/keys/keyboard';

/** A piece of work that is held, and where it would be put; minutes of the plan. */
export interface HeldWork {
  tag: string;
  operation: string;
  words: string;
  pinned: boolean;
  person: string;
  at: number;
}

/** One press of a key. */
const STEP = 15;

/** A piece of work put elsewhere: when, by whom. Choosing changes nothing; Enter puts it there, and it stays there. */
export function PlaceWork({
  held,
  view,
  zone,
  onChange,
  onDone,
}: {
  held: HeldWork;
  view: DayView;
  zone: string;
  onChange: (held: HeldWork) => void;
  onDone: () => void;
}) {
  const { send, problem, busy } = useCommand();
  const people = view.lists;
  const sooner = (by: number) =>
    onChange({ ...held, at: Math.max(0, Math.round((held.at + by) / STEP) * STEP) });
  const other = () => {
    const k = people.findIndex(({ person }) => person === held.person);
    onChange({ ...held, person: people[(k + 1) % people.length].person });
  };
  const put = async (person: string | null) => {
    const startsAt = new Date(Date.parse(view.zero) + held.at * 60_000).toISOString();
    const sent = await send(
      'placeWork',
      { unitId: view.ids[held.tag], operation: held.operation, person, startsAt: person ? startsAt : null },
      undefined,
      { words: `${held.tag}: ${held.words} ${person ? 'pinned' : 'let go'}` },
    );
    if (sent.ok) onDone();
  };
  useShortcuts((key) => {
    if (key === 'ArrowLeft') return (sooner(-STEP), true);
    if (key === 'ArrowRight') return (sooner(STEP), true);
    if (key.toLowerCase() === 't') return (other(), true);
    if (key === 'Enter') return (void put(held.person), true);
    if (key === 'Backspace' && held.pinned) return (void put(null), true);
    if (key === 'Escape') return (onDone(), true);
    return false;
  });
  return (
    <section
      aria-label="Put it elsewhere"
      className="mb-3 flex flex-wrap items-end gap-x-5 gap-y-2 border-2 border-ink bg-paper px-4 py-3"
    >
      <div className="min-w-[220px] flex-1">
        <Heading>
          <span className="figures">{held.tag}</span>: {held.words}
        </Heading>
        <p className="text-row">
          <b className="figures">{clockAt(view.zero, held.at, zone)}</b>, by{' '}
          {people.find(({ person }) => person === held.person)?.name}. It stays there, and the plan works
          around it.
        </p>
      </div>
      <label className="block text-row">
        Who
        <select
          value={held.person}
          onChange={(event) => onChange({ ...held, person: event.target.value })}
          className="block h-11 border-b-2 border-ink bg-transparent pr-4"
        >
          {people.map(({ person, name }) => (
            <option key={person} value={person}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Button shortcut="←" onClick={() => sooner(-STEP)} aria-label="15 minutes sooner">
        sooner
      </Button>
      <Button shortcut="→" onClick={() => sooner(STEP)} aria-label="15 minutes later">
        later
      </Button>
      <Button tone="strong" shortcut="⏎" disabled={busy} onClick={() => void put(held.person)}>
        Pin it there
      </Button>
      {held.pinned && <Quiet onClick={() => void put(null)}>let the plan decide</Quiet>}
      <Quiet onClick={onDone}>leave it</Quiet>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
