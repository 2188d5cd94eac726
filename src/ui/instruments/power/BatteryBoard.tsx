'use client';
import { useState, type FormEvent } from 'react';
import { batteryUses } from '@/catalog/instruments/readings';
import { healthTyped, runMinutes } from '@/core/instruments/pack';
import { pairsOf } from '@/core/instruments/findingsFromReading';
import type { BatteryLine, BatteryMoneyView, OpenRunView } from '@/words/readings/view';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../../kit/fields';
import { Button, FileButton, Heading, Problem, Quiet } from '../../kit/parts';
import { Money } from '../../kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { duration, percent } from '../../kit/words';
import { LinesLater } from '../run/LinesLater';
import { Pairs } from '../run/Pairs';
import { OnPapers } from '../run/OnPapers';
import { RunPanel } from '../run/RunPanel';

const BEHAVIOUR = {
  good: 'Behaves as its gauge says',
  fair: 'Fair: only its gauge was seen, or it is half worn',
  weak: 'Weak, whatever its gauge says',
  unknown: 'Not known',
};

const SYSTEMS = ['its own system', 'live Linux', 'firmware'];
interface Props {
  unit: UnitHead;
  lines: readonly BatteryLine[];
  open: OpenRunView | null;
  onPapers: boolean;
  /** What keeping and replacing it leave; null: nobody knows how it holds. */
  money: BatteryMoneyView | null;
}

