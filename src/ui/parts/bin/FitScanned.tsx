'use client';
import { useState } from 'react';
import type { FitView } from '@/words/parts/view';
import type { UnitHead } from '@/words/unit/view';
import { acted, useShortcuts } from '@/ui/kit/keys/keyboard';
import { go } from '@/ui/kit/keys/ways';
import { Button, Problem } from '@/ui/kit/parts';
import { Link } from '@/ui/kit/Link';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { FitMark } from '../FitMark';

/** A part’s label was scanned on a machine: does it go in here? Nothing is done before somebody says so. */
export function FitScanned({ unit, code, part }: { unit: UnitHead; code: string; part: FitView | null }) {
  const { send, problem, busy } = useCommand();
  const [despite, setDespite] = useState(false);
  const disabled = busy || !unit.mayWrite || unit.held;
  const away = () => go(`/u/${unit.tag}/parts`, { replace: true });
  const fit = async () => {
    const input = { unitId: unit.id, componentId: part!.id, ...(despite && { despite: true }) };
    const sent = await send('fitPart', input, unit.version);
    if (sent.ok) away();
    else setDespite(sent.problem.code === 'refused');
  };
  useShortcuts((key) => {
    if (key === 'Escape') return acted(away);
    return acted(key === 'Enter' && part && unit.mayWrite && !unit.held && (() => fit()), busy);
  });
  return (
    <section aria-label="Scanned part" className="headpanel mb-gutter">
      <p className="text-row text-soft">Scanned</p>
      <h2 className="text-title">
        <Link href={`/bin/${code}`} className="figures border-b border-current">
          {code}
        </Link>{' '}
        {part?.name ?? 'is not in the bin'}
      </h2>
      {part && (
        <p className="text-read">
          <FitMark answer={part.answer} /> {part.why}
        </p>
      )}
      <p className="mt-2 flex gap-3">
        {part && unit.mayWrite && (
          <Button tone="strong" shortcut="Enter" disabled={disabled} onClick={() => void fit()}>
            {despite ? 'Fit it anyway' : 'Fit it here'}
          </Button>
        )}
        <Button shortcut="Esc" onClick={() => void away()}>
          Not now
        </Button>
      </p>
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
