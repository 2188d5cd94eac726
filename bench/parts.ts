import { bayKinds } from '@/catalog/machine/bays';
import { fittingMinutes } from '@/catalog/parts/compatibility';
import { shippedHouse } from '@/catalog/house';
import { machineOf } from '@/core/parts/fields';
import { seededRandom } from '@/core/random';
import { fitOf } from '@/shop/parts/machine';
import { upgradesFor, type Offered } from '@/shop/advice/upgrades';
import { figures, ms } from './figures';

/**
 * One unit held against a bin of 5,000 parts, and the adviser over 200 candidate parts: generated, seeded. Without
 * the database: what is added to a query of the rows.
 */
const random = seededRandom(2026);
const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];
const labels: [string, () => string][] = [
  [
    'memory',
    () =>
      `${of([1, 2, 4, 8, 16])}GB ${of(['PC2-6400', 'PC3-12800', 'PC3L-12800', 'PC4-19200'])}${of(['S', 'U'])}`,
  ],
  [
    'drive',
    () =>
      `${of([120, 128, 240, 256, 480, 500, 1000])} GB ${of(['SSD', 'hard disk'])} ${of(['2.5', '3.5'])} inch SATA ${of(['7', '9.5'])}mm`,
  ],
  [
    'charger',
    () => `${of([18, 19, 19.5, 20])} V ${of([2.37, 3.42, 4.74, 6.32])} A, ${of(['5.5 x 2.5', '4.5 x 3.0'])}`,
  ],
  ['panel', () => `${of([13.3, 14, 15.6])} inch ${of([30, 40])} pin ${of(['eDP', 'LVDS'])}`],
  ['battery', () => `Pack, ${of([10.8, 11.1, 14.8])} V`],
  ['keyboard', () => 'Keyboard'],
];

const part = (i: number): Offered => {
  const [partClass, label] = of(labels);
  return {
    id: `p${i}`,
    from: 'bin',
    class: partClass,
    name: label(),
    attributes: partClass === 'battery' ? { health: 0.5 + random() / 2 } : {},
    costMinor: Math.floor(random() * 3000),
  };
};

const machine = machineOf(
  'laptop',
  {
    memoryKind: 'DDR3',
    memoryForm: 'SO-DIMM',
    memorySlots: 2,
    memorySlotGb: 8,
    bay1: '2.5-sata-7',
    plateVolts: 19,
    plateAmps: 3.42,
    panelInch: 14,
    panelContacts: 30,
    panelSignal: 'eDP',
  },
  bayKinds,
  { fitted: [4] },
);

const ROUNDS = 60;
const bin = Array.from({ length: 5_000 }, (_, i) => part(i));
const fitting: number[] = [];
for (let n = 0; n < ROUNDS; n++) {
  const start = performance.now();
  for (const each of bin) fitOf(each, machine);
  if (n > 4) fitting.push(performance.now() - start);
}

const advising: number[] = [];
let weighed = 0;
for (let n = 0; n < ROUNDS; n++) {
  const offered = Array.from({ length: 200 }, (_, i) => part(n * 1000 + i));
  const start = performance.now();
  const told = upgradesFor({
    house: shippedHouse,
    feeBasisPoints: 800,
    ratePerHourMinor: 1800,
    chassis: 'laptop',
    grade: 'B',
    minutes: fittingMinutes,
    state: {
      modules: [{ id: 'own', gb: 4, worthMinor: 300 }],
      memoryGb: 4,
      driveKind: 'disk',
      driveGb: 320,
      driveWorthMinor: 200,
      batteryHealth: 0.6,
      batteryWorthMinor: 300,
      level: 3,
      processorWorthMinor: 0,
      threads: 4,
      year: null,
      moreDrivesGb: null,
      ownGraphics: null,
      graphics: null,
    },
    batteryMissing: false,
    machine,
    openMinutes: 4,
    offered,
  });
  weighed = told.weighed;
  if (n > 4) advising.push(performance.now() - start);
}

const fitted = figures(fitting);
const advised = figures(advising);
console.log(`one unit against 5,000 parts: median ${ms(fitted.median)}, p95 ${ms(fitted.p95)}`);
console.log(
  `adviser over 200 candidates (${weighed} sets): median ${ms(advised.median)}, p95 ${ms(advised.p95)}`,
);
