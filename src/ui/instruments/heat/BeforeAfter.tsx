'use client';
import dynamic from 'next/dynamic';
import { sinkChange } from '@/core/instruments/heat/likeFan';
import { changeOf } from '@/core/instruments/speed';
import type { HeatRunView } from '@/words/readings/heat';
import { changeWords, likeFanWords } from '@/words/readings/paper';
import { Heading } from '../../kit/parts';

// the chart is loaded where there is something to draw
const TwoCurves = dynamic(() => import('./TwoCurves').then((module) => module.TwoCurves), { ssr: false });

/** Two runs in terms that can be compared: per watt where it is known, and what else changed between. */
export function BeforeAfter({ before, after }: { before: HeatRunView; after: HeatRunView }) {
  const [was, is] = [before.reading.stages, after.reading.stages];
  const per = before.reading.chipPerWatt !== null && after.reading.chipPerWatt !== null;
  const rows: [string, number | null, number | null, number][] = per
    ? [
        ['chip to heatsink, K/W', before.reading.chipPerWatt, after.reading.chipPerWatt, 2],
        ['heatsink to air, K/W', before.reading.sinkPerWatt, after.reading.sinkPerWatt, 2],
      ]
    : [
        [
          'chip to heatsink, K',
          before.reading.stages?.chip.kelvin ?? null,
          after.reading.stages?.chip.kelvin ?? null,
          0,
        ],
        [
          'heatsink to air, K',
          before.reading.stages?.sink.kelvin ?? null,
          after.reading.stages?.sink.kelvin ?? null,
          0,
        ],
      ];
  const sink = sinkChange(before.reading, after.reading);
  rows.push([
    'rest over the room, K',
    before.reading.rest?.overRoom ?? null,
    after.reading.rest?.overRoom ?? null,
    0,
  ]);
  return (
    <section aria-label="Before and after" className="panel">
      <Heading>Before and after</Heading>
      {was && is && (
        <p className="flex flex-wrap items-baseline gap-x-3 pt-1">
          <span className="text-row text-soft">Settles at</span>
          <b className="text-figure leading-none tabular-nums">{was.settles.toFixed(0)}</b>
          <span aria-hidden className="text-figure leading-none text-soft">
            →
          </span>
          <span className="sr-only">before,</span>
          <b className="text-figure leading-none tabular-nums">{is.settles.toFixed(0)} °C</b>
          <span className="text-row text-soft">
            {after.limit !== null && `limit ${after.limit.toFixed(0)} °C`}
            {before.room !== null &&
              after.room !== null &&
              Math.abs(before.room - after.room) >= 1 &&
              `; the room ${before.room} °C then, ${after.room} °C now`}
          </span>
        </p>
      )}
      <div className="h-[220px]">
        <TwoCurves before={before} after={after} />
      </div>
      <p className="text-note text-soft">Dashed: before. Solid: after. Both from the moment of load.</p>
      <table className="w-full border-collapse text-row">
        <thead>
          <tr className="headrow">
            <th className="py-1 font-normal">{per ? 'per watt' : 'in kelvin'}</th>
            <th className="text-right font-normal">before</th>
            <th className="text-right font-normal">after</th>
            <th className="text-right font-normal">change</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, then, now, digits]) => (
            <tr key={name} className="border-b border-rule">
              <td className="py-1">{name}</td>
              <td className="figures text-right text-note">{then?.toFixed(digits) ?? '–'}</td>
              <td className="figures text-right text-note">{now?.toFixed(digits) ?? '–'}</td>
              <td className="figures text-right text-note">
                {then && now !== null ? changeWords(changeOf(then, now)) : '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {sink && !sink.alike && <p className="pt-1 text-row">Heatsink to air: {likeFanWords(sink)}.</p>}
      <p className="pt-1 text-row text-soft">
        {after.since.length === 0
          ? 'Nothing was recorded in between.'
          : `Between: ${after.since.join('; ')}.${after.since.length > 1 ? ' More than one thing changed.' : ''}`}
      </p>
    </section>
  );
}
