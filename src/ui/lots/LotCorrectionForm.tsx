'use client';
import { TextField } from '../kit/fields';
import { Button, Problem, Quiet } from '../kit/parts';
import { useMoney } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';
import { useShapedForm } from '../kit/hooks/useShapedForm';

interface Props {
  onClose: () => void;
  lot: { id: string; priceMinor: number; freightMinor: number; feesMinor: number };
}

const FIELDS = [
  ['priceMinor', 'Price'],
  ['freightMinor', 'Freight'],
  ['feesMinor', 'Fees'],
] as const;

/** What a lot cost, put right with a reason: the history keeps both, and the cost is shared out again. */
export function LotCorrectionForm({ lot, onClose }: Props) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const { field, sending } = useShapedForm({
    defaults: {
      priceMinor: money.text(lot.priceMinor),
      freightMinor: money.text(lot.freightMinor),
      feesMinor: money.text(lot.feesMinor),
      why: '',
    },
    toInput: (typed) => ({
      lotId: lot.id,
      why: typed.why,
      ...Object.fromEntries(FIELDS.map(([name]) => [name, money.parse(typed[name]) ?? NaN])),
    }),
    shape: async () => (await import('@/shapes/lots')).lotCorrection,
  });
  const submit = sending(async (input) => {
    // only what is another amount now
    const same = FIELDS.map(([name]) => name).filter((name) => input[name] === lot[name]);
    const changed = Object.fromEntries(
      Object.entries(input).filter(([name]) => !(same as string[]).includes(name)),
    );
    if ((await send('correctLot', changed)).ok) onClose();
  });
  return (
    <form onSubmit={(event) => void submit(event)} className="mt-2 flex flex-wrap items-end gap-3" noValidate>
      {FIELDS.map(([name, label]) => (
        <TextField key={name} label={label} {...field(name)} inputMode="decimal" wrap="w-[130px]" />
      ))}
      <TextField label="Why" {...field('why')} wrap="w-[260px]" />
      <Button type="submit" disabled={busy}>
        Share out again
      </Button>
      <Quiet onClick={onClose}>leave it</Quiet>
      {problem && <Problem>{problem.message}</Problem>}
    </form>
  );
}
