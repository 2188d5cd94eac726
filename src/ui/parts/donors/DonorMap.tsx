'use client';
import { useId } from 'react';
import { useMoney } from '@/ui/kit/theShop';
import type { DonorLineView } from './DonorSheet';

/** Widths of a letter at the two sizes names are written in, by what the size is. */
const SIZES = [
  [7.6, 4.2],
  [5.6, 3.1],
] as const;

/** A name as it fits its place on the drawing: large, small, or small in two lines; one that does not fit is left out. */
function fitted(name: string, width: number, height: number): { size: number; lines: string[] } {
  for (const [size, letter] of SIZES)
    if (name.length * letter <= width - 2 && height >= size + 2) return { size, lines: [name] };
  const [size, letter] = SIZES[1];
  const lines = name.split(' ');
  const fits = lines.length === 2 && lines.every((line) => line.length * letter <= width - 2);
  return { size, lines: fits && height >= 2 * size + 4 ? lines : [] };
}

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
  const money = useMoney();
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
        const { size, lines } = fitted(place.name, width, height);
        const worth = lines.length < 2 && place.worthMinor > 0 && place.state !== 'gone' && height >= 22;
        const fill = solid ? 'var(--color-paper)' : 'var(--color-ink)';
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
            {lines.map((line, n) => (
              <text
                key={line}
                x={x + width / 2}
                y={y + height / 2 + (worth ? -1.4 : 2.6) + (n - (lines.length - 1) / 2) * (size + 0.6)}
                textAnchor="middle"
                fontSize={size}
                fontWeight={place.id === at ? 700 : 500}
                fill={fill}
              >
                {line}
              </text>
            ))}
            {worth && (
              <text x={x + width / 2} y={y + height / 2 + 7.6} textAnchor="middle" fontSize="7" fill={fill}>
                {money.field(place.worthMinor)}
              </text>
            )}
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
