import { catalogue, findingById, repairById } from '@/catalog';
import { intake } from './checklists';
import { shippedHouse } from '@/catalog/house';
import {
  PART_CLASSES,
  USED_UP,
  WHOLE_LOOK,
  type BenchState,
  type Chassis,
  type Finding,
  type LotSource,
  type PartClass,
  type Repair,
} from '@/core/catalogue';
import { factsOf, observable } from '@/core/belief/facts';
import type { Evidence } from '@/core/belief/factors';
import type { Sign } from '@/core/safety/power';
import { powers, shutBy } from '@/core/steps/hazards';
import { closingMinutes, CLOSED, minutesOf, movesFor, stateAfter } from '@/core/minutes/opening';
import type { SaleRoute, UnitWorth } from '@/core/steps/problem';
import { engineFor, usualLeft } from '@/core/steps/inspect';
import { asFoundFactor } from '@/core/steps/routes';
import type { SimulatedMachine } from '@/core/simulate/machine';

export const RATE_PER_HOUR = 1800;
const PER_MINUTE = RATE_PER_HOUR / 60;
/** Sound price of an ordinary machine of each chassis, minor units; a shop estimate. */
const SOUND: Record<Chassis, number> = { desktop: 7000, small: 7500, aio: 12_000, laptop: 12_000 };
/** A stocked bin: one known-good part of each class, at what such a part usually fetches. */
export const BIN = Object.fromEntries(
  PART_CLASSES.map((part) => [
    part,
    Math.max(100, ...Object.values(shippedHouse.parts).map((values) => values[part] ?? 0)),
  ]),
) as Partial<Record<PartClass, number>>;

export function worthOf(chassis: Chassis): UnitWorth & { verifyMinutes: number } {
  const minutes = shippedHouse.minutes[chassis];
  return {
    soundMinor: SOUND[chassis],
    feeShare: 0.08,
    finishMinutes: minutes.finish,
    asFoundShare: shippedHouse.asFoundShare,
    asFoundMinutes: minutes.asFound,
    harvestMinutes: minutes.harvest,
    recycleMinor: shippedHouse.recycle[chassis],
    parts: Object.entries(shippedHouse.parts[chassis]).map(([part, minor]) => ({
      class: part as PartClass,
      minor: minor!,
    })),
    verifyMinutes: minutes.verify,
  };
}

export interface Outcome {
  /**
   * Attended minutes of finding and mending, putting together again included; finishing and selling are not.
   */
  minutes: number;
  /** The minutes that were not a repair that helped. */
  finding: number;
  netMinor: number;
  sound: boolean;
  route: SaleRoute;
  steps: number;
  /** Share of the price lost by powering it. */
  harm: number;
  /** What the end alone brings, and what each kind of work cost, parts included, minor units. */
  endMinor: number;
  looksMinor: number;
  vainMinor: number;
  mendingMinor: number;
}

/** One machine on the bench, its clock and its purse. Every policy works through this and nothing else. */
export class Trial {
  minutes = 0;
  /** Of these, on repairs that helped: mending, which whoever finds the fault has to do. */
  mending = 0;
  spentMinor = 0;
  /** Money of hands and parts, by what came of it; closing up counts as mending. */
  private readonly costs = { looks: 0, vain: 0, mending: 0 };
  steps = 0;
  bench: BenchState = { ...CLOSED };
  readonly record: Evidence[] = [];
  /** The same as it was done, for what is shut by it. */
  readonly taken: Sign[] = [];
  /** Share of the price lost by powering it with something dangerous in it. */
  harm = 0;
  private readonly spoilt = new Set<string>();
  /** Latest outcome of each finding since the last repair that helped. */
  readonly known = new Map<string, number>();
  private readonly seen: Parameters<typeof factsOf>[0][number][] = [];
  readonly worth: ReturnType<typeof worthOf>;

