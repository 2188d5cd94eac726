'use client';
import { useRef } from 'react';
import { TextField } from '@/ui/kit/fields';
import { useScans, useShortcuts } from '@/ui/kit/keys/keyboard';
import { go } from '@/ui/kit/keys/ways';
import { Button } from '@/ui/kit/parts';
import { ClassFacets } from './ClassFacets';

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
  const form = useRef<HTMLFormElement>(null);
  useScans((code) => {
    if (!/^P-\d{4,9}$/i.test(code)) return false;
    go(`/bin/${code.toUpperCase()}`);
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
        go(to(String(new FormData(event.currentTarget).get('q') ?? '').trim(), chosen));
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
      <ClassFacets
        chosen={chosen}
        facets={facets}
        all={{ words: 'All', count: all }}
        to={(partClass) => to(text, partClass)}
      />
    </form>
  );
}
