import type { Fact, Finding, FindingStage, Group, Outcome, Tells } from '@/core/catalogue';
import { basisLine, type Basis } from './basis';
import { spread, type Chances } from './chances';

/** What a test ends in when nothing is wrong: fans and lamps, a start, a picture. */
export type EndsIn = 'power' | 'started' | 'picture';

/** A question with its outcomes, as it is written down. `Id`: its outcome ids. */
export interface FindingRow<Id extends string = string> {
  id: string;
  ask: string;
  how?: string;
  group: Group;
  stage: FindingStage;
  /** Attended. */
  minutes: number;
  /** Id to words, what a sound machine shows first and the worst last. Ids never change; words may. */
  outcomes: Record<Id, string>;
  /** What is seen when none of the causes below is there; left out: always the first outcome. */
  leak?: Chances<NoInfer<Id>>;
  /** What is seen when only this cause acts, by cause id. */
  shownBy: Record<string, Chances<NoInfer<Id>>>;
  /** Facts an outcome shows, or says are not so. */
  shows?: Partial<Record<NoInfer<Id>, Fact[]>>;
  denies?: Partial<Record<NoInfer<Id>, Fact[]>>;
  /** Causes an outcome shows directly. */
  settles?: Partial<Record<NoInfer<Id>, string[]>>;
  /** What an outcome says is in the machine. */
  tells?: Partial<Record<NoInfer<Id>, Tells>>;
  /** The cause whose place on the machine an answer with this outcome names. */
  locates?: Partial<Record<NoInfer<Id>, string>>;
  /** The look that reads what an outcome shows: a code that was seen is decoded before anything is unscrewed. */
  readBy?: Partial<Record<NoInfer<Id>, string>>;
  /** From this outcome on the caution has to be acknowledged. */
  hazard?: { caution: string; from: NoInfer<Id> };
  /** "Any change?" shows only what this would show. */
  endsIn?: EndsIn;
  chassis?: Finding['chassis'];
  needs?: Finding['needs'];
  bench?: Finding['bench'];
  cautions?: Finding['cautions'];
  swap?: Finding['swap'];
  instrument?: Finding['instrument'];
  tool?: Finding['tool'];
  charges?: boolean;
  /** Causes that are not there when it can be answered at all. */
  presumes?: string[];
  /** What is said names a part: only a fault of its own group bears it out. */
  blames?: Finding['blames'];
  /** Of what is said: questions that settle it, and the outcomes that bear it out. */
  settledBy?: Finding['settledBy'];
  /** With these facts all seen, the answer is the first outcome, and nobody has to ask. */
  follows?: Fact[];
  /** `meaning`: what the outcomes say and where their limits lie. */
  source: { meaning: Basis; minutes: Basis; chances: Basis };
}

/** One row; a wrong outcome id does not compile. */
export const finding = <const Id extends string>(row: FindingRow<Id>): FindingRow => row as FindingRow;

/** What a seller says: it moves belief a little. */
export interface ClaimRow {
  id: string;
  group: Group;
  /** After "Seller says: ". */
  says: string;
  /** How often it is said of a machine with none of the causes below. */
  otherwise: number;
  /** How often it is said of a machine with this cause. */
  saidOf: Record<string, number>;
  /** It names a part: only a fault of its own group bears it out, whatever else would make somebody say it. */
  blames?: true;
  /** Questions that settle whether it is so, and the outcomes that say yes. */
  settledBy: Record<string, string[]>;
}

export function claim({ id, group, says, otherwise, saidOf, blames, settledBy }: ClaimRow): FindingRow {
  return finding({
    id,
    ask: `Seller says: ${says}`,
    group,
    stage: 'claim',
    minutes: 0,
    outcomes: { 'not-said': 'Not said', said: 'Said' },
    ...(blames && { blames }),
    settledBy,
    leak: { said: otherwise },
    shownBy: Object.fromEntries(Object.entries(saidOf).map(([cause, said]) => [cause, { said }])),
    source: { meaning: 'common practice', minutes: 'shop estimate', chances: 'shop estimate' },
  });
}

/**
 * @returns the row in the engine's form, all but what blocks it
 * @throws RangeError naming the row and what it names that is not there
 */
export function compileFinding(row: FindingRow): Finding {
  const {
    outcomes,
    leak = {},
    shownBy,
    shows,
    denies,
    settles,
    tells,
    locates,
    readBy,
    hazard,
    ...rest
  } = row;
  const { endsIn: _, source, ...same } = rest;
  const place = `finding "${row.id}"`;
  const ids = Object.keys(outcomes);
  // a key that is a whole number would be put first, whatever its place in the file
  for (const id of ids)
    if (!/^[a-z0-9-]*[a-z-][a-z0-9-]*$/.test(id))
      throw new RangeError(`${place}: "${id}" is no outcome id: small letters, figures, hyphens, one letter`);
  for (const [what, of] of Object.entries({ shows, denies, settles, tells, locates, readBy }))
    for (const id of Object.keys(of ?? {}))
      if (!ids.includes(id)) throw new RangeError(`${place}: ${what} names no outcome "${id}"`);
  if (hazard && !ids.includes(hazard.from))
    throw new RangeError(`${place}: hazard names no outcome "${hazard.from}"`);
  return {
    ...same,
    outcomes: ids.map((id): Outcome => ({
      id,
      label: outcomes[id],
      ...(shows?.[id] && { shows: shows[id] }),
      ...(denies?.[id] && { denies: denies[id] }),
      ...(settles?.[id] && { settles: settles[id] }),
      ...(tells?.[id] && { tells: tells[id] }),
      ...(locates?.[id] && { locates: locates[id] }),
      ...(readBy?.[id] && { readBy: readBy[id] }),
    })),
    leak: spread(ids, leak, `${place}: leak`),
    by: Object.fromEntries(
      Object.entries(shownBy).map(([cause, chances]) => [cause, spread(ids, chances, `${place}: ${cause}`)]),
    ),
    ...(hazard && { hazard: { caution: hazard.caution, from: ids.indexOf(hazard.from) } }),
    source: basisLine(source),
  };
}
