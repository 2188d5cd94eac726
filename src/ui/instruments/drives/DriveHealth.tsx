import { TRUST_WORDS, VERDICT_NAMES, type DrivePageView } from '@/words/drives/view';
import { MEDIUM_WORDS } from '@/words/drives/erasure';

/** What a drive says of itself, and what of it decides. */
export function DriveHealth({ drive }: { drive: DrivePageView }) {
  const facts = [
    drive.medium ? MEDIUM_WORDS[drive.medium] : 'what kind of drive it is, nobody has said',
    drive.gb ? `${drive.gb} GB` : '',
    drive.usedGb ? `${drive.usedGb} GB used` : '',
  ].filter(Boolean);
  return (
    <section aria-label="What it reports" className="panel">
      <p className="figures text-note">
        {drive.code} {drive.serial && <span className="text-soft">{drive.serial}</span>}
      </p>
      <h2 className="text-title leading-7 font-bold">{drive.name}</h2>
      <p className="text-row text-soft">{facts.join(', ')}</p>
      <p className="mt-2 text-head font-bold">
        {drive.verdict ? `Health: ${VERDICT_NAMES[drive.verdict]}` : 'Its health has not been read'}
      </p>
      {drive.wear !== null && (
        <div className="mt-1 mb-1.5">
          <div aria-hidden className="h-4 border border-ink bg-track">
            <div
              className="h-full bg-ink"
              style={{ width: `${Math.min(100, Math.max(0, 100 - drive.wear * 100))}%` }}
            />
          </div>
          <p className="text-row">
            <b className="figures">{Math.max(0, 100 - Math.round(drive.wear * 100))} %</b> of its life left,
            by its own count
          </p>
        </div>
      )}
      <p className="text-note text-soft">{drive.read}</p>
      {drive.deciding.length > 0 && (
        <table className="mt-1 w-full border-collapse text-row">
          <caption className="sr-only">What decided</caption>
          <tbody>
            {drive.deciding.map((row) => (
              <tr key={row.what} className="border-b border-rule">
                <th scope="row" className="py-1 pr-2 text-left font-normal">
                  {row.what}
                </th>
                <td className={row.says === 'failing' ? 'font-bold' : ''}>
                  {row.says === 'failing' ? 'failing' : 'watch'}
                </td>
                <td className="pl-2 text-right text-soft">{TRUST_WORDS[row.trust]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {drive.cable && (
        <p className="mt-1 text-row">
          Errors on its lead or port are counted for good. A rising count means the lead.
        </p>
      )}
      {drive.notJudged.map((row) => (
        <p key={row.what} className="mt-1 text-note text-soft">
          Not judged: {row.what} ({row.why}).
        </p>
      ))}
    </section>
  );
}
