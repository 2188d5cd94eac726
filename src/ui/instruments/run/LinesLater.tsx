'use client';
import dynamic from 'next/dynamic';
import type { ComponentProps } from 'react';

const Chart = dynamic(() => import('./LinesChart').then((module) => module.LinesChart), { ssr: false });

/** Columns of a run as lines; until the chart has come its room is kept, so that nothing below it moves. */
export const LinesLater = ({ height = 200, ...chart }: ComponentProps<typeof Chart>) => (
  <div style={{ height }}>
    <Chart {...chart} height={height} />
  </div>
);
