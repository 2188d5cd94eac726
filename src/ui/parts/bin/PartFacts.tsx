'use client';
import { isTyped, PART_FIELDS, type Facts } from '@/core/parts/fields';
import { ChoiceField, TextField } from '@/ui/kit/fields';

interface Props {
  partClass: string;
  /** What its label says. */
  said: Facts;
  /** What was typed over that. */
  facts: Readonly<Record<string, string>>;
  onFacts: (facts: Record<string, string>) => void;
}

/** What decides whether a part of a class goes in, one field each. */
export function PartFacts({ partClass, said, facts, onFacts }: Props) {
  if (!isTyped(partClass)) return null;
  return PART_FIELDS[partClass].map((field) => {
    const common = {
      label: field.name,
      hint: [field.unit, said[field.key] !== undefined && `says ${said[field.key]}`]
        .filter(Boolean)
        .join(', '),
      value: facts[field.key] ?? '',
      onChange: (event: { target: { value: string } }) =>
        onFacts({ ...facts, [field.key]: event.target.value }),
    };
    return field.choices ? (
      <ChoiceField key={field.key} {...common}>
        <option value="">
          {said[field.key] === undefined ? 'not known' : `as it says: ${said[field.key]}`}
        </option>
        {field.choices.map((value) => (
          <option key={value}>{value}</option>
        ))}
      </ChoiceField>
    ) : (
      <TextField key={field.key} {...common} inputMode={field.kind === 'text' ? 'text' : 'decimal'} />
    );
  });
}
