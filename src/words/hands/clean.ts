import { cleaning, SOIL_WORDS } from '@/catalog/cleaning';
import { cautionById } from '@/catalog';
import type { Chassis } from '@/core/catalogue';
import { cleaningPlan, type CleanStep } from '@/core/clean/plan';
import type { CleanState } from '@/core/clean/state';
import type { CleaningWorth } from '@/core/clean/worth';
import type { Lying } from '@/core/minutes/opening';
import {
  DEGREES,
  SOILS,
  SURFACE_KINDS,
  type Degree,
  type Phase,
  type Schools,
  type Soil,
  type SurfaceKind,
} from '@/core/clean/zones';

/** Names of all zones, by id. */
export const ZONE_NAMES: Record<string, string> = Object.fromEntries(
  Object.values(cleaning.zones)
    .flat()
    .map(({ id, name }) => [id, name]),
);

export interface ZoneView {
  id: string;
  name: string;
  box: { x: number; y: number; width: number; height: number };
  /** It is of the whole machine, not of a place. */
  whole: boolean;
  shows: boolean;
  seen: boolean;
  cleaned: boolean;
  stays: boolean;
  /** What it is made of, and whether that was said of this machine. Null: no outer surface. */
  surface: { of: SurfaceKind; said: boolean } | null;
  soils: { soil: Soil; degree: Degree }[];
}

export interface StepView {
  id: string;
  phase: Phase;
  does: string;
  zones: string[];
  where: string;
  agent: string;
  tool: string;
  minutes: number;
  alone: { minutes: number; station: string } | null;
  cautions: { title: string; text: string }[];
  beware: string;
  source: string;
}

export interface CleanView {
  zones: ZoneView[];
  soils: { id: Soil; name: string; letter: string }[];
  steps: StepView[];
  minutes: number;
  openMinutes: number;
  aloneMinutes: number;
  costMinor: number;
  without: string[];
  worth: CleaningWorth;
  /** What the house does, in words: "blower and brush; ...". */
  school: string;
}

const stepView = (step: CleanStep): StepView => ({
  id: step.id,
  phase: step.phase,
  does: step.does,
  zones: step.zones,
  where: step.zones.map((id) => ZONE_NAMES[id]).join(', '),
  agent: step.agent,
  tool: step.tool,
  minutes: step.minutes,
  alone: step.alone,
  cautions: step.cautions.flatMap((id) => {
    const caution = cautionById(id);
    return caution ? [{ title: caution.title, text: caution.text }] : [];
  }),
  beware: step.beware,
  source: step.source,
});

/** The drawing of the zones, and the way to get them clean. */
export function cleanView(
  chassis: Chassis,
  state: CleanState,
  schools: Schools,
  worth: CleaningWorth,
  lying: Lying,
  school: string,
): CleanView {
  const plan = cleaningPlan(cleaning, chassis, state, schools, undefined, lying);
  return {
    zones: cleaning.zones[chassis].map(({ id, name, box, material, shows }) => {
      const own = state[id];
      return {
        id,
        name,
        box,
        shows,
        whole: material === 'air',
        seen: own !== undefined,
        cleaned: own?.cleaned ?? false,
        stays: own?.stays ?? false,
        surface:
          own && shows && (SURFACE_KINDS as readonly string[]).includes(own.surface ?? material)
            ? { of: (own.surface ?? material) as SurfaceKind, said: own.surface !== undefined }
            : null,
        soils: SOILS.flatMap((soil) => {
          const degree = own?.soils[soil];
          return degree && DEGREES.includes(degree) ? [{ soil, degree }] : [];
        }),
      };
    }),
    soils: SOILS.map((id) => ({ id, ...SOIL_WORDS[id] })),
    steps: plan.steps.map(stepView),
    minutes: plan.stepMinutes + plan.openMinutes,
    openMinutes: plan.openMinutes,
    aloneMinutes: plan.aloneMinutes,
    costMinor: plan.costMinor,
    without: plan.without.map(({ zone, soil }) => `${SOIL_WORDS[soil].name} on ${ZONE_NAMES[zone]}`),
    worth,
    school,
  };
}
