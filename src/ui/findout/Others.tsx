import type { StepView } from '@/words/unit/view';
import { Key } from '../kit/parts';
import { Money } from '../kit/theShop';
import { attended } from '../kit/words';
import { LETTERS } from './useFindOut';

interface Props {
  others: readonly StepView[];
  disabled: boolean;
  onPick: (step: StepView) => void;
}

/** What else could be done, each with its hands and its difference to the first. */
export function Others({ others, disabled, onPick }: Props) {
  return (
    <section aria-label="Or" className="order-2 px-0.5 pt-3">
      <h2 className="mb-1 flex justify-between text-note text-soft">
        Or <span>hands, and against the first</span>
      </h2>
      <table className="w-full border-collapse text-row">
        <caption className="sr-only">Other steps, minutes of hands and value</caption>
        <tbody>
          {others.map((other, i) => (
            <tr key={`${other.kind}:${other.id}`} className="relative border-b border-soft/40 hover:bg-paper">
              <td className="w-9 py-1">
                <Key>{LETTERS[i]}</Key>
              </td>
              <td className="py-1">
                <button
                  type="button"
                  disabled={disabled}
                  onClick={() => onPick(other)}
                  className="text-left after:absolute after:inset-0"
                >
                  {other.title}
                </button>{' '}
                {other.note && <span className="text-note text-soft">{other.note}</span>}
              </td>
              <td className="figures w-20 py-1 text-right text-note">{attended(other.minutes)}</td>
              <td className="figures w-20 py-1 text-right text-note">
                {other.againstFirst === 0 ? (
                  <span className="text-soft">as good</span>
                ) : (
                  <Money minor={other.againstFirst} plus />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
