import type { Fact, Finding } from '../catalogue';

export type Facts = Partial<Record<Fact, boolean>>;

/** What is seen shows what it stands on: a system that runs has started, with power, on some picture. */
const STANDS_ON: Partial<Record<Fact, Fact[]>> = {
  system: ['started', 'picture'],
  ownPicture: ['picture'],
  picture: ['started'],
  started: ['power'],
};

/** Notes a fact as seen, in place. */
export function show(facts: Facts, fact: Fact): void {
  facts[fact] = true;
  for (const under of STANDS_ON[fact] ?? []) if (facts[under] !== true) show(facts, under);
}

/**
 * What can be observed now, from the outcomes taken so far in order; later entries win.
 * A repair that helped forgets what was denied: the thing is worth asking again.
 */
export function factsOf(entries: readonly ({ finding: Finding; outcome: number } | 'repaired')[]): Facts {
  const facts: Facts = {};
  for (const entry of entries) {
    if (entry === 'repaired') {
      for (const key of Object.keys(facts) as Fact[]) if (facts[key] === false) delete facts[key];
      continue;
    }
    const outcome = entry.finding.outcomes[entry.outcome];
    for (const fact of outcome.shows ?? []) show(facts, fact);
    for (const fact of outcome.denies ?? []) facts[fact] = false;
  }
  return facts;
}

/** A finding can be taken when everything it needs has been seen to be there. */
export function observable(finding: Finding, facts: Facts): boolean {
  return (finding.needs ?? []).every((fact) => facts[fact] === true);
}

/** Its answer follows from what is known: nobody needs to be asked, and it tells nothing new. */
export function follows(finding: Finding, facts: Facts): boolean {
  return Boolean(finding.follows?.length) && finding.follows!.every((fact) => facts[fact] === true);
}
