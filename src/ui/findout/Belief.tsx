import { percent } from '../kit/words';
import type { BeliefView } from '@/words/unit/view';

const points = (now: number, before: number) => {
  const change = Math.round(now * 100) - Math.round(before * 100);
  return change === 0 ? '' : change > 0 ? `+${change}` : `−${-change}`;
};

/** Below this the share of belief that was followed is said. */
const LOW = 0.98;

/**
 * Belief bars: how likely each cause is now, with a mark where it stood before the last answer. Soundness is
 * one of the lines.
 */
export function Belief({
  sound,
  lines,
  misfit,
  covered,
}: {
  sound: BeliefView;
  lines: BeliefView[];
  misfit: boolean;
  covered: number;
}) {
  const told = lines.filter((line) => line.probability >= 0.01 || line.before >= 0.05);
  const pointed = [...told.filter((line) => !line.usual), sound].sort(
    (a, b) => b.probability - a.probability,
  );
  const usual = told.filter((line) => line.usual).sort((a, b) => b.probability - a.probability);
  const all = [...pointed.slice(0, 5), ...usual.slice(0, Math.max(0, 5 - pointed.length))];
  const firstUsual = all.findIndex((line) => line.usual);
  const spoils = all.find(
    (line) => line.ifLeft && line.probability >= 0.05 && !/^nothing/i.test(line.ifLeft),
  );
  return (
    <div>
      <h2 className="mb-1.5 text-read">Probably</h2>
      {misfit && (
        <div className="hatched mb-2 py-1.5 pr-2 text-row">
          <b>This does not fit any fault I know.</b> Check the answers below before trusting the bars.
        </div>
      )}
      <table className="w-full">
        <caption className="sr-only">Likely causes, probability now and before</caption>
        <tbody>
          {all.map((line, i) => (
            <tr
              key={line.cause}
              className={`block pb-[6px] ${i === firstUsual && i > 0 ? 'mt-1 border-t border-soft/50 pt-1.5' : ''}`}
            >
              <th
                scope="row"
                className="inline-block w-[calc(100%-118px)] text-left align-baseline text-row leading-[1.2] font-normal"
              >
                {line.cause}
                {i === firstUsual && (
                  <span className="text-fine text-soft"> (as usual in such a machine)</span>
                )}
              </th>
              <td className="figures inline-block w-[80px] text-right whitespace-nowrap align-baseline text-note">
                {percent(line.probability)}
              </td>
              <td className="inline-block w-[38px] text-right align-baseline text-fine text-soft">
                {points(line.probability, line.before)}
              </td>
              <td className="block" aria-hidden>
                <span className="relative mt-[2px] block h-[9px] bg-track">
                  <span
                    className={`absolute top-0 bottom-0 left-0 transition-[width] duration-300 ${line.cause === sound.cause ? 'bg-worth' : 'bg-ink'}`}
                    style={{ width: `${line.probability * 100}%` }}
                  />
                  {Math.abs(line.before - line.probability) > 0.005 && (
                    <span
                      className="absolute -top-[3px] -bottom-[3px] w-[2px] bg-soft"
                      style={{ left: `${line.before * 100}%` }}
                    />
                  )}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {covered < LOW && (
        <p className="text-note leading-[1.3]">
          So much hangs together here that only {percent(covered)} of what it may be was followed. One more
          look at something plain clears it most.
        </p>
      )}
      {spoils && (
        <p className="text-note leading-[1.3] text-soft">
          “{spoils.cause}”, left alone: {spoils.ifLeft!.charAt(0).toLowerCase() + spoils.ifLeft!.slice(1)}
        </p>
      )}
    </div>
  );
}
