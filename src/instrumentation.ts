/** Run by the framework once when a server process starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { openWorkers } = await import('@/workers/pool');
  openWorkers();
}
