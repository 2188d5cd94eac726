import fc from 'fast-check';
import type Joi from 'joi';
import { MANIFEST_FIELDS } from '@/formats/manifest';
import { commandByName } from '@/shop/commands';

/** Ids and names that are there, so that requests get past the first check. */
export interface Known {
  units: string[];
  tags: string[];
  lots: string[];
  lotCodes: string[];
  parts: string[];
  people: string[];
  works: string[];
  marks: string[];
  findings: string[];
  repairs: string[];
}

export interface Sent {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  path: string;
  /** Raw bytes or text of the body. */
  body?: string | Uint8Array<ArrayBuffer>;
  headers?: Record<string, string>;
  as: 'owner' | 'technician' | 'viewer' | 'nobody';
}

/** Texts no form sends and every attacker does. */
const AWKWARD = [
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud800',
  'x\udfff',
  '\u202e',
  '\ufeff',
  "'; drop table units; --",
  '${7*7}',
  '%00',
  '%zz',
  '../../etc/passwd',
  '<script>1</script>',
  '=cmd|calc',
  'NaN',
  'Infinity',
  '1e400',
  '-0',
  '9'.repeat(400),
  'é'.repeat(2_000),
  '日本'.repeat(600),
  '0001-01-01',
  '9999-12-31',
  '2026-02-30',
  '2026-13-01',
  '__proto__',
  'constructor',
  'toString',
  '{12345678-1234-1234-1234-123456789012}',
  '00000000000000000000000000000000',
];
const NUMBERS = [
  0,
  -1,
  1,
  0.5,
  1e9,
  2 ** 31 - 1,
  2 ** 31,
  -(2 ** 31) - 1,
  2 ** 53 - 1,
  2 ** 53,
  1e15,
  1e300,
  -1e300,
  5e-324,
];

const text = fc.oneof(
  { weight: 3, arbitrary: fc.constantFrom(...AWKWARD) },
  { weight: 1, arbitrary: fc.string({ unit: 'binary', maxLength: 60 }) },
  { weight: 2, arbitrary: fc.string({ maxLength: 20 }) },
);
const deep = fc.integer({ min: 1, max: 3_000 }).map((n) => n);
const anything: fc.Arbitrary<unknown> = fc.oneof(
  text,
  fc.constantFrom(...NUMBERS),
  fc.boolean(),
  fc.constant(null),
  fc.array(text, { maxLength: 3 }),
  fc.dictionary(text, text, { maxKeys: 3 }),
  fc.constant({ toString: 1, valueOf: 2 }),
);

interface Described {
  type?: string;
  flags?: { only?: boolean; label?: string };
  allow?: unknown[];
  rules?: { name: string; args?: { limit?: number } }[];
  keys?: Record<string, Described>;
  items?: Described[];
  patterns?: { rule: Described }[];
  matches?: { schema: Described }[];
}

const limit = ({ rules }: Described, name: string) => rules?.find((rule) => rule.name === name)?.args?.limit;

/** Values a field takes, most of the time, for as much as its shape tells. */
function plausible(described: Described, name: string, known: Known): fc.Arbitrary<unknown> {
  const named: Record<string, readonly string[]> = {
    unitId: known.units,
    lotId: known.lots,
    componentId: known.parts,
    person: known.people,
    workId: known.works,
    defectId: known.marks,
    finding: known.findings,
    ref: [...known.repairs, 'wipe', 'clean-case'],
    repair: known.repairs,
    soldOn: ['2026-11-25', '2026-02-28'],
    receivedOn: ['2026-11-20'],
    key: ['memoryGb', 'driveKind', 'driveGb', 'battery', 'batteryHealth', 'processorLevel'],
  };
  const pool = named[name];
  if (pool?.length) return fc.constantFrom(...pool);
  if (described.allow?.length && described.flags?.only) return fc.constantFrom(...described.allow);
  switch (described.type) {
    case 'boolean':
      return fc.boolean();
    case 'number':
      return fc.oneof(
        fc.integer({
          min: Math.ceil(limit(described, 'min') ?? 0),
          max: Math.max(9, Math.floor(Math.min(limit(described, 'max') ?? 9, 2 ** 31 - 1))),
        }),
        fc.integer({ min: 0, max: 3 }),
      );
    case 'string':
      return fc.oneof(fc.stringMatching(/^[A-Za-z0-9 -]{1,18}$/), fc.constantFrom('8 GB', 'QX', 'A'));
    case 'array':
      return fc.array(described.items?.[0] ? plausible(described.items[0], '', known) : anything, {
        maxLength: 3,
      });
    case 'object':
      return shaped(described, known);
    default:
      return anything;
  }
}

