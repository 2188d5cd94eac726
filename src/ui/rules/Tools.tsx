'use client';
import { TOOLS, type Tool } from '@/core/catalogue';
import { TOOL_NAMES } from '@/words/names';
import { Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

/** What the shop has to measure with: looks that want what is not there are not proposed. */
export function Tools({ lacks, mayWrite }: { lacks: Tool[]; mayWrite: boolean }) {
  const { send, problem, busy } = useCommand();
  const turn = (tool: Tool) =>
    void send('setTools', {
      lacks: lacks.includes(tool) ? lacks.filter((other) => other !== tool) : [...lacks, tool],
    });
  return (
    <fieldset className="mt-6 max-w-[560px] border-t border-rule pt-3">
      <legend className="sr-only">Tools</legend>
      <h2 className="text-lead">On the bench there is</h2>
      <p className="text-row text-soft">Looks that want what is not here are not proposed.</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {TOOLS.map((tool) => (
          <button
            key={tool}
            type="button"
            aria-pressed={!lacks.includes(tool)}
            disabled={busy || !mayWrite}
            onClick={() => turn(tool)}
            className={`min-h-11 border-2 border-ink px-3.5 text-read disabled:opacity-60 ${lacks.includes(tool) ? '' : 'bg-ink text-paper'}`}
          >
            {lacks.includes(tool) ? `no ${TOOL_NAMES[tool]}` : TOOL_NAMES[tool]}
          </button>
        ))}
      </div>
      {problem && <Problem>{problem.message}</Problem>}
    </fieldset>
  );
}
