import type { ShutView } from '@/words/unit/view';

/** Nothing is done to it here: it is sold, or set apart. */
export function Held({ stage }: { stage: string }) {
  return (
    <section className="hatched mb-3 bg-paper py-4 pr-5">
      <h2 className="text-title">
        {stage === 'sold' ? 'Sold: its record is closed.' : 'Quarantined. Nothing is done to it here.'}
      </h2>
      <p className="text-read">
        {stage === 'sold'
          ? 'What is on record stays to be read.'
          : 'Unplugged, set apart, not charged. The owner lets it go on the history page.'}
      </p>
    </section>
  );
}

/** What may not be done now and why, and what is to be looked at again. */
export function NotNow({ shut, again }: { shut: readonly ShutView[]; again: readonly string[] }) {
  return (
    <section aria-label="Not now" className="mt-3">
      {shut.map((line) => (
        <p key={line.why} className="hatched mb-1.5 bg-paper py-2 pr-3 text-row">
          <b>{line.why}</b>{' '}
          <span className="text-soft">
            {line.count === 1 ? 'One step waits.' : `${line.count} steps wait.`}
          </span>
        </p>
      ))}
      {again.length > 0 && (
        <p className="bg-paper px-3 py-2 text-row">
          Look at these again before it is graded: {again.join('; ')}
        </p>
      )}
    </section>
  );
}
