'use client';
import { useState } from 'react';
import { touchLimits, touchPlaces } from '@/catalog/instruments/readings';
import { TOUCH_MATERIALS, touchLimit, type TouchMaterial } from '@/core/instruments/touch';
import type { Chassis } from '@/core/catalogue';
import type { TouchLine } from '@/words/readings/view';
import type { UnitHead } from '@/words/unit/view';
import { TextField } from '../../kit/fields';
import { Button, Heading, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { figureTyped } from '../../kit/words';

interface Props {
  unit: UnitHead;
  chassis: Chassis;
  last: TouchLine | null;
  /** As it was measured today; null: it is asked. */
  room: number | null;
}

/** Where hands lie: what a probe shows there under load, what is allowed, and how it would be on a hot day. */
export function TouchBoard({ unit, chassis, last, room }: Props) {
  const { send, problem, busy } = useCommand();
  const [read, setRead] = useState<Record<string, string>>({});
  const [material, setMaterial] = useState<TouchMaterial>('plastic');
  const [celsius, setCelsius] = useState('');
  const places = touchPlaces.filter((place) => place.chassis.includes(chassis));
  const surfaces = places.flatMap(({ id }) => {
    const value = figureTyped(read[id]);
    return value === undefined ? [] : [{ place: id, material, celsius: value }];
  });
  const asked = figureTyped(celsius);
  const note = async () => {
    const sent = await send(
      'recordTouch',
      { unitId: unit.id, surfaces, ...(asked !== undefined && { room: asked }) },
      unit.version,
    );
    if (sent.ok) setRead({});
  };
  return (
    <section aria-label="To the touch" className="panel">
      <Heading>To the touch</Heading>
      {last && (
        <table className="w-full border-collapse text-row">
          <thead>
            <tr className="headrow">
              <th className="py-1 font-normal">room {last.room} °C</th>
              <th className="text-right font-normal">read</th>
              <th className="text-right font-normal">in {last.hotRoom} °C</th>
              <th className="text-right font-normal">allowed</th>
            </tr>
          </thead>
          <tbody>
            {last.surfaces.map(({ place, name, material: of, celsius: value, then, limit, withinThen }) => (
              <tr key={place} className="border-b border-rule">
                <td className="py-1">
                  {name}, {of}
                  {!withinThen && <b> too hot on such a day</b>}
                </td>
                <td className="figures text-right text-note">{value.toFixed(1)}</td>
                <td className="figures text-right text-note">{then.toFixed(1)}</td>
                <td className="figures text-right text-note">{limit}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {unit.mayWrite && !unit.held && (
        <>
          <p className="mt-1 text-row text-soft">
            At the end of a heat run, with a probe or an infrared meter. Limits as in IEC 62368-1, from
            memory: the current edition and local codes go before.
          </p>
          <div className="mt-1 grid grid-cols-2 gap-3">
            {places.map(({ id, name, touch }) => (
              <TextField
                key={id}
                label={name}
                hint={`at most ${touchLimit(touchLimits, touch, material)} °C`}
                inputMode="decimal"
                value={read[id] ?? ''}
                onChange={(event) => setRead({ ...read, [id]: event.target.value })}
              />
            ))}
          </div>
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <select
              aria-label="Made of"
              value={material}
              onChange={(event) => setMaterial(event.target.value as TouchMaterial)}
              className="min-h-11 border-2 border-ink bg-sheet px-2 text-row"
            >
              {TOUCH_MATERIALS.map((each) => (
                <option key={each}>{each}</option>
              ))}
            </select>
            {room === null && (
              <TextField
                label="Room today"
                hint="°C"
                inputMode="decimal"
                value={celsius}
                onChange={(event) => setCelsius(event.target.value)}
                wrap="w-[120px]"
              />
            )}
            <Button
              disabled={busy || surfaces.length === 0 || (room === null && asked === undefined)}
              onClick={() => void note()}
            >
              Note them
            </Button>
            {last && (
              <Quiet
                disabled={busy}
                onClick={() => void send('takeBackAct', { what: 'touch', unitId: unit.id }, unit.version)}
              >
                take the last back
              </Quiet>
            )}
          </div>
          {problem && <Problem>{problem.message}</Problem>}
        </>
      )}
    </section>
  );
}
