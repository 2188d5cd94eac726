'use client';
import dynamic from 'next/dynamic';

/** Telling work comes once the page is there: what finds a piece of work among two hundred weighs as much as a page. */
export const LogWorkLater = dynamic(() => import('./LogWork').then((module) => module.LogWork), {
  ssr: false,
  loading: () => <section aria-hidden className="min-h-[240px] bg-paper" />,
});
