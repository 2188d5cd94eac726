/** How a machine is protected against shock: by an earth, by double insulation, by extra-low volts alone. */
export const PROTECTION = ['I', 'II', 'III'] as const;
export type Protection = (typeof PROTECTION)[number];

/** Steps of a safety test, in the order they are made: what would make the next one dangerous comes before it. */
export const SAFETY_STEPS = [
  'looked over',
  'earth',
  'insulation',
  'leakage',
  'touch current',
  'works',
] as const;
export type SafetyStep = (typeof SAFETY_STEPS)[number];

/** What a test is judged by. */
export interface SafetyLimits {
  /** Ohms of the protective conductor with a lead of up to `metres`, more for each further stretch, and the most of all. */
  earth: { ohms: number; metres: number; more: { ohms: number; metres: number }; most: number };
  /** Least megohms, by protection. */
  insulation: Record<Protection, number>;
  /** Most milliamperes in the protective conductor, and through whoever touches it. */
  leakageMa: number;
  touchMa: number;
  /** Months after which a meter wants calibrating. */
  calibrationMonths: number;
}

/** What was found, as far as it was. Ohms, megohms, milliamperes, metres. */
export interface SafetyMeasured {
  protection: Protection;
  lookedOver?: boolean;
  earthOhms?: number;
  leadMetres?: number;
  insulationMegohms?: number;
  leakageMa?: number;
  touchMa?: number;
  works?: boolean;
}

/** What a safety tester's own file told: figures, and what whoever signs looks over. */
export interface TesterRead {
  figures: Partial<
    Record<'earthOhms' | 'leadMetres' | 'insulationMegohms' | 'leakageMa' | 'touchMa', number>
  >;
  lookedOver?: boolean;
  works?: boolean;
  protection?: SafetyMeasured['protection'];
  meter: string;
  /** "2026-03-01"; empty: not told. */
  calibrated: string;
  /** Lines that were not understood, as they stand. */
  left: string[];
}

export interface SafetyLine {
  step: SafetyStep;
  result: 'passed' | 'failed' | 'open';
  words: string;
}

export interface SafetyVerdict {
  verdict: 'passed' | 'failed' | 'open';
  lines: SafetyLine[];
  /** What is made next; null: nothing. After a failure nothing is powered. */
  next: SafetyStep | null;
  /** What is wrong with the meter, in words; empty: nothing. */
  meterFault: string;
}

/** Most ohms of the protective conductor with a lead of so many metres. */
export function earthLimit(metres: number, { earth }: Pick<SafetyLimits, 'earth'>): number {
  const further = Math.max(0, Math.ceil((metres - earth.metres) / earth.more.metres - 1e-9));
  return Math.min(earth.most, earth.ohms + further * earth.more.ohms);
}

/** Which steps there are at all: without an earth none is measured, and nothing leaks into it. */
const stepsOf = (protection: Protection): SafetyStep[] =>
  SAFETY_STEPS.filter(
    (step) =>
      (protection === 'I' || (step !== 'earth' && step !== 'leakage')) &&
      (protection !== 'III' || step !== 'touch current'),
  );

function lineOf(step: SafetyStep, measured: SafetyMeasured, limits: SafetyLimits): SafetyLine {
  const judged = (
    value: number | undefined,
    holds: (value: number) => boolean,
    unit: string,
    limit: string,
  ) =>
    value === undefined
      ? { step, result: 'open' as const, words: `not measured; ${limit}` }
      : {
          step,
          result: holds(value) ? ('passed' as const) : ('failed' as const),
          words: `${value} ${unit}, ${limit}`,
        };
  const said = (value: boolean | undefined, words: string) =>
    value === undefined
      ? { step, result: 'open' as const, words: `not ${words}` }
      : { step, result: value ? ('passed' as const) : ('failed' as const), words };
  switch (step) {
    case 'looked over':
      return said(measured.lookedOver, 'looked over: lead, plug, case');
    case 'earth': {
      const most = earthLimit(measured.leadMetres ?? 0, limits);
      return judged(measured.earthOhms, (value) => value <= most, 'Ω', `at most ${most.toFixed(2)} Ω`);
    }
    case 'insulation': {
      const least = limits.insulation[measured.protection];
      return judged(measured.insulationMegohms, (value) => value >= least, 'MΩ', `at least ${least} MΩ`);
    }
    case 'leakage':
      return judged(
        measured.leakageMa,
        (value) => value <= limits.leakageMa,
        'mA',
        `at most ${limits.leakageMa} mA`,
      );
    case 'touch current':
      return judged(
        measured.touchMa,
        (value) => value <= limits.touchMa,
        'mA',
        `at most ${limits.touchMa} mA`,
      );
    case 'works':
      return said(measured.works, 'tried: it works');
  }
}

/** Whole months from one day to another, "2026-11-30". */
const monthsBetween = (from: string, to: string) =>
  (Number(to.slice(0, 4)) - Number(from.slice(0, 4))) * 12 +
  Number(to.slice(5, 7)) -
  Number(from.slice(5, 7)) -
  (to.slice(8) < from.slice(8) ? 1 : 0);

/**
 * What an electrical safety test comes to, step by step in its order. What follows a failure is not asked: a machine that
 * failed is not powered.
 * @param calibrated day its meter was last calibrated; null: nobody knows @param today "2026-11-30"
 */
export function electricalSafety(
  measured: SafetyMeasured,
  limits: SafetyLimits,
  calibrated: string | null,
  today: string,
): SafetyVerdict {
  const lines: SafetyLine[] = [];
  for (const step of stepsOf(measured.protection)) {
    const line = lineOf(step, measured, limits);
    lines.push(line);
    if (line.result === 'failed') break;
  }
  const failed = lines.some(({ result }) => result === 'failed');
  const open = lines.find(({ result }) => result === 'open');
  const months = calibrated === null ? null : monthsBetween(calibrated, today);
  return {
    verdict: failed ? 'failed' : open ? 'open' : 'passed',
    lines,
    next: failed ? null : (open?.step ?? null),
    meterFault:
      months === null
        ? 'when its meter was calibrated is not known'
        : months < 0
          ? 'its meter is said to have been calibrated in the future'
          : months >= limits.calibrationMonths
            ? `its meter was calibrated ${months} months ago, ${limits.calibrationMonths} at most`
            : '',
  };
}

/** A safety test as it is kept. */
export interface ElectricalTold extends SafetyVerdict {
  protection: Protection;
  figures: { id: string; value: number; unit: string }[];
  answers: Record<string, string>;
}

/** What a safety test tells. @throws RangeError when nothing was looked at or measured */
export function electricalTold(
  measured: SafetyMeasured,
  limits: SafetyLimits,
  calibrated: string | null,
  today: string,
): ElectricalTold {
  const told = electricalSafety(measured, limits, calibrated, today);
  if (told.lines.every(({ result }) => result === 'open'))
    throw new RangeError('electrical: nothing was looked at or measured');
  const figure = (id: string, value: number | undefined, unit: string) =>
    value === undefined ? [] : [{ id, value, unit }];
  return {
    ...told,
    protection: measured.protection,
    figures: [
      ...figure('protective earth', measured.earthOhms, 'Ω'),
      ...figure('insulation', measured.insulationMegohms, 'MΩ'),
      ...figure('leakage', measured.leakageMa, 'mA'),
      ...figure('touch current', measured.touchMa, 'mA'),
    ],
    answers: {},
  };
}
