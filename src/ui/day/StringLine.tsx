import { useRef, useState, type PointerEvent } from 'react';
import type { DayString, DayView } from '@/words/day';
import { clockAt } from '@/words/day';
import type { HeldWork } from './PlaceWork';

const LEFT = 128;
const TOP = 34;
const PERSON = 44;
const PLACE = 28;
const WIDTH = 980;
/** A press that slips by less is no drag. */
const SLIP = 6;
/** A string that waits longer than this stretch is drawn when its machine is chosen: many at once say nothing. */
const NEAR = 150;

/** A piece of hands on its way: how far from its beginning it was taken, where it was, where it is. */
interface Drag {
  tag: string;
  operation: string;
  grip: number;
  began: readonly [number, number];
  x: number;
  y: number;
}

/** Every machine a string through hands and stations: thick where hands are at it, double where it runs by itself. */
export function StringLine({
  view,
  until,
  zone,
  chosen,
  held,
  onChoose,
  onDrop,
}: {
  view: DayView;
  until: number;
  zone: string;
  chosen: string | null;
  /** Shown where it would be put. */
  held: HeldWork | null;
  onChoose: (tag: string | null) => void;
  /** A piece of hands was dropped at a minute, on somebody's line; null: on none. */
  onDrop?: (tag: string, operation: string, person: string | null, at: number) => void;
}) {
  const drawing = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const at = new Map<string, number>();
  let height = TOP;
  view.rows.forEach((row, i) => {
    // a little room before each station
    if (row.station && row.name && i > 0) height += 12;
    at.set(row.id, height + (row.station ? PLACE : PERSON) / 2);
    height += row.station ? PLACE : PERSON;
  });
  height += 26;
  const x = (minute: number) => LEFT + (Math.max(0, Math.min(until, minute)) / until) * (WIDTH - LEFT - 8);
  const every = until <= 12 * 60 ? 60 : until <= 36 * 60 ? 180 : 720;
  const first = every - ((Date.parse(view.zero) / 60_000) % every);
  const ticks = Array.from({ length: Math.ceil(until / every) }, (_, i) => first + i * every).filter((minute) => minute < until); // prettier-ignore
  const place = (event: PointerEvent) => {
    const matrix = drawing.current?.getScreenCTM();
    if (!matrix) return null;
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    return { x: point.x, y: point.y, minute: Math.max(0, ((point.x - LEFT) / (WIDTH - LEFT - 8)) * until) };
  };
  const take = (event: PointerEvent, tag: string, operation: string, from: number) => {
    const here = onDrop && place(event);
    if (!here) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ tag, operation, grip: here.minute - from, began: [here.x, here.y], x: here.x, y: here.y });
  };
  const pull = (event: PointerEvent) => {
    const here = drag && place(event);
    if (here) setDrag({ ...drag, x: here.x, y: here.y });
  };
  const drop = (event: PointerEvent) => {
    const here = drag && place(event);
    setDrag(null);
    // a press without a way is a choice
    if (!here || Math.hypot(here.x - drag.began[0], here.y - drag.began[1]) < SLIP) return;
    const row = view.rows.find(({ id, station }) => !station && Math.abs(at.get(id)! - here.y) <= PERSON / 2);
    onDrop?.(drag.tag, drag.operation, row?.id ?? null, Math.max(0, here.minute - drag.grip));
  };
  return (
    <svg
      ref={drawing}
      onPointerMove={pull}
      onPointerUp={drop}
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-label="The plan as strings; the same as lists below"
      className="w-full"
    >
      {view.closed.map(([from, to]) => (
        <rect
          key={from}
          x={x(from)}
          y={TOP - 12}
          width={Math.max(0, x(to) - x(from))}
          height={height - TOP}
          className="fill-track"
        />
      ))}
      {ticks.map((minute) => (
        <g key={minute}>
          <line x1={x(minute)} x2={x(minute)} y1={TOP - 10} y2={height - 14} className="stroke-rule" />
          <text x={x(minute)} y={TOP - 18} textAnchor="middle" className="figures fill-soft text-fine">
            {clockAt(view.zero, minute, zone)}
          </text>
        </g>
      ))}
      {view.rows.map((row) => (
        <g key={row.id}>
          <text x={0} y={at.get(row.id)! + 1} className="fill-ink text-row font-bold">
            {row.name}
          </text>
          {row.note && (
            <text x={0} y={at.get(row.id)! + 15} className="fill-soft text-fine">
              {row.note}
            </text>
          )}
          <line
            x1={LEFT}
            x2={WIDTH - 8}
            y1={at.get(row.id)}
            y2={at.get(row.id)}
            strokeDasharray="1 5"
            className="stroke-soft"
          />
        </g>
      ))}
      {view.strings.map((string) => (
        <MachineString
          key={string.tag}
          string={string}
          x={x}
          at={at}
          faint={chosen !== null && chosen !== string.tag}
          chosen={chosen === string.tag}
          near={until <= 36 * 60 ? NEAR : 0}
          onChoose={() => onChoose(chosen === string.tag ? null : string.tag)}
          onTake={onDrop && ((event, operation, from) => take(event, string.tag, operation, from))}
        />
      ))}
      {held && at.has(held.person) && (
        <rect
          x={x(held.at)}
          y={at.get(held.person)! - 9}
          width={22}
          height={18}
          strokeWidth={2}
          className="fill-hot stroke-ink"
        />
      )}
      {drag && <circle cx={drag.x} cy={drag.y} r={9} className="fill-hot stroke-ink" />}
      <line x1={x(0)} x2={x(0)} y1={TOP - 12} y2={height - 12} strokeWidth={3} className="stroke-ink" />
      <text x={x(0) + 6} y={height - 2} className="figures fill-ink text-fine font-bold">
        now {clockAt(view.zero, 0, zone)}
      </text>
    </svg>
  );
}

