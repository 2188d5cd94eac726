'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { onAnotherDay } from '@/core/instruments/heat/rise';
import type { Sample } from '@/core/instruments/run';
import type { Chassis } from '@/core/catalogue';
import type { HeatSample } from '@/core/instruments/heat/run';
import { lower } from '@/words/plain';
import type { OpenRunView, TouchLine } from '@/words/readings/view';
import { fanWords, VERDICT_WORDS, type HeatRunView } from '@/words/readings/heat';
import type { UnitHead } from '@/words/unit/view';
import { TextField } from '../../kit/fields';
import { FileButton, Fold, Heading, Problem, Quiet } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { duration, figureTyped, percent } from '../../kit/words';
import { LinesLater } from '../run/LinesLater';
import { OnPapers } from '../run/OnPapers';
import { RunPanel } from '../run/RunPanel';
import { BeforeAfter } from './BeforeAfter';
import { endOf } from './end';
import { TouchBoard } from './TouchBoard';

// the chart is loaded where there is something to draw
const HeatChart = dynamic(() => import('./HeatChart').then((module) => module.HeatChart), { ssr: false });

const degrees = (value: number) => `${value.toFixed(0)} °C`;
const perWatt = (value: number | null) => (value === null ? '–' : value.toFixed(2));

interface Props {
  unit: UnitHead;
  runs: readonly HeatRunView[];
  open: OpenRunView | null;
  /** As it was measured today; null: it is asked. */
  room: number | null;
  onPapers: boolean;
  chassis: Chassis;
  touched: TouchLine | null;
}

