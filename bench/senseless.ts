import { catalogue, findingById, repairById } from '@/catalog';
import { shippedHouse } from '@/catalog/house';
import {
  CHASSIS,
  LOT_SOURCES,
  WHOLE_LOOK,
  type Chassis,
  type LotSource,
  type PartClass,
} from '@/core/catalogue';
import { CLOSED, stateAfter } from '@/core/minutes/opening';
import { seededRandom } from '@/core/random';
import { drawFaults, SimulatedMachine } from '@/core/simulate/machine';
import { evaluateUnit, type Evaluation } from '@/core/steps/evaluate';
import { engineFor, type EvaluationInput } from '@/core/steps/inspect';
import type { Sighted } from '@/core/steps/sighted';
import type { RankedStep } from '@/core/steps/rank';
import { MOST_OF_A_WHOLE } from '@/catalog/worth/prices';
import { cappedParts } from '@/core/price/parts';

/*
 * Machines are drawn and worked on, and every list of steps is looked at for what nobody at a bench would say. A row
 * counts the sequences it was seen in, with the first of them.
 */

/** What no list may say. */
export const ROWS = {
  'finish and sell comes first, and it was never seen to start': 0,
  'a repair under 5 % among the first three': 0,
  'nothing but repairs under 3 % after a stop that comes first': 0,
  'given up within two answers, and worth 80 or more': 0,
  'a repair under 5 % comes first, worth far more than stopping': 0,
  'a look is not worth the mean of its outcomes': 0,
  'the same answer twice moves belief': 0,
  'another answer with nothing done between counts beside the first': 0,
  'worth more in parts than half of an equal machine': 0,
  'over two minutes first, for under 0.3 % of the price': 0,
  'a part first, in a machine a danger stands against': 0,
} satisfies Record<string, number>;
export type Row = keyof typeof ROWS;

export interface Found {
  row: Row;
  words: string;
}

/** Longest sequence of steps. */
const STEPS = 9;
/** How often the first step is taken; else another of the first four. */
const FOLLOWED = 0.7;
/** Known-good parts a stocked shop has, at their catalogue prices. */
const SHELF = Object.fromEntries(
  catalogue.repairs.flatMap(({ part }) => (part ? [[part.class, part.costMinor]] : [])),
) as Partial<Record<PartClass, number>>;

interface Sequence {
  chassis: Chassis;
  source: LotSource;
  soundMinor: number;
  shelf: boolean;
}

function inputOf({ chassis, source, soundMinor, shelf }: Sequence, record: Sighted[]): EvaluationInput {
  const minutes = shippedHouse.minutes[chassis];
  return {
    chassis,
    source,
    record,
    bench: CLOSED,
    worth: {
      soundMinor,
      feeShare: 0.08,
      finishMinutes: minutes.finish,
      asFoundShare: shippedHouse.asFoundShare,
      asFoundMinutes: minutes.asFound,
      harvestMinutes: minutes.harvest,
      recycleMinor: shippedHouse.recycle[chassis],
      parts: Object.entries(cappedParts(shippedHouse.parts[chassis], soundMinor, MOST_OF_A_WHOLE)).map(
        ([part, minor]) => ({
          class: part as PartClass,
          minor,
        }),
      ),
    },
    priceLowMinor: soundMinor,
    priceHighMinor: soundMinor,
    ratePerHourMinor: 1800,
    verifyMinutes: minutes.verify,
    ...(shelf && { bin: SHELF }),
  };
}

const isRepair = (step: RankedStep) => step.kind === 'repair';

/** What one list says that nobody would. */
function looked(given: EvaluationInput, evaluation: Evaluation): Found[] {
  const found: Found[] = [];
  const say = (row: Row, words: string) => found.push({ row, words });
  const { steps, facts, stopMinor } = evaluation;
  const [first] = steps;
  const price = given.worth.soundMinor;
  const at = `${given.chassis} of ${Math.round(price / 100)}, ${given.source}, ${given.record.length} entries`;
  const danger = evaluation.shut.some(({ why }) => why.kind === 'gate');
  const started = facts.started === true || facts.system === true;
  if (first.kind === 'stop' && first.id === 'disclose' && !started && !danger)
    say('finish and sell comes first, and it was never seen to start', at);
  if (!danger)
    for (const step of steps.slice(0, 3).filter(isRepair))
      if ((step.chance ?? 0) < 0.05)
        say('a repair under 5 % among the first three', `${at}: ${step.id} ${step.chance!.toFixed(3)}`);
  if (first.kind === 'stop' && steps.length > 1) {
    const rest = steps.slice(1).filter(({ kind }) => kind !== 'stop');
    if (rest.length && rest.every((step) => isRepair(step) && (step.chance ?? 0) < 0.03))
      say('nothing but repairs under 3 % after a stop that comes first', at);
  }
  const answers = given.record.filter(({ kind }) => kind === 'finding').length;
  if (first.kind === 'stop' && answers <= 2 && price >= 8000 && !danger)
    say('given up within two answers, and worth 80 or more', at);
  if (isRepair(first) && !danger && (first.chance ?? 0) < 0.05 && first.valueMinor - stopMinor > 0.05 * price)
    say('a repair under 5 % comes first, worth far more than stopping', `${at}: ${first.id}`);
  for (const step of steps.slice(0, 3)) {
    if (step.kind !== 'look' || !step.outcomes || danger) continue;
    // what each outcome leaves has the cost of the look taken off
    const mean = step.outcomes.reduce(
      (sum, { probability, valueMinor }) => sum + probability * valueMinor,
      0,
    );
    const all = step.outcomes.reduce((sum, { probability }) => sum + probability, 0);
    if (Math.abs(all - 1) < 1e-6 && Math.abs(mean - step.valueMinor) > 0.02 * price)
      say('a look is not worth the mean of its outcomes', `${at}: ${step.id} ${step.valueMinor} ${mean}`);
  }
  const harvest = evaluation.routes.find(({ route }) => route === 'harvest');
  if (harvest && harvest.valueMinor > 0.5 * price)
    say('worth more in parts than half of an equal machine', `${at}: ${harvest.valueMinor}`);
  if (first.kind !== 'stop' && first.minutes > 2 && !danger) {
    const next = steps.find((step) => step !== first && step.kind === 'stop');
    if (next && first.valueMinor - next.valueMinor < 0.003 * price)
      say('over two minutes first, for under 0.3 % of the price', `${at}: ${first.id}`);
  }
  if (danger && isRepair(first) && first.partMinor > 0) {
    const clears = catalogue.gates.dangers.some(({ clearedBy }) => clearedBy.repairs.includes(first.id));
    if (!clears) say('a part first, in a machine a danger stands against', `${at}: ${first.id}`);
  }
  return found;
}

