import { Money, Sign } from '../kit/theShop';
import { attended } from '../kit/words';
import type { WorthView } from '@/words/unit/view';
import { worthScale, type Scale } from '../lists/worthScale';

/** Per cent of the axis a letter of a label takes. */
const LETTER = 2.5;

/**
 * Labels above and below the axis in turn, pushed aside where they would run into each other; ticks stay
 * where the money is.
 */
function placed(routes: WorthView['routes'], scale: Scale) {
  const end = [0, 0];
  const labels = routes.map((route) => {
    const tick = scale.at(route.minor);
    const width = Math.max(route.name.length, 6) * LETTER;
    const wish = Math.min(tick, 100 - width);
    const row = end[0] <= wish || end[0] <= end[1] ? 0 : 1;
    const label = Math.min(100 - width, Math.max(wish, end[row]));
    end[row] = label + width + 2;
    return { route, above: row === 0, label, tick, width };
  });
  // what ran into the right edge pushes those before it back
  const from = { true: 102, false: 102 };
  for (const own of [...labels].reverse()) {
    const row = `${own.above}` as const;
    own.label = Math.max(0, Math.min(own.label, from[row] - 2 - own.width));
    from[row] = own.label;
  }
  return labels;
}

/** What it is still worth doing: the expected net, its range, and every route on one axis. */
export function Worth({
  worth,
  goesOn,
}: {
  worth: WorthView;
  /** What is proposed first is not to stop. */
  goesOn: boolean;
}) {
  const scale = worthScale([...worth.routes.map((route) => route.minor), worth.lowMinor, worth.highMinor]);
  const sorted = [...worth.routes].sort((a, b) => a.minor - b.minor);
  const change = worth.beforeMinor === null ? 0 : worth.valueMinor - worth.beforeMinor;
  return (
    <div className="border-t-[1.5px] border-ink pt-2.5">
      <p className="text-worth">
        <span className="text-great leading-none font-bold tracking-tight tabular-nums">
          <Money minor={worth.valueMinor} plus />
        </span>{' '}
        <span className="text-row text-soft">
          <Sign /> still to win
        </span>
      </p>
      <p className="text-row text-soft">
        eight in ten:{' '}
        <span className="figures text-note">
          <Money minor={worth.lowMinor} />
        </span>{' '}
        to{' '}
        <span className="figures text-note">
          <Money minor={worth.highMinor} />
        </span>
        {change !== 0 && (
          <>
            ; last answer{' '}
            <b className="figures text-note text-ink">
              <Money minor={change} plus />
            </b>
          </>
        )}
      </p>
      <div aria-hidden className="relative mt-2 h-[92px] text-note leading-[1.15]">
        <span className="absolute top-[43px] right-0 left-0 h-[2px] bg-ink" />
        <span
          className="absolute top-[39px] h-[10px] bg-worth/30"
          style={{
            left: `${scale.at(worth.lowMinor)}%`,
            width: `${scale.at(worth.highMinor) - scale.at(worth.lowMinor)}%`,
          }}
        />
        {placed(sorted, scale).map(({ route, above, label, tick }) => (
          <span key={route.name} className={route.best ? 'font-bold text-worth' : ''}>
            <span
              className={`absolute whitespace-nowrap ${above ? 'top-[2px]' : 'top-[58px]'}`}
              style={{ left: `${label}%` }}
            >
              {route.name}
              <br />
              <span className="figures text-fine">
                <Money minor={route.minor} />
              </span>
            </span>
            <span
              className={`absolute h-[12px] w-[2px] ${route.best ? 'bg-worth' : 'bg-ink'} ${above ? 'top-[33px]' : 'top-[44px]'}`}
              style={{ left: `${tick}%` }}
            />
            {Math.abs(label - tick) > 1 && (
              // pushed aside: a line leads from the tick to its label
              <span
                className={`absolute h-px ${route.best ? 'bg-worth' : 'bg-ink'} ${above ? 'top-[33px]' : 'top-[56px]'}`}
                style={{ left: `${Math.min(tick, label)}%`, width: `${Math.abs(label - tick)}%` }}
              />
            )}
          </span>
        ))}
      </div>
      <table className="sr-only">
        <caption>Routes and their net value</caption>
        <tbody>
          {sorted.map((route) => (
            <tr key={route.name}>
              <th scope="row">{route.name}</th>
              <td>
                <Money minor={route.minor} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-note text-soft">
        {worth.breakEvenMinutes === null
          ? 'Hands cost nothing here: worth going on.'
          : worth.breakEvenMinutes > 0
            ? `Worth going on for ${attended(worth.breakEvenMinutes)} more of hands.`
            : goesOn
              ? 'Nothing more to win here; the step shown only makes sure.'
              : 'Not worth another minute of hands.'}
      </p>
    </div>
  );
}
