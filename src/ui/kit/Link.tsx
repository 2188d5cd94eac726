import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A way to another page. Nothing is fetched before it is taken: every page is read fresh, and a list has
 * dozens of ways.
 */
export function Link(props: ComponentProps<typeof NextLink>) {
  return <NextLink {...props} prefetch={false} />;
}
