import { catalogue } from '@/catalog';
import { heatTables } from '@/catalog/instruments/heat';
import { batteryRules, railSigns, soakRules } from '@/catalog/instruments/readings';
import { conduct, type SoFar } from '@/core/instruments/conduct';
import type { RunKind, Sample } from '@/core/instruments/run';
import { ImpossibleEvidence } from '@/core/belief/posterior';
import { closedCase, type ClosedCase } from '@/core/learn/closedCase';
import { calibration } from '@/core/study/calibration';
import { againstRivals, type AgainstRivals } from '@/core/study/rivals';
import { withOverrides, type CatalogueOverrides } from '@/core/belief/overrides';
import type { Catalogue } from '@/core/catalogue';
import type { ModelContext } from '@/core/belief/model';
import { compareSteps, type Comparison } from '@/core/steps/compare';
import { evaluateUnit, type Evaluation } from '@/core/steps/evaluate';
import { clashing, engineFor, inspectUnit } from '@/core/steps/inspect';
import { type EvaluationInput } from '@/core/steps/inspect';
import type { Sighted } from '@/core/steps/sighted';
import { verdictOf, type MemorySetup, type Trial } from '@/core/memory/belief';
import { replay } from '@/core/memory/replay';
import type { HouseTables } from '@/core/house/tables';
import { tableModel } from '@/core/price/table';
import type { Selling } from '@/core/value/markdown';
import { slowAdvice, type SlowAdvice, type SlowRules, type Waiting } from '@/core/value/slow';
import { learnPrices, type Learnt, type PastSale } from '@/core/value/learn';
import { learnParts, usualParts, type PartSale } from '@/core/value/looseParts';
import { cutLine, pinnedMinutes, worthOfMore, type Candidate, type Capacity } from '@/core/lots/cutLine';
import { allDoneBy, doneBy, finishes, logScatter } from '@/core/timetable/chance';
import type { Timetabled } from '@/core/timetable/problem';
import { timetable, type SearchLimits } from '@/core/timetable/search';
import { POLICIES, workWeek, type TrialResult } from '@/core/timetable/trial/work';
import { trialWorld, type TrialHouse } from '@/core/timetable/trial/world';
import { readCodeTables } from '@/formats/codes';
import { readPastSales, type SaleColumns } from '@/formats/pastSales';
import {
  guessColumns,
  readManifest,
  readManifestTable,
  type ColumnMap,
  type Reading,
} from '@/formats/manifest';
import { certificatePdf, type Certificate } from '@/formats/print/certificate';
import { labelSheet, type Label } from '@/formats/print/labels';
import { monthPdf, type MonthPaper } from '@/formats/print/month';
import { technicalPdf, type TechnicalPaper } from '@/formats/print/technical';
import { passportPdf, type Passport } from '@/formats/print/passport';
import { workListPdf, type WorkList } from '@/formats/print/workList';
import { readReport, type ReportFile } from '@/formats/report/bundle';
import { asJpeg } from '@/pictures/photo';
import { codesInPhoto } from '@/pictures/barcode';
import { readyPhoto } from '@/pictures/photo';
import { wordsInPhoto } from '@/pictures/words';
import { ask } from '@/ask/kinds';
import { diagnose } from '@/ask/diagnosis/case';
import { UNKNOWN_NUMBERS } from './numbers';

/**
 * The shop's numbers over the catalogue's: `mark` names them; they themselves come along only when a worker
 * asks for them.
 */
export interface NumbersRef {
  mark: string;
  numbers?: CatalogueOverrides;
}

const KEPT = 4;
const kept = new Map<string, Catalogue>();

function catalogueWith({ mark, numbers }: NumbersRef): Catalogue {
  if (mark === '') return catalogue;
  const known = kept.get(mark);
  if (known) return known;
  if (!numbers) throw new Error(UNKNOWN_NUMBERS);
  const made = withOverrides(catalogue, numbers);
  if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
  kept.set(mark, made);
  return made;
}

/** Orders a plan of a tried week looks at each time it is made. */
const TRIAL_LOOKS = 40;
const SHOWN_ROWS = 200;
const SHOWN_BAD = 500;

/** How long a plan is looked for, from what, and what stays; how often its minutes are drawn. */
interface DaySearch extends Pick<SearchLimits, 'seconds' | 'from' | 'fixed' | 'moving' | 'settled'> {
  draws: number;
  /** How far the hands of each operation scatter, as a share of their minutes. */
  scatter: Readonly<Record<string, number>>;
  /** Units of one promise. */
  together?: readonly string[];
}

interface Weighed {
  proposed: string;
  /** Null: there is nothing else to do. */
  result: Comparison | null;
}

