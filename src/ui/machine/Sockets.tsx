'use client';
import { useState } from 'react';
import type { PortCount } from '@/core/record/places/ports';
import type { UnitHead } from '@/words/unit/view';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

export interface SocketKind {
  id: string;
  name: string;
  /** How many such a machine has as a rule; null: as a rule none. */
  usual: number | null;
  count: PortCount | null;
}

/** How a socket was found, in the order a press goes through them. */
const STATES = ['not tried', 'works', 'does not work'] as const;
type Socket = (typeof STATES)[number];
const SHAPES: Record<Socket, string> = {
  'not tried': 'border-ink bg-sheet text-ink',
  works: 'border-ink bg-ink text-sheet',
  'does not work': 'border-ink bg-sheet text-ink border-dashed',
};
const SIGNS: Record<Socket, string> = { 'not tried': '', works: '✓', 'does not work': '✕' };

const socketsOf = ({ there, good, bad }: PortCount): Socket[] =>
  Array.from({ length: there }, (_, n) =>
    n < good ? 'works' : n < good + bad ? 'does not work' : 'not tried',
  );
const countOf = (kind: string, sockets: readonly Socket[]): PortCount => ({
  kind,
  there: sockets.length,
  good: sockets.filter((each) => each === 'works').length,
  bad: sockets.filter((each) => each === 'does not work').length,
});

/** Every socket on the outside: how many of each kind there are, and whether each works. */
export function Sockets({ unit, kinds }: { unit: UnitHead; kinds: readonly SocketKind[] }) {
  const { send, problem, busy } = useCommand();
  const [changed, setChanged] = useState<Record<string, Socket[]>>({});
  const now = (kind: SocketKind): Socket[] | null =>
    changed[kind.id] ?? (kind.count ? socketsOf(kind.count) : null);
  const set = (id: string, sockets: Socket[]) => setChanged((before) => ({ ...before, [id]: sockets }));
  const [all, setAll] = useState(false);
  const shown = kinds.filter((kind) => all || kind.usual !== null || now(kind));
  const write = unit.mayWrite && !unit.held;
  const save = async () => {
    const ports = Object.entries(changed).map(([id, sockets]) => countOf(id, sockets));
    if ((await send('tellPorts', { unitId: unit.id, ports }, unit.version)).ok) setChanged({});
  };
  return (
    <section aria-label="Ports" className="panel">
      <Heading>Ports</Heading>
      <p className="text-note text-soft">
        Count what is there, then press each one as it is tried: once if it works, twice if it does not.
        Buyers read this line; the tests about ports follow from it.
      </p>
      <table className="mt-2 w-full border-collapse text-row">
        <caption className="sr-only">Ports by kind</caption>
        <tbody>
          {shown.map((kind) => {
            const sockets = now(kind);
            return (
              <tr key={kind.id} className="border-b border-rule">
                <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                  <span className="first-letter:uppercase inline-block">{kind.name}</span>
                </th>
                <td className="py-1.5">
                  <span className="flex flex-wrap items-center gap-1.5">
                    {write && sockets && sockets.length > 0 && (
                      <Quiet
                        aria-label={`One ${kind.name} fewer`}
                        onClick={() => set(kind.id, sockets.slice(0, -1))}
                      >
                        −
                      </Quiet>
                    )}
                    {sockets?.map((socket, n) => (
                      <button
                        key={n}
                        type="button"
                        disabled={!write}
                        aria-label={`${kind.name} ${n + 1}: ${socket}`}
                        onClick={() =>
                          set(
                            kind.id,
                            sockets.map((each, i) =>
                              i === n ? STATES[(STATES.indexOf(each) + 1) % STATES.length] : each,
                            ),
                          )
                        }
                        className={`flex size-8 items-center justify-center border-2 text-read ${SHAPES[socket]}`}
                      >
                        {SIGNS[socket]}
                      </button>
                    ))}
                    {write && (
                      <Quiet
                        aria-label={`One ${kind.name} more`}
                        onClick={() => set(kind.id, [...(sockets ?? []), 'not tried'])}
                      >
                        +
                      </Quiet>
                    )}
                    {sockets === null && (
                      <span className="text-note text-soft">
                        not counted{kind.usual !== null && `; usually ${kind.usual}`}
                      </span>
                    )}
                    {sockets?.length === 0 && <span className="text-note text-soft">none</span>}
                  </span>
                </td>
                <td className="py-1.5 text-right whitespace-nowrap">
                  {write && sockets === null && <Quiet onClick={() => set(kind.id, [])}>none</Quiet>}
                  {write && sockets?.some((each) => each !== 'works') && (
                    <Quiet
                      onClick={() =>
                        set(
                          kind.id,
                          sockets.map(() => 'works'),
                        )
                      }
                    >
                      all work
                    </Quiet>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {!all && shown.length < kinds.length && (
        <p className="pt-2">
          <Quiet onClick={() => setAll(true)}>Other kinds of port</Quiet>
        </p>
      )}
      {problem && <Problem>{problem.message}</Problem>}
      {write && (
        <p className="mt-3 flex flex-wrap items-center gap-4">
          <Button
            tone="strong"
            disabled={busy || Object.keys(changed).length === 0}
            onClick={() => void save()}
          >
            Put on record
          </Button>
          {kinds.some(({ count }) => count) && (
            <Quiet
              disabled={busy}
              onClick={() => void send('takeBackAct', { what: 'ports', unitId: unit.id }, unit.version)}
            >
              take back the last count
            </Quiet>
          )}
        </p>
      )}
    </section>
  );
}
