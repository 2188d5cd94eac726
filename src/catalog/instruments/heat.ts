import type { HeatRow, HeatTables, Rise } from '@/core/instruments/heat/tables';

/**
 * How a rise, a fan and a room look, condition by condition, at the load a cooler is built for. That what jumps sits
 * between chip and sink and what creeps between sink and air is JESD51; a design aims at 60 to 90 degrees in a usual room
 * under full load (common practice), of which some 10 K lie across the paste and some 20 K across the fins. Paste that
 * has dried is three to four times as hard to pass, a mount that has come off some ten times; fins without a fan's air
 * four to six times, clogged ones two to four (common practice; shop estimate).
 */
const chip = (kelvin: number, tau: number, logSpread = 0.35): Rise => ({
  kelvin,
  logSpread,
  tau,
  tauSpread: 0.6,
});
const sink = (kelvin: number, tau: number, logSpread = 0.3): Rise => ({
  kelvin,
  logSpread,
  tau,
  tauSpread: 0.45,
});
const usual = { chip: chip(10.5, 4), sink: sink(20, 120) };
/** One in thirty is built otherwise than machines are. */
const odd = (chipKelvin: number, sinkKelvin: number) => ({
  share: 0.03,
  odd: true,
  chip: chip(chipKelvin, 5, 0.55),
  sink: sink(sinkKelvin, 140, 0.55),
});
const follows: HeatRow['fan'] = { follows: 0.98, idle: 0.005, full: 0.01, stands: 0.005 };

export const heatTables: HeatTables = {
  rise: {
    air: { share: 0.2, logSpread: 0.8, tau: 500, tauSpread: 0.5 },
    load: 0.12,
    ratedSpread: 0.18,
    model: { kelvin: 1.6, share: 0.05 },
    fanUsual: 1.8,
    rest: { kelvin: 4, share: 0.4 },
    alike: 0.13,
    tableRuns: 2,
    rated: [0.2, 2],
    fromStanding: 0.72,
  },
  caseAir: { share: 0.13, spread: 0.16, taus: [350, 600, 1_000] },
  // rest and the clock: common practice; the rest: shop estimate
  run: {
    rest: { slope: 0.2, minutes: 3 },
    jump: { kelvin: 4, seconds: 8 },
    clockHeld: 0.9,
    heldNear: 8,
    heldHot: 85,
    shows: [-20, 125],
  },
  conduct: { mostRest: 420, leastLoad: 120, usualLoad: 420, usualTaus: 1.6, mostLoad: 1_200 },
  fanStands: 150,
  fanFull: 2_500,
  fanAnswers: 1.2,
  fanAsked: { middle: 59, width: 3.5, share: 0.75 },
  fanStarts: { middle: 56, width: 3, share: 0.3 },
  flatUnder: 5,
  known: 1.5,
  lostFor: 0.985,
  mostMoved: 60,
  answers: ['load-run', 'heat-step', 'idle-rise'],
  rows: [
    {
      id: 'sound',
      causes: [],
      prior: 0.3,
      forms: [{ share: 0.97, ...usual }, odd(12, 22)],
      rest: 13,
      fan: follows,
      answers: true,
      flat: 0.002,
    },
    {
      id: 'paste',
      causes: ['paste-dry', 'sink-loose'],
      prior: 0.22,
      forms: [
        { share: 0.57, chip: chip(36, 7), sink: usual.sink },
        { share: 0.3, chip: chip(95, 14, 0.45), sink: usual.sink },
        // it hardly touches
        { share: 0.1, chip: chip(260, 60, 0.6), sink: usual.sink },
        odd(45, 22),
      ],
      rest: 16,
      fan: follows,
      answers: true,
      flat: 0.001,
    },
    {
      id: 'dust or fan',
      causes: ['heatsink-blocked', 'vents-blocked', 'fan-worn'],
      prior: 0.24,
      forms: [
        { share: 0.67, chip: usual.chip, sink: sink(54, 200, 0.33) },
        // half clogged, or a fan that has worn: hardly told from a hot design but by its like
        { share: 0.3, chip: usual.chip, sink: sink(35, 160, 0.25) },
        odd(12, 55),
      ],
      rest: 18,
      fan: follows,
      answers: true,
      flat: 0.001,
    },
    {
      id: 'fan stalled',
      causes: ['fan-dead', 'fan-lead', 'fan-header'],
      prior: 0.09,
      forms: [{ share: 0.97, chip: usual.chip, sink: sink(88, 320, 0.35) }, odd(12, 80)],
      rest: 21,
      fan: { follows: 0.004, idle: 0.004, full: 0.002, stands: 0.99 },
      answers: false,
      flat: 0.001,
    },
    {
      id: 'fan control',
      causes: ['fan-control'],
      prior: 0.08,
      forms: [{ share: 0.97, chip: usual.chip, sink: sink(50, 200, 0.4) }, odd(12, 50)],
      rest: 14,
      fan: { follows: 0.02, idle: 0.94, full: 0.01, stands: 0.03 },
      answers: false,
      flat: 0.001,
    },
    {
      id: 'sensor lost',
      causes: ['sensor-off'],
      prior: 0.07,
      forms: [odd(6, 10)],
      rest: 10,
      fan: { follows: 0.06, idle: 0.02, full: 0.9, stands: 0.02 },
      answers: false,
      flat: 0.97,
    },
  ],
};
