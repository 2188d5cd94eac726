import { eq } from 'drizzle-orm';
import { demoDatabase } from '../tests/browser/shop.setup';
import { figures, ms } from './figures';

// The plan of the demo's open machines, from nothing and again after each answer: npm run bench:day [rounds]
const rounds = Number(process.argv[2] ?? 15);
process.env.DATABASE_URL = await demoDatabase('omnitrope_bench_day');
process.env.LOG_LEVEL = 'warn';
const { closeDatabase, database } = await import('@/db/client');
const { units, user } = await import('@/db/schema');
const { commandByName } = await import('@/shop/commands');
const { replan } = await import('@/shop/day/keep');
const { runCommand } = await import('@/shop/runner');
const { workHere } = await import('@/workers/pool');
const { default: run } = await import('@/workers/worker');
workHere(run);
const [actor] = await database().select().from(user).where(eq(user.name, 'Bench A'));
// some are promised, so that chances are drawn
for (const [n, tag] of ['WQ-0006', 'WQ-0033', 'FB-0003'].entries())
  await database().update(units).set({ promisedAt: new Date(Date.now() + (n + 1) * 86_400_000) }).where(eq(units.tag, tag)); // prettier-ignore
const open = await database().select().from(units).where(eq(units.stage, 'dock'));
const said = (day: { plan: { fault: string | null } }) => day.plan.fault ?? '';
let begun = performance.now();
const first = await replan();
console.log(`${first.plan.units.length} machines, ${first.plan.tasks.length} pieces of work; from nothing ${ms(performance.now() - begun)} ${said(first)}`); // prettier-ignore
const took: number[] = [];
const moved: number[] = [];
for (let n = 0; n < rounds; n++) {
  const unit = open[n % open.length];
  await runCommand(commandByName.get('observe') as never, { id: actor.id, name: actor.name, role: 'technician' }, { input: { unitId: unit.id, finding: 'look-dust', outcome: n % 2 } }); // prettier-ignore
  begun = performance.now();
  const { changes } = await replan();
  took.push(performance.now() - begun);
  moved.push(changes.share ?? 0);
}
const { median, p95 } = figures(took);
console.log(`again after an answer: median ${ms(median)}, p95 ${ms(p95)}`);
console.log(moved.map((share) => Math.round(share * 100)).join(' '));
console.log(`moved of what had not begun: ${(100 * (moved.reduce((sum, share) => sum + share, 0) / moved.length)).toFixed(0)} % each time`); // prettier-ignore
await closeDatabase();
