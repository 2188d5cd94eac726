import { readFileSync } from 'node:fs';
import type { Curve } from '@/core/instruments/fit';

/**
 * NIST StRD, nonlinear regression: problems with certified values, from both published starts. Data and values from memory,
 * each checked by this: the certified estimates give the certified sum of squares on these data. Hahn1 is left out: its 236
 * points are not remembered.
 */
export interface Problem {
  name: string;
  data: readonly (readonly [y: number, x: number])[];
  curve: Curve;
  starts: readonly (readonly number[])[];
  certified: readonly number[];
  rss: number;
}

/** Derivatives by central differences where they are not written out: the fit is what is tried. */
const numeric = (at: Curve['at']): Curve => ({
  at,
  by: (params, x) =>
    params.map((own, i) => {
      const step = 1e-6 * (Math.abs(own) || 1);
      const moved = (by: number) =>
        at(
          params.map((each, n) => (n === i ? each + by : each)),
          x,
        );
      return (moved(step) - moved(-step)) / (2 * step);
    }),
});

const misra = (JSON.parse(readFileSync('tests/oracles/misra1a.json', 'utf8')) as { data: [number, number][] })
  .data;

const thurber: [number, number][] = [
  [80.574, -3.067],
  [84.248, -2.981],
  [87.264, -2.921],
  [87.195, -2.912],
  [89.076, -2.84],
  [89.608, -2.797],
  [89.868, -2.702],
  [90.101, -2.699],
  [92.405, -2.633],
  [95.854, -2.481],
  [100.696, -2.363],
  [101.06, -2.322],
  [401.672, -1.501],
  [390.724, -1.46],
  [567.534, -1.274],
  [635.316, -1.212],
  [733.054, -1.1],
  [759.087, -1.046],
  [894.206, -0.915],
  [990.785, -0.714],
  [1090.109, -0.566],
  [1080.914, -0.545],
  [1122.643, -0.4],
  [1178.351, -0.309],
  [1260.531, -0.109],
  [1273.514, -0.103],
  [1288.339, 0.01],
  [1327.543, 0.119],
  [1353.863, 0.377],
  [1414.509, 0.79],
  [1425.208, 0.963],
  [1421.384, 1.006],
  [1442.962, 1.115],
  [1464.35, 1.572],
  [1468.705, 1.841],
  [1447.894, 2.047],
  [1457.628, 2.2],
];

const kowalik: [number, number][] = [
  [0.1957, 4],
  [0.1947, 2],
  [0.1735, 1],
  [0.16, 0.5],
  [0.0844, 0.25],
  [0.0627, 0.167],
  [0.0456, 0.125],
  [0.0342, 0.1],
  [0.0323, 0.0833],
  [0.0235, 0.0714],
  [0.0246, 0.0625],
];

/** f(x) = 0.0951 exp(-x) + 0.8607 exp(-3x) + 1.5576 exp(-5x), to so many digits. */
const lanczos = (digits: number): [number, number][] =>
  Array.from({ length: 24 }, (_, n) => {
    const x = n * 0.05;
    const y = 0.0951 * Math.exp(-x) + 0.8607 * Math.exp(-3 * x) + 1.5576 * Math.exp(-5 * x);
    return [Number(y.toPrecision(digits)), x];
  });
/** The third has four decimals. */
const lanczos3 = lanczos(14).map(([y, x]): [number, number] => [Number(y.toFixed(4)), x]);
const threeExponentials: Curve = {
  at: ([b1, b2, b3, b4, b5, b6], x) =>
    b1 * Math.exp(-b2 * x) + b3 * Math.exp(-b4 * x) + b5 * Math.exp(-b6 * x),
  by: (params, x) =>
    [0, 2, 4].flatMap((n) => {
      const e = Math.exp(-params[n + 1] * x);
      return [e, -params[n] * x * e];
    }),
};
const LANCZOS_STARTS = [
  [1.2, 0.3, 5.6, 5.5, 6.5, 7.6],
  [0.5, 0.7, 3.6, 4.2, 4, 6.3],
];

