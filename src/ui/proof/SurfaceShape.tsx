import type { ReactNode } from 'react';
import type { SurfaceView } from './SurfaceMap';

/** A row or a field of the same small thing, from `x`, `y` on. */
function* field(x: number, y: number, across: number, down: number, stepX: number, stepY: number) {
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) yield { x: x + column * stepX, y: y + row * stepY };
}

const boxes = (at: Iterable<{ x: number; y: number }>, width: number, height: number, rx = 1) =>
  [...at].map(({ x, y }) => <rect key={`${x} ${y}`} x={x} y={y} width={width} height={height} rx={rx} />);
const dots = (at: Iterable<{ x: number; y: number }>, r: number) =>
  [...at].map(({ x, y }) => <circle key={`${x} ${y}`} cx={x} cy={y} r={r} />);

/** Sockets along an edge, each another size. */
const sockets = (x: number, y: number, width: number) =>
  [9, 9, 6, 12, 5, 9].map((w, n, all) => {
    const left = x + all.slice(0, n).reduce((sum, other) => sum + other + 6, 0);
    return left + w < x + width && <rect key={n} x={left} y={y} width={w} height="4" rx="0.8" />;
  });

type Shape = (s: SurfaceView) => ReactNode;
const inset = (s: SurfaceView, by: number, rx = 2) => (
  <rect x={s.x + by} y={s.y + by} width={s.width - 2 * by} height={s.height - 2 * by} rx={rx} />
);
const vents = (s: SurfaceView, x: number, y: number, many: number) =>
  boxes(field(s.x + x, s.y + y, many, 1, 4, 0), 1.6, 14, 0.8);
const rear: Shape = (s) => (
  <>
    <rect x={s.x + 6} y={s.y + 14} width={s.width * 0.3} height={s.height * 0.26} rx="1" />
    <circle cx={s.x + 6 + s.width * 0.15} cy={s.y + 14 + s.height * 0.13} r={s.height * 0.1} />
    {sockets(s.x + 6, s.y + s.height * 0.62, s.width - 12)}
    {boxes(field(s.x + s.width * 0.55, s.y + 14, 1, 4, 0, 5), s.width * 0.38, 3, 0.6)}
  </>
);

const SHAPES: Readonly<Record<string, Shape>> = {
  // a lid's hinges
  lid: (s) => boxes(field(s.x + 24, s.y + s.height - 5, 2, 1, s.width - 62, 0), 14, 5),
  screen: (s) => (
    <>
      {inset(s, 11, 1)}
      <circle cx={s.x + s.width / 2} cy={s.y + 6} r="1.3" />
    </>
  ),
  keys: (s) => (
    <>
      {boxes(field(s.x + 8, s.y + 13, 14, 3, 8.9, 7.4), 7, 5.6)}
      <rect x={s.x + 8} y={s.y + 35.2} width="26" height="5.6" rx="1" />
      <rect x={s.x + 36} y={s.y + 35.2} width="56" height="5.6" rx="1" />
      <rect x={s.x + 94} y={s.y + 35.2} width="37.7" height="5.6" rx="1" />
    </>
  ),
  palm: (s) => <rect x={s.x + s.width / 2 - 24} y={s.y + 5} width="48" height="27" rx="2" />,
  base: (s) => (
    <>
      {dots(field(s.x + 9, s.y + 15, 2, 2, s.width - 18, s.height - 22), 1.6)}
      {vents(s, s.width - 52, 14, 9)}
    </>
  ),
  edges: (s) => sockets(s.x + s.width * 0.42, s.y + 8, s.width * 0.56),
  front: (s) =>
    s.height > s.width ? (
      <>
        {boxes(field(s.x + 8, s.y + 16, 1, 2, 0, 19), s.width - 16, 15)}
        <circle cx={s.x + s.width / 2} cy={s.y + 68} r="5" />
        {boxes(field(s.x + 16, s.y + 82, 4, 1, 15, 0), 10, 4)}
        {boxes(field(s.x + 10, s.y + 110, 1, 9, 0, 7), s.width - 20, 2.4, 1.2)}
      </>
    ) : (
      <>
        <rect x={s.x + 8} y={s.y + 16} width={s.width * 0.5} height="13" rx="1" />
        <circle cx={s.x + s.width - 16} cy={s.y + 24} r="5" />
        {sockets(s.x + 8, s.y + s.height - 14, s.width * 0.6)}
      </>
    ),
  left: (s) => boxes(field(s.x + 20, s.y + 26, 10, 6, 7, 8), 4, 4, 2),
  right: (s) => boxes(field(s.x + s.width - 12, s.y + 20, 1, 6, 0, 9), 3, 6),
  top: (s) => vents(s, s.width / 2 - 24, s.height / 2 - 7, 12),
  sides: (s) => vents(s, s.width / 2 - 24, s.height / 2 - 7, 12),
  rear,
  bezel: (s) => <circle cx={s.x + s.width - 14} cy={s.y + s.height / 2} r="3.4" />,
  stand: (s) => (
    <path
      d={`M${s.x + s.width * 0.38} ${s.y + 4}h${s.width * 0.24}l6 ${s.height - 10}h${-s.width * 0.24 - 12}z`}
    />
  ),
};

/** What makes a surface look like the thing it is: keys, bays, sockets, grilles. Nothing is told by it. */
export function SurfaceShape({ surface }: { surface: SurfaceView }) {
  const shape = SHAPES[surface.id];
  return shape ? (
    <g aria-hidden fill="none" stroke="var(--soft)" strokeWidth="0.6" opacity="0.75">
      {shape(surface)}
    </g>
  ) : null;
}