function MachineString({
  string,
  x,
  at,
  faint,
  chosen,
  near,
  onChoose,
  onTake,
}: {
  string: DayString;
  x: (minute: number) => number;
  at: ReadonlyMap<string, number>;
  faint: boolean;
  chosen: boolean;
  /** Strings that wait longer are drawn when their machine is chosen. */
  near: number;
  onChoose: () => void;
  onTake?: (event: PointerEvent, operation: string, from: number) => void;
}) {
  const named = string.bits.findIndex((bit) => x(bit.to) - x(bit.from) > 44);
  return (
    <g className={faint ? 'opacity-20' : ''} onClick={onChoose}>
      <title>{string.tag}</title>
      {string.bits.map((bit, i) => {
        const y = at.get(bit.row) ?? 0;
        const next = string.bits[i + 1];
        const [a, b] = [x(bit.from), Math.max(x(bit.from) + 2, x(bit.to))];
        const to = next && { x: x(next.from), y: at.get(next.row) ?? 0 };
        return (
          <g key={i}>
            {bit.alone ? (
              <>
                <line x1={a} x2={b} y1={y - 3} y2={y - 3} strokeWidth={1.5} className="stroke-ink" />
                <line x1={a} x2={b} y1={y + 3} y2={y + 3} strokeWidth={1.5} className="stroke-ink" />
              </>
            ) : (
              <rect
                x={a}
                y={y - 5}
                width={b - a}
                height={10}
                className={`fill-ink ${bit.operation && onTake ? 'cursor-grab touch-none' : ''}`}
                onPointerDown={(event) => bit.operation && onTake?.(event, bit.operation, bit.from)}
              />
            )}
            {bit.pinned && !bit.alone && (
              <rect x={a - 4} y={y - 4} width={8} height={8} className="fill-paper stroke-ink" />
            )}
            {bit.waits && (
              <>
                <circle cx={b} cy={y} r={6} className="fill-paper stroke-ink" />
                <circle cx={b} cy={y} r={2.5} className="fill-ink" />
              </>
            )}
            {to && (to.y !== y || to.x > b + 1) && (chosen || to.x - b < near) && (
              <path
                d={`M${b} ${y} C${b + 10} ${y} ${to.x - 10} ${to.y} ${to.x} ${to.y}`}
                fill="none"
                strokeWidth={chosen ? 2 : 1.2}
                className="stroke-ink"
              />
            )}
            {i === named && (
              <text x={a + 1} y={y - 8} className="figures fill-ink text-fine font-bold">
                {string.tag}
              </text>
            )}
          </g>
        );
      })}
      {string.due !== null && string.bits.length > 0 && (
        <path
          d={`M${x(string.due)} ${(at.get(string.bits.at(-1)!.row) ?? 0) + 12} v-30 l18 6 l-18 6`}
          strokeWidth={1.5}
          className="fill-worth stroke-worth"
        />
      )}
    </g>
  );
}
