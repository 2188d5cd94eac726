import { Button, Problem } from './parts';
import type { CommandProblem } from './hooks/useCommand';

interface Props {
  problem: CommandProblem;
  /** What was refused, when it is not the question on screen. */
  of?: string;
  /** Record it all the same: also what no fault shows, or also with things on the mat. */
  onDespite: (as: 'despite' | 'powered') => void;
  onTakeBack: (observation: number) => void;
  busy: boolean;
}

/**
 * Why an answer was not taken, where it was given; answers that cannot be true together come with the ways
 * out.
 */
export function Refused({ problem, of, onDespite, onTakeBack, busy }: Props) {
  const { impossible, against = [], notBack } = problem.details ?? {};
  return (
    <Problem>
      {of && <b>{of} </b>}
      {problem.message}
      {notBack && (
        <span className="mt-2 flex flex-wrap gap-2">
          <Button disabled={busy} onClick={() => onDespite('powered')}>
            It was powered anyway
          </Button>
        </span>
      )}
      {impossible && (
        <span className="mt-2 flex flex-wrap gap-2">
          {against.slice(0, 4).map((line) => (
            <Button key={line.observation} disabled={busy} onClick={() => onTakeBack(line.observation)}>
              Take back: {line.words}
            </Button>
          ))}
          <Button disabled={busy} onClick={() => onDespite('despite')}>
            Record it anyway
          </Button>
        </span>
      )}
    </Problem>
  );
}
