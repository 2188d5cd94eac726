/**
 * x86-64 micro-architecture levels (x86-64 psABI, section "Micro-Architecture Levels"), as Linux
 * /proc/cpuinfo flag names: pni = SSE3, abm = LZCNT; OSXSAVE has no flag of its own, xsave with avx implies
 * it.
 */
export const LEVEL_FLAGS = {
  1: ['lm', 'cmov', 'cx8', 'fpu', 'fxsr', 'mmx', 'syscall', 'sse', 'sse2'],
  2: ['cx16', 'lahf_lm', 'popcnt', 'pni', 'sse4_1', 'sse4_2', 'ssse3'],
  3: ['avx', 'avx2', 'bmi1', 'bmi2', 'f16c', 'fma', 'abm', 'movbe', 'xsave'],
  4: ['avx512f', 'avx512bw', 'avx512cd', 'avx512dq', 'avx512vl'],
} as const;

export type ProcessorLevel = 0 | 1 | 2 | 3 | 4;

/**
 * Highest level whose flags, and those of every level below, are all there; 0 = not 64-bit. `missing` = what
 * the next level wants.
 */
export function processorLevel(flags: Iterable<string>): { level: ProcessorLevel; missing: string[] } {
  const have = new Set(flags);
  let level: ProcessorLevel = 0;
  for (const next of [1, 2, 3, 4] as const) {
    const missing = LEVEL_FLAGS[next].filter((flag) => !have.has(flag));
    if (missing.length) return { level, missing };
    level = next;
  }
  return { level, missing: [] };
}
