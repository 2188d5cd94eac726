'use client';
import { useState, type FormEvent } from 'react';
import type { DriveView } from '@/words/drives/drives';
import { namedUnit, type DriveAt } from '@/words/drives/view';
import { ChoiceField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';
import { DriveChoice, ErasureHow, erasureInput } from './ErasureFields';

/** What was done by hand about the data of a drive, in a machine or loose. */
export function RecordErasure({ at, drives }: { at: DriveAt; drives: DriveView[] }) {
  const { send, problem, busy } = useCommand();
  const open = drives.filter((drive) => !drive.recorded);
  const [kind, setKind] = useState('');
  if (open.length === 0) return null;
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    void send(
      'recordErasure',
      { ...namedUnit(at), componentId: form.get('drive') ?? open[0].id, kind, ...erasureInput(form) },
      at.version,
    );
  };
  return (
    <form onSubmit={submit} className="mt-3 grid gap-2.5 border-t border-rule pt-2.5 sm:grid-cols-2">
      {open.length > 1 && <DriveChoice drives={open} />}
      <ChoiceField
        label="What was done"
        required
        value={kind}
        onChange={(event) => setKind(event.target.value)}
      >
        <option value="">choose</option>
        <option value="erased">{at.unitId === null ? 'Erased' : 'Erased, stays in'}</option>
        <option value="never">New, never held data</option>
        {at.unitId !== null && <option value="returned">Returned to its owner</option>}
        <option value="destroyed">Destroyed</option>
        <option value="failed">Tried, could not be erased</option>
        <option value="image">Cloned: our own image, nobody’s data</option>
      </ChoiceField>
      {kind !== '' && (
        <ErasureHow
          kind={kind}
          medium={open.length === 1 ? open[0].medium : null}
          why={problem?.details?.fields?.why ? 'why' : false}
        />
      )}
      <div className="sm:col-span-2">
        <Button type="submit" tone="strong" disabled={busy}>
          Put on record
        </Button>
        {['erased', 'destroyed', 'never', 'image'].includes(kind) && (
          <p className="pt-1 text-row text-soft">
            Stands on every paper as by your word, not verified by the shop.
          </p>
        )}
      </div>
      {problem && (
        <div className="sm:col-span-2">
          <Problem>{problem.message}</Problem>
        </div>
      )}
    </form>
  );
}
