import type { Threatened } from '@/words/day';
import { share } from '@/words/plain';
import { Link } from '../kit/Link';

/** Promises that will hardly hold, on every screen the moment it is so. */
export function InDanger({ threatened }: { threatened: readonly Threatened[] }) {
  const [first] = threatened;
  if (!first) return null;
  return (
    <section
      aria-label="Promises in danger"
      className="hidden w-[170px] shrink-0 border-l-2 border-ink bg-haz text-ink md:block"
    >
      <Link href="/day" className="block h-full px-3 py-1.5 text-note">
        <span className="flex justify-between gap-2">
          <b className="figures text-row font-semibold">{first.tag}</b>
          <b className="figures text-row font-semibold">{share(first.chance)}</b>
        </span>
        <span className="block truncate">
          promise in danger{threatened.length > 1 && `, and ${threatened.length - 1} more`}
        </span>
      </Link>
    </section>
  );
}
