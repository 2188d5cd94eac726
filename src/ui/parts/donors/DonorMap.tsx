'use client';
import { useId } from 'react';
import type { DonorLineView } from './DonorSheet';

/** Longest name a place holds on the drawing, letters, by its width. */
const fitted = (name: string, width: number) => {
  const most = Math.floor(width / 4.6);
  return name.length <= most ? name : most < 4 ? '' : `${name.slice(0, most - 1)}…`;
};

/** The places of a machine drawn where they lie. How each was seen is told by its line and filling, not by colour. */
export function DonorMap({
  places,
  at,
  onPlace,
}: {
  places: readonly DonorLineView[];
  at: string;
  onPlace: (id: string) => void;
}) {
  const hatch = useId();
  return (
    <svg
      viewBox="0 0 322 200"
      role="img"
      aria-label={`Places of the machine: ${places.map(({ name, state }) => `${name} ${state ?? 'not looked at'}`).join(', ')}`}
      className="mt-2 w-full bg-track"
    >
      <defs>
        <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="2" height="5" fill="var(--color-ink)" opacity="0.45" />
        </pattern>
      </defs>
      {places.map((place) => {
        const { x, y, width, height } = place.box!;
        const solid = place.state === 'there' || place.state === 'proven';
        return (
          <g key={place.id} onClick={() => onPlace(place.id)} className="cursor-pointer">
            <rect
              x={x}
              y={y}
              width={width}
              height={height}
              fill={
                solid
                  ? 'var(--color-ink)'
                  : place.state === 'broken'
                    ? `url(#${hatch})`
                    : 'var(--color-paper)'
              }
              stroke="var(--color-ink)"
              strokeWidth={place.id === at ? 2.4 : 1}
              strokeDasharray={place.state === null ? '3 2' : undefined}
            />
            {place.state === 'proven' && (
              <rect
                x={x + 2}
                y={y + 2}
                width={width - 4}
                height={height - 4}
                fill="none"
                stroke="var(--color-paper)"
                strokeWidth="1"
              />
            )}
            {place.state === 'gone' && (
              <path
                d={`M${x} ${y} ${x + width} ${y + height} M${x + width} ${y} ${x} ${y + height}`}
                stroke="var(--color-ink)"
                strokeWidth="0.8"
              />
            )}
            <text
              x={x + width / 2}
              y={y + height / 2 + 2.6}
              textAnchor="middle"
              fontSize="7.6"
              fontWeight={place.id === at ? 700 : 500}
              fill={solid ? 'var(--color-paper)' : 'var(--color-ink)'}
            >
              {height >= 10 ? fitted(place.name, width) : ''}
            </text>
            {place.id === at && (
              <rect
                x={x - 2}
                y={y - 2}
                width={width + 4}
                height={height + 4}
                fill="none"
                stroke="var(--color-ink)"
                strokeWidth="1.6"
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
