const EVERY = 6 * 3_600_000;

/** Run by the framework once when a server process starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { openWorkers } = await import('@/workers/pool');
  const { forgetKeys } = await import('@/shop/keys');
  const { log } = await import('@/log');
  openWorkers();
  const forget = () => forgetKeys().catch((error: unknown) => log.warn({ error }, 'keys not forgotten'));
  setInterval(forget, EVERY).unref();
  void forget();
}