  /** Share of what is left of the price that a buyer pays as found. */
  private get asFoundFactor(): number {
    const engine = engineFor(catalogue, { chassis: this.chassis, source: this.source });
    const { judging } = catalogue;
    return asFoundFactor(
      { worth: this.worth, usualLeft: usualLeft(engine), judging },
      this.facts.system === true,
    );
  }

  constructor(
    readonly chassis: Chassis,
    readonly source: LotSource,
    readonly machine: SimulatedMachine,
  ) {
    this.worth = worthOf(chassis);
  }

  get facts() {
    return factsOf(this.seen);
  }

  applies(item: { chassis?: Chassis[] }): boolean {
    return !item.chassis || item.chassis.includes(this.chassis);
  }

  canLook(finding: Finding | undefined): finding is Finding {
    return Boolean(
      finding && this.applies(finding) && !this.known.has(finding.id) && observable(finding, this.facts),
    );
  }

  /** Takes a look; `free` is the part of the work every way of working has to do anyway. */
  look(finding: Finding, free = false): number {
    if (!free) {
      const before = this.minutes;
      this.move(finding.bench);
      this.minutes += finding.id === WHOLE_LOOK ? this.worth.verifyMinutes : finding.minutes;
      this.steps++;
      this.costs.looks += (this.minutes - before) * PER_MINUTE;
    }
    if (powers(finding)) this.power();
    const outcome = this.machine.look(finding.id);
    this.taken.push({ kind: 'finding', finding: finding.id, outcome: finding.outcomes[outcome].id });
    this.known.set(finding.id, outcome);
    this.record.push({ kind: 'finding', finding: finding.id, outcome });
    this.seen.push({ finding, outcome });
    return outcome;
  }

  /** One act that answers many questions. */
  take(id: string): void {
    const bundle = catalogue.bundles.find((each) => each.id === id)!;
    const before = this.minutes;
    this.move(bundle.bench);
    this.minutes += bundle.minutes;
    this.steps++;
    this.costs.looks += (this.minutes - before) * PER_MINUTE;
    for (const each of bundle.findings) {
      const finding = findingById(each);
      if (this.canLook(finding)) this.look(finding, true);
    }
  }

  repair(repair: Repair): boolean {
    const before = this.minutes;
    this.move(repair.bench);
    this.minutes += repair.minutes;
    this.steps++;
    // a part that did not help goes back into the bin
    const helped = this.machine.repair(repair);
    const part =
      repair.part && (helped || USED_UP.includes(repair.part.class))
        ? (BIN[repair.part.class] ?? repair.part.costMinor)
        : 0;
    this.spentMinor += part;
    this.costs[helped ? 'mending' : 'vain'] += (this.minutes - before) * PER_MINUTE + part;
    this.taken.push({ kind: 'repair', repair: repair.id, ended: helped ? 'helped' : 'no-change' });
    this.record.push({ kind: 'repair', repair, helped });
    if (helped) {
      this.mending += this.minutes - before;
      this.known.clear();
      this.seen.push('repaired');
    }
    return helped;
  }

  /** The looks before the first power. */
  lookOutside(): void {
    for (const id of catalogue.gates.lookFirst) {
      const finding = findingById(id);
      if (this.canLook(finding)) this.look(finding);
    }
  }

  /** What may not be done now. */
  get shut() {
    return shutBy(catalogue, this.taken, this.chassis, { facts: this.facts, keeps: false });
  }

  /** Powered with something dangerous in it, a machine may be spoilt: once for each such thing. */
  private power(): void {
    for (const id of this.machine.present) {
      const harm = catalogue.causes.find((cause) => cause.id === id)?.harm;
      if (harm?.when !== 'power' || this.spoilt.has(id)) continue;
      this.spoilt.add(id);
      if (this.machine.chance(`harm/${id}`) < harm.chance) this.harm += harm.share;
    }
  }

