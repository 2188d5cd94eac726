import type { Catalogue, Repair } from '../catalogue';
import type { BeliefModel } from '../belief/model';
import type { Node } from '../belief/tree';
import { MISTAKEN_HELP } from '../belief/factors';
import { seededRandom } from '../random';

/**
 * A number in [0, 1) that depends on nothing but its keys: the same look at the same machine always shows the
 * same (FNV-1a, then mixed).
 */
function fixedDraw(seed: number, key: string): number {
  let hash = (0x811c9dc5 ^ seed) >>> 0;
  for (let i = 0; i < key.length; i++) hash = Math.imul(hash ^ key.charCodeAt(i), 0x01000193) >>> 0;
  return seededRandom(hash)();
}

/**
 * A machine on a simulated bench: its true faults are hidden in it; it shows what such a machine would show,
 * and a repair cures what it would cure. What it shows depends on the seed alone, not on the order of asking,
 * so two ways of working meet the same machine. @throws RangeError when it is asked a
 * question its kind of machine has not
 */
export class SimulatedMachine {
  readonly present: Set<string>;
  /** Repairs that helped so far: after each, the machine is looked at afresh. */
  private helped = 0;

  /**
   * @param model what the machine really follows; it may differ from what the engine believes
   * @param causes ids of the faults it came with
   */
  constructor(
    private readonly model: BeliefModel,
    causes: readonly string[],
    private readonly seed: number,
  ) {
    this.present = new Set(causes);
  }

  /**
   * The outcome of a look: each cause present, and the leak, shows something; the worst is seen.
   * @throws RangeError on an unknown finding
   */
  look(finding: string): number {
    const compiled = this.model.findings.get(finding);
    if (!compiled) throw new RangeError(`SimulatedMachine: no finding "${finding}" for this chassis`);
    const { outcomes, leak, cumulative, touched, blockers } = compiled;
    const draw = (sums: ArrayLike<number>, from: number, by: string) => {
      const u = fixedDraw(this.seed, `${finding}/${by}/${this.helped}`);
      for (let o = 0; o < outcomes; o++) if (u < sums[from + o]) return o;
      return outcomes - 1;
    };
    let worst = draw(leak, 0, '');
    if ([...this.present].some((id) => blockers.includes(this.model.causeIndex.get(id)!))) return worst;
    for (const id of this.present) {
      const cause = this.model.causeIndex.get(id)!;
      if (touched.includes(cause)) worst = Math.max(worst, draw(cumulative, cause * outcomes, id));
    }
    return worst;
  }

  /** A chance of this machine's own, the same whenever it is asked. */
  chance(of: string): number {
    return fixedDraw(this.seed, of);
  }

  /** Tries a repair; one that failed fails again. @returns what the bench would say: did it help? */
  repair({ id: repair, cures }: Pick<Repair, 'id' | 'cures'>): boolean {
    let aimed = false;
    let helped = false;
    for (const id of [...this.present]) {
      const success = cures[id];
      if (success === undefined) continue;
      aimed = true;
      if (fixedDraw(this.seed, `${repair}>${id}`) < success) {
        this.present.delete(id);
        helped = true;
      }
    }
    if (!aimed) helped = fixedDraw(this.seed, `${repair}?${this.helped}`) < MISTAKEN_HELP;
    if (helped) this.helped++;
    return helped;
  }
}

/**
 * Draws the faults a machine comes with from the priors, as many as there happen to be. Causes that exclude
 * each other are drawn as the states of one thing that they are.
 */
export function drawFaults(model: BeliefModel, random: () => number): string[] {
  const set: number[] = [];
  const odds = model.logOdds.map(Math.exp);
  const total = (node: Node): number =>
    typeof node === 'number'
      ? 1 + odds[node]
      : node.states.reduce((sum, state) => sum + odds[state], 0) +
        node.rest.reduce((product: number, each) => product * total(each), 1);
  const draw = (node: Node): void => {
    let left = random() * total(node);
    for (const state of typeof node === 'number' ? [node] : node.states) {
      left -= odds[state];
      if (left < 0) return void set.push(state);
    }
    if (typeof node !== 'number') node.rest.forEach(draw);
  };
  model.nodes.forEach(draw);
  return set.sort((a, b) => a - b).map((cause) => model.causes[cause].id);
}

/** Standard normal by Box and Muller (1958). */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/**
 * The same catalogue with every prior's odds and every likelihood moved by a log-normal factor and made to
 * sum again: a world that is not quite what the catalogue says. What is impossible stays impossible.
 * @param spread standard deviation of the logarithm
 */
export function perturbed(catalogue: Catalogue, spread: number, random: () => number): Catalogue {
  const factor = () => Math.exp(spread * normal(random));
  const moved = (distribution: readonly number[]) => {
    const raw = distribution.map((p) => p * factor());
    const total = raw.reduce((sum, p) => sum + p, 0);
    return raw.map((p) => p / total);
  };
  return {
    ...catalogue,
    causes: catalogue.causes.map((cause) => ({
      ...cause,
      prior: Object.fromEntries(
        Object.entries(cause.prior).map(([chassis, p]) => {
          const odds = (p / (1 - p)) * factor();
          return [chassis, odds / (1 + odds)];
        }),
      ),
    })),
    findings: catalogue.findings.map((finding) => ({
      ...finding,
      leak: moved(finding.leak),
      by: Object.fromEntries(Object.entries(finding.by).map(([cause, own]) => [cause, moved(own)])),
    })),
  };
}
