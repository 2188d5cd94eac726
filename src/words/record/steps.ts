import { causeById, cautionById, findingById, repairById } from '@/catalog';
import { NO_BOARD } from '@/core/safety/power';
import { ENDINGS, WHOLE_LOOK, type BenchItem } from '@/core/catalogue';
import type { BenchMove } from '@/core/minutes/opening';
import type { Evaluation } from '@/core/steps/evaluate';
import type { RankedStep } from '@/core/steps/rank';
import { minorText } from '@/core/money/minor';
import { ENDING_WORDS } from '../names';
import { partTaken } from './answers';
import type { CautionView, ShutView, StepView } from '../unit/view';
import { catalogue } from '@/catalog';
import type { ShutStep } from '@/core/steps/rank';
import { lower, share } from '../plain';

const MOVE_WORDS: Record<BenchItem, [string, string]> = {
  plugged: ['plug it in', 'unplug it'],
  caseOpen: ['open the case', 'close the case'],
  batteryOut: ['battery out', 'battery in'],
  boardOut: ['board out', 'board in'],
};

const MOSTLY_SOUND = 0.6;

const STOP_WORDS: Record<string, string> = {
  disclose: 'Stop here, sell it with its faults told',
  asFound: 'Stop here, sell as found',
  harvest: 'Stop here, harvest',
  recycle: 'Stop here, recycle',
  handOver: 'Enough is done: prove it and hand it over',
  giveBack: 'Give it back as it is',
  ask: 'Ask its owner first',
};

/** Opening and closing, in words; nothing: "". */
export function movesInWords(moves: readonly BenchMove[]): string {
  return moves.map((move) => MOVE_WORDS[move.item][move.to ? 0 : 1]).join(', ');
}

export function cautionView(id: string): CautionView {
  const caution = cautionById(id)!;
  return { id, title: caution.title, text: caution.text, acknowledge: Boolean(caution.acknowledge) };
}

/** What an outcome would leave: its likeliest causes, or that the machine looks sound. */
function leaves(outcome: NonNullable<RankedStep['outcomes']>[number]): string {
  const parts = outcome.causes
    .filter((line) => line.probability >= 0.05)
    .slice(0, 2)
    .map((line) => `${lower(causeById(line.cause)?.name ?? line.cause)} ${share(line.probability)}`);
  if (outcome.sound >= 0.3) parts.unshift(`sound ${share(outcome.sound)}`);
  return parts.slice(0, 2).join(', ') || 'many things, none likely';
}

/** Why this look: what its outcomes tell apart. */
function lookReason(step: RankedStep): string {
  const tops = (step.outcomes ?? [])
    .filter((outcome) => outcome.probability >= 0.02)
    .map((outcome) =>
      outcome.sound > (outcome.causes[0]?.probability ?? 0)
        ? 'a sound machine'
        : outcome.causes[0]
          ? lower(causeById(outcome.causes[0].cause)?.name ?? '')
          : '',
    )
    .filter(Boolean);
  const apart = [...new Set(tops)];
  const opening = step.moves.some((move) => move.item === 'caseOpen' && move.to);
  const tail = opening ? 'The case has to come open.' : 'Nothing to unscrew.';
  if (apart.length >= 2) return `Tells “${apart[0]}” from “${apart[1]}”. ${tail}`;
  return apart.length ? `Shows whether it is “${apart[0]}”. ${tail}` : tail;
}

/**
 * What the choice is made against: how likely the machine is sound, and the best step that is no stopping,
 * minor units.
 */
export interface Around {
  sound: number;
  goingOnMinor: number | null;
  /** Of the step that comes first, and what a minute of hands costs, minor units. */
  firstMinor?: number;
  minuteMinor?: number;
  /** What reading the machine first would win, minor units. */
  readingMinor?: number | null;
  /** Of the shop's currency. */
  decimals?: number;
}

/** Why somebody else's machine is not worked on any further, or not yet. */
const BACK_REASONS: Record<string, string> = {
  ask: 'A cure is next, and they have not said yes to what it costs.',
  giveBack: 'Nothing more is worth its minutes to them, or they said no.',
};

