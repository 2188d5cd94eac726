import { Link } from '../kit/Link';

/** The way to a new lot. */
export function ReceiveLink() {
  return (
    <Link
      href="/lots/new"
      className="inline-flex min-h-11 items-center border-2 border-ink px-3.5 text-[15px] font-semibold hover:bg-track"
    >
      Receive a lot
    </Link>
  );
}