/**
 * Everything that may take longer than an event loop can be held: plain functions of plain data, run by any
 * worker thread. Those in `QUICK` answer within a few hundredths of a second and never wait behind the
 * others.
 */
export const registry = {
  /** A run of an instrument as it goes. */
  conduct: (kind: RunKind, samples: readonly Sample[], about: Parameters<typeof conduct>[2]): SoFar =>
    conduct(kind, samples, about, {
      heat: heatTables,
      battery: batteryRules,
      rails: railSigns,
      soak: soakRules,
    }),

  evaluate: (numbers: NumbersRef, input: EvaluationInput): Evaluation =>
    evaluateUnit(catalogueWith(numbers), input),

  /** Why what stands first, and not `other`. */
  compare(numbers: NumbersRef, input: EvaluationInput, other: string): Weighed {
    const known = catalogueWith(numbers);
    const { problem, ranking } = inspectUnit(known, input);
    const [first, second] = ranking.steps;
    const proposed = first.id === other || (first.kind === 'stop' && other === 'stop') ? second : first;
    if (!proposed) return { proposed: '', result: null };
    const id = proposed.kind === 'stop' ? 'stop' : proposed.id;
    return { proposed: id, result: compareSteps(known, problem, ranking, id, other) };
  },

  /** Which earlier entries cannot stand beside the last one. */
  clashing: (numbers: NumbersRef, input: EvaluationInput): number[] =>
    clashing(catalogueWith(numbers), input),

  /** What a memory board has come to after its starts; `impossible`: the first start nothing could show. */
  memoryVerdict(setup: MemorySetup, trials: readonly Trial[]) {
    const { belief, impossible } = replay(setup, trials);
    return { verdict: verdictOf(belief), impossible };
  },

  readReport: (files: readonly ReportFile[]) => readReport(files),

  readManifest(text: string, columns: ColumnMap | undefined, reading: Reading = {}) {
    const table = readManifestTable(text, reading);
    const map = columns ?? guessColumns(table.header, table.rows);
    return { header: table.header, columns: map, ...readManifest(table, map) };
  },

  /** The same for a look beforehand: only what is shown comes back. */
  previewManifest(text: string, columns: ColumnMap | undefined, reading: Reading = {}) {
    const table = readManifestTable(text, reading);
    const map = columns ?? guessColumns(table.header, table.rows);
    const { rows, bad } = readManifest(table, map);
    return {
      header: table.header.slice(0, 200),
      columns: map,
      delimiter: table.delimiter,
      decimal: table.decimal,
      rows: rows.slice(0, SHOWN_ROWS),
      keys: rows.map((row) => row.key),
      bad: bad.slice(0, SHOWN_BAD),
      badTotal: bad.length,
    };
  },

  readCodes: (text: string) => readCodeTables(text),

  /** Former sales, or prices seen asked. */
  readPastSales: (
    text: string,
    processors: HouseTables['processors'],
    today: string,
    decimals: number,
    reading: Reading,
    columns: SaleColumns | undefined,
  ) => readPastSales(text, processors, today, decimals, reading, columns),

  /** A plan of the days to come, when each machine should be done, and the chance that each promise holds. */
  planDay(problem: Timetabled, { draws, scatter, together = [], ...search }: DaySearch) {
    const plan = timetable(problem, { ...search, seed: 1, now: () => performance.now() });
    const tasks = new Map(problem.operations.map((task) => [task.id, task]));
    const promised = problem.units.flatMap(({ id, due }) => (due === null || due === undefined ? [] : [id]));
    // drawn where anything was promised
    const spread = (id: string) => logScatter(scatter[id]);
    const ends = finishes(problem, plan.operations, spread, promised.length ? draws : 0, 1, 0, new Set(promised)); // prettier-ignore
    const done: Record<string, number> = {};
    for (const placed of plan.operations) {
      const task = tasks.get(placed.id)!;
      done[task.unit] = Math.max(done[task.unit] ?? 0, placed.tail + task.tail);
    }
    const chance = Object.fromEntries(
      problem.units.flatMap(({ id, due }) =>
        due === null || due === undefined ? [] : [[id, doneBy(ends.get(id)!, due)]],
      ),
    ) as Record<string, number>;
    const due = Math.max(
      ...problem.units.flatMap((one) => (together.includes(one.id) ? [one.due ?? 0] : [])),
    );
    const all = together.length ? allDoneBy(together.map((id) => ends.get(id)!), due) : null; // prettier-ignore
    return { plan, done, chance, all };
  },

  /** A drawn week of a house, worked in every way of choosing what comes next. */
  tryWeek(house: TrialHouse, seed: number): Omit<TrialResult, 'log'>[] {
    const world = trialWorld(house, seed);
    return POLICIES.map((policy) => {
      const { log: _, ...result } = workWeek(world, policy, TRIAL_LOOKS);
      return result;
    });
  },

  /** Which machines get the hours; what an hour more and an hour less would change. */
  async cutHours(
    units: readonly Candidate[],
    capacity: Capacity,
    /** By station: how much one more of it is. */
    oneMore: Readonly<Record<string, number>>,
    seconds: number,
  ) {
    const { minutes, stations } = capacity;
    const at = (attended: number) => cutLine(units, { minutes: Math.max(0, attended), stations }, seconds);
    const line = await at(minutes);
    const [more, less] = [await at(minutes + 60), await at(Math.max(minutes - 60, pinnedMinutes(units)))];
    const worth: Record<string, number> = {};
    for (const [name, by] of Object.entries(oneMore))
      worth[name] = await worthOfMore(units, capacity, { stations: { [name]: by } }, line.net, seconds);
    return { line, more, less, worth };
  },

  /** What to do with machines on the shelf, each with how it sells. */
  slowAdvices: (
    all: readonly { selling: Selling; waiting: Waiting }[],
    rules: SlowRules,
    step: number,
  ): SlowAdvice[] =>
    all.map(({ selling, waiting }) =>
      slowAdvice(selling, waiting, rules, (minor) => Math.round(minor / step) * step),
    ),

  /** What sales of machines teach over the house's prices, and sales of loose parts over what it takes parts for. */
  learnPrices(
    {
      prices,
      partsBy,
      parts,
      selling: { halfLifeDays },
    }: Pick<HouseTables, 'prices' | 'partsBy' | 'parts' | 'selling'>,
    sales: readonly PastSale[],
    loose: readonly PartSale[],
    today: string,
  ): Learnt {
    const learnt = learnPrices(tableModel(prices), sales, today, { halfLifeDays });
    return { ...learnt, parts: learnParts(partsBy, usualParts(parts), loose, today, halfLifeDays) };
  },

  /** A case as a file; with three faults at once it takes seconds. */
  diagnose: (value: unknown) => diagnose(value),

  /** One of the questions of `shop/ask`. */
  ask: (kind: string, value: unknown): unknown => ask(kind, value),

  closedCases(cases: readonly { context: ModelContext; record: Sighted[]; left: boolean }[]): ClosedCase[] {
    return cases.flatMap(({ context, record, left }) => {
      try {
        const found = closedCase(catalogue, context, engineFor(catalogue, context), record, left);
        return found ? [found] : [];
      } catch (error) {
        // a record that contradicts itself teaches nothing
        if (error instanceof ImpossibleEvidence) return [];
        throw error;
      }
    });
  },

  /** What was believed of each closed machine before it was mended, and whether it was so. */
  calibrate: (cases: readonly ClosedCase[]) =>
    calibration(
      cases.flatMap(({ chassis, source, truth, seen }) => {
        const engine = engineFor(catalogue, { chassis, source });
        try {
          const { marginals } = engine.posterior(seen.map((answer) => ({ kind: 'finding', ...answer })));
          return engine.model.causes.map(({ id }, c) => ({ p: marginals[c], was: truth.includes(id) }));
        } catch (error) {
          if (error instanceof ImpossibleEvidence) return [];
          throw error;
        }
      }),
    ),

  /** How the program's beliefs stand beside two dull rivals', on closed machines, oldest first. */
  rivals: (cases: readonly ClosedCase[]): AgainstRivals =>
    againstRivals(cases, ({ chassis, source, seen }) => {
      const engine = engineFor(catalogue, { chassis, source });
      try {
        const { marginals } = engine.posterior(seen.map((answer) => ({ kind: 'finding', ...answer })));
        return new Map(engine.model.causes.map(({ id }, c) => [id, marginals[c]]));
      } catch (error) {
        if (error instanceof ImpossibleEvidence) return null;
        throw error;
      }
    }),

  labels: (labels: readonly Label[], skip: number, seal: string): Promise<Uint8Array> =>
    labelSheet(labels, skip, seal),
  passport: async (passport: Passport): Promise<Uint8Array> =>
    passportPdf({ ...passport, photos: await asJpeg(passport.photos) }),
  technical: (paper: TechnicalPaper): Promise<Uint8Array> => technicalPdf(paper),
  certificate: (paper: Certificate): Promise<Uint8Array> => certificatePdf(paper),
  month: (paper: MonthPaper): Promise<Uint8Array> => monthPdf(paper),
  workList: (list: WorkList): Promise<Uint8Array> => workListPdf(list),
  photo: (upload: Uint8Array) => readyPhoto(upload),
  codes: (upload: Uint8Array) => codesInPhoto(upload),
  words: (upload: Uint8Array) => wordsInPhoto(upload),
};

export type Registry = typeof registry;
