import { readFileSync } from 'node:fs';
import { ask, askKinds, describeKinds } from '@/ask/kinds';
import { ShopError } from '@/errors';

/**
 * npm run --silent ask -- KIND FILE ("-" = standard input), or: ask -- --kinds. JSON (or CSV) in, JSON out;
 * see docs/ask.md.
 */
const USAGE = 'usage: npm run --silent ask -- KIND FILE | KIND - | --kinds';

function inputOf(kind: string, file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    throw new ShopError('missing', `${file} cannot be read: ${(error as Error).message}`);
  }
  const { fromCsv } = askKinds[kind] ?? {};
  if (fromCsv && !/^\s*[[{]/.test(text)) return fromCsv(text);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new ShopError('invalid', `${file} is not JSON: ${(error as Error).message}`);
  }
}

try {
  const [kind, file, ...more] = process.argv.slice(2);
  if (kind !== '--kinds' && (!kind || !file || more.length)) throw new ShopError('invalid', USAGE);
  const answer = kind === '--kinds' ? describeKinds() : await ask(kind, inputOf(kind, file));
  process.stdout.write(JSON.stringify(answer, null, 2) + '\n');
} catch (error) {
  if (!(error instanceof ShopError)) throw error;
  console.error(`ask: ${error.message}`);
  process.exitCode = 1;
}
