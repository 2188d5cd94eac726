import { attended, minorText, signedMinor } from '../kit/words';
import type { WorthView } from './unitView';
import { worthScale } from './worthScale';

/** What it is still worth doing: the expected net, its range, and every route on one axis. */
export function Worth({ worth }: { worth: WorthView }) {
  const scale = worthScale([...worth.routes.map((route) => route.minor), worth.lowMinor, worth.highMinor]);
  const sorted = [...worth.routes].sort((a, b) => a.minor - b.minor);
  const change = worth.beforeMinor === null ? 0 : worth.valueMinor - worth.beforeMinor;
  return (
    <div className="border-t-[1.5px] border-ink pt-2.5">
      <p className="text-worth"><span className="text-[38px] leading-none font-bold tracking-tight tabular-nums">{signedMinor(worth.valueMinor)}</span> <span className="text-[14.5px] text-soft">CR still to win, {minorText(worth.lowMinor)} to {minorText(worth.highMinor)}</span></p>
      {change !== 0 && <p className="text-[14px]">Last answer: <b className="figures">{signedMinor(change)}</b></p>}
      <div aria-hidden className="relative mt-2 h-[92px] text-[13px] leading-[1.15]">
        <span className="absolute top-[43px] right-0 left-0 h-[2px] bg-ink" />
        <span className="absolute top-[39px] h-[10px] bg-worth/30" style={{ left: `${scale.at(worth.lowMinor)}%`, width: `${scale.at(worth.highMinor) - scale.at(worth.lowMinor)}%` }} />
        {sorted.map((route, i) => {
          const above = i % 2 === 0;
          const place = scale.at(route.minor);
          return (
            <span key={route.name} className={`absolute whitespace-nowrap ${above ? 'top-[2px]' : 'top-[58px]'} ${route.best ? 'font-bold text-worth' : ''} ${place > 68 ? '-translate-x-full text-right' : ''}`} style={{ left: `${place}%` }}>
              {route.name}<br /><span className="figures text-[12px]">{minorText(route.minor)}</span>
              <span className={`absolute h-[12px] w-[2px] ${route.best ? 'bg-worth' : 'bg-ink'} ${above ? 'top-[32px]' : '-top-[14px]'} ${place > 68 ? 'right-0' : 'left-0'}`} />
            </span>
          );
        })}
      </div>
      <table className="sr-only"><caption>Routes and their net value</caption><tbody>{sorted.map((route) => <tr key={route.name}><th scope="row">{route.name}</th><td>{minorText(route.minor)}</td></tr>)}</tbody></table>
      <p className="text-[13.5px] text-soft">{worth.breakEvenMinutes > 0 ? `Worth going on for ${attended(worth.breakEvenMinutes)} more of hands.` : 'Not worth another minute of hands.'}</p>
    </div>
  );
}
