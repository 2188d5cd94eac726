'use client';
import { useState, type FormEvent } from 'react';
import { PART_CLASSES } from '@/core/catalogue';
import type { WantView } from '@/words/parts/view';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '@/ui/kit/fields';
import { Button, Heading, Problem, Quiet } from '@/ui/kit/parts';
import { useMoney } from '@/ui/kit/theShop';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { WantLine } from './WantLine';

/** Parts wanted for a unit: an offer is reckoned with as soon as it is written down. */
export function Wants({ unit, wants }: { unit: UnitHead; wants: readonly WantView[] }) {
  const { send, problem, setProblem, busy } = useCommand();
  const money = useMoney();
  const [open, setOpen] = useState(false);
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const said = new FormData(form);
    const price = String(said.get('price') ?? '').trim();
    const days = String(said.get('days') ?? '').trim();
    const common = { unitId: unit.id, class: said.get('class'), name: said.get('name') };
    const priceMinor = price ? money.parse(price) : undefined;
    if (priceMinor === null)
      return setProblem({ code: 'invalid', message: 'Not noted: the price is no amount.' });
    const sent = await send(
      priceMinor === undefined ? 'wantPart' : 'quotePart',
      priceMinor === undefined
        ? common
        : {
            ...common,
            priceMinor,
            ...(days && { days: Number(days) }),
            condition: said.get('condition'),
            source: said.get('source'),
          },
      unit.version,
    );
    if (sent.ok) {
      form.reset();
      setOpen(false);
    }
  };
  return (
    <section aria-label="Parts wanted" className="panel">
      <Heading>Parts wanted for it</Heading>
      {wants.length === 0 && <p className="text-row text-soft">None.</p>}
      <ul>
        {wants.map((want) => (
          <li key={want.id} className="border-b border-rule py-2">
            <WantLine want={want} mayWrite={unit.mayWrite && !unit.held} />
          </li>
        ))}
      </ul>
      {unit.mayWrite && !unit.held && !open && (
        <Quiet className="mt-2" onClick={() => setOpen(true)}>
          A part is wanted, or was offered
        </Quiet>
      )}
      {open && (
        <form
          onSubmit={(event) => void add(event)}
          className="mt-2 grid grid-cols-2 gap-2"
          aria-label="A part wanted"
        >
          <ChoiceField label="Class" name="class" defaultValue="panel">
            {PART_CLASSES.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </ChoiceField>
          <ChoiceField label="It is" name="condition" defaultValue="used">
            <option value="used">used</option>
            <option value="new">new</option>
          </ChoiceField>
          <TextField label="What it is" hint="as on its label" name="name" required wrap="col-span-2" />
          <TextField label="Delivered" hint={`${money.sign}, if offered`} name="price" inputMode="decimal" />
          <TextField label="Days" name="days" inputMode="numeric" />
          <TextField label="Where" hint="in your words" name="source" wrap="col-span-2" />
          <Button type="submit" disabled={busy}>
            Write it down
          </Button>
          <Quiet onClick={() => setOpen(false)}>not now</Quiet>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
