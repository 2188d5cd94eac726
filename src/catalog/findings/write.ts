import type {
  BenchNeed,
  Chassis,
  Fact,
  Finding,
  FindingStage,
  Group,
  Instrument,
  Outcome,
  PartClass,
} from '@/core/catalogue';

export const ON: BenchNeed = { plugged: true };
export const OPEN_OFF: BenchNeed = { caseOpen: true, plugged: false };
export const OPEN_ON: BenchNeed = { caseOpen: true, plugged: true };

const PRACTICE = 'order and meaning: common practice; probabilities: shop estimate';

interface Rest {
  how?: string;
  chassis?: Chassis[];
  needs?: Fact[];
  bench?: BenchNeed;
  cautions?: string[];
  hazard?: { caution: string; from: number };
  swap?: PartClass;
  instrument?: Instrument;
}

/**
 * `label` alone, or label with the facts it shows (`+`), denies (`-`) and the causes it settles (`=`): 'Black
 * -ownPicture'.
 */
export function outcome(text: string): Outcome {
  const words = text.split(' ');
  const label = words.filter((word) => !/^[+\-=][a-zA-Z]/.test(word)).join(' ');
  const marked = (sign: string) =>
    words.filter((word) => word.startsWith(sign) && word.length > 1).map((word) => word.slice(1));
  const shows = marked('+') as Fact[];
  const denies = marked('-') as Fact[];
  const settles = marked('=');
  return {
    id: label
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, ''),
    label,
    ...(shows.length && { shows }),
    ...(denies.length && { denies }),
    ...(settles.length && { settles }),
  };
}

export function writer(stage: FindingStage) {
  return (
    id: string,
    group: Group,
    minutes: number,
    ask: string,
    outcomes: string[],
    leak: number[],
    by: Record<string, number[]>,
    rest: Rest = {},
  ): Finding => ({
    id,
    group,
    stage,
    minutes,
    ask,
    outcomes: outcomes.map(outcome),
    leak,
    by,
    ...rest,
    source: PRACTICE,
  });
}