/** Why stop: both sides in money. */
function stopReason(step: RankedStep, { goingOnMinor, decimals }: Around): string {
  if (goingOnMinor === null) return 'Nothing left could pay.';
  return `Stopping nets ${minorText(Math.round(step.valueMinor), decimals)}, the best step left ${minorText(Math.round(goingOnMinor), decimals)}.`;
}

/** What a step is worth more or less than the first; 0: as good, within a minute of hands. */
function againstFirst(
  { valueMinor }: Pick<RankedStep, 'valueMinor'>,
  { firstMinor, minuteMinor = 0 }: Around,
): number {
  const difference = Math.round(valueMinor - (firstMinor ?? valueMinor));
  return Math.abs(difference) <= minuteMinor ? 0 : difference;
}

/** A ranked step in words. */
export function stepView(step: RankedStep, around: Around = { sound: 0, goingOnMinor: null }): StepView {
  const base = {
    kind: step.kind,
    id: step.id,
    minutes: step.minutes,
    valueMinor: step.valueMinor,
    againstFirst: againstFirst(step, around),
    setUp: movesInWords(step.moves),
    how: '',
    note: '',
    outcomes: [],
    cautions: [],
    swap: null,
    takes: null,
    instrument: null,
  };
  if (step.kind === 'look') {
    const finding = findingById(step.id)!;
    return {
      ...base,
      title: finding.ask,
      how: finding.how ?? '',
      swap: finding.swap ?? null,
      instrument: finding.instrument ?? null,
      reason: lookReason(step),
      cautions: (finding.cautions ?? []).map(cautionView),
      outcomes: finding.outcomes.map((outcome, o) => {
        const seen = step.outcomes?.find((entry) => entry.outcome === o);
        return {
          label: outcome.label,
          leaves: seen ? leaves(seen) : '',
          hazard: finding.hazard && o >= finding.hazard.from ? cautionView(finding.hazard.caution) : null,
        };
      }),
    };
  }
  if (step.kind === 'repair') {
    const repair = repairById(step.id)!;
    return {
      ...base,
      title: repair.name,
      how: repair.how ?? '',
      reason: `${share(step.chance ?? 0)} likely to help.`,
      note: repair.part ? repair.part.class : '',
      takes: partTaken(step.id),
      cautions: (repair.cautions ?? []).map(cautionView),
      outcomes: ENDINGS.map((ending) => ({ label: ENDING_WORDS[ending], leaves: '', hazard: null })),
    };
  }
  if (step.kind === 'verify') {
    const whole = findingById(WHOLE_LOOK)!;
    return {
      ...base,
      title: whole.ask,
      how: whole.how ?? '',
      reason: `${share(step.chance ?? 0)} likely to be sound: look before anything is unscrewed.`,
      outcomes: whole.outcomes.map((outcome, o) => ({
        label: outcome.label,
        leaves: o === 0 ? 'ready to finish and sell' : 'back to finding out',
        hazard: null,
      })),
    };
  }
  if (step.kind === 'bundle') {
    const bundle = catalogue.bundles.find(({ id }) => id === step.id)!;
    return {
      ...base,
      title: bundle.name,
      how: bundle.how,
      reason: `Answers ${step.answers ?? 0} open questions at once.`,
    };
  }
  if (step.kind === 'read')
    return {
      ...base,
      title: 'Read what it is',
      how: 'Its report, the label under it, or the set-up screen: processor first.',
      reason: `Its price, and so what to do, depends on it. Knowing it is worth ${minorText(Math.round(Math.max(0, around.readingMinor ?? 0)), around.decimals)}.`,
    };
  // hardly anything is wrong: what is told is whatever the last tests still find
  if (step.id === 'disclose' && around.sound >= MOSTLY_SOUND)
    return {
      ...base,
      title: 'Enough is known: finish it and sell it',
      reason: `${share(around.sound)} likely to be sound. ${stopReason(step, around)}`,
    };
  const reason = BACK_REASONS[step.id] ?? stopReason(step, around);
  return { ...base, title: STOP_WORDS[step.id] ?? 'Stop here', reason };
}

