import { erasureChecks, erasureMethods } from '@/catalog/erasure';
import type { DriveView } from '@/words/drives';
import { ChoiceField, TextField } from '../kit/fields';

/** Which drive: the first that is open is offered. */
export function DriveChoice({ drives }: { drives: readonly DriveView[] }) {
  return (
    <ChoiceField label="Drive" name="drive">
      {drives.map((drive) => (
        <option key={drive.id} value={drive.id}>
          {drive.code} {drive.name}
          {drive.serial && `, ${drive.serial}`}
        </option>
      ))}
    </ChoiceField>
  );
}

/** A drive that is not on record yet: what was named is offered. */
export function DriveNamed({ named }: { named: string | null }) {
  return (
    <>
      <TextField
        label="Drive"
        name="name"
        defaultValue={named ?? ''}
        placeholder="500 GB hard disk"
        required
      />
      <TextField label="Its serial" name="serial" />
    </>
  );
}

/** How it was done and how that was verified, from the usual ways. */
export function ErasureHow({ verified = true }: { verified?: boolean }) {
  return (
    <>
      <ChoiceField label="How" name="method">
        {erasureMethods.map((method) => (
          <option key={method}>{method}</option>
        ))}
      </ChoiceField>
      {verified && (
        <ChoiceField label="How it was verified" name="verified">
          {erasureChecks.map((check) => (
            <option key={check}>{check}</option>
          ))}
        </ChoiceField>
      )}
    </>
  );
}
