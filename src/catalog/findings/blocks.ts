import type { Cause, Finding } from '@/core/catalogue';

/**
 * "Any change?" only shows what the change would show: a machine that another fault keeps from starting does
 * not start with a good module either. What keeps it so follows from the catalogue's own tables.
 */
const TESTS = {
  /** Ends in power: fans and lamps come on. */
  power: ['other-charger', 'mains-other', 'supply-swap', 'battery-away', 'button-bridge', 'reset-off'],
  /** Ends in a start. */
  start: ['memory-swap', 'processor-swap', 'setup-clear', 'firmware-recover', 'bare-start', 'unplug-all'],
  /** Ends in a picture. */
  picture: [
    'card-swap',
    'without-card',
    'video-other',
    'socket-other',
    'panel-swap',
    'cable-swap',
    'output-key',
    'brightness-key',
    'lid-magnet',
  ],
} as const;

/** A cause counts as keeping it from there when it shows so at least this often. */
const SURELY = 0.8;
const HALF = 0.5;

export function withBlocks(findings: Finding[]): Finding[] {
  const shown = (finding: string, outcome: number, share = SURELY) => {
    const by = findings.find((candidate) => candidate.id === finding)?.by ?? {};
    return Object.keys(by).filter((cause: Cause['id']) => by[cause][outcome] >= share);
  };
  const dead = shown('button', 2);
  // no key answers and no drive works; a dead key alone may be the keyboard
  const idle = shown('drive-lamp', 1, HALF);
  const noStart = [...dead, ...shown('lock-key', 1).filter((cause) => idle.includes(cause))];
  const black = [...noStart, ...shown('picture-own', 3), ...shown('picture-monitor', 2)];
  const keeps: [readonly string[], string[]][] = [
    [TESTS.power, dead],
    [TESTS.start, noStart],
    [TESTS.picture, black],
  ];
  return findings.map((finding) => {
    const blocking = keeps.find(([tests]) => tests.includes(finding.id))?.[1];
    return blocking
      ? { ...finding, blockedBy: [...new Set(blocking)].filter((cause) => !finding.by[cause]) }
      : finding;
  });
}
