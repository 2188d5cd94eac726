'use client';
import { useRouter } from 'next/navigation';
import { useRef } from 'react';
import { TextField } from '../kit/fields';
import { useScans, useShortcuts } from '../kit/keyboard';
import { Link } from '../kit/Link';
import { Button } from '../kit/parts';

interface Props {
  text: string;
  chosen: string | null;
  facets: readonly { class: string; count: number }[];
  all: number;
}

const to = (text: string, partClass: string | null) => {
  const asked = new URLSearchParams({ ...(text && { q: text }), ...(partClass && { class: partClass }) });
  return `/bin${asked.size ? `?${asked}` : ''}`;
};

/** The bin by words and by class; a scanned code opens its part. */
export function BinSearch({ text, chosen, facets, all }: Props) {
  const router = useRouter();
  const form = useRef<HTMLFormElement>(null);
  useScans((code) => {
    if (!/^P-\d{4,9}$/i.test(code)) return false;
    router.push(`/bin/${code.toUpperCase()}`);
    return true;
  });
  useShortcuts((key) => {
    if (key.toLowerCase() !== 'f') return false;
    form.current?.querySelector<HTMLInputElement>('input')?.focus();
    return true;
  });
  return (
    <form
      ref={form}
      role="search"
      className="pt-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        router.push(to(String(new FormData(event.currentTarget).get('q') ?? '').trim(), chosen));
      }}
    >
      <div className="flex items-end gap-2">
        <TextField
          key={text}
          label="Find in the bin"
          hint="F, or scan its label"
          name="q"
          defaultValue={text}
          placeholder="ddr3 so-dimm 4 gb …"
          wrap="flex-1"
        />
        <Button type="submit">Find</Button>
      </div>
      <nav aria-label="Classes" className="flex flex-wrap gap-x-4 py-2 text-[14px]">
        <Link
          href={to(text, null)}
          aria-current={chosen === null ? 'page' : undefined}
          className={chosen === null ? 'font-bold' : ''}
        >
          All <span className="figures text-[12.5px] text-soft">{all}</span>
        </Link>
        {facets.map((facet) => (
          <Link
            key={facet.class}
            href={to(text, facet.class)}
            aria-current={chosen === facet.class ? 'page' : undefined}
            className={chosen === facet.class ? 'font-bold' : ''}
          >
            {facet.class} <span className="figures text-[12.5px] text-soft">{facet.count}</span>
          </Link>
        ))}
      </nav>
    </form>
  );
}
