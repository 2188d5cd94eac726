'use client';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import type { BoxProps, Target } from './oneBoxTargets';
import { BOX_INPUT, TAG } from './oneBoxTargets';

/** The box with what it found under it: arrows and Enter choose. Loaded once the page is quiet. */
export function FoundBox({ input, found, onTarget, text, aside, ...rest }: BoxProps) {
  return (
    <Combobox value={null} onChange={(target: Target | null) => onTarget(target)} immediate>
      <div className="flex items-center gap-2 border-b-2 border-onbar">
        <ComboboxInput ref={input} {...BOX_INPUT} value={text} {...rest} />
        {aside}
      </div>
      {text.trim() !== '' && (
        <ComboboxOptions
          static
          className="absolute right-0 z-30 mt-1 max-h-96 w-[360px] overflow-auto border-2 border-ink bg-paper text-ink"
        >
          {found.map((target) => (
            <ComboboxOption
              key={target.id}
              value={target}
              className="flex min-h-11 items-baseline gap-3 border-b border-rule px-3 py-2 data-focus:bg-ink data-focus:text-paper"
            >
              <b className={TAG.test(target.title) ? 'figures' : 'text-row leading-tight'}>{target.title}</b>
              <span className="min-w-12 flex-1 truncate text-right text-note">{target.note}</span>
            </ComboboxOption>
          ))}
          {found.length === 0 && (
            <div className="px-3 py-2 text-row text-soft">
              Nothing yet. It finds tags, serials, models, lots, parts, people and places; on a unit also
              questions to ask and work to log.
            </div>
          )}
        </ComboboxOptions>
      )}
    </Combobox>
  );
}
