/** What a charger is judged by, wherever it is asked. */
export interface ChargerRules {
  /** Volts may be off by this share of the plate's. */
  voltsOff: number;
  /** Figures on plates are rounded by up to this share. */
  plateOff: number;
}

/** Volts of a charger on a machine's plate: the same, near enough to be tried with care, or never. */
export function voltsOn(
  volts: number,
  plate: number,
  { voltsOff }: Pick<ChargerRules, 'voltsOff'>,
): 'same' | 'near' | 'never' {
  const off = Math.abs(volts / plate - 1);
  return off > voltsOff + 1e-9 ? 'never' : off > 1e-9 ? 'near' : 'same';
}

/** Does a charger give the amperes a plate asks for, as far as plates are rounded? */
export const ampsEnough = (
  amps: number,
  plate: number,
  { plateOff }: Pick<ChargerRules, 'plateOff'>,
): boolean => amps >= plate * (1 - plateOff);

/** Would a machine run from it at all? Volts, amperes. */
export const feeds = (
  charger: { volts: number; amps: number },
  plate: { volts: number; amps: number },
  rules: ChargerRules,
): boolean =>
  voltsOn(charger.volts, plate.volts, rules) !== 'never' && ampsEnough(charger.amps, plate.amps, rules);
