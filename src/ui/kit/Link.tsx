'use client';
import NextLink from 'next/link';
import type { ComponentProps } from 'react';
import { go } from './keys/ways';

/**
 * A way to another page. Nothing is fetched before it is taken: every page is read fresh, and a list has
 * dozens of ways. Once it is taken, keys are for the page it leads to.
 */
export function Link(props: ComponentProps<typeof NextLink>) {
  return (
    <NextLink
      {...props}
      prefetch={false}
      onNavigate={(event) => {
        props.onNavigate?.(event);
        if (
          typeof props.href === 'string' &&
          !props.href.startsWith('#') &&
          go(props.href, { replace: props.replace })
        )
          event.preventDefault();
      }}
    />
  );
}
