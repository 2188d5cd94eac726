/** Something that lies open at the end of a day. */
export interface Loose {
  /** Attended minutes to end it, or to put it back. */
  minutes: number;
}

/** What goes on by itself. */
export interface Going {
  /** Minutes until it is over. */
  left: number;
  /** It may go on while nobody is in the house. */
  night: boolean;
}

export interface DayEnd {
  /** Attended minutes of everything that lies open. */
  minutes: number;
  /** Hands there are until the house closes; null: it is not open. */
  there: number | null;
  /** All of it is done by then. */
  fits: boolean;
}

/** Can what lies open be ended before the house closes? @param people how many pairs of hands are there */
export function dayEndOf(loose: readonly Loose[], closesIn: number | null, people: number): DayEnd {
  const minutes = loose.reduce((sum, own) => sum + own.minutes, 0);
  const there = closesIn === null ? null : closesIn * people;
  return { minutes, there, fits: there !== null && minutes <= there };
}

/** What becomes of a run when the house closes: over before that, left to run, or stopped. */
export const atClosing = (
  { left, night }: Going,
  closesIn: number | null,
): 'has run' | 'over' | 'runs on' | 'stop it' =>
  left < 1 ? 'has run' : closesIn !== null && left <= closesIn ? 'over' : night ? 'runs on' : 'stop it';
