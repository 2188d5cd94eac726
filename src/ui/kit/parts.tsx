import type { ComponentProps, ReactNode } from 'react';

/** A key as printed on a keyboard. */
export function Key({ children }: { children: ReactNode }) {
  return (
    <kbd className="figures inline-block min-w-5 rounded-[3px] border border-current px-1.5 text-center text-fine leading-5">
      {children}
    </kbd>
  );
}

type Tone = 'plain' | 'strong' | 'hazard';

const TONES: Record<Tone, string> = {
  plain: 'border-ink bg-transparent text-ink hover:bg-track',
  strong: 'border-ink bg-ink text-paper hover:bg-matdeep hover:border-matdeep',
  hazard: 'border-ink bg-haz text-[#1d211d] hover:brightness-95',
};

/** A button big enough for gloves. */
export function Button({
  tone = 'plain',
  shortcut,
  children,
  className = '',
  ...rest
}: ComponentProps<'button'> & { tone?: Tone; shortcut?: string }) {
  return (
    <button
      type="button"
      {...rest}
      className={`inline-flex min-h-11 items-center gap-2 border-2 px-3.5 text-read font-semibold disabled:opacity-50 ${TONES[tone]} ${className}`}
    >
      {shortcut && <Key>{shortcut}</Key>}
      {children}
    </button>
  );
}

/** Text button in a line. */
export function Quiet({ children, className = '', ...rest }: ComponentProps<'button'>) {
  return (
    <button
      type="button"
      {...rest}
      className={`min-h-8 border-b border-current px-0.5 text-row hover:text-matdeep disabled:opacity-50 ${className}`}
    >
      {children}
    </button>
  );
}

/** A sheet of ticket paper on the mat. */
export function Sheet({ children, className = '', ...rest }: ComponentProps<'section'>) {
  return (
    <section {...rest} className={`paper px-5 py-4 ${className}`}>
      {children}
    </section>
  );
}

export function Heading({ children, className = '' }: { children: ReactNode; className?: string }) {
  return <h2 className={`text-read font-bold ${className}`}>{children}</h2>;
}

/** A caution: hazard-hatched edge, what it is, what to do. */
export function CautionNote({
  title,
  text,
  children,
}: {
  title: string;
  text: string;
  children?: ReactNode;
}) {
  return (
    <div className="hatched py-2 pr-3 text-row" role="note">
      <b>{title}</b> {text}
      {children}
    </div>
  );
}

/** An error in words, where it happened. */
export function Problem({ children }: { children: ReactNode }) {
  return (
    <div role="alert" className="border-l-[6px] border-ink bg-haze px-3 py-2 text-row">
      {children}
    </div>
  );
}

/** A list that may be long, in a window of its own: it scrolls, the page does not grow by it. */
export function LongList({
  label,
  className = '',
  children,
}: {
  label: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    // reached by keys too: what scrolls must be
    <div role="region" aria-label={label} tabIndex={0} className={`longlist relative ${className}`}>
      {children}
    </div>
  );
}

/** Something seldom wanted: its title opens it. */
export function Fold({
  title,
  open = false,
  children,
}: {
  title: string;
  open?: boolean;
  children: ReactNode;
}) {
  return (
    <details open={open} className="mt-3">
      <summary className="min-h-8 cursor-pointer text-row font-semibold">{title}</summary>
      {children}
    </details>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <p className="py-6 text-read text-soft">{children}</p>;
}

/** How a value is known shows in its underline. */
export function Known({ basis, children, title }: { basis: string; children: ReactNode; title?: string }) {
  const line =
    { measured: 'basis-measured', claimed: 'basis-claimed', 'looked up': 'basis-looked-up' }[basis] ?? '';
  return (
    <span className={line} title={title}>
      {children}
      <span className="sr-only"> ({basis})</span>
    </span>
  );
}

/** A file from this computer, as a line of text that can be pressed. The same file can be taken again. */
export function FileButton({
  accept,
  onFile,
  children,
}: {
  accept: string;
  onFile: (file: File) => void;
  children: ReactNode;
}) {
  return (
    <label className="cursor-pointer border-b border-current focus-within:outline-3">
      {children}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
    </label>
  );
}
