'use client';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import type { UnitHead } from '@/words/unit/view';

/** Moving a unit by hand: back along the line, or out of quarantine (the owner). */
export function StageMover({ unit, stages }: { unit: UnitHead; stages: { id: string; name: string }[] }) {
  const { send, problem, busy } = useCommand();
  if (!unit.mayWrite) return <p className="text-row text-soft">It is at {unit.stageName}.</p>;
  return (
    <div>
      <div className="flex flex-wrap gap-1.5">
        {stages.map((stage) => (
          <Button
            key={stage.id}
            disabled={busy || !unit.mayWrite || stage.id === unit.stage}
            className="min-h-9! px-2! text-note!"
            onClick={() => void send('setStage', { unitId: unit.id, stage: stage.id }, unit.version)}
          >
            {stage.name}
          </Button>
        ))}
      </div>
      {problem && (
        <div className="mt-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </div>
  );
}
