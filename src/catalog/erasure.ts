/**
 * What is usually done to a drive, by the words of NIST SP 800-88 Rev. 1, Appendix A (from memory; the
 * current edition decides).
 */
export const erasureMethods = [
  'ATA SANITIZE BLOCK ERASE (purge)',
  'ATA SECURITY ERASE UNIT, enhanced (purge)',
  'NVMe format, user data erase (purge)',
  'One overwrite pass (clear)',
  'Physical destruction',
  'Handed back to its owner',
] as const;

/** How an erasure is usually verified: common practice. */
export const erasureChecks = [
  'every sector read back, all zero',
  '10 % of sectors read back, all zero',
  'the drive reports it done, a sample read back',
  'destroyed before our eyes',
] as const;
