'use client';
import { useRef, useState, type KeyboardEvent, type MouseEvent } from 'react';
import { SurfaceShape } from './SurfaceShape';

export interface SurfaceView {
  id: string;
  name: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface MarkView {
  id: string;
  number: number;
  surface: string;
  x: number;
  y: number;
  label: string;
}

const WIDTH = 320;
const HEIGHT = 200;
const STEP = 4;

/**
 * The machine's outside drawn on the mat: click where a defect is, or move the cross with the arrow keys and
 * press Enter.
 */
export function SurfaceMap({
  surfaces,
  marks,
  disabled,
  onMark,
}: {
  surfaces: SurfaceView[];
  marks: MarkView[];
  disabled: boolean;
  onMark: (surface: string, x: number, y: number) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [cross, setCross] = useState({
    x: surfaces[0].x + surfaces[0].width / 2,
    y: surfaces[0].y + surfaces[0].height / 2,
  });
  const [focused, setFocused] = useState(false);
  const under = (x: number, y: number) =>
    surfaces.find((s) => x >= s.x && x <= s.x + s.width && y >= s.y && y <= s.y + s.height);
  const here = under(cross.x, cross.y);
  const click = (event: MouseEvent) => {
    const box = svg.current!.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * WIDTH;
    const y = ((event.clientY - box.top) / box.height) * HEIGHT;
    const surface = under(x, y);
    setCross({ x, y });
    if (surface && !disabled) onMark(surface.id, Math.round(x * 10) / 10, Math.round(y * 10) / 10);
  };
  const key = (event: KeyboardEvent) => {
    const by: Record<string, [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    if (by[event.key]) {
      event.preventDefault();
      setCross(({ x, y }) => ({
        x: Math.min(WIDTH, Math.max(0, x + by[event.key][0])),
        y: Math.min(HEIGHT, Math.max(0, y + by[event.key][1])),
      }));
    } else if (event.key === 'Enter' && here && !disabled) {
      event.preventDefault();
      onMark(here.id, cross.x, cross.y);
    }
  };
  return (
    <div
      role="application"
      aria-label="Outside of the machine. Arrow keys move the cross, Enter marks a defect."
      tabIndex={0}
      onKeyDown={key}
      onFocus={() => setFocused(true)}
      onBlur={() => setFocused(false)}
      className="border-2 border-ink bg-mat"
    >
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full cursor-crosshair"
        onClick={click}
        aria-hidden
      >
        <defs>
          <pattern id="mat" width="10" height="10" patternUnits="userSpaceOnUse">
            <path d="M10 0H0V10" fill="none" stroke="var(--matline)" strokeWidth="0.6" />
          </pattern>
        </defs>
        <rect width={WIDTH} height={HEIGHT} fill="url(#mat)" />
        {surfaces.map((s) => (
          <g key={s.id}>
            <rect
              x={s.x}
              y={s.y}
              width={s.width}
              height={s.height}
              rx="2"
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth={focused && here?.id === s.id ? 1.8 : 0.9}
            />
            <SurfaceShape surface={s} />
            <text x={s.x + 4} y={s.y + 9} fontSize="7" fill="var(--soft)">
              {s.name}
            </text>
          </g>
        ))}
        {marks.map((mark) => (
          <g key={mark.id}>
            <circle cx={mark.x} cy={mark.y} r="5.6" fill="var(--ink)" />
            <text
              x={mark.x}
              y={mark.y + 2.7}
              fontSize="7.5"
              fontWeight="700"
              textAnchor="middle"
              fill="var(--paper)"
            >
              {mark.number}
            </text>
          </g>
        ))}
        {focused && (
          <path
            d={`M${cross.x - 7} ${cross.y}h14M${cross.x} ${cross.y - 7}v14`}
            stroke="var(--matdeep)"
            strokeWidth="1.6"
          />
        )}
      </svg>
    </div>
  );
}
