'use client';
import { useState } from 'react';
import type { UnitHead } from '@/words/unit/view';
import type { UpgradeSetView, UpgradesView } from '@/words/parts/upgrades';
import { acted, useShortcuts } from '../kit/keys/keyboard';
import { Button, Fold, Heading, Key, Problem, Quiet } from '../kit/parts';
import { Money } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';
import { attended, percent } from '../kit/words';

/** What would pay to put in or take out, each set one key away; and what does not, with the most it may cost. */
export function UpgradeList({ unit, view }: { unit: UnitHead; view: UpgradesView }) {
  const { send, problem, busy } = useCommand();
  // chosen by its digit: nothing is done before Enter, and not to what slides under the key
  const [chosen, setChosen] = useState<string | null>(null);
  const [minutes, setMinutes] = useState<Record<string, string>>({});
  const disabled = !unit.mayWrite || unit.held;
  const accept = (set: UpgradeSetView) => {
    setChosen(null);
    void send(
      'logWork',
      {
        unitId: unit.id,
        ref: 'fit-parts',
        minutes: Number((minutes[set.words] ?? String(Math.round(set.minutes))).replace(',', '.')),
        parts: {
          put: set.put.map((componentId) => ({ componentId })),
          out: set.out.map((part) => ({ ...part, to: 'bin' })),
        },
      },
      unit.version,
    );
  };
  useShortcuts((key) => {
    if (disabled) return false;
    const set = view.sets[Number(key) - 1];
    if (set) return acted(!set.toOrder && (() => setChosen(set.words)), busy);
    const ready = view.sets.find(({ words }) => words === chosen);
    if (key === 'Escape') return acted(ready && (() => setChosen(null)));
    return acted(key === 'Enter' && ready && (() => accept(ready)), busy);
  });
  // one set is spelled out: the chosen one, the best before one is
  const told = chosen ?? view.sets[0]?.words;
  return (
    <section aria-label="What would pay" className="headpanel">
      <Heading className="text-title!">What would pay</Heading>
      {view.weakest && (
        <p className="text-read">
          Weakest: <b>{view.weakest}</b>. Doubling that would be felt; a little more of anything else would
          not.
        </p>
      )}
      {view.sets.length === 0 && (
        <p className="py-2 text-read">No part in the bin or on offer would pay for itself in this machine.</p>
      )}
      <ol aria-label="Changes that pay">
        {view.sets.map((set, i) => (
          <li
            key={set.words}
            aria-current={chosen === set.words || undefined}
            className={`border-b border-rule py-2.5 ${chosen === set.words ? 'border-l-[6px] border-l-ink pl-3' : ''}`}
          >
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
              {told !== set.words && !set.toOrder && <Key>{i + 1}</Key>}
              <b className="min-w-0 flex-1 text-lead leading-[1.25]">{set.words}</b>
              {told !== set.words && !set.toOrder && (
                <Quiet
                  disabled={disabled}
                  aria-label={`this one: ${set.words}`}
                  onClick={() => setChosen(set.words)}
                >
                  this one
                </Quiet>
              )}
              <span className="figures text-lead font-semibold text-worth">
                <Money minor={set.netMinor} plus />
              </span>
            </div>
            <p className="text-row text-soft">
              <span className="figures text-note">
                <Money minor={set.nowMinor} /> → <Money minor={set.thenMinor} />
              </span>{' '}
              still to win{set.chance < 1 && <>, if it fits: {percent(set.chance)} likely</>}; parts{' '}
              <Money minor={set.partsMinor} />, {attended(set.minutes)} of hands. No more than{' '}
              <Money minor={set.mostMinor} /> for the parts.
            </p>
            {set.toOrder && (
              <p className="text-row text-soft">It has to be ordered first: see the parts wanted.</p>
            )}
            {told === set.words && (
              <>
                {set.gains && <p className="text-row">{set.gains}</p>}
                {set.care.length > 0 && <p className="text-row">With care: {set.care.join('; ')}</p>}
                {!set.toOrder && (
                  <p className="mt-1.5 flex flex-wrap items-center gap-3">
                    <Key>{i + 1}</Key>
                    <Button
                      tone={chosen === set.words ? 'strong' : 'plain'}
                      shortcut={chosen === set.words ? 'Enter' : undefined}
                      disabled={disabled || busy}
                      onClick={() => accept(set)}
                    >
                      It is in now
                    </Button>
                    <label className="flex items-center gap-2 text-row">
                      <input
                        aria-label={`Minutes of ${set.words}`}
                        inputMode="decimal"
                        className="figures h-11 w-16 border-2 border-ink bg-sheet px-2 text-right text-row"
                        value={minutes[set.words] ?? String(Math.round(set.minutes))}
                        onChange={(event) => setMinutes({ ...minutes, [set.words]: event.target.value })}
                      />
                      min of hands
                    </label>
                  </p>
                )}
              </>
            )}
          </li>
        ))}
      </ol>
      {view.unpaid.length + view.refused.length > 0 && (
        <Fold title={`Does not pay, or does not go in: ${view.unpaid.length + view.refused.length}`}>
          {view.unpaid.length > 0 && (
            <table className="mt-3 w-full border-collapse text-row">
              <caption className="sr-only">Does not pay</caption>
              <thead className="sr-only">
                <tr>
                  <th>Part</th>
                  <th>Most it may cost</th>
                  <th>Loss</th>
                </tr>
              </thead>
              <tbody>
                {view.unpaid.map((line) => (
                  <tr key={line.words} className="border-b border-rule">
                    <td className="py-1">{line.words}</td>
                    <td className="text-right whitespace-nowrap">
                      {line.mostMinor > 0 ? (
                        <>
                          no more than <Money minor={line.mostMinor} />
                        </>
                      ) : (
                        'not even free'
                      )}
                    </td>
                    <td className="figures pl-4 text-right">
                      <Money minor={line.netMinor} plus />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {view.refused.length > 0 && (
            <ul className="mt-3 text-note text-soft" aria-label="Does not go in">
              {view.refused.map((line) => (
                <li key={line.words}>
                  {line.words}: {line.why}
                </li>
              ))}
            </ul>
          )}
        </Fold>
      )}
      <p className="mt-2 text-note text-soft">
        {view.weighed} {view.weighed === 1 ? 'set' : 'sets'} that fit were weighed: at most three changes.
        {view.sets.length > 0 && (
          <>
            {' '}
            <Key>1</Key> chooses the first, <Key>Enter</Key> says it is in.
          </>
        )}
      </p>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
