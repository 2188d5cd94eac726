/** What is under way gets this long; browsers that hold on to a connection do not keep a stopping server. */
const GRACE_MS = 3_000;

export function stopInTime(): void {
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => setTimeout(() => process.exit(0), GRACE_MS).unref());
}