/** A step of which nothing was worked out. */
const BARE: Omit<RankedStep, 'kind' | 'id'> = {
  valueMinor: 0,
  costMinor: 0,
  minutes: 0,
  moves: [],
  partMinor: 0,
};

/** A look or a repair taken out of turn, without its lookahead; null: there is no such step. */
export function plainStep(id: string): StepView | null {
  const finding = findingById(id);
  const of = finding ?? repairById(id);
  if (!of) return null;
  const kind = finding ? 'look' : 'repair';
  const step = { ...BARE, kind, id, minutes: of.minutes } as const;
  return { ...stepView(finding ? { ...step, outcomes: [] } : step), reason: 'Asked out of turn.' };
}

/** What a step is called, by its kind and id alone; one that is no longer known by its id. */
export function stepTitle({ kind, id }: { kind: string; id: string }): string {
  if (kind === 'look' || kind === 'repair' || kind === 'verify') return plainStep(id)?.title ?? id;
  if (kind === 'bundle' && !catalogue.bundles.some((bundle) => bundle.id === id)) return id;
  return stepView({ ...BARE, kind: kind as RankedStep['kind'], id }).title;
}

/** What the words of a step refer to besides itself. */
export const aroundOf = (
  evaluation: Evaluation,
  { currencyDecimals, ratePerHourMinor }: { currencyDecimals: number; ratePerHourMinor: number },
): Around => ({
  decimals: currencyDecimals,
  firstMinor: evaluation.steps[0]?.valueMinor,
  minuteMinor: ratePerHourMinor / 60,
  sound: evaluation.sound.probability,
  readingMinor: evaluation.readingMinor,
  goingOnMinor: evaluation.steps.find((step) => step.kind !== 'stop')?.valueMinor ?? null,
});

/** A change of parts that pays, as a step among the others. @param words what goes in and out */
export function changeView(
  words: string,
  {
    change,
    netMinor,
  }: { change: { minutes: number; chance: number; set: { care: string[] } }; netMinor: number },
  nowMinor: number,
  around: Around,
): StepView {
  const fits = change.chance < 1 ? `${share(change.chance)} likely to fit. ` : '';
  const care = change.set.care.length ? `With care: ${change.set.care.join('; ')}.` : '';
  return {
    kind: 'change',
    id: 'change',
    title: `Put in ${words}`,
    reason: `It wins ${minorText(netMinor, around.decimals)} over leaving the machine as it is.`,
    how: `${fits}${care}`.trim(),
    minutes: change.minutes,
    valueMinor: nowMinor + netMinor,
    againstFirst: againstFirst({ valueMinor: nowMinor + netMinor }, around),
    setUp: '',
    note: '',
    outcomes: [],
    cautions: [],
    swap: null,
    takes: null,
    instrument: null,
  };
}

/** What a danger shuts, and whether anybody has seen it. */
function gateWords(id: string, onlyLikely?: true): string {
  const words = catalogue.gates.dangers.find((gate) => gate.id === id)?.words ?? 'Not powered yet.';
  return onlyLikely ? `Nobody has seen it, but it is likely. ${words}` : words;
}

/** Why steps are shut, each reason once. */
export function shutViews(shut: readonly ShutStep[]): ShutView[] {
  const counts = new Map<string, number>();
  for (const { why } of shut) {
    const words =
      why.kind === 'gate'
        ? gateWords(why.gate, why.onlyLikely)
        : why.kind === 'look first'
          ? `Do not power it yet. First, from outside: ${why.findings
              .map((id) => lower(findingById(id)?.ask ?? id).replace(/[?.]$/, ''))
              .join('; ')}.`
          : why.kind === 'dirt'
            ? why.what === NO_BOARD
              ? `Not powered: ${NO_BOARD}.`
              : `Not powered: ${why.what} comes off first (Work, Clean).`
            : 'The system and the data on it stay: nothing is installed over them, nothing erased.';
    counts.set(words, (counts.get(words) ?? 0) + 1);
  }
  return [...counts].map(([why, count]) => ({ why, count }));
}
