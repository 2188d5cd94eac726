'use client';
import { useId } from 'react';
import type { Soil } from '@/core/clean/zones';
import type { ZoneView } from '@/words/hands/clean';

/** A soil is told by its texture, how much of it by how close the texture lies, and by a figure. */
function Texture({ id, soil, degree }: { id: string; soil: Soil; degree: number }) {
  const gap = [9, 6, 4][degree - 1];
  const ink = 'var(--color-ink)';
  const common = { id, width: gap, height: gap, patternUnits: 'userSpaceOnUse' as const };
  if (soil === 'dust')
    return (
      <pattern {...common}>
        <circle cx="1.5" cy="1.5" r="0.6" fill={ink} />
      </pattern>
    );
  if (soil === 'felt')
    return (
      <pattern {...common}>
        <circle cx="2" cy="2" r="1.3" fill={ink} />
      </pattern>
    );
  if (soil === 'tar')
    return (
      <pattern {...common} patternTransform="rotate(45)">
        <path d={`M0 0V${gap}`} stroke={ink} strokeWidth="1" />
      </pattern>
    );
  if (soil === 'sugar')
    return (
      <pattern {...common}>
        <path d="M1 1h2v2h-2Z" fill="none" stroke={ink} strokeWidth="0.6" />
      </pattern>
    );
  if (soil === 'food')
    return (
      <pattern {...common} patternTransform="rotate(30)">
        <path d="M0 1.4h2.8" stroke={ink} strokeWidth="0.9" />
      </pattern>
    );
  if (soil === 'glue')
    return (
      <pattern {...common}>
        <path d={`M0 ${gap / 2}h${gap}M${gap / 2} 0v${gap}`} stroke={ink} strokeWidth="0.5" />
      </pattern>
    );
  if (soil === 'metal')
    return (
      <pattern {...common}>
        <path d="M1 3 2.2 1 3.4 3Z" fill={ink} />
      </pattern>
    );
  if (soil === 'mould')
    return (
      <pattern {...common}>
        <circle cx="2" cy="2" r="1.4" fill="none" stroke={ink} strokeWidth="0.6" />
      </pattern>
    );
  if (soil === 'liquid')
    return (
      <pattern {...common}>
        <path d={`M0 2q${gap / 4} -2 ${gap / 2} 0t${gap / 2} 0`} fill="none" stroke={ink} strokeWidth="0.7" />
      </pattern>
    );
  return (
    <pattern {...common} patternTransform="rotate(-45)">
      <path d={`M0 0V${gap}`} stroke={ink} strokeWidth="0.6" strokeDasharray="2 1.5" />
    </pattern>
  );
}

interface Props {
  zones: readonly ZoneView[];
  at: string;
  onZone: (id: string) => void;
  nameOf: (soil: Soil) => string;
}

/** The machine as its zones, each with what is on it. */
export function ZoneMap({ zones, at, onZone, nameOf }: Props) {
  const base = useId();
  const said = zones
    .map(({ name, soils, seen, cleaned }) =>
      soils.length
        ? `${name}: ${soils.map(({ soil, degree }) => `${nameOf(soil)} ${degree}`).join(', ')}`
        : `${name}: ${cleaned ? 'cleaned' : seen ? 'clean' : 'not looked at'}`,
    )
    .join('; ');
  return (
    <svg
      viewBox={`0 0 320 ${Math.max(200, ...zones.map(({ box }) => box.y + box.height + 4))}`}
      role="img"
      aria-label={`Zones of the machine. ${said}`}
      className="w-full bg-track"
    >
      {zones.map((zone) => {
        const { x, y, width, height } = zone.box;
        const on = zone.id === at;
        const clip = `${base}${zone.id}`;
        const badge = zone.soils.map(({ degree }) => degree).join('+');
        const name =
          zone.soils.length && !zone.whole ? zone.name : `${zone.name}${zone.cleaned ? ', cleaned' : ''}`;
        return (
          <g key={zone.id} onClick={() => onZone(zone.id)} className="cursor-pointer">
            <defs>
              {zone.soils.map(({ soil, degree }) => (
                <Texture key={soil} id={`${clip}${soil}`} soil={soil} degree={degree} />
              ))}
            </defs>
            <rect
              x={x}
              y={y}
              width={width}
              height={height}
              fill="var(--color-paper)"
              stroke="var(--color-ink)"
              strokeWidth={on ? 2.6 : 1}
              strokeDasharray={zone.seen ? undefined : '3 2'}
            />
            {zone.soils.map(({ soil }) => (
              <rect
                key={soil}
                x={x}
                y={y}
                width={width}
                height={height}
                fill={`url(#${clip}${soil})`}
                opacity="0.75"
              />
            ))}
            <rect
              x={x + 3}
              y={y + 3}
              width={Math.min(width - 6, name.length * 4.1 + 5)}
              height="10"
              fill="var(--color-paper)"
            />
            <text x={x + 5} y={y + 10.6} fontSize="7.8" fontWeight={on ? 700 : 500} fill="var(--color-ink)">
              {name}
            </text>
            {badge && (
              <>
                <rect
                  x={x + width - 8 - badge.length * 5}
                  y={y + height - 13}
                  width={badge.length * 5 + 6}
                  height="11"
                  fill="var(--color-paper)"
                />
                <text
                  x={x + width - 5}
                  y={y + height - 4}
                  fontSize="9"
                  fontWeight="700"
                  textAnchor="end"
                  fill="var(--color-ink)"
                >
                  {badge}
                </text>
              </>
            )}
            {zone.stays && (
              <text x={x + 5} y={y + height - 4} fontSize="7" fill="var(--color-ink)">
                stays
              </text>
            )}
            {zone.cleaned && zone.soils.length === 0 && (
              <path
                d={`M${x + width - 13} ${y + height - 8}l3 3 6 -7`}
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
