/** A belief held, and whether it was so. */
export interface Forecast {
  /** 0..1 */
  probability: number;
  happened: boolean;
}

export interface Reliability {
  bins: {
    from: number;
    to: number;
    count: number;
    /** Mean probability. */ mean: number;
    /** Share that was so. */ share: number;
  }[];
  /**
   * Expected calibration error: mean over forecasts of |mean belief - share true| of their bin (Naeini,
   * Cooper & Hauskrecht, AAAI 2015).
   */
  expectedError: number;
  /** Mean of (probability - happened)^2 (Brier 1950). */
  brier: number;
}

/** Reliability table in bins of equal width. @param count number of bins, 1.. */
export function reliability(forecasts: readonly Forecast[], count = 10): Reliability {
  const bins = Array.from({ length: count }, (_, i) => ({
    from: i / count,
    to: (i + 1) / count,
    count: 0,
    mean: 0,
    share: 0,
  }));
  let brier = 0;
  for (const { probability, happened } of forecasts) {
    if (!(probability >= 0 && probability <= 1))
      throw new RangeError(`reliability: a probability must lie in 0..1, got ${probability}`);
    const bin = bins[Math.min(count - 1, Math.floor(probability * count))];
    bin.count++;
    bin.mean += probability;
    bin.share += Number(happened);
    brier += (probability - Number(happened)) ** 2;
  }
  let expectedError = 0;
  for (const bin of bins) {
    if (bin.count === 0) continue;
    bin.mean /= bin.count;
    bin.share /= bin.count;
    expectedError += (bin.count / forecasts.length) * Math.abs(bin.mean - bin.share);
  }
  return { bins, expectedError, brier: forecasts.length ? brier / forecasts.length : 0 };
}
