import type { Chassis, LotSource } from '@/core/catalogue';

/** What a seasoned technician would hold and do at one point of a case. */
export interface Turn {
  /** Answered since the turn before, in order: finding and outcome, or repair and "helped" / "no-change". */
  answered: readonly (readonly [id: string, answer: string])[];
  /** Of these causes at least one must be among the two likeliest; those seen directly do not take a place. */
  causes?: readonly string[];
  /** Of these steps (findings, repairs, "stop") at least one must be among the first three. */
  steps?: readonly string[];
  /** None of these may be proposed among the first three. "powering": nothing that plugs in or powers. */
  never?: readonly string[];
}

/** A machine, its story, and what is right at each turn: common practice, written before any engine saw it. */
export interface WorkedCase {
  id: string;
  story: string;
  chassis: Chassis;
  source: LotSource;
  /** What is truly wrong with it. */
  faults: readonly string[];
  turns: readonly Turn[];
}

type Right = Omit<Turn, 'answered'>;

/** "button=nothing lamp=dark" and what is right then. */
export function turn(answered: string, right: Right): Turn {
  const pairs = answered.split(/\s+/).filter(Boolean);
  return {
    answered: pairs.map((pair) => {
      const [id, answer] = pair.split('=');
      return [id, answer ?? ''] as const;
    }),
    ...right,
  };
}
