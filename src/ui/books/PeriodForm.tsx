import { TextField } from '../kit/fields';
import { Button } from '../kit/parts';

/** From when to when; a plain form, so that its address can be kept. */
export function PeriodForm({
  action,
  from,
  to,
  hidden = {},
}: {
  action: string;
  from: string;
  to: string;
  hidden?: Readonly<Record<string, string>>;
}) {
  return (
    <form action={action} className="flex flex-wrap items-end gap-3">
      {Object.entries(hidden).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <TextField label="from" name="from" type="date" defaultValue={from} wrap="w-[170px]" />
      <TextField label="to" name="to" type="date" defaultValue={to} wrap="w-[170px]" />
      <Button type="submit">Show</Button>
    </form>
  );
}
