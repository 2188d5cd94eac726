import { POLICIES, workWeek, type TrialResult } from '@/core/timetable/trial/work';
import { trialWorld, USUAL_TRIAL } from '@/core/timetable/trial/world';

// The same drawn weeks worked in four ways: npm run bench:week [weeks] [looks a plan may take]
const weeks = Number(process.argv[2] ?? 50);
const looks = Number(process.argv[3] ?? 150);
const by = new Map(POLICIES.map((policy) => [policy, [] as TrialResult[]]));
for (let seed = 1; seed <= weeks; seed++) {
  const world = trialWorld(USUAL_TRIAL, seed);
  for (const policy of POLICIES) by.get(policy)!.push(workWeek(world, policy, looks));
  if (seed % 5 === 0) console.error(`${seed} of ${weeks} weeks`);
}
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const spread = (values: readonly number[]) => {
  const middle = mean(values);
  return Math.sqrt(mean(values.map((value) => (value - middle) ** 2)));
};
const shown = (values: readonly number[], digits = 1) => `${mean(values).toFixed(digits)} ± ${spread(values).toFixed(digits)}`; // prettier-ignore
console.log(`${weeks} weeks, ${looks} looks a plan\n`);
console.log('| way | finished | value | promises kept, % | hands in use, % | hours from in to done |');
console.log('|---|---|---|---|---|---|');
for (const [policy, results] of by)
  console.log(
    `| ${policy} | ${shown(results.map(({ finished }) => finished))} | ${shown(results.map(({ value }) => value), 0)} | ${shown(results.map(({ kept, promised }) => (100 * kept) / Math.max(1, promised)))} | ${shown(results.map(({ handsUse }) => handsUse * 100))} | ${shown(results.map(({ flowHours }) => flowHours))} |`, // prettier-ignore
  );
const planned = by.get('plan')!;
console.log(`\nplans a week ${mean(planned.map(({ plans }) => plans)).toFixed(0)}, moved of what had not begun ${(100 * mean(planned.map(({ moved }) => moved))).toFixed(0)} % each`); // prettier-ignore
