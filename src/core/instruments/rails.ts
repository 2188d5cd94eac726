import { feeds, type ChargerRules } from '../parts/charger';

/** A rail of a supply with what is allowed on it. */
export interface Rail {
  id: string;
  volts: number;
  /** Share either way. */
  tolerance: number;
  source: string;
}

export interface RailReading {
  rail: string;
  /** As the meter shows it; minus rails with their sign. */
  volts: number;
  /** With a drive or a board drawing on it. */
  loaded: boolean;
}

export interface RailVerdict extends RailReading {
  low: number;
  high: number;
  /** Null: it is not loaded, so nothing can be said of it. */
  within: boolean | null;
  /** Share off the nominal. */
  off: number;
}

/** Under this share of what it should be, a rail is there in name only. */
const DEAD = 0.2;

/**
 * Readings against the published limits. Unloaded readings get no verdict: a bare supply wanders and comes right with
 * a drive on it.
 * @throws RangeError when a rail is not of the table, or what was read is no number
 */
export function readRails(rails: readonly Rail[], readings: readonly RailReading[]): RailVerdict[] {
  return readings.map((reading) => {
    const rail = rails.find(({ id }) => id === reading.rail);
    if (!rail) throw new RangeError(`rails: there is no rail "${reading.rail}"`);
    if (!Number.isFinite(reading.volts)) throw new RangeError(`rails: ${reading.rail}: that is no reading`);
    const [low, high] = [1 - rail.tolerance, 1 + rail.tolerance]
      .map((share) => rail.volts * share)
      .sort((a, b) => a - b);
    // what the last digit of a meter cannot show is not held against it
    const within = reading.volts >= low - 1e-9 && reading.volts <= high + 1e-9;
    return {
      ...reading,
      low,
      high,
      within: reading.loaded ? within : null,
      off: reading.volts / rail.volts - 1,
    };
  });
}

/** What all of them say together. */
export type SupplyVerdict = 'good' | 'out of limits' | 'dead' | 'nothing can be said';

/**
 * What a supply is by its rails. A rail read without load says nothing of limits: `within` is null.
 * @returns dead where one that should give volts gives less than one
 */
export function supplyOf(verdicts: readonly RailVerdict[]): SupplyVerdict {
  const loaded = verdicts.filter(({ within }) => within !== null);
  if (verdicts.some(({ volts, off }) => Math.abs(1 + off) < DEAD && Math.abs(volts) < 1)) return 'dead';
  if (loaded.some(({ within }) => within === false)) return 'out of limits';
  return loaded.length ? 'good' : 'nothing can be said';
}

/** Fixed profiles of USB Power Delivery: volts, and the most amperes at them. */
export interface PdProfile {
  volts: number;
  amps: number;
}

/**
 * The profile a machine would run from, by the one rule for chargers; null: none does.
 * @param offered of the charger @param plate of the machine
 */
export function pdProfileFor(
  offered: readonly PdProfile[],
  plate: PdProfile,
  rules: ChargerRules,
): PdProfile | null {
  return (
    offered
      .filter((own) => feeds(own, plate, rules))
      .sort((a, b) => Math.abs(a.volts - plate.volts) - Math.abs(b.volts - plate.volts))[0] ?? null
  );
}
