import { useState } from 'react';
import { eraseMethods, erasureChecks, otherWays } from '@/catalog/papers/erasure';
import { MEDIA, type EraseMethod, type Medium } from '@/core/erasure/media';
import { MEDIUM_WORDS } from '@/words/drives/erasure';
import type { DriveView } from '@/words/drives/drives';
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

/** What an act of a way leaves: those by hands leave nothing that could be used again. */
const endsIn = (kind: string, { takes }: EraseMethod) =>
  kind === 'failed' || kind === (takes.by === 'hands' ? 'destroyed' : 'erased');

/** Ways of the catalogue that fit what is said of a drive, and the kind of drive it is. */
const waysFor = (kind: string, medium: Medium | null) =>
  kind === 'erased' || kind === 'failed' || kind === 'destroyed'
    ? eraseMethods.filter(
        (way) =>
          endsIn(kind, way) &&
          (medium ? way.media.includes(medium) : MEDIA.every((each) => way.media.includes(each))),
      )
    : [];

/** Nothing is chosen before somebody chooses it: what stands here goes on record as said. */
const Unchosen = () => <option value="">choose</option>;

/** How it was done and how that was verified, from the usual ways; other endings are said in a word. */
export function ErasureHow({
  kind = 'erased',
  medium = null,
  why = false,
}: {
  kind?: string;
  medium?: Medium | null;
  /** Somebody asked why: the owner vouches for a drive, or a run was quick. */
  why?: 'why' | 'quick' | false;
}) {
  const [said, setSaid] = useState<Medium | ''>('');
  const ways = waysFor(kind, medium ?? (said || null));
  const byWay = kind === 'erased' || kind === 'failed' || kind === 'destroyed';
  return (
    <>
      {byWay && !medium && kind !== 'destroyed' && (
        <ChoiceField
          label="Kind of drive"
          name="medium"
          required
          value={said}
          onChange={(event) => setSaid(event.target.value as Medium)}
        >
          <Unchosen />
          {MEDIA.map((each) => (
            <option key={each} value={each}>
              {MEDIUM_WORDS[each]}
            </option>
          ))}
        </ChoiceField>
      )}
      {byWay ? (
        <ChoiceField label="How" name="methodId" key={`${kind} ${medium} ${said}`} defaultValue="" required>
          <Unchosen />
          {ways.map(({ id, name, level }) => (
            <option key={id} value={id}>
              {name} ({level})
            </option>
          ))}
        </ChoiceField>
      ) : kind === 'returned' ? (
        <TextField label="Handed to" name="handedTo" key={kind} />
      ) : (
        <TextField
          label={kind === 'image' ? 'Which image' : 'How that is known'}
          name="method"
          key={kind}
          placeholder={otherWays[kind as keyof typeof otherWays] ?? ''}
          required
        />
      )}
      {kind === 'erased' && (
        <ChoiceField label="How it was verified" name="verified" defaultValue="" required>
          <Unchosen />
          {erasureChecks.map((check) => (
            <option key={check}>{check}</option>
          ))}
        </ChoiceField>
      )}
      {why && (
        <TextField
          label={why === 'quick' ? 'Why it was so quick' : 'Why the owner vouches for it'}
          name={why}
          required
          autoFocus
        />
      )}
    </>
  );
}

/** The fields as the command takes them. */
export function erasureInput(form: FormData) {
  const told: Record<string, FormDataEntryValue> = { verified: form.get('verified') ?? '' };
  for (const field of ['methodId', 'method', 'medium', 'handedTo', 'why', 'quick']) {
    const value = form.get(field);
    if (value) told[field] = value;
  }
  return told;
}