/** What the last answer given once more, and another in its place, do. */
function repeated(given: EvaluationInput, evaluation: Evaluation): Found[] {
  const last = given.record.at(-1);
  if (last?.kind !== 'finding') return [];
  const finding = findingById(last.id)!;
  const again = evaluateUnit(catalogue, { ...given, record: [...given.record, last] });
  const found: Found[] = [];
  const moved = (a: Evaluation, b: Evaluation) =>
    [...new Set([...Object.keys(a.chances), ...Object.keys(b.chances)])].some(
      (cause) => Math.abs((a.chances[cause] ?? 0) - (b.chances[cause] ?? 0)) > 0.011,
    );
  if (moved(again, evaluation)) found.push({ row: 'the same answer twice moves belief', words: last.id });
  const other = { ...last, outcome: (last.outcome + 1) % finding.outcomes.length };
  const both = evaluateUnit(catalogue, { ...given, record: [...given.record, other] });
  const instead = evaluateUnit(catalogue, { ...given, record: [...given.record.slice(0, -1), other] });
  if (moved(both, instead))
    found.push({
      row: 'another answer with nothing done between counts beside the first',
      words: `${last.id} after ${given.record.length}`,
    });
  return found;
}

/** One machine drawn by a seed and worked on, and all that was said of it that nobody would say. */
export function sequence(seed: number): { found: Found[]; lists: number } {
  const random = seededRandom(seed);
  const of = <T>(all: readonly T[]) => all[Math.floor(random() * all.length)];
  const chassis = of(CHASSIS);
  const drawn: Sequence = {
    chassis,
    source: of(LOT_SOURCES.filter((source) => source !== 'owner')),
    soundMinor: Math.round(2000 * 60 ** random()),
    shelf: random() < 0.5,
  };
  const { model } = engineFor(catalogue, drawn);
  const machine = new SimulatedMachine(model, drawFaults(model, random), seed);
  const record: Sighted[] = [];
  let { bench } = inputOf(drawn, record);
  const found: Found[] = [];
  let lists = 0;
  const look = (id: string) => record.push({ kind: 'finding', id, outcome: machine.look(id) });
  for (let n = 0; n < STEPS; n++) {
    const given = { ...inputOf(drawn, [...record]), bench };
    const evaluation = evaluateUnit(catalogue, given);
    lists++;
    found.push(...looked(given, evaluation));
    if (n === 3) found.push(...repeated(given, evaluation));
    const going = evaluation.steps.filter(({ kind }) => kind !== 'stop' && kind !== 'read').slice(0, 4);
    const [first] = evaluation.steps;
    const step = random() < FOLLOWED && first.kind !== 'read' ? first : of(going);
    if (!step || step.kind === 'stop') break;
    bench = stateAfter(bench, step.moves);
    if (step.kind === 'look') look(step.id);
    else if (step.kind === 'verify') look(WHOLE_LOOK);
    else if (step.kind === 'bundle') {
      const bundle = catalogue.bundles.find(({ id }) => id === step.id)!;
      for (const id of bundle.findings)
        if (model.findings.has(id) && !record.some((entry) => entry.kind === 'finding' && entry.id === id))
          look(id);
    } else
      record.push({
        kind: 'repair',
        id: step.id,
        ended: machine.repair(repairById(step.id)!) ? 'helped' : 'no-change',
      });
  }
  return { found, lists };
}

/** In how many of some sequences each row was seen, and the first of them in words. */
export function senseless(count: number, from = 1): Record<Row, { seen: number; first: string }> {
  const rows = Object.fromEntries(Object.keys(ROWS).map((row) => [row, { seen: 0, first: '' }])) as Record<
    Row,
    { seen: number; first: string }
  >;
  for (let seed = from; seed < from + count; seed++) {
    const { found } = sequence(seed);
    for (const row of new Set(found.map((each) => each.row))) {
      rows[row].seen++;
      rows[row].first ||= `seed ${seed}: ${found.find((each) => each.row === row)!.words}`;
    }
  }
  return rows;
}

if (process.argv[1]?.includes('senseless')) {
  const count = Number(process.argv[2] ?? 400);
  for (const [row, { seen, first }] of Object.entries(senseless(count)))
    console.log(`${String(seen).padStart(4)} of ${count}  ${row}  ${first}`);
}
