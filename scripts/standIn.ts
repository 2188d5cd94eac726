import { parseArgs } from 'node:util';
import { RUN_KINDS, type RunKind } from '@/core/instruments/run';
import { hiddenCondition, STAND_INS, standInOf } from '@/core/simulate/standIn';
import { Sampler } from '@/device/sampler';
import { runStandIn } from '@/device/standInRun';

/**
 * A stand-in for a machine on the bench, seeded. Into a run, by the address its page shows:
 *   npm run stand-in -- heat paste --to http://shop/s/TOKEN [--seed 4] [--watts 45] [--faster 20]
 * or, without an address, a heat run as a log:
 *   npm run stand-in -- heat paste > run.csv
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    to: { type: 'string' },
    seed: { type: 'string', default: '1' },
    watts: { type: 'string', default: '45' },
    faster: { type: 'string', default: '1' },
  },
});
const [kind, said] = positionals as [RunKind, string];
const seed = Number(values.seed) || 1;
const wrong = (words: string): never => {
  console.error(`stand-in: ${words}`);
  process.exit(2);
};
if (!RUN_KINDS.includes(kind)) wrong(`one of ${RUN_KINDS.join(', ')}, then what ails it`);
const condition = said === 'hidden' ? hiddenCondition(kind, seed) : said;
if (!(STAND_INS[kind] as readonly string[]).includes(condition))
  wrong(`${kind} can be hidden, ${STAND_INS[kind].join(', ')}`);
const standIn = standInOf(kind, condition, seed, Number(values.watts) || 45);

if (values.to) {
  const sampler = new Sampler({
    url: values.to.replace(/\/$/, ''),
    batch: standIn.batch,
    about: { ...standIn.about, by: `stand-in, seed ${seed}` },
    onWord: ({ words }) => process.stderr.write(`\r${words.padEnd(60)}`),
  });
  await sampler.resume();
  const ended = await runStandIn(standIn, sampler, { faster: Math.max(0.1, Number(values.faster) || 1) });
  console.error(`\nstand-in: ${ended}`);
} else if (kind === 'heat') {
  const lines = Array.from({ length: 600 }, (_, t) => standIn.step(t >= 120)!).map((own) =>
    [own.t, own.temp, own.fan, own.power.toFixed(1), own.clock, own.load].join(','),
  );
  const heading = ['# room=22 limit=100', 't_s,temp_c,fan_rpm,power_w,clock_mhz,load'];
  console.log([...heading, ...lines].join('\n'));
} else wrong('--to and the address of the run are needed');
