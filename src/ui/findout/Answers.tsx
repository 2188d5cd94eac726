import { Quiet } from '../kit/parts';
import type { AnswerView } from '@/words/unitView';

const decibans = (value: number) => `${value > 0 ? '+' : '−'}${Math.abs(value).toFixed(1)}`;

/**
 * What moved belief: every answer, newest first, with the weight it had (decibans) and a way to take it back.
 */
export function Answers({
  answers,
  disabled,
  onVoid,
  onAgain,
}: {
  answers: AnswerView[];
  disabled: boolean;
  onVoid: (id: number) => void;
  onAgain: (finding: string) => void;
}) {
  const standing = answers.filter((answer) => !answer.voided);
  if (standing.length === 0)
    return (
      <p className="border-t-[1.5px] border-ink pt-2 text-[14px] text-soft">
        Nothing observed yet: this is what machines of this kind from such a lot usually have.
      </p>
    );
  return (
    <div className="min-h-[92px] flex-1 overflow-hidden border-t-[1.5px] border-ink pt-2 text-[14px] lg:basis-0">
      <h2 className="sr-only">What moved it</h2>
      <ol
        tabIndex={0}
        aria-label="Answers, newest first"
        className="h-full overflow-x-hidden overflow-y-auto"
      >
        {standing.map((answer, i) => (
          <li key={answer.id} className={`group relative pb-1.5 ${i ? 'text-[13px]' : ''}`}>
            <span className={i === 0 ? 'font-semibold' : ''}>
              {answer.what} <b>{answer.answer}.</b>
            </span>{' '}
            {answer.moved.slice(0, i ? 2 : 3).map((move) => (
              <span key={move.cause} className="mr-1.5 text-soft">
                {move.cause.toLowerCase()}{' '}
                <span className="figures text-[12px] whitespace-nowrap text-ink">
                  {decibans(move.decibans)} dB
                </span>
              </span>
            ))}
            {!disabled && answer.finding && (
              <Quiet
                aria-label={`Look again: ${answer.what}`}
                onClick={() => onAgain(answer.finding!)}
                className="mr-2 min-h-0! border-0! underline decoration-dotted text-[12px]! text-soft"
              >
                look again
              </Quiet>
            )}
            {!disabled && (
              <Quiet
                aria-label={`Take back: ${answer.what} ${answer.answer}`}
                onClick={() => onVoid(answer.id)}
                className="min-h-0! border-0! underline decoration-dotted text-[12px]! text-soft"
              >
                take back
              </Quiet>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}