export const problems: Problem[] = [
  {
    name: 'Misra1a',
    data: misra,
    curve: numeric(([b1, b2], x) => b1 * (1 - Math.exp(-b2 * x))),
    starts: [
      [500, 0.0001],
      [250, 0.0005],
    ],
    certified: [2.3894212918e2, 5.5015643181e-4],
    rss: 1.2455138894e-1,
  },
  {
    name: 'Misra1b',
    data: misra,
    curve: numeric(([b1, b2], x) => b1 * (1 - (1 + (b2 * x) / 2) ** -2)),
    starts: [
      [500, 0.0001],
      [300, 0.0002],
    ],
    certified: [3.3799746163e2, 3.9039091287e-4],
    rss: 7.5464681533e-2,
  },
  {
    name: 'Misra1c',
    data: misra,
    curve: numeric(([b1, b2], x) => b1 * (1 - (1 + 2 * b2 * x) ** -0.5)),
    starts: [
      [500, 0.0001],
      [600, 0.0002],
    ],
    certified: [6.3642725809e2, 2.0813627256e-4],
    rss: 4.0966836971e-2,
  },
  {
    name: 'Misra1d',
    data: misra,
    curve: numeric(([b1, b2], x) => (b1 * b2 * x) / (1 + b2 * x)),
    starts: [
      [500, 0.0001],
      [450, 0.0003],
    ],
    certified: [4.3736970754e2, 3.0227324449e-4],
    rss: 5.6419295283e-2,
  },
  {
    name: 'BoxBOD',
    data: [
      [109, 1],
      [149, 2],
      [149, 3],
      [191, 5],
      [213, 7],
      [224, 10],
    ],
    curve: numeric(([b1, b2], x) => b1 * (1 - Math.exp(-b2 * x))),
    starts: [
      [1, 1],
      [100, 0.75],
    ],
    certified: [2.1380940889e2, 5.4723748542e-1],
    rss: 1.1680088766e3,
  },
  {
    name: 'MGH09',
    data: kowalik,
    curve: numeric(([b1, b2, b3, b4], x) => (b1 * (x * x + x * b2)) / (x * x + x * b3 + b4)),
    starts: [
      [25, 39, 41.5, 39],
      [0.25, 0.39, 0.415, 0.39],
    ],
    certified: [1.9280693458e-1, 1.9128232873e-1, 1.2305650693e-1, 1.3606233068e-1],
    rss: 3.0750560385e-4,
  },
  {
    name: 'Thurber',
    data: thurber,
    curve: numeric(
      ([b1, b2, b3, b4, b5, b6, b7], x) =>
        (b1 + b2 * x + b3 * x * x + b4 * x ** 3) / (1 + b5 * x + b6 * x * x + b7 * x ** 3),
    ),
    starts: [
      [1000, 1000, 400, 40, 0.7, 0.3, 0.03],
      [1300, 1500, 500, 75, 1, 0.4, 0.05],
    ],
    certified: [
      1.28813968e3, 1.4910792535e3, 5.8323836877e2, 7.5416644291e1, 9.6629502864e-1, 3.9797285797e-1,
      4.9727297349e-2,
    ],
    rss: 5.6427082397e3,
  },
  {
    name: 'Lanczos1',
    data: lanczos(14),
    curve: threeExponentials,
    starts: LANCZOS_STARTS,
    certified: [9.5100000027e-2, 1, 8.6070000013e-1, 3, 1.5575999998, 5],
    rss: 0,
  },
  {
    name: 'Lanczos2',
    data: lanczos(6),
    curve: threeExponentials,
    starts: LANCZOS_STARTS,
    certified: [9.6251029939e-2, 1.0057332849, 8.6424689056e-1, 3.0078283915, 1.5529016879, 5.00287981],
    rss: 2.2299428125e-11,
  },
  {
    name: 'Lanczos3',
    data: lanczos3,
    curve: threeExponentials,
    starts: LANCZOS_STARTS,
    certified: [8.6816414977e-2, 9.5498101505e-1, 8.4400777463e-1, 2.9515951832, 1.5825685901, 4.9863565084],
    rss: 1.6117193594e-8,
  },
];
