'use client';
import { ChoiceField } from '../kit/fields';
import { Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

const WORDS = [
  ['owner', 'the owner only'],
  ['technician', 'the owner and the benches'],
  ['viewer', 'everybody who can sign in'],
] as const;

/** Who sees what was paid, margins and books. */
export function Margins({ marginsFor, mayWrite }: { marginsFor: string; mayWrite: boolean }) {
  const { send, problem, busy } = useCommand();
  return (
    <div className="max-w-[560px] pt-4">
      <ChoiceField
        label="Purchase prices, margins and books are shown to"
        value={marginsFor}
        disabled={!mayWrite || busy}
        onChange={(event) => void send('setMargins', { marginsFor: event.target.value })}
      >
        {WORDS.map(([role, words]) => (
          <option key={role} value={role}>
            {words}
          </option>
        ))}
      </ChoiceField>
      {problem && <Problem>{problem.message}</Problem>}
    </div>
  );
}
