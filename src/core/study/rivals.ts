import type { Chassis } from '../catalogue';
import type { ClosedCase } from '../learn/closedCase';

/**
 * Two dull rivals of the engine, fitted on closed machines. If they foretell what is wrong as well, its tables are
 * decoration.
 */
export type Seen = ClosedCase['seen'];
/** What is believed of each cause after such answers, 0 to 1; causes no closed machine had are left out. */
export type Rival = (chassis: Chassis, seen: Seen) => Map<string, number>;
/** A closed machine as a rival learns from it. */
export type Learnt = Pick<ClosedCase, 'chassis' | 'truth' | 'seen'>;

/** A share is held back towards the usual one as if so many more machines had been seen. */
const HELD_BACK = 5;

/** The first answer that is not well: what it is brought in for, by finding and outcome. */
const complaintOf = (seen: Seen): string => {
  const first = seen.find(({ outcome }) => outcome > 0);
  return first ? `${first.finding}=${first.outcome}` : '';
};

/** Shares of machines that had each cause. */
function sharesOf(cases: readonly Learnt[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const { truth } of cases) for (const cause of truth) counts.set(cause, (counts.get(cause) ?? 0) + 1);
  return new Map([...counts].map(([cause, n]) => [cause, n / cases.length]));
}

function grouped(cases: readonly Learnt[], by: (one: Learnt) => string): Map<string, Learnt[]> {
  const groups = new Map<string, Learnt[]>();
  for (const one of cases) groups.set(by(one), [...(groups.get(by(one)) ?? []), one]);
  return groups;
}

/** How often machines of this kind with this complaint had each cause; where few had it, as often as the kind has it. */
export function complaintFrequencies(cases: readonly Learnt[]): Rival {
  const usual = new Map(
    [...grouped(cases, ({ chassis }) => chassis)].map(([key, own]) => [key, sharesOf(own)]),
  );
  const by = new Map(
    [...grouped(cases, ({ chassis, seen }) => `${chassis} ${complaintOf(seen)}`)].map(([key, own]) => [
      key,
      { n: own.length, shares: sharesOf(own) },
    ]),
  );
  return (chassis, seen) => {
    const { n, shares } = by.get(`${chassis} ${complaintOf(seen)}`) ?? {
      n: 0,
      shares: new Map<string, number>(),
    };
    return new Map(
      [...(usual.get(chassis) ?? [])].map(([cause, share]) => [
        cause,
        (n * (shares.get(cause) ?? 0) + HELD_BACK * share) / (n + HELD_BACK),
      ]),
    );
  };
}

/**
 * Each cause for itself, and each answer as if it hung on that cause alone (naive Bayes, one pseudo-count an outcome:
 * Manning, Raghavan & Schütze 2008, ch. 13). Answers are the kind's own: what is learnt of a laptop says nothing of a
 * desktop.
 */
export function naiveBayes(cases: readonly Learnt[]): Rival {
  const kinds = new Map(
    [...grouped(cases, ({ chassis }) => chassis)].map(([chassis, own]) => [chassis, fitted(own)]),
  );
  return (chassis, seen) => kinds.get(chassis)?.(seen) ?? new Map<string, number>();
}

/** Answers counted: how many machines had the finding, and how many showed each outcome. */
type Counts = Map<string, { all: number; outcomes: Map<number, number> }>;

function counted(cases: readonly Learnt[]): Counts {
  const counts: Counts = new Map();
  for (const { seen } of cases)
    for (const { finding, outcome } of latest(seen)) {
      const own = counts.get(finding) ?? { all: 0, outcomes: new Map<number, number>() };
      own.all++;
      own.outcomes.set(outcome, (own.outcomes.get(outcome) ?? 0) + 1);
      counts.set(finding, own);
    }
  return counts;
}

/** Of a question answered more than once the last answer. */
const latest = (seen: Seen): Seen => [...new Map(seen.map((answer) => [answer.finding, answer])).values()];

