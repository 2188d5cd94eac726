import { Field, Input, Label, Select, Textarea } from '@headlessui/react';
import type { ComponentProps, ReactNode } from 'react';

const BOX = 'min-h-11 w-full border-2 border-ink bg-sheet px-3 text-[15px] data-invalid:border-dashed';

function Wrap({
  label,
  fault,
  hint,
  children,
  className = '',
}: {
  label: string;
  fault?: string;
  hint?: string;
  children: ReactNode;
  className?: string;
}) {
  return (
    <Field className={`flex flex-col gap-1 ${className}`}>
      <Label className="text-[14px] font-semibold">
        {label}
        {hint && <span className="font-normal text-soft"> {hint}</span>}
      </Label>
      {children}
      {fault && (
        <span role="alert" className="text-[13px] font-semibold">
          {fault}
        </span>
      )}
    </Field>
  );
}

type Shared = { label: string; fault?: string; hint?: string; wrap?: string };

export function TextField({ label, fault, hint, wrap, ...rest }: Shared & ComponentProps<'input'>) {
  return (
    <Wrap {...{ label, fault, hint }} className={wrap}>
      <Input {...rest} invalid={Boolean(fault)} className={BOX} />
    </Wrap>
  );
}

export function AreaField({ label, fault, hint, wrap, ...rest }: Shared & ComponentProps<'textarea'>) {
  return (
    <Wrap {...{ label, fault, hint }} className={wrap}>
      <Textarea {...rest} invalid={Boolean(fault)} className={`${BOX} py-2`} />
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
  return (
    <Wrap {...{ label, fault, hint }} className={wrap}>
      <Select {...rest} invalid={Boolean(fault)} className={BOX}>
        {children}
      </Select>
    </Wrap>
  );
}
