/** Run by the framework once when a server process starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { stopInTime } = await import('@/server/stop');
  stopInTime();
  const { warmUp } = await import('@/server/warm');
  setTimeout(() => void warmUp(), 50);
}
