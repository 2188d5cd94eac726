import type { FitAnswer } from '@/words/parts/view';

const WORDS: Record<FitAnswer, string> = { fits: 'Fits', 'with care': 'With care', no: 'No' };

/** Full, half or empty: told by its words and its shape, never by colour. */
export function FitMark({ answer }: { answer: FitAnswer }) {
  return (
    <span className="inline-flex items-center gap-1.5 font-semibold whitespace-nowrap">
      <svg aria-hidden viewBox="0 0 14 14" className="size-3.5">
        <rect x="1" y="1" width="12" height="12" fill="none" stroke="currentColor" strokeWidth="2" />
        {answer !== 'no' && (
          <rect
            x="1"
            y={answer === 'fits' ? 1 : 7}
            width="12"
            height={answer === 'fits' ? 12 : 6}
            fill="currentColor"
          />
        )}
        {answer === 'no' && <path d="M2 2 12 12" stroke="currentColor" strokeWidth="2" />}
      </svg>
      {WORDS[answer]}
    </span>
  );
}