function fitted(cases: readonly Learnt[]): (seen: Seen) => Map<string, number> {
  const all = counted(cases);
  const outcomesOf = new Map([...all].map(([finding, { outcomes }]) => [finding, outcomes.size]));
  const causes = [...sharesOf(cases).keys()].map((cause) => {
    const having = cases.filter(({ truth }) => truth.includes(cause));
    return { cause, n: having.length, with: counted(having) };
  });
  const share = (own: { all: number; at: number }, kinds: number) => (own.at + 1) / (own.all + kinds);
  return (seen) =>
    new Map(
      causes.map((one) => {
        let logOdds = Math.log((one.n + 0.5) / (cases.length - one.n + 0.5));
        for (const { finding, outcome } of latest(seen)) {
          const whole = all.get(finding);
          if (!whole) continue;
          // one more kind than was met, for what nobody has shown yet
          const kinds = outcomesOf.get(finding)! + 1;
          const own = one.with.get(finding);
          const has = { all: own?.all ?? 0, at: own?.outcomes.get(outcome) ?? 0 };
          const not = { all: whole.all - has.all, at: (whole.outcomes.get(outcome) ?? 0) - has.at };
          logOdds += Math.log(share(has, kinds) / share(not, kinds));
        }
        return [one.cause, 1 / (1 + Math.exp(-logOdds))];
      }),
    );
}

/** How well causes were foretold. */
export interface Foretold {
  machines: number;
  /** Brier score: squared error of each belief, summed over the causes of a machine, and averaged (Brier 1950). */
  brier: number;
  /** Of the causes machines had: the share that was believed most, and among the three believed most. */
  first: number | null;
  firstThree: number | null;
}

/** Judges forecasts of machines whose causes are known. @param causes those that are judged; others count for nothing */
export function foretold(
  forecasts: readonly { believed: ReadonlyMap<string, number>; truth: readonly string[] }[],
  causes: ReadonlySet<string>,
): Foretold {
  let squares = 0;
  let [had, first, three] = [0, 0, 0];
  for (const { believed, truth } of forecasts) {
    const has = new Set(truth.filter((cause) => causes.has(cause)));
    for (const cause of causes) squares += ((believed.get(cause) ?? 0) - Number(has.has(cause))) ** 2;
    const order = [...believed].filter(([cause]) => causes.has(cause)).sort((a, b) => b[1] - a[1]);
    const place = (cause: string) => order.findIndex(([name]) => name === cause);
    for (const cause of has) {
      had++;
      const at = place(cause);
      if (at === 0) first++;
      if (at >= 0 && at < 3) three++;
    }
  }
  const machines = forecasts.length;
  return {
    machines,
    brier: machines ? squares / machines : 0,
    first: had ? first / had : null,
    firstThree: had ? three / had : null,
  };
}

export interface AgainstRivals {
  program: Foretold;
  complaints: Foretold;
  bayes: Foretold;
}

/**
 * The program's beliefs beside those of two dull rivals, on the later half of the machines; the rivals are fitted on the
 * earlier half. Only causes somebody found are judged, since only these can be known.
 * @param cases oldest first @param program what the program believes of each; null: its answers contradict each other
 */
export function againstRivals<C extends Learnt>(
  cases: readonly C[],
  program: (one: C) => ReadonlyMap<string, number> | null,
): AgainstRivals {
  const half = Math.floor(cases.length / 2);
  const [earlier, later] = [cases.slice(0, half), cases.slice(half)];
  const judged = later.flatMap((one) => {
    const believed = program(one);
    return believed ? [{ one, believed }] : [];
  });
  const causes = new Set(cases.flatMap(({ truth }) => truth));
  const by = (rival: Rival) =>
    foretold(
      judged.map(({ one }) => ({ believed: rival(one.chassis, one.seen), truth: one.truth })),
      causes,
    );
  return {
    program: foretold(
      judged.map(({ one, believed }) => ({ believed, truth: one.truth })),
      causes,
    ),
    complaints: by(complaintFrequencies(earlier)),
    bayes: by(naiveBayes(earlier)),
  };
}
