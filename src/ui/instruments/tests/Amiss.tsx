import { KEY_ROWS, type KeysAmiss } from '@/core/selftest/keys';

const HOW = { silent: 'never came', doubled: 'twice for one press', stuck: 'stays down' } as const;
type How = keyof typeof HOW;
const LOOKS: Record<How, string> = {
  silent: 'bg-hot text-onhot font-bold',
  doubled: 'bg-ink text-paper font-bold',
  stuck: 'hatched font-bold',
};

/** The keyboard as it lies, the keys that are amiss marked where they are. */
export function KeysPicture({ keys }: { keys: KeysAmiss }) {
  const how = (code: string) => (Object.keys(HOW) as How[]).find((own) => keys[own].includes(code));
  const said = (Object.keys(HOW) as How[]).filter((own) => keys[own].length > 0);
  return (
    <figure className="mt-1 max-w-[560px]">
      <div aria-hidden className="border-2 border-ink bg-paper p-1.5">
        {KEY_ROWS[keys.layout].map((row, n) => (
          <div key={n} className="mb-[3px] flex gap-[3px] last:mb-0">
            {row.map(({ code, label, width }, at) => {
              const own = how(code);
              return (
                <span
                  key={`${code} ${at}`}
                  style={{ flexGrow: width, flexBasis: 0 }}
                  className={`h-[24px] min-w-0 overflow-hidden border text-center text-fine leading-[22px] ${own ? `border-ink ${LOOKS[own]}` : 'border-rule text-soft'}`}
                >
                  {label}
                </span>
              );
            })}
          </div>
        ))}
      </div>
      <figcaption className="mt-1 flex flex-wrap gap-x-4 text-note">
        {said.map((own) => (
          <span key={own}>
            <span aria-hidden className={`mr-1.5 inline-block size-3 border border-ink ${LOOKS[own]}`} />
            {HOW[own]}: {keys[own].length}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}

const PANEL: Record<string, { words: string; dot: string }> = {
  bright: { words: 'always lit', dot: 'size-2 bg-white' },
  'sub-bright': { words: 'part of it always lit', dot: 'size-2 bg-haz' },
  dark: { words: 'never lit', dot: 'size-2 border border-white bg-black' },
  'sub-dark': { words: 'part of it never lit', dot: 'size-2 border border-haz bg-black' },
  blotch: { words: 'blotch', dot: 'size-7 rounded-full border-2 border-white/80 bg-white/25' },
  line: { words: 'line', dot: 'h-full w-[2px] bg-hot' },
};

/** The panel, and where something on it is amiss. Positions are fractions of it, from its upper left corner. */
export function PanelPicture({ faults }: { faults: readonly { kind: string; x: number; y: number }[] }) {
  const kinds = [...new Set(faults.map(({ kind }) => kind))];
  return (
    <figure className="mt-1 max-w-[240px]">
      <div aria-hidden className="relative aspect-[16/10] overflow-hidden border-2 border-ink bg-bar">
        {faults.map(({ kind, x, y }, n) => (
          <span
            key={n}
            className={`absolute -translate-x-1/2 ${kind === 'line' ? 'top-0' : '-translate-y-1/2'} ${PANEL[kind]?.dot ?? ''}`}
            style={{ left: `${x * 100}%`, ...(kind !== 'line' && { top: `${y * 100}%` }) }}
          />
        ))}
      </div>
      <figcaption className="mt-1 text-note">
        {kinds
          .map((kind) => `${PANEL[kind]?.words ?? kind}: ${faults.filter((own) => own.kind === kind).length}`)
          .join('; ')}
      </figcaption>
    </figure>
  );
}
