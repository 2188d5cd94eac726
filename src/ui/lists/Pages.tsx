import { Link } from '@/ui/kit/Link';

/** Where in a long list one is, and the way on. */
export function Pages({
  page,
  rows,
  total,
  href,
}: {
  page: number;
  rows: number;
  total: number;
  /** Address of a page. */
  href: (page: number) => string;
}) {
  const last = Math.max(1, Math.ceil(total / rows));
  if (last === 1) return null;
  const link = (to: number, words: string) =>
    to < 1 || to > last ? (
      <span className="text-soft">{words}</span>
    ) : (
      <Link className="border-b border-current" href={href(to)}>
        {words}
      </Link>
    );
  return (
    <nav aria-label="Pages" className="flex gap-5 pt-3 text-row">
      {link(page - 1, 'Before')}
      <span className="figures">
        {(page - 1) * rows + 1} to {Math.min(total, page * rows)} of {total}
      </span>
      {link(page + 1, 'After')}
    </nav>
  );
}
