'use client';
import { memo } from 'react';
import type { Balance, LedgerItem, Spot, SpotState } from '@/core/hands/ledger';
import type { MatView } from '@/words/hands/mat';

export interface SpotAt {
  item: string;
  n: number;
}

interface Props {
  view: Pick<MatView, 'landmarks'>;
  layer: number;
  balances: readonly Balance[];
  at: SpotAt | null;
  /** Should be back by now: hands are needed here. */
  due: (item: LedgerItem) => boolean;
  /** Order of tightening, by place, of the group that is shown with it. */
  order: ReadonlyMap<number, number> | null;
  ordered: string | null;
  onSpot: (spot: SpotAt) => void;
}

/** What kind of a thing is undone here, and how it lies: told by its form, not by colour alone. */
function Mark({ item, spot, hot }: { item: LedgerItem; spot: SpotState; hot: boolean }) {
  const ink = hot ? 'var(--color-hot)' : 'var(--color-ink)';
  const out = spot.at === 'out';
  if (item.kind === 'lead' || item.kind === 'sensor')
    return (
      <g stroke={ink} fill="none">
        {out ? (
          <path d="M-8 0h5M-3 -3v6M3 -3v6M3 0h5" strokeWidth="2" />
        ) : (
          <path d="M-8 0h16" strokeWidth="3" />
        )}
        {item.kind === 'sensor' && <circle r="1.6" cy="-4.4" fill={ink} stroke="none" />}
        {spot.at === 'missing' && <path d="M-5 -5 5 5" strokeWidth="1.4" strokeDasharray="2 1.5" />}
      </g>
    );
  if (item.kind === 'tape')
    return (
      <rect
        x="-9"
        y="-4"
        width="18"
        height="8"
        fill={out ? 'none' : 'var(--color-track)'}
        stroke={ink}
        strokeWidth={hot ? 2 : 1}
        strokeDasharray={out ? '3 2' : undefined}
      />
    );
  if (item.kind === 'seal')
    return (
      <g>
        <rect
          x="-6"
          y="-6"
          width="12"
          height="12"
          rx="2"
          fill="var(--color-paper)"
          stroke={ink}
          strokeWidth="1.2"
        />
        {spot.at === 'in' ? (
          <path d="M-3 0 -1 2.4 3.4 -2.4" fill="none" stroke={ink} strokeWidth="1.4" />
        ) : (
          <path d="M-6 -2 -1 1 1 -2 6 2" fill="none" stroke={ink} strokeWidth="1.6" />
        )}
      </g>
    );
  if (item.kind === 'clip')
    return <path d="M-4 3 0 -4 4 3Z" fill={out ? 'none' : ink} stroke={ink} strokeWidth="1.2" />;
  if (spot.at === 'missing')
    return <circle r="3.6" fill="none" stroke={ink} strokeWidth="1" strokeDasharray="1.6 1.6" />;
  return (
    <g>
      <circle r={hot ? 4.4 : 3.8} fill={out ? 'var(--color-paper)' : ink} stroke={ink} strokeWidth="1.3" />
      {hot && out && <circle r="2.2" fill="none" stroke={ink} strokeWidth="1" />}
      {!out && (
        <path
          d={
            item.way === 'slot'
              ? 'M-2 0h4'
              : item.way === 'hex'
                ? 'M-1.8 -1v2l1.8 1 1.8 -1v-2l-1.8 -1Z'
                : 'M-2 0h4M0 -2v4'
          }
          stroke="var(--color-paper)"
          strokeWidth="0.9"
          fill="none"
        />
      )}
      {spot.rounded && <path d="M-5 -5 5 5M-5 5 5 -5" stroke={ink} strokeWidth="1.2" />}
      {spot.by && (
        <path
          d="M-5 6h10"
          stroke={ink}
          strokeWidth="1.4"
          strokeDasharray={spot.by === 'improvised' ? '2 1.5' : undefined}
        />
      )}
    </g>
  );
}

/** Group names stand at the upper left of what they name, once. */
function labelAt(spots: readonly Spot[]): Spot {
  const [x, y] = spots.reduce((least, own) =>
    own[1] < least[1] || (own[1] === least[1] && own[0] < least[0]) ? own : least,
  );
  return [Math.min(290, Math.max(4, x - 8)), Math.max(8, y - 6)];
}

/** The machine's outline with what is undone in one layer, each where it sits. */
export const MatDrawing = memo(function MatDrawing({
  view,
  layer,
  balances,
  at,
  due,
  order,
  ordered,
  onSpot,
}: Props) {
  const here = balances.filter(({ item }) => item.layer === layer && item.spots);
  const words = here
    .map(
      ({ item, open, missing }) =>
        `${item.name}: ${open} of ${item.count} out${missing ? `, ${missing} missing` : ''}`,
    )
    .join('; ');
  return (
    <svg
      viewBox="0 0 320 200"
      role="img"
      aria-label={`What is undone in this layer. ${words}`}
      className="mx-auto max-h-[312px] w-full bg-track"
    >
      <rect
        x="3"
        y="3"
        width="314"
        height="194"
        rx="9"
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        strokeWidth="1.6"
      />
      {view.landmarks
        .filter((mark) => mark.layer === layer)
        .map(({ name, shape, box: [x, y, width, height] }) => (
          <g key={`${name}${x}`} stroke="var(--color-soft)" fill="none" strokeWidth="0.7">
            {shape === 'round' ? (
              <circle cx={x + width / 2} cy={y + height / 2} r={width / 2} />
            ) : (
              <rect x={x} y={y} width={width} height={height} rx="3" />
            )}
            <text
              x={x + width / 2}
              y={y + height / 2 + 2.4}
              textAnchor="middle"
              fontSize="6.6"
              fill="var(--color-soft)"
              stroke="none"
            >
              {height < 70 || shape === 'round' ? name : ''}
            </text>
          </g>
        ))}
      {here.map(({ item, spots, open }) => {
        const hot = open > 0 && due(item);
        const [lx, ly] = labelAt(item.spots!);
        return (
          <g key={item.id}>
            {item.kind !== 'fastener' && (
              <text
                x={lx}
                y={ly}
                fontSize="6.4"
                fontWeight={hot ? 700 : 400}
                fill={hot ? 'var(--color-hot)' : 'var(--color-ink)'}
              >
                {item.name}
              </text>
            )}
            {item.spots!.map(([x, y], n) => {
              const on = at?.item === item.id && at.n === n;
              return (
                <g
                  key={n}
                  transform={`translate(${x} ${y})`}
                  onClick={() => onSpot({ item: item.id, n })}
                  className="cursor-pointer"
                >
                  <circle r="7" fill="transparent" />
                  {on && (
                    <rect
                      x="-8"
                      y="-8"
                      width="16"
                      height="16"
                      fill="none"
                      stroke="var(--color-ink)"
                      strokeWidth="1.4"
                    />
                  )}
                  <Mark item={item} spot={spots[n]} hot={hot && spots[n].at === 'out'} />
                  {ordered === item.id && order && (
                    <text x="6" y="-4" fontSize="6.6" fontWeight="700" fill="var(--color-ink)">
                      {order.get(n)}
                    </text>
                  )}
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
});
