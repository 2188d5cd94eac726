import type { Degree, Soil } from './zones';

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
  /** It does not come off; or did after all. */
  | { op: 'stays'; zone: string; stays: boolean };

export interface ZoneState {
  soils: Partial<Record<Soil, Degree>>;
  /** Steps done since it was seen dirty. */
  done: string[];
  /** Cleaned, and not seen dirty since. */
  cleaned: boolean;
  stays: boolean;
}

/** By zone; a zone that is not in it was not looked at. */
export type CleanState = Readonly<Record<string, ZoneState>>;

const SEEN: ZoneState = { soils: {}, done: [], cleaned: false, stays: false };

/** How every zone that was looked at is now. @param acts in the order they happened */
export function cleanStateOf(acts: readonly CleanAct[]): CleanState {
  const zones = new Map<string, ZoneState>();
  const of = (zone: string) => zones.get(zone) ?? SEEN;
  for (const act of acts) {
    if (act.op === 'unseen') zones.delete(act.zone);
    else if (act.op === 'looked') zones.set(act.zone, { ...SEEN, stays: of(act.zone).stays });
    else if (act.op === 'soil') {
      const was = of(act.zone);
      zones.set(act.zone, {
        ...was,
        soils: { ...was.soils, [act.soil]: act.degree },
        // what was done to it before is not done to what came since
        done: was.cleaned ? [] : was.done,
        cleaned: false,
      });
    } else if (act.op === 'less') {
      const soils = { ...of(act.zone).soils };
      delete soils[act.soil];
      zones.set(act.zone, { ...of(act.zone), soils });
    } else if (act.op === 'stays') zones.set(act.zone, { ...of(act.zone), stays: act.stays });
    else
      for (const zone of act.zones) {
        const was = of(zone);
        zones.set(
          zone,
          act.op === 'cleaned'
            ? { ...was, soils: {}, done: [], cleaned: true }
            : { ...was, done: [...was.done, act.rule] },
        );
      }
  }
  return Object.fromEntries(zones);
}
