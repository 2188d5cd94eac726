/**
 * The heat reader on logs of another physics than its own simulator's (`tests/oracles/thermal`): confusion, calibration,
 * where it settles at half time, resistances before and after. npx tsx bench/heat.ts [runs]
 */
import { heatTables } from '@/catalog/instruments/heat';
import { readHeat } from '@/core/instruments/heat/read';
import { HEAT_VERDICTS, type HeatVerdict } from '@/core/instruments/heat/tables';
import { seededRandom } from '@/core/random';
import { AILMENTS, drawMachine, thermalLog, type Ailment } from '../tests/oracles/thermal/network';

const RUNS = Number(process.argv[2] ?? 1_000);
export const TRUTH: Record<Ailment, HeatVerdict> = {
  sound: 'sound',
  'dry paste': 'paste',
  'loose mount': 'paste',
  dust: 'dust or fan',
  'worn fan': 'dust or fan',
  'stalled fan': 'fan stalled',
  'fan control': 'fan control',
  'sensor lost': 'sensor lost',
};

const random = seededRandom(2027);
const table = new Map(AILMENTS.map((own) => [own, new Map<string, number>()]));
const bins = Array.from({ length: 10 }, () => ({ said: 0, was: 0, count: 0 }));
let [seen, seenRight] = [0, 0];
let [right, soundStalled, soundHeld, silent, bareRight, bare] = [0, 0, 0, 0, 0, 0];
let spent = 0;
for (let n = 0; n < RUNS; n++) {
  const ailment = AILMENTS[n % AILMENTS.length];
  const log = thermalLog(ailment, random);
  const begun = performance.now();
  const { verdict } = readHeat(log, heatTables);
  spent += performance.now() - begun;
  const said = verdict[0]?.id ?? 'nothing';
  const own = table.get(ailment)!;
  own.set(said, (own.get(said) ?? 0) + 1);
  right += Number(said === TRUTH[ailment]);
  if (!log.samples.some(({ fan }) => fan !== undefined)) {
    bare++;
    bareRight += Number(said === TRUTH[ailment]);
  }
  silent += Number(verdict.length === 0);
  if (ailment !== 'worn fan' && log.samples.some(({ fan }) => fan !== undefined)) {
    seen++;
    seenRight += Number(said === TRUTH[ailment]);
  }
  soundStalled += Number(ailment === 'stalled fan' && said === 'sound');
  soundHeld += Number(log.held && said === 'sound');
  for (const { id, chance } of verdict) {
    const bin = bins[Math.min(9, Math.floor(chance * 10))];
    bin.said += chance;
    bin.was += Number(id === TRUTH[ailment]);
    bin.count++;
  }
}
console.log(
  `right ${right} of ${RUNS} (${((100 * right) / RUNS).toFixed(1)} %); without a fan's speed ${bareRight} of ${bare}`,
);
console.log(
  `with a fan's speed, no worn fan: ${seenRight} of ${seen} (${((100 * seenRight) / seen).toFixed(1)} %)`,
);
console.log(
  `silent ${silent}; sound for a stalled fan ${soundStalled}; sound for one that came to its limit ${soundHeld}`,
);
console.log(`${(spent / RUNS).toFixed(1)} ms a run`);
for (const [ailment, own] of table)
  console.log(
    ailment.padEnd(12),
    HEAT_VERDICTS.map((id) => `${id} ${own.get(id) ?? 0}`).join('  '),
    `nothing ${own.get('nothing') ?? 0}`,
  );
console.log('said     was    of');
for (const { said, was, count } of bins)
  if (count)
    console.log(
      `${((100 * said) / count).toFixed(0).padStart(3)} %  ${((100 * was) / count).toFixed(0).padStart(5)} %  ${count}`,
    );

let [near, known, within, told] = [0, 0, 0, 0];
const off: number[] = [];
for (let n = 0; n < RUNS / 2; n++) {
  const ailment = (['sound', 'dry paste', 'dust', 'worn fan', 'fan control'] as const)[n % 5];
  const log = thermalLog(ailment, random, { load: 900 });
  if (log.held || log.settles === null) continue;
  const half = log.samples.filter(({ t }) => t < 570);
  const { stages } = readHeat({ ...log, samples: half }, heatTables);
  if (!stages) continue;
  const miss = stages.settles - log.settles;
  off.push(miss);
  told++;
  near += Number(Math.abs(miss) <= 3);
  within += Number(Math.abs(miss) <= 2 * stages.settlesError + 1);
  known += Number(stages.settlesError <= heatTables.known);
}
off.sort((a, b) => a - b);
console.log(
  `settles at half time within 3 K: ${near} of ${told}; inside two errors and a degree: ${within}; said to be known: ${known}; median off ${off[off.length >> 1]?.toFixed(1)}, 5 % ${off[Math.floor(off.length * 0.05)]?.toFixed(1)}, 95 % ${off[Math.floor(off.length * 0.95)]?.toFixed(1)}`,
);

let [pairs, close] = [0, 0];
for (let n = 0; n < 60; n++) {
  const machine = drawMachine(random);
  const given = { machine, load: 900, rest: 120, whole: true };
  const [before, after] = [thermalLog('dust', random, given), thermalLog('sound', random, given)];
  if (before.held || after.held) continue;
  const [a, b] = [before, after].map((log) => readHeat(log, heatTables).sinkPerWatt);
  if (!a || !b) continue;
  pairs++;
  close += Number(Math.abs(b / a / (after.finsPerWatt / before.finsPerWatt) - 1) <= 0.2);
}
console.log(`sink before and after within 20 %: ${close} of ${pairs}`);
