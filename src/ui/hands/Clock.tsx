'use client';
import { useEffect, useState } from 'react';
import { duration } from '../kit/words';

const TICK_MS = 1000;

/** Minutes so far, ticking while something runs. `before` = minutes of earlier stretches. */
export function Clock({ since, before, running }: { since: string; before: number; running: boolean }) {
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    const tick = () => setNow(Date.now());
    tick();
    if (!running) return;
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [running]);
  const minutes =
    before + (running && now !== null ? Math.max(0, (now - new Date(since).getTime()) / 60_000) : 0);
  return (
    <span className="figures" suppressHydrationWarning>
      {duration(minutes)}
    </span>
  );
}