/** Heat runs of the machine: what they say it is, how it would do on a hot day, before and after work. */
export function HeatBoard({ unit, runs, open, room, onPapers, chassis, touched }: Props) {
  const { send, problem, busy } = useCommand();
  const [celsius, setCelsius] = useState('');
  const [askRoom, setAskRoom] = useState(false);
  const [watts, setWatts] = useState('');
  const [limit, setLimit] = useState('');
  const [hot, setHot] = useState(35);
  const run = runs[runs.length - 1];
  const before = runs[runs.length - 2];
  const disabled = busy || !unit.mayWrite || unit.held;
  const known = askRoom ? null : room;
  const said = () => ({
    ...(figureTyped(celsius) !== undefined && { room: figureTyped(celsius) }),
    ...(figureTyped(watts) !== undefined && { watts: figureTyped(watts) }),
  });
  const take = async (file: File) => {
    await send(
      'recordHeatRun',
      {
        unitId: unit.id,
        name: file.name.slice(0, 80),
        log: await file.text(),
        ...said(),
        ...(figureTyped(limit) !== undefined && { limit: figureTyped(limit) }),
      },
      unit.version,
    );
  };
  const day = run ? onAnotherDay({ ...run, stages: run.reading.stages }, hot) : null;
  const stages = run?.reading.stages;
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_340px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-gutter">
        {run && stages && (
          <section aria-label="Heat run" className="border-2 border-ink bg-mat p-3">
            <div className="h-[270px]">
              <HeatChart curve={run.curve} stages={stages} loadAt={run.reading.loadAt} limit={run.limit} />
            </div>
            {run.curve.some(({ fan }) => fan !== undefined) && (
              <LinesLater
                label="Fan over time"
                samples={run.curve as unknown as Sample[]}
                columns={['fan']}
                unit="rpm"
                along="minutes"
                height={110}
                until={endOf(run.curve, stages, run.reading.loadAt) / 60}
              />
            )}
            {run.reading.clockKept !== null && run.reading.clockKept <= 0.97 && (
              <LinesLater
                label="Clock over time"
                samples={run.curve as unknown as Sample[]}
                columns={['clock']}
                unit="MHz"
                along="minutes"
                height={110}
                until={endOf(run.curve, stages, run.reading.loadAt) / 60}
              />
            )}
            <p className="mt-1 text-row">
              Settles at{' '}
              <b>
                {degrees(stages.settles)} ± {Math.max(1, stages.settlesError).toFixed(0)}
              </b>
              {run.limit !== null && <>; limit {degrees(run.limit)}</>}
              {run.reading.enough ? '.' : ': not known well enough yet, run it longer.'} Chip to heatsink
              (paste), dark: <b>{stages.chip.kelvin.toFixed(0)} K</b> in {stages.chip.tau.toFixed(0)} s.
              Heatsink to air (dust, fan), green: <b>{stages.sink.kelvin.toFixed(0)} K</b> in{' '}
              {duration(stages.sink.tau / 60)}.
            </p>
          </section>
        )}
        {run && !stages && run.curve.length > 1 && (
          <section aria-label="Heat run" className="border-2 border-ink bg-mat p-3">
            <LinesLater
              label="Temperature over time"
              samples={run.curve as unknown as Sample[]}
              columns={['temp']}
              unit="°C"
              along="minutes"
              height={200}
            />
            <p className="mt-1 text-row">
              {run.reading.lost
                ? 'What the sensor showed. Put its lead on, or measure another way, and run it again.'
                : `At its limit${run.limit === null ? '' : ` of ${degrees(run.limit)}`} after ${duration((run.reading.trip ?? 0) / 60)} of load: where it would settle cannot be known.`}
            </p>
          </section>
        )}
        {run && before && !run.reading.lost && !before.reading.lost && (
          <BeforeAfter before={before} after={run} />
        )}
        <RunPanel
          unit={unit}
          kind="heat"
          title={run ? 'Another heat run' : 'Heat run'}
          open={open}
          how={
            <>
              The line samples temperature, fan, clock and power once a second: rest until it is at rest, then
              full load until where it settles is known. The load goes at once when its own limit is reached.
            </>
          }
          fields={
            <>
              {known === null ? (
                <TextField
                  label="Room today"
                  hint="°C"
                  inputMode="decimal"
                  value={celsius}
                  onChange={(event) => setCelsius(event.target.value)}
                  wrap="w-[120px]"
                />
              ) : (
                <p className="pb-2.5 text-row">
                  Room today <b className="figures text-note">{known} °C</b>{' '}
                  <Quiet onClick={() => setAskRoom(true)}>it has changed</Quiet>
                </p>
              )}
              <TextField
                label="Draws under load"
                hint="W, if known"
                inputMode="decimal"
                value={watts}
                onChange={(event) => setWatts(event.target.value)}
                wrap="w-[160px]"
              />
            </>
          }
          about={said}
          draw={(samples, followed) => (
            <>
              <HeatChart
                curve={samples as unknown as HeatSample[]}
                stages={followed.soFar?.heat?.stages ?? null}
                loadAt={followed.soFar?.heat?.loadAt ?? 0}
                limit={followed.about.limit ?? null}
              />
              {followed.soFar?.heat?.verdict[0] && (
                <p className="text-row">
                  So far: <b>{lower(VERDICT_WORDS[followed.soFar.heat.verdict[0].id])}</b>,{' '}
                  {percent(followed.soFar.heat.verdict[0].chance)}.
                </p>
              )}
            </>
          )}
        >
          {!open && unit.mayWrite && !unit.held && (
            <div className="mt-3 border-t border-rule text-row">
              <Fold title="Take a log in">
                <p>
                  A log has the columns t_s, temp_c and, where known, fan_rpm, power_w, clock_mhz, load: a
                  minute of rest, then full load. Room and limit may stand in a line “# room=22 limit=95”.
                </p>
                <div className="mt-1 flex flex-wrap items-end gap-4">
                  <TextField
                    label="Its own limit"
                    hint="°C"
                    inputMode="decimal"
                    value={limit}
                    onChange={(event) => setLimit(event.target.value)}
                    wrap="w-[130px]"
                  />
                  <span className="pb-2.5">
                    {busy ? (
                      'Reading …'
                    ) : (
                      <FileButton accept=".csv,.txt,text/csv,text/plain" onFile={(file) => void take(file)}>
                        Take a log in
                      </FileButton>
                    )}
                  </span>
                </div>
              </Fold>
              {run && (
                <Quiet
                  disabled={disabled}
                  onClick={() => void send('takeBackAct', { what: 'heat', unitId: unit.id }, unit.version)}
                >
                  take the last run back
                </Quiet>
              )}
            </div>
          )}
          {problem && <Problem>{problem.message}</Problem>}
        </RunPanel>
      </div>
      {run && (
        <div className="flex min-w-0 flex-col gap-gutter">
          <section aria-label="Verdict" className="panel">
            <Heading>Verdict</Heading>
            {run.reading.lost && (
              <p className="text-read">
                The sensor showed no temperature a chip in a room can have, or one figure all along.
              </p>
            )}
            {run.verdict
              .filter(({ chance }) => chance >= 0.005)
              .map(({ id, chance }) => (
                <div key={id} className="pt-1.5">
                  <p className="flex justify-between text-read">
                    {VERDICT_WORDS[id]} <span className="figures text-note">{percent(chance)}</span>
                  </p>
                  <div className="h-2.5 bg-track">
                    <div className="h-2.5 bg-ink" style={{ width: `${chance * 100}%` }} />
                  </div>
                </div>
              ))}
            <p className="mt-3 border-t border-rule pt-2 text-row">
              {run.reading.chipPerWatt !== null && (
                <>
                  {perWatt(run.reading.chipPerWatt)} K/W chip to heatsink, {perWatt(run.reading.sinkPerWatt)}{' '}
                  K/W heatsink to air at {run.reading.watts!.toFixed(0)} W.{' '}
                </>
              )}
              {run.reading.fan && (
                <>
                  The fan {fanWords(run.reading)}
                  {run.reading.fan.way === 'follows' &&
                    run.reading.fan.rampsAt !== null &&
                    `, from ${degrees(run.reading.fan.rampsAt)} on`}
                  .{' '}
                </>
              )}
              {run.reading.clockKept !== null &&
                (run.reading.clockKept > 0.9
                  ? 'The clock held. '
                  : `The clock fell to ${percent(run.reading.clockKept)}. `)}
              {run.reading.margin === null &&
                run.reading.heldBack &&
                `It reached its limit after ${duration((run.reading.trip ?? 0) / 60)}. `}
              {run.reading.margin !== null &&
                (run.reading.margin > 0
                  ? `Margin to its limit ${run.reading.margin.toFixed(0)} K.`
                  : `It reaches its limit after ${duration((run.reading.trip ?? 0) / 60)}.`)}
            </p>
            {Boolean(run.reading.like) && (
              <p className="text-row text-soft">
                Compared with{' '}
                {run.reading.like === 1
                  ? 'one sound run of another machine of this model'
                  : `sound runs of ${run.reading.like} other machines of this model`}
                .
              </p>
            )}
            {run.reading.rest && (
              <p className="text-row text-soft">
                At rest {degrees(run.reading.rest.temp)}
                {run.reading.rest.overRoom !== null &&
                  `, ${run.reading.rest.overRoom.toFixed(0)} K above the room`}
                {!run.reading.rest.reached && '; it had not settled'}.
              </p>
            )}
            {day && (
              <div className="mt-3 border-t border-rule pt-2">
                <Heading>On a hot day</Heading>
                <label className="block text-row">
                  Room <b className="figures text-note">{hot} °C</b>: settles at <b>{degrees(day.settles)}</b>
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
            <OnPapers unit={unit} kind="heat" on={onPapers} />
            <p className="mt-2 text-note text-soft">
              {run.name}, {run.when}, {run.by}
              {run.room !== null && `, room ${run.room} °C`}
            </p>
          </section>
          <TouchBoard unit={unit} chassis={chassis} last={touched} room={room} />
        </div>
      )}
    </div>
  );
}
