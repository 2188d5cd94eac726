// Takes the mends of the gate out, one at a time, in a copy of the project, and asks whether the random sequences of
// tests/server/leaving.test.ts notice; a mutant they do not notice is asked of the gate's own tests.
//   npm run bench:mutants [-- id ...]
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** [what is taken out, file, text, what stands in its place] */
const MUTANTS = [
  [
    'a drive leaves whatever stands of its data',
    'src/shop/moves/leave.ts',
    'await assertDriveAccounted(tx, part, done);',
    '',
  ],
  [
    'a drive leaves while a report doubts which it is',
    'src/shop/moves/leave.ts',
    'await assertNotDoubted(tx, part, done);',
    '',
  ],
  [
    'somebody’s drive is sold',
    'src/shop/moves/leave.ts',
    "if (part.ownerUnit && to !== 'returned' && !lost)",
    'if (false)',
  ],
  ['what was used here goes back "not as said"', 'src/shop/moves/leave.ts', 'return !told;', 'return true;'],
  [
    'a machine leaves without the gate',
    'src/shop/exit/unit.ts',
    'await assertDataAccounted(tx, unit, done);',
    '',
  ],
  ['taken out means empty', 'src/core/record/drives.ts', '        unknown++;\n', ''],
  [
    'taken out means seen that there is none',
    'src/core/record/drives.ts',
    'seen = inside.size > 0 ? true : null;',
    'seen = inside.size > 0;\n        counted ??= 0;',
  ],
  [
    'fewer on record than were counted',
    'src/core/record/drives.ts',
    'else if (counted !== inside.length)',
    'else if (false)',
  ],
  ['a serial nobody could read', 'src/core/record/drives.ts', 'if (unlabelled.length)', 'if (false)'],
  [
    'a report’s doubts at the machine',
    'src/core/record/drives.ts',
    'return [...faults, ...doubted];',
    'return faults;',
  ],
  [
    '"never held data" at any time',
    'src/core/record/drives.ts',
    "else if (what !== 'never' || told === 1 || vouched) {",
    'else {',
  ],
  [
    'what came back is as it went',
    'src/core/record/drives.ts',
    "else if (what === 'used') under = 'came back from somebody who had it: it holds data again';",
    "else if (what === 'used') continue;",
  ],
  [
    'an erasure that failed',
    'src/core/record/drives.ts',
    "else if (what === 'failed') under = 'could not be erased: it is erased another way, or destroyed';",
    "else if (what === 'failed') continue;",
  ],
  [
    'an erasure that has begun',
    'src/core/record/drives.ts',
    "else if (what === 'begun') under = 'was being erased and that has not ended: it may hold data still';",
    "else if (what === 'begun') continue;",
  ],
  [
    'a clone after the erasure',
    'src/core/record/drives.ts',
    "if (what === 'cloned') cloned = true;",
    "if (what === 'cloned') cloned = false;",
  ],
  [
    'a drive that comes back from outside is not used',
    'src/shop/moves/move.ts',
    '&& !neverLeft)',
    '&& false)',
  ],
  [
    'an erasure goes on when the drive is written of',
    'src/shop/record/data.ts',
    "await overtake(tx, actor, driveId, 'something else was written down about it meanwhile', run);",
    '',
  ],
  [
    'two like drives of a report are one',
    'src/shop/report/parts.ts',
    'const free = (rows: readonly Part[]) => rows.find(({ id }) => !taken.has(id));',
    'const free = (rows: readonly Part[]) => rows[0];',
  ],
  [
    'a record with data takes a reported serial',
    'src/shop/report/parts.ts',
    'if (withData.has(one.id)) {',
    'if (false as boolean) {',
  ],
];
const OWN = ['gate', 'record', 'looseDrive', 'endings', 'sales', 'parts', 'erase'].map(
  (name) => `tests/server/${name}.test.ts`,
);
const CORE = 'src/core/record/record.test.ts';

const root = resolve('.');
const copy = resolve('/tmp/omnitrope-mutants');
rmSync(copy, { recursive: true, force: true });
execFileSync('git', ['clone', '-q', root, copy]);
for (const shared of ['node_modules', '.test', '.next', '.bundles'])
  if (existsSync(join(root, shared))) symlinkSync(join(root, shared), join(copy, shared));
const wanted = process.argv.slice(2).map(Number);
const run = (...files) => {
  const { stdout, status } = spawnSync(
    'npx',
    ['vitest', 'run', '--project', files[0] === CORE ? 'unit' : 'server', '--bail', '1', ...files],
    { cwd: copy, encoding: 'utf8' },
  );
  return {
    found: status !== 0,
    where:
      /\+\s+(\d+),\n\s*[-+ ]*\s*(\d+)|expected \[ (\d+), (\d+)/
        .exec(stdout)
        ?.slice(1)
        .filter(Boolean)
        .join('/') ?? '',
    out: stdout,
  };
};
let missed = 0;
for (const [n, [words, file, from, to]] of MUTANTS.entries()) {
  if (wanted.length && !wanted.includes(n + 1)) continue;
  const path = join(copy, file);
  const whole = readFileSync(path, 'utf8');
  if (!whole.includes(from)) throw new Error(`mutant ${n + 1}: ${file} has no such line any more`);
  writeFileSync(path, whole.replace(from, to));
  const leaving = run('tests/server/leaving.test.ts');
  const by = leaving.found
    ? `random sequences${leaving.where && `, seed ${leaving.where}`}`
    : run(CORE).found
      ? 'the core’s own tests only'
      : run(...OWN).found
        ? 'the gate’s own tests only'
        : 'NOBODY';
  if (by === 'NOBODY') missed++;
  console.log(`${n + 1} ${words}: found by ${by}`);
  writeFileSync(path, whole);
}
console.log(`${missed} of ${wanted.length || MUTANTS.length} were not found`);
process.exitCode = missed ? 1 : 0;
