'use client';
import type { UnitHead } from '@/words/unit/view';
import { useState } from 'react';
import { ChoiceField } from '../kit/fields';
import { useCommand } from '../kit/hooks/useCommand';
import { MoneyField } from '../kit/MoneyField';
import { Button, Problem } from '../kit/parts';
import { useMoney } from '../kit/theShop';
import { AS } from './RecordDrive';

export function List({
  unit,
  suggested,
  ready,
  graded,
}: {
  unit: UnitHead;
  suggested: number;
  ready: boolean;
  graded: boolean;
}) {
  const [as, setAs] = useState<string>(graded ? 'graded' : 'told');
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [text, setText] = useState(money.field(suggested));
  const minor = money.parse(text);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (minor !== null) void send('listUnit', { unitId: unit.id, askMinor: minor, as }, unit.version);
      }}
      className="flex flex-wrap items-end gap-2"
    >
      <MoneyField label="Asking price" text={text} onText={setText} wrap="w-[150px]" />
      <ChoiceField label="As" value={as} onChange={(event) => setAs(event.target.value)} wrap="w-[240px]">
        {AS.map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </ChoiceField>
      <Button type="submit" tone="strong" disabled={busy || !unit.mayWrite || unit.held || minor === null}>
        To the shelf
      </Button>
      {(!ready || (as === 'graded' && !graded)) && (
        <p className="w-full text-note text-soft">
          It is refused until its data is accounted for{as === 'graded' && ' and it is graded'}.
        </p>
      )}
      {problem && (
        <div className="w-full">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}
