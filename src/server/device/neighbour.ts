import { readFile } from 'node:fs/promises';

/** The table of the kernel: who is at which address of this network. */
const TABLE = '/proc/net/arp';
const NOBODY = '00:00:00:00:00:00';

/**
 * The hardware address of whoever is at an address of the shop's own network, lower case; null: the kernel does not know
 * it, as of anything behind a router, of this machine itself, and of anything over IPv6.
 * @param table where the kernel tells it
 */
export async function macOf(address: string, table = TABLE): Promise<string | null> {
  const text = await readFile(table, 'utf8').catch(() => '');
  for (const line of text.split('\n').slice(1)) {
    const [ip, , , mac] = line.trim().split(/\s+/);
    if (ip === address && mac && mac !== NOBODY) return mac.toLowerCase();
  }
  return null;
}