  private move(need: Finding['bench']): void {
    const moves = movesFor(need, this.bench, catalogue.benchMinutes[this.chassis]);
    this.minutes += minutesOf(moves);
    this.bench = stateAfter(this.bench, moves);
  }

  /**
   * The tests every machine goes through, in order, as far as they can be seen, up to the first that is not
   * well.
   * @param passed complaints nothing more can be done about: they are read over
   * @returns the complaint, or null when all is well; `fresh` when it is new since the last time
   */
  prove(passed: ReadonlySet<string> = new Set()): { complaint: string; fresh: boolean } | null {
    let fresh = false;
    for (const { finding: id, chassis, complaints } of intake) {
      const finding = findingById(id)!;
      if (chassis && !chassis.includes(this.chassis)) continue;
      if (!this.known.has(id)) {
        if (!this.canLook(finding)) continue;
        this.look(finding, true);
        fresh = true;
      }
      const complaint = complaints[finding.outcomes[this.known.get(id)!].id];
      if (complaint && !passed.has(complaint)) return { complaint, fresh };
    }
    return null;
  }

  /** Net value at the end by what is truly still wrong, minor units. */
  end(route: SaleRoute): Outcome {
    const { worth } = this;
    const perMinute = PER_MINUTE;
    const before = this.minutes;
    const left = [...this.machine.present].map((id) => catalogue.causes.find((cause) => cause.id === id)!);
    if (route === 'disclose' || route === 'asFound')
      this.minutes += closingMinutes(this.bench, catalogue.benchMinutes[this.chassis]);
    this.costs.mending += (this.minutes - before) * PER_MINUTE;
    const keep = 1 - worth.feeShare;
    const share = left.reduce((product, cause) => product * cause.valueLeft, 1) * Math.max(0, 1 - this.harm);
    const asFound = worth.soundMinor * this.asFoundFactor * share * keep - worth.asFoundMinutes * perMinute;
    const ruined = new Set(left.flatMap((cause) => cause.ruins ?? []));
    const value = {
      disclose: left.every((cause) => cause.valueLeft >= catalogue.judging.saleableShare)
        ? worth.soundMinor * share * keep - worth.finishMinutes * perMinute
        : asFound - worth.verifyMinutes * perMinute,
      asFound,
      harvest:
        worth.parts.reduce((sum, part) => sum + (ruined.has(part.class) ? 0 : part.minor), 0) * keep -
        worth.harvestMinutes * perMinute +
        Math.min(0, worth.recycleMinor),
      recycle: worth.recycleMinor,
    };
    return {
      minutes: this.minutes,
      finding: this.minutes - this.mending,
      netMinor: value[route] - this.minutes * perMinute - this.spentMinor,
      sound: left.length === 0,
      route,
      steps: this.steps,
      harm: this.harm,
      endMinor: value[route],
      looksMinor: this.costs.looks,
      vainMinor: this.costs.vain,
      mendingMinor: this.costs.mending,
    };
  }

  /**
   * The ending of somebody who does not know what is wrong, only what the tests show: all well is finished and sold;
   * what runs is sold as it is; what does not by what such lots usually fetch or by its parts, whichever is more.
   */
  plainEnd(well: boolean): Outcome {
    if (well) return this.end('disclose');
    const { worth } = this;
    const keep = 1 - worth.feeShare;
    const usual = usualLeft(engineFor(catalogue, { chassis: this.chassis, source: this.source }));
    const asFound = worth.soundMinor * this.asFoundFactor * usual * keep - worth.asFoundMinutes * PER_MINUTE;
    const parts =
      worth.parts.reduce((sum, part) => sum + part.minor, 0) * keep - worth.harvestMinutes * PER_MINUTE;
    return this.end(this.facts.system === true || asFound >= parts ? 'asFound' : 'harvest');
  }
}

export const lookUp = (id: string) => findingById(id);
export const repairUp = (id: string) => repairById(id);
