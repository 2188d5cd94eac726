import { eraseMethods, erasureChecks, otherWays } from '@/catalog/erasure';
import type { Level, Medium } from '@/core/erasure/media';
import { MEDIUM_WORDS } from '@/words/erasure';
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

const SAID: Record<string, readonly Level[]> = {
  erased: ['clear', 'purge'],
  failed: ['clear', 'purge'],
  destroyed: ['destroy'],
};

/** Ways of the catalogue that fit what is said of a drive; the medium decides where it is known. */
const waysFor = (kind: string, medium: Medium | null) =>
  eraseMethods.filter(
    ({ level, media }) => SAID[kind]?.includes(level) && (!medium || media.includes(medium)),
  );

/** How it was done and how that was verified, from the usual ways; other endings are said in a word. */
export function ErasureHow({ kind = 'erased', medium = null }: { kind?: string; medium?: Medium | null }) {
  const ways = waysFor(kind, medium);
  return (
    <>
      {ways.length > 0 ? (
        <ChoiceField label="How" name="methodId" key={`${kind} ${medium}`}>
          {ways.map(({ id, name, level, media }) => (
            <option key={id} value={id}>
              {name} ({level}
              {medium ? '' : `; ${MEDIUM_WORDS[media[0]]}`})
            </option>
          ))}
        </ChoiceField>
      ) : (
        <TextField
          label={kind === 'image' ? 'Which image' : 'How'}
          name="method"
          key={kind}
          defaultValue={otherWays[kind as keyof typeof otherWays] ?? ''}
          required
        />
      )}
      {kind === 'erased' && (
        <ChoiceField label="How it was verified" name="verified">
          {erasureChecks.map((check) => (
            <option key={check}>{check}</option>
          ))}
        </ChoiceField>
      )}
    </>
  );
}

/** The fields as the command takes them. */
export const erasureInput = (form: FormData) => ({
  ...(form.get('methodId') ? { methodId: form.get('methodId') } : { method: form.get('method') ?? '' }),
  verified: form.get('verified') ?? '',
});
