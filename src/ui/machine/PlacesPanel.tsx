'use client';
import type { UnitHead } from '@/words/unit/view';
import { Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

export interface PlaceLine {
  id: string;
  name: string;
  holds: 'part' | 'something' | 'nothing' | null;
  /** The part in it, or how it was seen. */
  words: string;
  /** It can be told of from here. */
  tells: boolean;
}

/** What is where inside the machine: the parts on record in their places, what was seen, and what nobody knows. */
export function PlacesPanel({ unit, places }: { unit: UnitHead; places: readonly PlaceLine[] }) {
  const { send, problem, busy } = useCommand();
  const write = unit.mayWrite && !unit.held;
  const say = (place: string, state: 'there' | 'gone' | 'unseen') =>
    void send('markPlaces', { unitId: unit.id, places: [{ place, state }] }, unit.version);
  return (
    <section aria-label="What is in it" className="panel">
      <Heading>What is in it</Heading>
      <table className="mt-1 w-full border-collapse text-row">
        <caption className="sr-only">Places and what they hold</caption>
        <tbody>
          {places.map((place) => (
            <tr key={place.id} className="border-b border-rule">
              <th scope="row" className="py-1 pr-3 text-left font-normal">
                {place.name}
              </th>
              <td className={`py-1 ${place.holds === null ? 'text-soft' : ''}`}>{place.words}</td>
              <td className="py-1 text-right whitespace-nowrap">
                {write && place.tells && place.holds !== 'part' && (
                  <span className="inline-flex gap-3">
                    {place.holds !== 'something' && (
                      <Quiet disabled={busy} onClick={() => say(place.id, 'there')}>
                        there
                      </Quiet>
                    )}
                    {place.holds !== 'nothing' && (
                      <Quiet disabled={busy} onClick={() => say(place.id, 'gone')}>
                        empty
                      </Quiet>
                    )}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
