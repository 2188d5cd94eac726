'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { onAnotherDay } from '@/core/instruments/rise';
import { changeOf } from '@/core/instruments/speed';
import { FAN_WORDS, VERDICT_WORDS, type HeatRunView } from '@/words/heatView';
import type { UnitHead } from '@/words/unitView';
import { TextField } from '../../kit/fields';
import { FileButton, Heading, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '../../kit/useCommand';
import { duration, percent } from '../../kit/words';

// the chart is loaded where there is something to draw
const HeatChart = dynamic(() => import('./HeatChart').then((module) => module.HeatChart), { ssr: false });

const signedPercent = (share: number) => `${share < 0 ? '−' : '+'}${Math.abs(share * 100).toFixed(0)} %`;
const degrees = (value: number) => `${value.toFixed(0)} °C`;
const perWatt = (value: number | null) => (value === null ? '–' : value.toFixed(2));

/** Heat runs of the machine: what they say it is, how it would do on a hot day, before and after work. */
export function HeatBoard({ unit, runs }: { unit: UnitHead; runs: readonly HeatRunView[] }) {
  const { send, problem, busy } = useCommand();
  const [room, setRoom] = useState('');
  const [limit, setLimit] = useState('');
  const [hot, setHot] = useState(35);
  const run = runs[runs.length - 1];
  const before = runs[runs.length - 2];
  const disabled = busy || !unit.mayWrite || unit.held;
  const take = async (file: File) => {
    const number = (text: string) => (text.trim() ? Number(text.replace(',', '.')) : undefined);
    await send(
      'recordHeatRun',
      {
        unitId: unit.id,
        name: file.name.slice(0, 80),
        log: await file.text(),
        ...(number(room) !== undefined && { room: number(room) }),
        ...(number(limit) !== undefined && { limit: number(limit) }),
      },
      unit.version,
    );
  };
  const day = run ? onAnotherDay({ ...run, stages: run.reading.stages }, hot) : null;
  const stages = run?.reading.stages;
  return (
    <div className="grid gap-[18px] lg:grid-cols-[minmax(0,1fr)_340px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-[18px]">
        {run && stages && (
          <section aria-label="Heat run" className="border-2 border-ink bg-mat p-3">
            <HeatChart run={run} />
            <p className="mt-1 text-[14.5px]">
              What jumps at once sits between chip and sink: <b>{stages.chip.kelvin.toFixed(0)} K</b> in{' '}
              {stages.chip.tau.toFixed(0)} s (dark). What creeps sits between sink and air:{' '}
              <b>{stages.sink.kelvin.toFixed(0)} K</b> in {duration(stages.sink.tau / 60)} (green). It settles
              at{' '}
              <b>
                {degrees(stages.settles)} ± {Math.max(1, stages.settlesError).toFixed(0)}
              </b>
              {run.reading.enough ? '.' : ': not known well enough yet, run it longer.'}
            </p>
          </section>
        )}
        {run && before && <BeforeAfter before={before} after={run} />}
        {unit.mayWrite && !unit.held && (
          <section aria-label="Take a run in" className="bg-paper px-5 py-4">
            <Heading>{run ? 'Another run' : 'No heat run yet'}</Heading>
            <p className="text-[14.5px]">
              A log with the columns t_s, temp_c and, where known, fan_rpm, power_w, clock_mhz, load: a minute
              of rest, then full load. Room and limit may stand in a line “# room=22 limit=95”.
            </p>
            <div className="mt-2 flex flex-wrap items-end gap-3">
              <TextField
                label="Room"
                hint="°C"
                inputMode="decimal"
                value={room}
                onChange={(event) => setRoom(event.target.value)}
                wrap="w-[110px]"
              />
              <TextField
                label="Its own limit"
                hint="°C"
                inputMode="decimal"
                value={limit}
                onChange={(event) => setLimit(event.target.value)}
                wrap="w-[130px]"
              />
              <span className="pb-2.5 text-[15px]">
                {disabled ? (
                  'Reading …'
                ) : (
                  <FileButton accept=".csv,.txt,text/csv,text/plain" onFile={(file) => void take(file)}>
                    Take a log in
                  </FileButton>
                )}
              </span>
              {run && (
                <Quiet
                  disabled={disabled}
                  onClick={() =>
                    void send('takeBackReading', { unitId: unit.id, kind: 'heat' }, unit.version)
                  }
                >
                  take the last run back
                </Quiet>
              )}
            </div>
            {problem && <Problem>{problem.message}</Problem>}
          </section>
        )}
      </div>
      {run && (
        <section aria-label="So it is" className="bg-paper px-5 py-4">
          <Heading>So it is</Heading>
          {run.verdict
            .filter(({ chance }) => chance >= 0.005)
            .map(({ id, chance }) => (
              <div key={id} className="pt-1.5">
                <p className="flex justify-between text-[15px]">
                  {VERDICT_WORDS[id]} <span className="figures text-[13px]">{percent(chance)}</span>
                </p>
                <div className="h-2.5 bg-track">
                  <div className="h-2.5 bg-ink" style={{ width: `${chance * 100}%` }} />
                </div>
              </div>
            ))}
          <p className="mt-3 border-t border-rule pt-2 text-[14.5px]">
            {run.reading.chipPerWatt !== null && (
              <>
                {perWatt(run.reading.chipPerWatt)} K/W chip to sink, {perWatt(run.reading.sinkPerWatt)} K/W
                sink to air at {run.reading.watts!.toFixed(0)} W.{' '}
              </>
            )}
            {run.reading.fan && <>The fan {FAN_WORDS[run.reading.fan.way]}. </>}
            {run.reading.clockKept !== null &&
              (run.reading.clockKept > 0.9
                ? 'The clock held. '
                : `The clock fell to ${percent(run.reading.clockKept)}. `)}
            {run.reading.margin !== null &&
              (run.reading.margin > 0
                ? `Margin to its limit ${run.reading.margin.toFixed(0)} K.`
                : `It comes to its limit after ${duration((run.reading.trip ?? 0) / 60)}.`)}
          </p>
          {run.reading.rest && (
            <p className="text-[14.5px] text-soft">
              At rest {degrees(run.reading.rest.temp)}
              {run.reading.rest.overRoom !== null &&
                `, ${run.reading.rest.overRoom.toFixed(0)} K over the room`}
              {!run.reading.rest.reached && '; it had not come to rest'}.
            </p>
          )}
          {day && (
            <div className="mt-3 border-t border-rule pt-2">
              <Heading>On a hot day</Heading>
              <label className="block text-[14.5px]">
                Room <b className="figures text-[13px]">{hot} °C</b>: settles at <b>{degrees(day.settles)}</b>
                {day.trip !== null && <>, at its limit after about {duration(day.trip / 60)}</>}
                <input
                  type="range"
                  min={15}
                  max={45}
                  value={hot}
                  onChange={(event) => setHot(Number(event.target.value))}
                  className="mt-1 h-11 w-full accent-ink"
                />
              </label>
            </div>
          )}
          <p className="mt-2 text-[13px] text-soft">
            {run.name}, {run.when}, {run.by}
            {run.room !== null && `, room ${run.room} °C`}
          </p>
        </section>
      )}
    </div>
  );
}

/** Two runs in terms that can be compared: per watt where it is known, and what else changed between. */
function BeforeAfter({ before, after }: { before: HeatRunView; after: HeatRunView }) {
  const per = before.reading.chipPerWatt !== null && after.reading.chipPerWatt !== null;
  const rows: [string, number | null, number | null, number][] = per
    ? [
        ['chip to sink, K/W', before.reading.chipPerWatt, after.reading.chipPerWatt, 2],
        ['sink to air, K/W', before.reading.sinkPerWatt, after.reading.sinkPerWatt, 2],
      ]
    : [
        [
          'chip to sink, K',
          before.reading.stages?.chip.kelvin ?? null,
          after.reading.stages?.chip.kelvin ?? null,
          0,
        ],
        [
          'sink to air, K',
          before.reading.stages?.sink.kelvin ?? null,
          after.reading.stages?.sink.kelvin ?? null,
          0,
        ],
      ];
  rows.push([
    'rest over the room, K',
    before.reading.rest?.overRoom ?? null,
    after.reading.rest?.overRoom ?? null,
    0,
  ]);
  return (
    <section aria-label="Before and after" className="bg-paper px-5 py-4">
      <Heading>Before and after</Heading>
      <table className="w-full border-collapse text-[14.5px]">
        <thead>
          <tr className="border-b border-rule text-left text-[13px] text-soft">
            <th className="py-1 font-normal">{per ? 'per watt' : 'in kelvin'}</th>
            <th className="text-right font-normal">before</th>
            <th className="text-right font-normal">after</th>
            <th className="text-right font-normal">change</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, was, is, digits]) => (
            <tr key={name} className="border-b border-rule">
              <td className="py-1">{name}</td>
              <td className="figures text-right text-[13px]">{was?.toFixed(digits) ?? '–'}</td>
              <td className="figures text-right text-[13px]">{is?.toFixed(digits) ?? '–'}</td>
              <td className="figures text-right text-[13px]">
                {was && is !== null ? signedPercent(changeOf(was, is)) : '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-[14px] text-soft">
        {after.since.length === 0
          ? 'Nothing on record lies between them.'
          : `Between: ${after.since.join('; ')}.${after.since.length > 1 ? ' More than one thing changed.' : ''}`}
      </p>
    </section>
  );
}
