import type { HeatTables } from '@/core/instruments/heat';

/**
 * What resistances and fans look like, condition by condition, in kelvin a watt for a cooler built for 45 W. Shop
 * estimate; that what jumps sits between chip and sink and what creeps between sink and air is JESD51.
 */
export const heatTables: HeatTables = {
  builtFor: 45,
  usualWatts: 35,
  wattsSpread: 0.4,
  // rest and the clock: common practice; the rest: shop estimate
  run: {
    rest: { slope: 0.2, minutes: 3 },
    jump: { kelvin: 4, seconds: 8 },
    clockHeld: 0.9,
  },
  conduct: { mostRest: 420, leastLoad: 120, usualLoad: 420, usualTaus: 1.6, mostLoad: 1_200 },
  fanStands: 150,
  fanFull: 2_500,
  fanAnswers: 1.2,
  hot: 62,
  flatUnder: 5,
  known: 1.5,
  mostMoved: 60,
  answers: ['load-run', 'heat-step', 'idle-rise'],
  rows: [
    {
      id: 'sound',
      causes: [],
      prior: 0.45,
      chip: { middle: 0.22, logSpread: 0.28 },
      sink: { middle: 0.44, logSpread: 0.24 },
      fan: { follows: 0.93, idle: 0.05, full: 0.01, stands: 0.01 },
      flat: 0.002,
    },
    {
      id: 'paste',
      causes: ['paste-dry', 'sink-loose'],
      prior: 0.2,
      chip: { middle: 0.82, logSpread: 0.28 },
      sink: { middle: 0.44, logSpread: 0.24 },
      fan: { follows: 0.96, idle: 0.03, full: 0.005, stands: 0.005 },
      flat: 0.001,
    },
    {
      id: 'dust or fan',
      causes: ['heatsink-blocked', 'vents-blocked', 'fan-worn'],
      prior: 0.22,
      chip: { middle: 0.22, logSpread: 0.28 },
      sink: { middle: 1.3, logSpread: 0.26 },
      fan: { follows: 0.96, idle: 0.02, full: 0.01, stands: 0.01 },
      flat: 0.001,
    },
    {
      id: 'fan stalled',
      causes: ['fan-dead', 'fan-lead', 'fan-header'],
      prior: 0.06,
      chip: { middle: 0.22, logSpread: 0.28 },
      sink: { middle: 1.9, logSpread: 0.28 },
      fan: { follows: 0.004, idle: 0.004, full: 0.002, stands: 0.99 },
      flat: 0.001,
    },
    {
      id: 'fan control',
      causes: ['fan-control'],
      prior: 0.04,
      chip: { middle: 0.22, logSpread: 0.28 },
      sink: { middle: 1.35, logSpread: 0.26 },
      fan: { follows: 0.02, idle: 0.96, full: 0.01, stands: 0.01 },
      flat: 0.001,
    },
    {
      id: 'sensor lost',
      causes: ['sensor-off'],
      prior: 0.03,
      chip: { middle: 0.22, logSpread: 1 },
      sink: { middle: 0.44, logSpread: 1 },
      fan: { follows: 0.06, idle: 0.02, full: 0.9, stands: 0.02 },
      flat: 0.97,
    },
  ],
};