/** An object of the shape, with fields left out, spoilt, and added. */
function shaped(described: Described, known: Known): fc.Arbitrary<Record<string, unknown>> {
  const fields = Object.entries(described.keys ?? {}).map(([name, field]) =>
    fc
      .oneof(
        { weight: 40, arbitrary: plausible(field, name, known) },
        { weight: 2, arbitrary: anything },
        { weight: 2, arbitrary: fc.constant(undefined) },
      )
      .map((value) => [name, value] as const),
  );
  const extra = fc.oneof(
    { weight: 20, arbitrary: fc.constant(null) },
    { weight: 1, arbitrary: fc.tuple(text, anything) },
  );
  return fc
    .tuple(fc.tuple(...fields), extra)
    .map(([own, more]) =>
      Object.fromEntries([...own.filter(([, value]) => value !== undefined), ...(more ? [more] : [])]),
    );
}

const nested = (depth: number) => '['.repeat(depth) + ']'.repeat(depth);
const rawBody: fc.Arbitrary<string | Uint8Array<ArrayBuffer>> = fc.oneof(
  fc.constantFrom(
    '',
    'null',
    '[]',
    '"x"',
    '{',
    '{"input":',
    '{"input":{"a":1e999}}',
    '{"__proto__":{"x":1}}',
    'input=1',
  ),
  deep.map((n) => `{"input":${nested(n)}}`),
  fc.uint8Array({ maxLength: 60 }).map((bytes) => new Uint8Array(bytes)),
  text.map((value) => JSON.stringify({ input: value })),
);
const headers = fc.oneof(
  { weight: 12, arbitrary: fc.constant({}) },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Record<string, string>>(
      { origin: 'null' },
      { origin: 'https://elsewhere.example' },
      { origin: ':::' },
      { 'content-type': 'multipart/form-data' },
      { 'content-type': 'multipart/form-data; boundary=x' },
      { 'content-type': 'text/plain;;;' },
      { 'sec-fetch-site': 'cross-site' },
      { 'x-forwarded-host': "evil'; rm -rf /" },
      { cookie: 'better-auth.session_token=%zz' },
      { range: 'bytes=0-1' },
      { rsc: '1', 'next-router-state-tree': '%zz' },
      { 'next-action': 'deadbeef' },
    ),
  },
);
const as = fc.constantFrom<Sent['as'][]>(
  'owner',
  'owner',
  'owner',
  'technician',
  'technician',
  'viewer',
  'nobody',
);
const key = fc.oneof(
  { weight: 8, arbitrary: fc.constant(undefined) },
  {
    weight: 1,
    arbitrary: fc.constantFrom<unknown>(
      'k',
      'same-key-again',
      7,
      null,
      {},
      'k'.repeat(81),
      'a b c d e f g',
      '\u0000'.repeat(9),
    ),
  },
);
const version = fc.oneof(
  { weight: 12, arbitrary: fc.constant(undefined) },
  { weight: 1, arbitrary: fc.constantFrom<unknown>(0, 1, -1, 1e99, '1', null, {}, 2 ** 31) },
);

/** Starts a process of its own each time: a handful of times is enough. */
const RARE = new Set(['startRevaluation', 'learnFromCases']);

function commandCalls(known: Known): fc.Arbitrary<Sent> {
  const names = [...commandByName.keys()];
  const inputs = new Map(
    names.map((name) => {
      const described = (commandByName.get(name)!.input as Joi.ObjectSchema).describe() as Described;
      const input = shaped(described, known);
      if (name !== 'importManifest') return [name, input] as const;
      const file = fc.record({
        lotId: fc.constantFrom(...known.lots),
        text: fc
          .array(fc.array(fc.oneof(text, fc.constantFrom('laptop', 'A', '8 GB')), { maxLength: 5 }), {
            maxLength: 5,
          })
          .map((rows) => `kind,model,serial\n${rows.map((row) => row.join(',')).join('\n')}`),
        columns: fc.constantFrom<Record<string, number>>(
          { chassis: 0, model: 1, serial: 2 },
          { [MANIFEST_FIELDS[1]]: 9 },
          {},
        ),
      });
      return [name, fc.oneof(input, file)] as const;
    }),
  );
  return fc
    .constantFrom(...names.filter((name) => !RARE.has(name)))
    .chain((name) =>
      fc.record({
        name: fc.constant(name),
        input: inputs.get(name)! as fc.Arbitrary<unknown>,
        key,
        version,
        raw: fc.oneof({ weight: 30, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary: rawBody }),
        headers,
        as,
      }),
    )
    .map(({ name, input, raw, headers: extra, as: who, ...rest }) => ({
      method: 'POST' as const,
      path: `/api/commands/${name}`,
      body: raw ?? JSON.stringify({ input, ...rest }),
      headers: { 'content-type': 'application/json', ...extra },
      as: who,
    }));
}

