'use client';
import { useState, type FormEvent } from 'react';
import { OWN_DAMAGE, ROUNDED_LADDER, type OwnDamage as Kind } from '@/catalog/hands/damage';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../kit/fields';
import { MoneyField } from '../kit/MoneyField';
import { Button, Heading, Problem, Quiet } from '../kit/parts';
import { Money, useMoney } from '../kit/theShop';
import { useCommand } from '../kit/hooks/useCommand';

export interface DamageLine {
  name: string;
  step: string;
  costMinor: number;
  note: string;
  by: string;
}

interface Props {
  unit: UnitHead;
  /** Work done or open on it, newest first: what it can have happened at. */
  steps: readonly { ref: string; name: string }[];
  done: readonly DamageLine[];
  /** How often such work has broken something here. */
  risks: readonly { name: string; times: number; of: number; costMinor: number }[];
}

/** What we broke ourselves: told with its cost, taken back by one press, and remembered of the step. */
export function OwnDamage({ unit, steps, done, risks }: Props) {
  const { send, problem, busy } = useCommand();
  const money = useMoney();
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<Kind>('screw');
  const [cost, setCost] = useState('');
  const disabled = busy || !unit.mayWrite || unit.held;
  const note = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const sent = await send(
      'noteDamage',
      {
        unitId: unit.id,
        step: String(form.get('step')),
        kind,
        costMinor: cost.trim() ? (money.parse(cost) ?? 0) : 0,
        note: String(form.get('note')),
      },
      unit.version,
    );
    if (sent.ok) setOpen(false);
  };
  if (!unit.mayWrite && done.length === 0) return null;
  return (
    <section aria-label="Broken by us" className="bg-paper px-5 py-3">
      <div className="flex items-baseline justify-between gap-3">
        <Heading>Broken by us</Heading>
        {unit.mayWrite && !unit.held && (
          <Quiet aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'nothing after all' : 'something broke'}
          </Quiet>
        )}
      </div>
      {done.map((line, n) => (
        <p key={n} className="flex flex-wrap items-baseline gap-x-2 text-row">
          <b>{line.name}</b>
          {line.step && <span className="text-soft">at “{line.step}”</span>}
          {line.costMinor > 0 && (
            <span className="figures text-note">
              <Money minor={line.costMinor} />
            </span>
          )}
          {line.note && <span className="text-soft">{line.note}</span>}
          {n === 0 && unit.mayWrite && !unit.held && (
            <Quiet
              disabled={disabled}
              onClick={() => void send('takeBackAct', { what: 'damage', unitId: unit.id }, unit.version)}
            >
              take back
            </Quiet>
          )}
        </p>
      ))}
      {risks.map((risk) => (
        <p key={risk.name} className="text-note text-soft">
          “{risk.name}” broke something {risk.times} of {risk.of} times here
          {risk.costMinor > 0 && (
            <>
              , <Money minor={risk.costMinor} /> on average
            </>
          )}
          .
        </p>
      ))}
      {open && (
        <form onSubmit={(event) => void note(event)} className="mt-2 grid grid-cols-2 items-end gap-2">
          <ChoiceField label="What" value={kind} onChange={(event) => setKind(event.target.value as Kind)}>
            {OWN_DAMAGE.map((own) => (
              <option key={own.id} value={own.id}>
                {own.name}
              </option>
            ))}
          </ChoiceField>
          <ChoiceField label="At" name="step">
            <option value="">nothing in particular</option>
            {steps.map((step) => (
              <option key={step.ref} value={step.ref}>
                {step.name}
              </option>
            ))}
          </ChoiceField>
          <MoneyField label="What it costs" optional text={cost} onText={setCost} />
          <TextField label="Words" name="note" maxLength={200} />
          <Button type="submit" tone="strong" disabled={disabled} className="justify-self-start">
            Put on record
          </Button>
          {kind === 'screw' && (
            <ol className="col-span-2 list-decimal pl-5 text-note">
              {ROUNDED_LADDER.map(({ does, risk }) => (
                <li key={does}>
                  {does}. <span className="text-soft">Risk: {risk}</span>
                </li>
              ))}
            </ol>
          )}
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
