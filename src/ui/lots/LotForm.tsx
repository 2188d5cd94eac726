'use client';
import { LOT_SOURCES } from '@/core/catalogue';
import { go } from '../kit/keys/ways';
import { useMoney } from '../kit/theShop';
import { AreaField, ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { useShapedForm } from '../kit/hooks/useShapedForm';
import { SOURCE_WORDS } from '@/words/lists/sources';

/** Receiving a lot: what it is, what it cost in all, what was said of it. */
export function LotForm({ today }: { today: string }) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const { field, sending } = useShapedForm({
    defaults: {
      code: '',
      name: '',
      source: LOT_SOURCES[0] as string,
      tagPrefix: '',
      receivedOn: today,
      priceMinor: '',
      freightMinor: '',
      feesMinor: '',
      allocation: 'value',
      claims: '',
    },
    toInput: ({ priceMinor, freightMinor, feesMinor, ...typed }) => {
      const amount = (text: string) => money.parse(text.trim() || '0') ?? NaN;
      return {
        ...typed,
        priceMinor: amount(priceMinor),
        freightMinor: amount(freightMinor),
        feesMinor: amount(feesMinor),
      };
    },
    shape: async () => (await import('@/shapes/lots')).receiveLotInput,
  });
  const refused = problem?.details?.fields;
  const submit = sending(async (input) => {
    const outcome = await send<{ code: string }>('receiveLot', input);
    if (outcome.ok) go(`/lots/${outcome.answer.code}`);
  });
  return (
    <form
      onSubmit={(event) => void submit(event)}
      className="grid max-w-[820px] gap-x-5 gap-y-3.5 pt-4 sm:grid-cols-6"
      noValidate
    >
      <TextField label="Lot" {...field('code', refused)} placeholder="WQ-4" autoFocus wrap="sm:col-span-2" />
      <TextField label="Name" {...field('name', refused)} wrap="sm:col-span-4" />
      <ChoiceField label="Where it came from" {...field('source')} wrap="sm:col-span-3">
        {LOT_SOURCES.map((source) => (
          <option key={source} value={source}>
            {SOURCE_WORDS[source]}
          </option>
        ))}
      </ChoiceField>
      <TextField
        label="Tag prefix"
        {...field('tagPrefix', refused)}
        placeholder="WQ"
        maxLength={4}
        wrap="sm:col-span-1"
      />
      <TextField label="Received" {...field('receivedOn', refused)} type="date" wrap="sm:col-span-2" />
      <TextField
        label="Price"
        hint={money.sign}
        {...field('priceMinor', refused)}
        inputMode="decimal"
        placeholder="0.00"
        wrap="sm:col-span-2"
      />
      <TextField
        label="Freight"
        hint={money.sign}
        {...field('freightMinor', refused)}
        inputMode="decimal"
        placeholder="0.00"
        wrap="sm:col-span-2"
      />
      <TextField
        label="Fees"
        hint={money.sign}
        {...field('feesMinor', refused)}
        inputMode="decimal"
        placeholder="0.00"
        wrap="sm:col-span-2"
      />
      <ChoiceField label="Its cost is shared out" {...field('allocation')} wrap="sm:col-span-3">
        <option value="value">by what each unit should fetch</option>
        <option value="equal">equally</option>
      </ChoiceField>
      <AreaField label="What the seller says of it" {...field('claims')} rows={2} wrap="sm:col-span-6" />
      {problem && (
        <div className="sm:col-span-6">
          <Problem>{problem.message}</Problem>
        </div>
      )}
      <div className="sm:col-span-6">
        <Button type="submit" tone="strong" disabled={busy}>
          Receive it
        </Button>
      </div>
    </form>
  );
}
