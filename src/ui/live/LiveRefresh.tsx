'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';

const GATHER_MS = 80;

/** Reads the page's data again when anything in the shop changes, and says when the shop's computer does not answer. */
export function LiveRefresh() {
  const router = useRouter();
  const [away, setAway] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const source = new EventSource('/api/live');
    source.onopen = () => setAway(false);
    source.onerror = () => setAway(true);
    source.onmessage = () => {
      clearTimeout(timer);
      timer = setTimeout(() => router.refresh(), GATHER_MS);
    };
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [router]);
  if (!away) return null;
  return (
    <div role="status" className="hatched fixed bottom-16 left-5 z-20 py-2 pr-4 text-[14px]">
      <b>Not connected.</b> What you see may be old. Answers are not lost: they are refused until it is back.
    </div>
  );
}
