/** How the machines at the benches reach this shop: its https addresses, and what its certificate is known by. */
export interface BenchAddress {
  origins: string[];
  /** The same over plain http, for scripts alone. */
  plain: string[];
  /** SHA-256 of the certificate's public key, base64; empty: there is no https here. */
  pin: string;
  /** SHA-256 of the certificate as browsers show it. */
  fingerprint: string;
}

export const benchAddress = (): BenchAddress => ({
  origins: (process.env.OMNITROPE_BENCH ?? '').split(',').filter(Boolean),
  plain: (process.env.OMNITROPE_BENCH_PLAIN ?? '').split(',').filter(Boolean),
  pin: process.env.OMNITROPE_PIN ?? '',
  fingerprint: process.env.OMNITROPE_FINGERPRINT ?? '',
});
