import { Link } from '@/ui/kit/Link';

/** Pages that belong together, as a line of words. */
export function PageTabs({
  label,
  pages,
  at,
}: {
  label: string;
  pages: readonly (readonly [href: string, name: string])[];
  at: string;
}) {
  return (
    <nav aria-label={label} className="mb-[18px] flex flex-wrap gap-x-6 border-b-2 border-ink">
      {pages.map(([href, name]) => (
        <Link
          key={href}
          href={href}
          aria-current={href === at ? 'page' : undefined}
          className={`flex min-h-11 items-center border-b-4 text-lead ${href === at ? 'border-ink font-bold' : 'border-transparent'}`}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
