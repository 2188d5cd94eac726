import { sqlState, tooBusy } from '@/db/failure';
import { readJson } from '@/formats/json';
import { log } from '@/log';
import { ShopError } from '@/errors';

const NO_STORE = { 'cache-control': 'no-store' };

/**
 * Turns what a handler does into a response; every error leaves as {error: {code, message, details}} and
 * nothing internal.
 */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json(await work(), { headers: NO_STORE });
  } catch (error) {
    return refusal(error);
  }
}

export function refusal(error: unknown): Response {
  const { code, message, details, status } = plainly(error);
  const seconds = details?.seconds;
  return Response.json(
    { error: { code, message, details } },
    { status, headers: { ...NO_STORE, ...(typeof seconds === 'number' && { 'retry-after': `${seconds}` }) } },
  );
}

const broken = { code: 'broken', status: 500, details: undefined };

/** What the caller is told. What went wrong inside goes to the log, without what was sent. */
export function plainly(error: unknown): {
  code: string;
  message: string;
  status: number;
  details?: Record<string, unknown>;
} {
  if (error instanceof ShopError) return error;
  const state = sqlState(error);
  if (tooBusy(state))
    return new ShopError('busy', 'Too much is going on at once. Nothing was saved; try again.');
  log.error({ failure: failureOf(error) }, 'a request failed');
  const away = awayWords(state, error);
  if (away) return new ShopError('away', away);
  // a value the checks let through and the database did not: the caller's to change, ours to look at
  if (state?.startsWith('22')) return new ShopError('invalid', 'Not done: a value cannot be stored.');
  return { ...broken, message: 'Something went wrong here. Nothing was saved; try again.' };
}

/** A full disk, or a database that does not answer, in words; null: it is neither. */
function awayWords(state: string | null | undefined, error: unknown): string | null {
  if (state === '53100')
    return 'The disk of the shop’s computer is full. Nothing was saved; make room on it, then try again.';
  const cause = (error as { cause?: { code?: string } })?.cause?.code ?? (error as { code?: string })?.code;
  const gone = state?.startsWith('08') || ['55000', '57P01', '57P02', '57P03'].includes(state ?? '');
  return gone || ['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT'].includes(cause ?? '')
    ? 'The shop’s database does not answer. Nothing was saved; what you typed is still here. Try again in a moment.'
    : null;
}

/**
 * What a log may hold of a failure: kind, place and database code; never a statement's values, a token or a
 * cookie.
 */
export function failureOf(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { kind: typeof error };
  const statement = error.message.startsWith('Failed query');
  return {
    kind: error.name,
    state: sqlState(error),
    message: statement ? 'a statement of the database failed' : redacted(error.message).slice(0, 300),
    at: (error.stack ?? '')
      .split('\n')
      .filter((line) => line.startsWith('    at '))
      .slice(0, 6)
      .map((line) => line.trim()),
    ...(error.cause instanceof Error && { cause: redacted(error.cause.message).slice(0, 300) }),
  };
}

/** Long runs of letters and digits could be a token or a key; what stands behind such a word is one. */
const redacted = (text: string) =>
  text
    .slice(0, 2_000)
    .replace(/[A-Za-z0-9_-]{18,}/g, '…')
    .replace(/(password|secret|token|cookie)=\S{1,200}/gi, '$1=…');

/** A command must come from our own page: a browser says where a request was made. */
export function assertOwnOrigin(request: Request): void {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const host = request.headers.get('host');
  const elsewhere = origin !== null && host !== null && hostOf(origin) !== host;
  if (elsewhere || site === 'cross-site')
    throw new ShopError('forbidden', 'Refused: the request came from another site.');
}

/** "null" and what is no address at all have no host. */
const hostOf = (origin: string) => (URL.canParse(origin) ? new URL(origin).host : null);

/** Body as text, never more than `limit` bytes, however long it says it is. @throws ShopError 'too-large' */
export async function bodyWithin(
  request: Request,
  limit: number,
  what: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const tooLarge = () =>
    new ShopError(
      'too-large',
      `Nothing taken in: ${what} is over ${limit < 100_000 ? `${limit / 1000} kB` : `${Math.round(limit / 100_000) / 10} MB`}.`,
    );
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value } = await reader.read().catch(() => {
      throw new ShopError('invalid', `Nothing taken in: ${what} did not arrive whole.`);
    });
    if (done) break;
    size += value.length;
    if (size > limit) {
      await reader.cancel().catch(() => undefined);
      throw tooLarge();
    }
    chunks.push(value);
  }
  return new Uint8Array(Buffer.concat(chunks));
}

/** Body as a JSON object. @throws ShopError when it is too large, no JSON, too deep or no object */
export async function jsonWithin(
  request: Request,
  limit: number,
  what: string,
): Promise<Record<string, unknown>> {
  const bytes = await bodyWithin(request, limit, what);
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new ShopError('invalid', `Not done: ${what} is not UTF-8.`);
  }
  const { value, problem } = readJson(text);
  if (problem !== null) throw new ShopError('invalid', `Not done: ${what} ${problem}.`);
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new ShopError('invalid', `Not done: ${what} is no JSON object.`);
  // counted before any shape looks at it: each item of a list is looked at by itself there
  if (longestList(value) > MOST_ITEMS)
    throw new ShopError('too-large', `Not done: a list in ${what} has more than ${MOST_ITEMS} items.`);
  return value as Record<string, unknown>;
}

/** Items of a list that somebody can mean. */
const MOST_ITEMS = 20_000;

/** Items of the longest list anywhere in a value. */
function longestList(value: unknown): number {
  let longest = 0;
  const open = [value];
  while (open.length) {
    const next = open.pop();
    if (Array.isArray(next)) longest = Math.max(longest, next.length);
    if (longest > MOST_ITEMS) return longest;
    if (typeof next === 'object' && next !== null) for (const inner of Object.values(next)) open.push(inner);
  }
  return longest;
}
