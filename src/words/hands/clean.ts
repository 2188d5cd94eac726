import { cleaning, SOIL_WORDS } from '@/catalog/cleaning';
import { cautionById, repairById } from '@/catalog';
import type { Chassis } from '@/core/catalogue';
import { cleaningPlan, type CleanPlan, type CleanStep } from '@/core/clean/plan';
import type { CleaningWorth } from '@/core/clean/worth';
import type { Lying } from '@/core/minutes/opening';
import type { DerivedRecord } from '@/core/record';
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

/** What a zone is called on such a machine: the case of a tower is not the back of an all-in-one. */
export const zoneName = (chassis: Chassis, zone: string): string =>
  cleaning.zones[chassis].find(({ id }) => id === zone)?.name ?? zone;

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
  /** What it is that stays, as somebody put it. */
  staysWords: string;
  /** Not every such machine has it, and nothing says that this one does. */
  hidden: boolean;
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
  /** A new part instead. */
  renew: { repair: string; name: string; minutes: number; partMinor: number } | null;
  cautions: { title: string; text: string }[];
  beware: string;
  source: string;
}

/** A way to get zones clean. */
export interface WayView {
  steps: StepView[];
  minutes: number;
  openMinutes: number;
  aloneMinutes: number;
  costMinor: number;
}

export interface CleanView {
  zones: ZoneView[];
  soils: { id: Soil; name: string; letter: string }[];
  /** Of what is worth it, and of all that is dirty. */
  way: WayView;
  wayOfAll: WayView;
  without: string[];
  worth: CleaningWorth;
  /** What the house does, in words: "blower and brush; ...". */
  school: string;
}

function renewView(id: string | null): StepView['renew'] {
  const repair = id === null ? undefined : repairById(id);
  return repair
    ? {
        repair: repair.id,
        name: repair.name,
        minutes: repair.minutes,
        partMinor: repair.part?.costMinor ?? 0,
      }
    : null;
}

const stepView = (chassis: Chassis, step: CleanStep): StepView => ({
  id: step.id,
  phase: step.phase,
  does: step.does,
  zones: step.zones,
  where: step.zones.map((id) => zoneName(chassis, id)).join(', '),
  agent: step.agent,
  tool: step.tool,
  minutes: step.minutes,
  alone: step.alone,
  renew: renewView(step.renew),
  cautions: step.cautions.flatMap((id) => {
    const caution = cautionById(id);
    return caution ? [{ title: caution.title, text: caution.text }] : [];
  }),
  beware: step.beware,
  source: step.source,
});

const wayView = (chassis: Chassis, plan: CleanPlan): WayView => ({
  steps: plan.steps.map((step) => stepView(chassis, step)),
  minutes: plan.stepMinutes + plan.openMinutes,
  openMinutes: plan.openMinutes,
  aloneMinutes: plan.aloneMinutes,
  costMinor: plan.costMinor,
});

/**
 * The drawing of the zones, and the way to get them clean, as the record stands.
 */
export function cleanView(
  chassis: Chassis,
  { clean: state, contents, ...lying }: Lying & Pick<DerivedRecord, 'clean' | 'contents'>,
  schools: Schools,
  worth: CleaningWorth,
  school: string,
): CleanView {
  const all = cleaningPlan(cleaning, chassis, state, schools, lying);
  const pays = cleaningPlan(cleaning, chassis, state, schools, lying, new Set(worth.clean));
  const full = new Set(
    contents.filter(({ holds }) => holds === 'part' || holds === 'something').map(({ id }) => id),
  );
  return {
    zones: cleaning.zones[chassis].map(({ id, name, box, material, shows, extra }) => {
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
        staysWords: own?.staysWords ?? '',
        hidden: extra !== undefined && !own && !extra.some((place) => full.has(place)),
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
    way: wayView(chassis, pays),
    wayOfAll: wayView(chassis, all),
    without: all.without.map(({ zone, soil }) => `${SOIL_WORDS[soil].name} on ${zoneName(chassis, zone)}`),
    worth,
    school,
  };
}
