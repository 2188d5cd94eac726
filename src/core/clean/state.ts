import type { Degree, Material, Soil, SurfaceKind, Zone } from './zones';

/** One entry of what is dirty and what was cleaned. */
export type CleanAct =
  | { op: 'soil'; zone: string; soil: Soil; degree: Degree }
  /** Of this soil there is none after all. */
  | { op: 'less'; zone: string; soil: Soil }
  /** Looked at: clean. */
  | { op: 'looked'; zone: string }
  /** Not looked at after all. */
  | { op: 'unseen'; zone: string }
  /** A step was done on these zones. */
  | { op: 'done'; rule: string; zones: readonly string[] }
  /** Nothing is left to do on these. */
  | { op: 'cleaned'; zones: readonly string[] }
  /** It does not come off, and what it is, in words; or it did after all. */
  | { op: 'stays'; zone: string; stays: boolean; words?: string }
  /** Cleaned by somebody else: a licensed person inside a supply. */
  | { op: 'elsewhere'; zone: string; by: string }
  /** What its surface is made of; null: what its kind usually is. */
  | { op: 'surface'; zone: string; of: SurfaceKind | null };

export interface ZoneState {
  soils: Partial<Record<Soil, Degree>>;
  /** Steps done since it was seen dirty. */
  done: string[];
  /** Cleaned, and not seen dirty since. */
  cleaned: boolean;
  stays: boolean;
  /** What it is that stays, in somebody's words. */
  staysWords?: string;
  /** What its surface was seen to be, if not the usual. */
  surface?: SurfaceKind;
}

/** By zone; a zone that is not in it was not looked at. */
export type CleanState = Readonly<Record<string, ZoneState>>;

const SEEN: ZoneState = { soils: {}, done: [], cleaned: false, stays: false };

/** A state after one more entry. */
export function afterClean(state: CleanState, act: CleanAct): CleanState {
  const of = (zone: string) => state[zone] ?? SEEN;
  switch (act.op) {
    case 'unseen': {
      const { [act.zone]: _, ...rest } = state;
      return rest;
    }
    case 'looked':
      return {
        ...state,
        [act.zone]: {
          ...SEEN,
          stays: of(act.zone).stays,
          staysWords: of(act.zone).staysWords,
          surface: of(act.zone).surface,
        },
      };
    case 'soil': {
      const was = of(act.zone);
      // what was done to it before is not done to what came since
      const fresh = was.cleaned ? { done: [], cleaned: false } : {};
      return {
        ...state,
        [act.zone]: { ...was, ...fresh, soils: { ...was.soils, [act.soil]: act.degree } },
      };
    }
    case 'less': {
      const { [act.soil]: _, ...soils } = of(act.zone).soils;
      return { ...state, [act.zone]: { ...of(act.zone), soils } };
    }
    case 'surface':
      return { ...state, [act.zone]: { ...of(act.zone), surface: act.of ?? undefined } };
    case 'stays':
      return {
        ...state,
        [act.zone]: {
          ...of(act.zone),
          stays: act.stays,
          staysWords: act.stays ? act.words : undefined,
        },
      };
    case 'elsewhere':
      return { ...state, [act.zone]: { ...of(act.zone), soils: {}, done: [], cleaned: true } };
    default: {
      const own = (was: ZoneState): ZoneState =>
        act.op === 'cleaned'
          ? { ...was, soils: {}, done: [], cleaned: true }
          : { ...was, done: [...was.done, act.rule] };
      return { ...state, ...Object.fromEntries(act.zones.map((zone) => [zone, own(of(zone))])) };
    }
  }
}

/** How every zone that was looked at is now. @param acts in the order they happened */
export const cleanStateOf = (acts: readonly CleanAct[]): CleanState => acts.reduce(afterClean, {});

/** What a zone is made of in this machine. */
export const materialOf = (zone: Zone, state: ZoneState | undefined): Material =>
  state?.surface ?? zone.material;
