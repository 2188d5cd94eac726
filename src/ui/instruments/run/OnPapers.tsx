import type { RunKind } from '@/core/instruments/run';
import type { UnitHead } from '@/words/unit/view';
import { useCommand } from '@/ui/kit/hooks/useCommand';

/** Whether what was read stands on the machine's papers. */
export function OnPapers({ unit, kind, on }: { unit: UnitHead; kind: RunKind; on: boolean }) {
  const { send, busy } = useCommand();
  return (
    <label className="mt-1 flex min-h-11 items-center gap-2 text-row">
      <input
        type="checkbox"
        className="size-5 accent-ink"
        checked={on}
        disabled={busy || !unit.mayWrite}
        onChange={() => void send('readingOnPapers', { unitId: unit.id, kind, on: !on }, unit.version)}
      />
      stands on its papers
    </label>
  );
}
