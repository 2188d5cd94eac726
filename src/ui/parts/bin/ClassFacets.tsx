import { Link } from '@/ui/kit/Link';

interface Props {
  chosen: string | null;
  facets: readonly { class: string; count: number }[];
  /** How all of them together are called, and how many they are where that is told. */
  all: { words: string; count?: number };
  to: (partClass: string | null) => string;
}

/** Classes of parts to look at one at a time, with how many there are of each. */
export function ClassFacets({ chosen, facets, all, to }: Props) {
  const links = [
    { class: null, words: all.words, count: all.count },
    ...facets.map((facet) => ({ ...facet, words: facet.class })),
  ];
  return (
    <nav aria-label="Classes" className="flex flex-wrap gap-x-4 py-2 text-row">
      {links.map((link) => (
        <Link
          key={link.words}
          href={to(link.class)}
          aria-current={chosen === link.class ? 'page' : undefined}
          className={chosen === link.class ? 'font-bold' : ''}
        >
          {link.words}
          {link.count !== undefined && <span className="figures text-fine text-soft"> {link.count}</span>}
        </Link>
      ))}
    </nav>
  );
}
