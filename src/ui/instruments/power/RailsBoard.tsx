'use client';
import { useState } from 'react';
import { atxRails } from '@/catalog/instruments/readings';
import type { OpenRunView, RailsLine } from '@/words/readings/view';
import type { UnitHead } from '@/words/unit/view';
import { TextField } from '../../kit/fields';
import { Button, CautionNote, Heading, Problem } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { figureTyped } from '../../kit/words';
import { LinesLater } from '../run/LinesLater';
import { ReadingFoot } from '../run/ReadingFoot';
import { RunPanel } from '../run/RunPanel';

const SUPPLY = {
  good: 'Within its limits under load',
  'out of limits': 'Out of its limits under load',
  dead: 'It gives nothing',
  'nothing can be said': 'Not loaded: nothing can be said',
};
const volts = (value: number) => value.toFixed(2);

/** Rails of a supply by the meter, against the published limits; what was read without load gets no verdict. */
export function RailsBoard({
  unit,
  lines,
  open,
  onPapers,
}: {
  unit: UnitHead;
  lines: readonly RailsLine[];
  open: OpenRunView | null;
  onPapers: boolean;
}) {
  const { send, problem, busy } = useCommand();
  const [loaded, setLoaded] = useState(true);
  const [read, setRead] = useState<Record<string, string>>({});
  const disabled = busy || !unit.mayWrite || unit.held;
  const last = lines[lines.length - 1];
  const said = atxRails.flatMap(({ id }) => {
    const value = figureTyped(read[id]);
    return value === undefined ? [] : [{ rail: id, volts: value, loaded }];
  });
  const note = async () => {
    const sent = await send('recordRails', { unitId: unit.id, rails: said }, unit.version);
    if (sent.ok) setRead({});
  };
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,1fr)_340px] lg:items-start">
      <div className="flex min-w-0 flex-col gap-gutter">
        {unit.mayWrite && !unit.held && (
          <section aria-label="Read the rails" className="panel">
            <Heading>What the meter shows</Heading>
            <CautionNote
              title="Live parts."
              text="One hand, insulated probes, nothing else touched; the supply itself stays closed. Who is not trained for it does not measure under mains."
            />
            <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3">
              {atxRails.map(({ id, volts: nominal, tolerance }) => {
                const [low, high] = [1 - tolerance, 1 + tolerance]
                  .map((share) => nominal * share)
                  .sort((a, b) => a - b);
                return (
                  <TextField
                    key={id}
                    label={id}
                    hint={`${volts(low)} to ${volts(high)}`}
                    inputMode="decimal"
                    value={read[id] ?? ''}
                    onChange={(event) => setRead({ ...read, [id]: event.target.value })}
                  />
                );
              })}
            </div>
            <p className="mt-2 flex flex-wrap items-center gap-4">
              <label className="flex min-h-11 items-center gap-2 text-row">
                <input
                  type="checkbox"
                  className="size-5 accent-ink"
                  checked={loaded}
                  onChange={() => setLoaded(!loaded)}
                />
                with a drive or a board drawing on it
              </label>
              <Button tone="strong" disabled={disabled || said.length === 0} onClick={() => void note()}>
                Note them
              </Button>
            </p>
            {problem && <Problem>{problem.message}</Problem>}
          </section>
        )}
        <RunPanel
          unit={unit}
          kind="rails"
          title="From a meter that sends"
          served={false}
          open={open}
          how="A meter that sends what it shows puts it here by itself: first without load, then with it."
          draw={(samples) => (
            <LinesLater
              label="12 volts so far"
              samples={samples}
              columns={['+12V']}
              unit="V"
              along="minutes"
            />
          )}
        />
      </div>
      <section aria-label="Verdict" className="panel">
        <Heading>{last ? SUPPLY[last.supply] : 'No rail was read yet'}</Heading>
        {last?.rails.map(({ rail, volts: value, low, high, within, wanders }) => (
          <div key={rail} className="border-b border-rule py-1.5 text-row">
            <p className="flex justify-between">
              <b>{rail}</b>
              <span className="figures text-note">{volts(value)} V</span>
            </p>
            <Scale low={low} high={high} value={value} />
            <p className="text-note text-soft">
              {within === null ? 'not loaded: no verdict' : within ? 'within' : 'out of limits'}
              {wanders && '; it wanders'}
            </p>
          </div>
        ))}
        {last && <ReadingFoot unit={unit} kind="rails" onPapers={onPapers} line={last} />}
      </section>
    </div>
  );
}

/** Where a reading lies between its limits: a mark on a line, the limits as ticks. */
function Scale({ low, high, value }: { low: number; high: number; value: number }) {
  const span = high - low;
  const at = Math.min(1, Math.max(0, (value - low + span * 0.5) / (2 * span)));
  return (
    <svg viewBox="0 0 300 16" aria-hidden className="block h-4 w-full" preserveAspectRatio="none">
      <rect x="75" y="5" width="150" height="6" fill="var(--color-track)" />
      <line x1="0" x2="300" y1="8" y2="8" stroke="var(--color-ink)" strokeWidth="1" />
      <line x1="75" x2="75" y1="2" y2="14" stroke="var(--color-ink)" strokeWidth="1.5" />
      <line x1="225" x2="225" y1="2" y2="14" stroke="var(--color-ink)" strokeWidth="1.5" />
      <rect x={at * 300 - 3} y="1" width="6" height="14" fill="var(--color-ink)" />
    </svg>
  );
}
