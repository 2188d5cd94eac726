import { readFileSync } from 'node:fs';
import { diagnose, findingsMatching } from '@/ask/diagnosis/case';
import { ShopError } from '@/errors';

/**
 * npm run --silent belief -- CASE.json ("-" = standard input), or: belief -- --findings TEXT. JSON out; see
 * docs/belief.md.
 */
const USAGE = 'usage: npm run --silent belief -- CASE.json | - | --findings TEXT';

function run(args: string[]): unknown {
  if (args[0] === '--findings' && args.length >= 2) {
    return findingsMatching(args.slice(1).join(' ')).map((finding) => ({
      finding: finding.id,
      ask: finding.ask,
      group: finding.group,
      chassis: finding.chassis ?? 'all',
      minutes: finding.minutes,
      needs: finding.needs ?? [],
      outcomes: finding.outcomes.map((outcome) => outcome.label),
    }));
  }
  if (args.length !== 1 || args[0].startsWith('--')) throw new ShopError('invalid', USAGE);
  let text: string;
  try {
    text = readFileSync(args[0] === '-' ? 0 : args[0], 'utf8');
  } catch (error) {
    throw new ShopError('missing', `${args[0]} cannot be read: ${(error as Error).message}`);
  }
  try {
    return diagnose(JSON.parse(text));
  } catch (error) {
    if (error instanceof SyntaxError)
      throw new ShopError('invalid', `${args[0]} is not JSON: ${error.message}`);
    if (error instanceof RangeError) throw new ShopError('refused', error.message);
    throw error;
  }
}

try {
  process.stdout.write(JSON.stringify(run(process.argv.slice(2)), null, 2) + '\n');
} catch (error) {
  if (!(error instanceof ShopError)) throw error;
  console.error(`belief: ${error.message}`);
  process.exitCode = 1;
}
