import type { HeatReading } from '@/core/instruments/heat/read';
import type { TouchTold } from '@/core/instruments/touch';
import { soakRules } from '@/catalog/instruments/readings';
import type { Pair, SoakTold } from '@/core/instruments/findingsFromReading';
import type { SinkChange } from '@/core/instruments/heat/likeFan';
import { figureWords, type BatteryLine, type ElectricalLine, type RailsLine, type SpeedLine } from './view';

/** "−42 %", "+5.5 %": a tenth only where it matters. */
export const changeWords = (share: number): string => {
  const percent = Math.abs(share * 100);
  return `${share < 0 ? '−' : '+'}${percent < 10 ? percent.toFixed(1) : percent.toFixed(0)} %`;
};

/** "frames, mean (the harbour race, medium)". */
const figureOn = ({ id, on }: { id: string; on?: string }): string =>
  on ? `${figureWords(id)} (${on})` : figureWords(id);

/** "start 60 → 35 s, −42 % (New paste)". */
export const pairWords = ({ unit, before, after, change, between, ...figure }: Pair): string =>
  `${figureOn(figure)} ${before} → ${after}${unit && ` ${unit}`}, ${changeWords(change)}` +
  (between.length ? ` (${between.join('; ')})` : '');

/** "at like fan −31 to −36 %"; empty: the fan turned alike. */
export const likeFanWords = ({ like, alike }: SinkChange): string =>
  alike
    ? ''
    : like
      ? `at like fan ${changeWords(like[0])} to ${changeWords(like[1])}`
      : 'the fan stood once: not to be compared';

/** What a heat run says on papers. */
export function heatPaper(
  reading: Pick<HeatReading, 'stages' | 'margin' | 'heldBack' | 'clockKept'> &
    Partial<Pick<HeatReading, 'lost'>>,
  room: number | null,
  limit: number | null,
): string {
  if (reading.lost) return 'How warm it gets is not known: its sensor shows no temperature.';
  const settles = reading.stages && Math.round(reading.stages.settles);
  const where = room === null ? '' : ` in a room of ${Math.round(room)} °C`;
  const top = limit ?? settles;
  if (settles === null || reading.heldBack || (limit !== null && settles >= limit))
    return `Under full load it reaches its own limit${top === null ? '' : ` of ${top} °C`}${where} and slows down.`;
  return [
    `Under full load it settles at ${settles} °C${where}`,
    reading.margin !== null && `${Math.round(reading.margin)} K under its own limit`,
    reading.clockKept !== null && (reading.clockKept > 0.9 ? 'at full clock' : 'with its clock lowered'),
  ]
    .filter(Boolean)
    .join(', ')
    .concat('.');
}

/** What a battery did, not what its gauge says. */
export function batteryPaper({
  run,
  health,
  behaviour,
}: Pick<BatteryLine, 'run' | 'health' | 'behaviour'>): string {
  const says = [
    `Battery ${behaviour === 'unknown' ? 'not tried' : behaviour}`,
    health !== null && `${Math.round(health * 100)} % of its design by its gauge`,
    run?.fullMinutes &&
      `${Math.floor(run.fullMinutes / 60)} h ${String(Math.round(run.fullMinutes % 60)).padStart(2, '0')} from full${
        run.watts ? ` at ${Math.round(run.watts)} W` : ''
      }`,
    run?.drop && `gives way suddenly at ${run.drop.from} %`,
    run?.jumps?.length && 'its gauge jumps while it goes on',
    run?.cutOff && `goes off with ${run.cutOff} % shown`,
  ];
  return `${says.filter(Boolean).join(', ')}.`;
}

export const railsPaper = ({ supply }: Pick<RailsLine, 'supply'>): string =>
  supply === 'good' ? 'Its supply keeps within its limits under load.' : '';

export const speedPaper = ({ figures }: Pick<SpeedLine, 'figures'>): string =>
  figures.length
    ? `${figures.map((own) => `${figureOn(own)} ${own.value}${own.unit && ` ${own.unit}`}`).join('; ')}.`
    : '';

/** How long it worked by itself, with what came between. */
export function soakPaper({ soak, ended }: Pick<SoakTold, 'soak'> & { ended: boolean }): string {
  const minutes = Math.round(soak.minutes);
  if (ended) return `At work by itself it went off after ${minutes} min.`;
  const away = Math.round(soak.gaps.reduce((sum, own) => sum + own.seconds, 0) / 60);
  const marks = [
    soak.restarts > 0 && `began anew ${soak.restarts} times`,
    soak.gaps.length > 0 &&
      `${soak.gaps.length} ${soak.gaps.length === 1 ? 'gap' : 'gaps'} of ${away} min in all`,
    soak.kept !== null &&
      soak.kept < soakRules.kept &&
      `slowed to ${Math.round(soak.kept * 100)} % of its first rate`,
  ].filter(Boolean);
  return `${minutes} min at full work by itself${marks.length ? `: ${marks.join(', ')}` : ' without a fault'}.`;
}

/** Where hands lie, under load, as read and as it would be in a hot room. */
export const touchPaper = ({ room, hotRoom, surfaces }: TouchTold): string =>
  `To the touch under load in a room of ${Math.round(room)} °C: ${surfaces
    .map(({ name, celsius, then }) => `${name} ${celsius} °C (${Math.round(then)} in ${hotRoom})`)
    .join(', ')}.`;

/** An electrical safety test as an inspector reads it: verdict, each step, by which meter, when. */
export const electricalPaper = (
  { verdict, protection, lines, name, calibrated, meterFault }: ElectricalLine,
  day: string,
): string => {
  const words = { passed: 'passed', failed: 'FAILED', open: 'not complete' }[verdict];
  const by = [`by ${name}`, calibrated && `calibrated ${calibrated}`, meterFault].filter(Boolean).join(', ');
  const steps = lines.map((line) => `${line.step}: ${line.words} (${line.result})`).join('; ');
  return `Electrical safety test of ${day}, protection class ${protection}: ${words}. ${steps}; ${by}.`;
};
