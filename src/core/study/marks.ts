/** What somebody who does not know whose step it was says of it. */
export const MARKS = ['would do', 'acceptable', 'foolish', 'dangerous'] as const;
export type Mark = (typeof MARKS)[number];

/** A step of a decision on record, marked blind. */
export interface MarkedStep {
  /** The decision and the step. */
  step: string;
  /** One of the first three proposals; else it was drawn. */
  proposed: boolean;
  person: string;
  mark: Mark;
}

export interface Agreement {
  /** Steps at least three people have marked. */
  steps: number;
  /** Of the proposals among them, the share the majority would do or accept; null: none yet. */
  proposals: number | null;
  /** The same of the steps that were drawn beside them. */
  drawn: number | null;
  /** How often one person agrees with the majority of the others: what can be reached at best. */
  ceiling: number | null;
  /** Proposals anybody called dangerous. */
  dangerous: number;
}

const LEAST = 3;
const well = (mark: Mark) => mark === 'would do' || mark === 'acceptable';

/** Whether more than half say it is well; null: as many say so as not. */
function majority(marks: readonly Mark[]): boolean | null {
  const yes = marks.filter(well).length;
  return yes * 2 === marks.length ? null : yes * 2 > marks.length;
}

const shareOf = (values: readonly boolean[]) =>
  values.length ? values.filter(Boolean).length / values.length : null;

/**
 * How far proposals agree with the majority of technicians, beside how far these agree among themselves. A tie is no
 * majority and counts for nothing.
 */
export function agreement(marks: readonly MarkedStep[]): Agreement {
  const steps = [...new Set(marks.map(({ step }) => step))]
    .map((step) => marks.filter((marked) => marked.step === step))
    .filter((given) => given.length >= LEAST);
  const verdicts = (proposed: boolean) =>
    steps
      .filter(([first]) => first.proposed === proposed)
      .flatMap((given) => majority(given.map(({ mark }) => mark)) ?? []);
  const among = steps.flatMap((given) =>
    given.flatMap(({ mark, person }) => {
      const others = majority(given.filter((other) => other.person !== person).map((other) => other.mark));
      return others === null ? [] : [others === well(mark)];
    }),
  );
  return {
    steps: steps.length,
    proposals: shareOf(verdicts(true)),
    drawn: shareOf(verdicts(false)),
    ceiling: shareOf(among),
    dangerous: new Set(
      marks.filter(({ proposed, mark }) => proposed && mark === 'dangerous').map(({ step }) => step),
    ).size,
  };
}
