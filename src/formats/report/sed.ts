/** What a drive that encrypts itself says of its lock. */
export interface SelfEncrypting {
  /** As the kernel calls it: "/dev/sda". */
  device: string;
  /** Its lock was taken into use: it opens with a password only. */
  enabled: boolean;
  /** It is shut at this moment. */
  locked: boolean;
}

/**
 * `sedutil-cli --query /dev/...`, the line of its locking function: `Locked = N, LockingEnabled = Y, ...`.
 * @returns null: it is no such drive, or says nothing of a lock
 */
export function parseSed(text: string): SelfEncrypting | null {
  const flag = (name: string) => new RegExp(`\\b${name} = ([YN])`).exec(text)?.[1];
  const enabled = flag('LockingEnabled');
  const [device] = /\/dev\/[a-z0-9]{2,20}/.exec(text.slice(0, 4_000)) ?? [];
  if (!enabled || !device) return null;
  return { device, enabled: enabled === 'Y', locked: flag('Locked') === 'Y' };
}
