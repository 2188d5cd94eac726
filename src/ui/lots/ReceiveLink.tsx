import { Link } from '../kit/Link';

/** The ways to a new lot, and to one machine bought by itself. */
export function ReceiveLink() {
  return (
    <span className="flex items-center gap-5">
      <Link href="/lots/one" className="border-b border-current text-row">
        One machine, offered or bought
      </Link>
      <Link
        href="/lots/new"
        className="inline-flex min-h-11 items-center border-2 border-ink px-3.5 text-read font-semibold hover:bg-track"
      >
        Receive a lot
      </Link>
    </span>
  );
}
