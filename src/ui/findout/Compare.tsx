'use client';
import { useEffect, useState } from 'react';
import type { Comparison } from '@/core/steps/compare';
import { attended } from '../kit/words';
import { Money } from '../kit/theShop';

interface Answer {
  proposed: string;
  other: string;
  result: Comparison;
}

const FACT_WORDS: Record<string, string> = {
  power: 'it takes power',
  started: 'it starts',
  picture: 'there is a picture anywhere',
  ownPicture: 'its own screen shows a picture',
  drive: 'a drive is fitted',
  system: 'it runs a system',
};

function barrierWords(result: Extract<Comparison, { possible: false }>): string {
  const { barrier } = result;
  if (barrier.kind === 'needs')
    return `It shows something only once ${barrier.facts.map((fact) => FACT_WORDS[fact] ?? fact).join(' and ')}.`;
  if (barrier.kind === 'part') return `It takes a known-good ${barrier.class}, and none is free in the bin.`;
  if (barrier.kind === 'taken')
    return 'It has been answered, or tried in vain, since the last repair that helped.';
  if (barrier.kind === 'chassis') return 'It is not for this kind of machine.';
  return 'What it tests for is as good as ruled out: it would change nothing.';
}

/** Why the proposed step and not this one: the difference, split so that it adds up. */
export function Compare({ tag, step }: { tag: string; step: string }) {
  const [answer, setAnswer] = useState<Answer | 'failed' | null>(null);
  useEffect(() => {
    const stop = new AbortController();
    fetch(`/api/units/${tag}/compare?with=${encodeURIComponent(step)}`, { signal: stop.signal })
      .then(async (response) => setAnswer(response.ok ? ((await response.json()) as Answer) : 'failed'))
      .catch(() => {
        if (!stop.signal.aborted) setAnswer('failed');
      });
    return () => stop.abort();
  }, [tag, step]);
  return (
    <section
      aria-label="Why not this first"
      aria-live="polite"
      className="border-t-2 border-dashed border-ink bg-paper px-[22px] pt-2.5 pb-3 text-row"
    >
      <h3 className="text-note text-soft">Why not this first?</h3>
      {answer === null && <p className="min-h-[64px]">Weighing the two …</p>}
      {answer === 'failed' && <p>The two could not be compared just now. Your answer still counts.</p>}
      {answer && answer !== 'failed' && <Words answer={answer} />}
    </section>
  );
}

function Words({ answer }: { answer: Answer }) {
  const { result, proposed } = answer;
  if (!result.possible)
    return (
      <p>
        {barrierWords(result)} First in line is “{proposed}”
      </p>
    );
  const { comparison } = result;
  const lines: [string, number, string][] = [
    [
      'minutes of hands',
      comparison.minutesMinor,
      `${attended(comparison.proposed.minutes)} against ${attended(comparison.other.minutes)}`,
    ],
    ['parts', comparison.partsMinor, ''],
    ['what it leads to', comparison.leadsToMinor, ''],
  ];
  return (
    <>
      <p>
        {Math.abs(comparison.aheadMinor) < 1 ? (
          <>It is worth the same as “{proposed}”</>
        ) : comparison.aheadMinor < 0 ? (
          <>
            It is worth{' '}
            <b className="figures text-note">
              <Money minor={-comparison.aheadMinor} />
            </b>{' '}
            more than “{proposed}”. So small a difference is a tie: what bears on the complaint and settles
            most for its cost comes first:
          </>
        ) : (
          <>
            “{proposed}” is ahead by{' '}
            <b className="figures text-note">
              <Money minor={comparison.aheadMinor} />
            </b>
            :
          </>
        )}
      </p>
      {Math.abs(comparison.aheadMinor) >= 1 && (
        <table className="mt-1">
          <caption className="sr-only">Where the difference comes from</caption>
          <tbody>
            {lines
              .filter(([, minor]) => Math.abs(minor) >= 1)
              .map(([name, minor, note]) => (
                <tr key={name}>
                  <th scope="row" className="pr-4 text-left font-normal">
                    {name}
                  </th>
                  <td className="figures w-20 text-right text-note">
                    <Money minor={minor} plus />
                  </td>
                  <td className="pl-4 text-note text-soft">{note}</td>
                </tr>
              ))}
          </tbody>
        </table>
      )}
    </>
  );
}
