'use client';
import { useState } from 'react';
import type { FitView } from '@/words/parts/view';
import type { UnitHead } from '@/words/unit/view';
import { useScans } from '@/ui/kit/keys/keyboard';
import { Heading, LongList, Problem, Quiet } from '@/ui/kit/parts';
import { Link } from '@/ui/kit/Link';
import { Money } from '@/ui/kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { ClassFacets } from './ClassFacets';
import { FitMark } from '../FitMark';

interface Props {
  unit: UnitHead;
  parts: readonly FitView[];
  /** How many more there are. */
  more: number;
  facets: readonly { class: string; count: number }[];
  chosen: string | null;
}

/** The bin from a unit's side: what goes in, what goes in with care, and what does not, each with its reasons. */
export function BinFor({ unit, parts, more, facets, chosen }: Props) {
  const { send, problem, busy } = useCommand();
  const [despite, setDespite] = useState<string | null>(null);
  const disabled = busy || !unit.mayWrite || unit.held;
  const fit = async (componentId: string, all = false) => {
    const sent = await send(
      'fitPart',
      { unitId: unit.id, componentId, ...(all && { despite: true }) },
      unit.version,
    );
    setDespite(sent.ok ? null : componentId);
  };
  useScans((code) => {
    const part = parts.find((each) => each.code === code.toUpperCase());
    if (!part || disabled) return false;
    void fit(part.id);
    return true;
  });
  const base = `/u/${unit.tag}/parts`;
  return (
    <section aria-label="From the bin" className="panel">
      <Heading>From the bin</Heading>
      <ClassFacets
        chosen={chosen}
        facets={facets}
        all={{ words: 'All that goes in' }}
        to={(partClass) => (partClass ? `${base}?class=${encodeURIComponent(partClass)}` : base)}
      />
      {parts.length === 0 ? (
        <p className="text-row text-soft">The bin has nothing for this machine.</p>
      ) : (
        <LongList label="Parts of the bin">
          <table className="w-full border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1 font-normal">Part</th>
                <th className="font-normal">Does it go in?</th>
                <th className="text-right font-normal">Cost</th>
                <th>
                  <span className="sr-only">Fit it</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {parts.map((part) => (
                <tr key={part.id} className="border-b border-rule align-top">
                  <td className="py-1.5">
                    <Link
                      href={`/bin/${part.code}`}
                      className="figures border-b border-current text-note font-bold"
                    >
                      {part.code}
                    </Link>{' '}
                    {part.name}
                    {part.says && <span className="block text-note text-soft">{part.says}</span>}
                  </td>
                  <td className="max-w-[300px] py-1.5">
                    <FitMark answer={part.answer} />
                    {part.why && <span className="block text-note text-soft">{part.why}</span>}
                  </td>
                  <td className="figures py-1.5 text-right">
                    <Money minor={part.costMinor} />
                  </td>
                  <td className="py-1 pl-2 text-right whitespace-nowrap">
                    {unit.mayWrite && (
                      <Quiet
                        aria-label={`${part.answer === 'no' ? 'it went in' : 'fit it'}: ${part.code}`}
                        disabled={disabled}
                        onClick={() => void fit(part.id)}
                      >
                        {part.answer === 'no' ? 'it went in' : 'fit it'}
                      </Quiet>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </LongList>
      )}
      {more > 0 && <p className="pt-1 text-note text-soft">and {more} more: choose a class</p>}
      {problem && (
        <Problem>
          {problem.message}{' '}
          {despite && problem.code === 'refused' && (
            <Quiet disabled={disabled} onClick={() => void fit(despite, true)}>
              Fit it anyway
            </Quiet>
          )}
        </Problem>
      )}
    </section>
  );
}