function otherCalls(known: Known): fc.Arbitrary<Sent> {
  const segment = (pool: string[]) =>
    fc.oneof(
      { weight: 2, arbitrary: fc.constantFrom(...pool) },
      { weight: 1, arbitrary: text.map((value) => encodeURIComponent(value.toWellFormed())) },
      {
        weight: 1,
        arbitrary: fc.constantFrom('%', '%zz', '%00', '%ff%fe', 'a%2Fb', '..', '%2e%2e', 'x'.repeat(3_000)),
      },
    );
  const query = text.map((value) => encodeURIComponent(value.toWellFormed()));
  const unit = segment(known.tags);
  const lot = segment(known.lotCodes);
  const path = fc.oneof(
    unit.map((tag) => `/u/${tag}`),
    fc
      .tuple(unit, fc.constantFrom('look', 'machine', 'work', 'prove', 'shelf', 'record', 'memory', 'none'))
      .map(([tag, side]) => `/u/${tag}/${side}`),
    fc.tuple(unit, query).map(([tag, ask]) => `/u/${tag}?ask=${ask}`),
    lot.map((code) => `/lots/${code}`),
    query.map((page) => `/?page=${page}&page=2`),
    segment(['dock', 'sold', 'gone', 'quarantine']).map((stage) => `/stage/${stage}`),
    query.map((words) => `/api/find?text=${words}&unit=${words}`),
    fc.tuple(unit, query).map(([tag, other]) => `/api/units/${tag}/compare?with=${other}`),
    unit.map((tag) => `/api/units/${tag}/listing?as=csv`),
    unit.map((tag) => `/api/units/${tag}/passport`),
    fc.tuple(lot, query).map(([code, from]) => `/api/lots/${code}/labels?from=${from}&skip=${from}`),
    segment(known.parts).map((id) => `/api/photos/${id}`),
    segment(['abc']).map((token) => `/r/${token}`),
    segment(['abc']).map((token) => `/s/${token}`),
    segment(['abc']).map((token) => `/s/${token}/at`),
    fc.tuple(segment(known.works), query).map(([id, from]) => `/api/runs/${id}?from=${from}`),
    fc.constantFrom(
      '/api/codes',
      '/api/jobs',
      '/api/floor',
      '/api/alive',
      '/api/bin/memory',
      '/api/rules/numbers',
      '/api/auth/update-user',
      '/api/auth/get-session',
      '/books',
      '/bin',
      '/lots',
      '/rules',
      '/rules/numbers',
      '/rules/codes',
      '/lots/new',
    ),
  );
  const posted = fc.oneof(
    unit.map((tag) => `/api/units/${tag}/report`),
    unit.map((tag) => `/api/units/${tag}/photos?note=%00`),
    lot.map((code) => `/api/lots/${code}/preview`),
    segment(['abc']).map((token) => `/r/${token}`),
    segment(['abc']).map((token) => `/s/${token}`),
    segment(['abc']).map((token) => `/s/${token}/end`),
    segment(['observe', 'none']).map((name) => `/api/commands/${name}`),
    fc
      .constantFrom('belief', 'record', 'grade', 'price', 'memory', 'codes', 'none')
      .map((kind) => `/api/ask/${kind}`),
    fc.constantFrom(
      '/api/people',
      '/api/belief/case',
      '/api/auth/sign-in/email',
      '/api/auth/sign-out',
      '/api/auth/update-user',
      '/api/auth/change-password',
      '/',
    ),
  );
  return fc.oneof(
    { weight: 3, arbitrary: fc.record({ method: fc.constant('GET' as const), path, headers, as }) },
    {
      weight: 2,
      arbitrary: fc.record({
        method: fc.constantFrom<Sent['method'][]>('POST', 'POST', 'POST', 'PUT', 'DELETE'),
        path: posted,
        body: fc.oneof(
          rawBody,
          fc
            .dictionary(
              fc.constantFrom(
                'text',
                'columns',
                'name',
                'email',
                'password',
                'role',
                'chassis',
                'values',
                'findings',
              ),
              anything,
            )
            .map((value) => JSON.stringify(value)),
        ),
        headers,
        as,
      }),
    },
  );
}

/** The same requests every time for the same seed. */
export function strangers(known: Known, count: number, seed: number): Sent[] {
  const calls = fc.oneof(
    { weight: 3, arbitrary: commandCalls(known) },
    { weight: 1, arbitrary: otherCalls(known) },
  );
  // who signs out here would be a stranger for the rest of it
  return fc
    .sample(calls, { numRuns: count, seed })
    .map((sent) => (sent.path.includes('sign-out') ? { ...sent, as: 'nobody' as const } : sent));
}
