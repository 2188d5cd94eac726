import { useId, type ComponentProps, type ReactNode } from 'react';

const BOX = 'min-h-11 w-full border-2 border-ink bg-sheet px-3 text-read aria-invalid:border-dashed';

interface Wrapped {
  id: string;
  label: string;
  fault?: string;
  hint?: string;
  children: ReactNode;
  className?: string;
}

/** A label with its field, and what is wrong with it. Native elements: every page has some of them. */
function Wrap({ id, label, fault, hint, children, className = '' }: Wrapped) {
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="text-row font-semibold">
        {label}
        {hint && <span className="font-normal text-soft"> {hint}</span>}
      </label>
      {children}
      {fault && (
        <span id={`${id}-fault`} role="alert" className="text-note font-semibold">
          {fault}
        </span>
      )}
    </div>
  );
}

type Shared = { label: string; fault?: string; hint?: string; wrap?: string };

/** What ties a field to its label and to what is wrong with it. */
const tied = (id: string, fault: string | undefined) => ({
  id,
  ...(fault && { 'aria-invalid': true, 'aria-describedby': `${id}-fault` }),
});

export function TextField({ label, fault, hint, wrap, ...rest }: Shared & ComponentProps<'input'>) {
  const id = useId();
  return (
    <Wrap {...{ id, label, fault, hint }} className={wrap}>
      <input {...rest} {...tied(id, fault)} className={BOX} />
    </Wrap>
  );
}

export function AreaField({ label, fault, hint, wrap, ...rest }: Shared & ComponentProps<'textarea'>) {
  const id = useId();
  return (
    <Wrap {...{ id, label, fault, hint }} className={wrap}>
      <textarea {...rest} {...tied(id, fault)} className={`${BOX} py-2`} />
    </Wrap>
  );
}

export function ChoiceField({
  label,
  fault,
  hint,
  wrap,
  children,
  ...rest
}: Shared & ComponentProps<'select'>) {
  const id = useId();
  return (
    <Wrap {...{ id, label, fault, hint }} className={wrap}>
      <select {...rest} {...tied(id, fault)} className={BOX}>
        {children}
      </select>
    </Wrap>
  );
}
