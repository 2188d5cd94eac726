import { ENDINGS, type Ending } from '../catalogue';

/** How a repair ended, as a row of the record has it. */
export const ENDING_CODES: Record<Ending, number> = {
  'no-change': 0,
  helped: 1,
  done: 2,
  precaution: 3,
  'looked-well': 4,
};

/** How a repair ended, from its row; rows from before there were more than two endings have the number only. */
export function endingOf(row: { outcome: number; outcomeId: string | null }): Ending {
  const named = ENDINGS.find((ending) => ending === row.outcomeId);
  return named ?? (row.outcome === 1 ? 'helped' : 'no-change');
}

/** Was it carried out, so that what it puts in or takes out has happened? */
export const carriedOut = (ending: Ending) => ending !== 'no-change' && ending !== 'looked-well';
