'use client';
import { useState } from 'react';
import { ChoiceField } from '../kit/fields';
import { Button, Heading, Problem, Sheet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import type { ClaimView } from '@/words/record/claims';
import type { UnitHead } from '@/words/unit/view';

/** Claims are findings with two outcomes: not said, said. */
const SAID = 1;

/** What was said of the machine, line by line: what it was taken for, and whether it held. */
export function Claims({
  unit,
  lines,
  kinds,
}: {
  unit: UnitHead;
  lines: ClaimView[];
  kinds: { id: string; says: string }[];
}) {
  const { send, problem, busy } = useCommand();
  const [kind, setKind] = useState('');
  const tick = async () => {
    const sent = await send(
      'observe',
      { unitId: unit.id, finding: kind, outcome: SAID, despite: true },
      unit.version,
    );
    if (sent.ok) setKind('');
  };
  return (
    <Sheet aria-label="Claims">
      <Heading>What was said, against what was found</Heading>
      {lines.length > 0 && (
        <table className="mt-1 w-full border-collapse text-row">
          <thead>
            <tr className="headrow">
              <th className="py-1 font-normal">Said</th>
              <th className="font-normal">Understood as</th>
              <th className="font-normal">Found</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, i) => (
              <tr key={i} className="border-b border-rule align-top">
                <td className="py-1 pr-3">“{line.said}”</td>
                <td className="py-1 pr-3">{line.understood}</td>
                <td className="py-1 text-soft">{line.found}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {unit.mayWrite && !unit.held && (
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <ChoiceField
            label="It was also said"
            value={kind}
            onChange={(event) => setKind(event.target.value)}
            wrap="w-[320px]"
          >
            <option value="">choose</option>
            {kinds.map((each) => (
              <option key={each.id} value={each.id}>
                {each.says}
              </option>
            ))}
          </ChoiceField>
          <Button disabled={busy || kind === ''} onClick={() => void tick()}>
            Put it on record
          </Button>
        </div>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </Sheet>
  );
}