/** The battery by what it does: how it falls, where it gives way, what its gauges say beside each other. */
export function BatteryBoard({ unit, lines, open, onPapers, money }: Props) {
  const { send, problem, setProblem, busy } = useCommand();
  const [ended, setEnded] = useState(false);
  const disabled = busy || !unit.mayWrite || unit.held;
  const last = lines[lines.length - 1];
  const run = lines.findLast((line) => line.run);
  const fullWh = run?.fullWh ?? null;
  const gauges = lines.filter((line) => line.health !== null);
  const differ = gauges.length > 1 && new Set(gauges.map(({ health }) => Math.round(health! * 100))).size > 1;
  const typed = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const target = event.currentTarget;
    const form = new FormData(target);
    const read = healthTyped(String(form.get('health')));
    if ('fault' in read) return setProblem({ code: 'invalid', message: `Not noted: ${read.fault}.` });
    const sent = await send(
      'recordBattery',
      {
        unitId: unit.id,
        health: read.health,
        system: String(form.get('system')),
      },
      unit.version,
    );
    if (sent.ok) target.reset();
  };
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_340px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-gutter">
        {run && run.curve.length > 1 && (
          <section aria-label="Battery run" className="border-2 border-ink bg-mat p-3">
            <LinesLater
              label="Charge over time"
              samples={run.curve}
              columns={['percent']}
              unit="%"
              along="minutes"
              height={240}
            />
            <p className="mt-1 text-row">
              {run.run!.fell.toFixed(0)} points in {duration(run.run!.minutes)}
              {run.run!.watts !== null && <> at {run.run!.watts.toFixed(1)} W</>}
              {run.run!.fullMinutes !== null && (
                <>
                  ; from full <b>{duration(run.run!.fullMinutes)}</b>
                </>
              )}
              .{' '}
              {run.run!.drop && (
                <b>
                  From {run.run!.drop.from} % it was gone in {duration(run.run!.drop.minutes)}.{' '}
                </b>
              )}
              {run.run!.jumps?.map(({ from, to }) => (
                <b key={from}>
                  The gauge jumped from {from} to {to} % and the battery went on: run it down and charge it
                  full twice, then run it again.{' '}
                </b>
              ))}
              {run.run!.cutOff !== null && <b>It went off with {run.run!.cutOff} % on the gauge.</b>}
            </p>
          </section>
        )}
        <RunPanel
          unit={unit}
          kind="battery"
          title={run ? 'Another battery run' : 'Battery run'}
          open={open}
          how="Full charge, charger pulled, the same work all the time, screen at half. The line samples its gauge until it is down, or until it goes off."
          draw={(samples) => (
            <LinesLater
              label="Charge so far"
              samples={samples}
              columns={['percent']}
              unit="%"
              along="minutes"
            />
          )}
        >
          {!open && unit.mayWrite && !unit.held && (
            <div className="mt-3 border-t border-rule pt-2 text-row">
              <p>Or a log with the columns t_s, percent and, where known, wh, v, w, ah, a, pack.</p>
              <div className="mt-1 flex flex-wrap items-center gap-4">
                <label className="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-5 accent-ink"
                    checked={ended}
                    onChange={() => setEnded(!ended)}
                  />
                  it went off by itself at the end
                </label>
                <FileButton
                  accept=".csv,.txt,text/csv,text/plain"
                  onFile={(file) =>
                    void file
                      .text()
                      .then((log) =>
                        send(
                          'recordBattery',
                          { unitId: unit.id, name: file.name.slice(0, 80), log, ended },
                          unit.version,
                        ),
                      )
                  }
                >
                  Take a log in
                </FileButton>
              </div>
            </div>
          )}
          {problem && <Problem>{problem.message}</Problem>}
        </RunPanel>
        <Pairs pairs={pairsOf(lines)} />
      </div>
      <section aria-label="Verdict" className="panel">
        <Heading>
          {!last
            ? 'Nothing is known of it yet'
            : run?.run?.jumps?.length
              ? 'Its gauge is wrong, the battery goes on'
              : BEHAVIOUR[last.behaviour]}
        </Heading>
        {gauges.map((line, n) => (
          <p key={n} className="flex justify-between gap-3 border-b border-rule py-1 text-row">
            <span>
              {line.system || line.name}
              <span className="block text-note text-soft">{line.when}</span>
            </span>
            <b className="figures text-note">{percent(line.health!)}</b>
          </p>
        ))}
        {differ && (
          <p className="hatched mt-2 py-2 pr-3 text-row">They do not agree. What it does on a run counts.</p>
        )}
        {fullWh !== null && (
          <div className="mt-3">
            <Heading>How long it lasts</Heading>
            {batteryUses.map(({ words, watts }) => (
              <p key={words} className="flex justify-between text-row">
                {words}, {watts} W{' '}
                <span className="figures text-note">{duration(runMinutes(fullWh, watts))}</span>
              </p>
            ))}
            <p className="text-note text-soft">{fullWh.toFixed(1)} Wh when full.</p>
          </div>
        )}
        {money && (
          <div className="mt-3 border-t border-rule pt-2 text-row">
            <Heading>{money.choice === 'replace' ? 'Replace it' : 'Keep it, and tell'}</Heading>
            <p>
              <Money minor={money.keptMinor} /> with it told, <Money minor={money.replacedMinor} /> with a
              fresh one at <Money minor={money.packMinor} /> {money.quoted ? '(the offer)' : '(usual price)'}{' '}
              and <Money minor={money.handsMinor} /> of hands:{' '}
              <b>
                {money.gainMinor > 0 ? 'replacing leaves ' : 'replacing loses '}
                <Money minor={Math.abs(money.gainMinor)} />
              </b>
              .
            </p>
            <p className="text-note text-soft">
              It pays up to <Money minor={money.mostMinor} /> for the pack.
            </p>
          </div>
        )}
        {last && <OnPapers unit={unit} kind="battery" on={onPapers} />}
        {unit.mayWrite && !unit.held && (
          <form onSubmit={(event) => void typed(event)} className="mt-3 grid grid-cols-2 items-end gap-2">
            <TextField label="Full charge" hint="% of new" name="health" inputMode="decimal" required />
            <ChoiceField label="Read in" name="system">
              {SYSTEMS.map((each) => (
                <option key={each}>{each}</option>
              ))}
            </ChoiceField>
            <Button type="submit" disabled={disabled} className="justify-self-start">
              Note it
            </Button>
            {last && (
              <Quiet
                disabled={disabled}
                onClick={() => void send('takeBackAct', { what: 'battery', unitId: unit.id }, unit.version)}
              >
                take the last back
              </Quiet>
            )}
          </form>
        )}
      </section>
    </div>
  );
}
