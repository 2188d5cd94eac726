/** One open page at one machine, and whose it is. */
export interface StandsHere {
  page: string;
  person: string;
  name: string;
  /** Null: the page has turned away. */
  unit: string | null;
}

/** A page that has not said so again is gone, ms: it says so every third of that. */
export const STALE_MS = 60_000;
/** Pages kept; a shop of three hundred benches has a few each. */
const MOST = 5_000;

/** Who stands at which machine, as their open pages say it again and again. Nothing of it is kept on disk. */
export class Presence {
  private readonly pages = new Map<string, StandsHere & { unit: string; at: number }>();

  constructor(private readonly now: () => number = Date.now) {}

  /** @returns machines at which somebody came or went by it */
  hear({ page, person, name, unit }: StandsHere): string[] {
    const now = this.now();
    const before = this.pages.get(page);
    const stood = before && now - before.at < STALE_MS ? before.unit : null;
    this.pages.delete(page);
    if (unit !== null) this.pages.set(page, { page, person, name, unit, at: now });
    // the longest silent first: a map keeps the order things were put in
    for (const [key, { at }] of this.pages) {
      if (now - at < STALE_MS && this.pages.size <= MOST) break;
      this.pages.delete(key);
    }
    return stood === unit ? [] : [stood, unit].filter((each) => each !== null);
  }

  /** Names of the others at a machine, in order. */
  others(unit: string, person: string): string[] {
    const now = this.now();
    const names = [...this.pages.values()]
      .filter((stands) => stands.unit === unit && stands.person !== person && now - stands.at < STALE_MS)
      .map(({ name }) => name);
    return [...new Set(names)].sort();
  }
}
