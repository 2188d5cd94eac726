'use client';
import { useState, type FormEvent } from 'react';
import type { SystemVerdict, UseVerdict } from '@/core/uses/uses';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../kit/fields';
import { Button, Fold, Heading, Problem, Quiet } from '../kit/parts';
import { useCommand } from '../kit/hooks/useCommand';

interface Props {
  unit: UnitHead;
  uses: readonly UseVerdict[];
  systems: readonly SystemVerdict[];
  weakest: string;
  /** What is installed, by its record. */
  installed: string;
  licences: readonly string[];
  /** What this house does to a system before it is sold. */
  setUp: readonly { id: string; name: string }[];
}

const GOOD: Record<UseVerdict['good'], string> = { yes: 'good', no: 'no', 'not known': 'not known' };

/** What the machine is good for and which systems run on it, each with its reason; and what was installed. */
export function UsesPanel({ unit, uses, systems, weakest, installed, licences, setUp }: Props) {
  const { send, problem, busy } = useCommand();
  const [open, setOpen] = useState(false);
  const ended = systems.filter((row) => row.ended);
  const running = systems.filter((row) => row.runs === 'yes' && !row.ended && row.supported !== 'no');
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const said = new FormData(event.currentTarget);
    const sent = await send(
      'recordSystem',
      {
        unitId: unit.id,
        system: said.get('system'),
        edition: said.get('edition'),
        licence: said.get('licence'),
        activated: said.get('activated'),
        unknownDevices: Number(said.get('devices') || 0),
        image: said.get('image'),
        done: setUp.length ? said.getAll('done') : null,
      },
      unit.version,
    );
    if (sent.ok) setOpen(false);
  };
  return (
    <section aria-label="Good for" className="panel">
      <Heading>What it is good for</Heading>
      <table className="mt-1 w-full border-collapse text-row">
        <caption className="sr-only">Uses with their reasons</caption>
        <tbody>
          {uses.map((use) => (
            <tr key={use.id} className="border-b border-rule align-top">
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {use.name}
              </th>
              <td className="py-1 font-semibold whitespace-nowrap">
                {use.light ? 'with a light system' : GOOD[use.good]}
              </td>
              <td className="py-1 pl-3 text-note text-soft">{use.reasons.join('; ')}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {weakest && <p className="pt-1.5 text-row">Weakest: {weakest}.</p>}
      <Heading className="mt-3">Which systems run</Heading>
      <Systems caption="Kinds of system with their reasons" rows={systems.filter(({ ended }) => !ended)} />
      {ended.length > 0 && (
        <Fold title={`Without updates any more: ${ended.length}`}>
          <Systems caption="Kinds of system that get no updates any more" rows={ended} />
        </Fold>
      )}
      {running.length === 0 && (
        <p className="pt-1 text-row">No kind of system is known to run on it and get updates.</p>
      )}
      <Heading className="mt-3">Installed</Heading>
      <p className="text-row">{installed || 'No system is on record.'}</p>
      {unit.mayWrite && !unit.held && !open && (
        <Quiet onClick={() => setOpen(true)}>Write down what was installed</Quiet>
      )}
      {open && (
        <form
          onSubmit={(event) => void save(event)}
          className="grid grid-cols-2 gap-2 pt-1"
          aria-label="Installed"
        >
          <TextField
            label="System"
            name="system"
            required
            autoFocus
            defaultValue={running.find(({ licence }) => licence === 'free')?.name ?? ''}
          />
          <TextField label="Edition" name="edition" />
          <ChoiceField label="Licence" name="licence" defaultValue="free">
            {licences.map((licence) => (
              <option key={licence}>{licence}</option>
            ))}
          </ChoiceField>
          <ChoiceField label="Activated" name="activated" defaultValue="not needed">
            <option>yes</option>
            <option>no</option>
            <option>not needed</option>
          </ChoiceField>
          <TextField label="Devices without a driver" name="devices" inputMode="numeric" defaultValue="0" />
          <TextField label="From the image" hint="own" name="image" />
          {setUp.length > 0 && (
            <fieldset className="col-span-2">
              <legend className="text-note text-soft">Done to it, by the house’s list</legend>
              {setUp.map((line) => (
                <label key={line.id} className="flex min-h-9 items-center gap-2 text-row">
                  <input type="checkbox" name="done" value={line.id} className="size-5" />
                  {line.name}
                </label>
              ))}
            </fieldset>
          )}
          <p className="col-span-2 flex items-center gap-5">
            <Button type="submit" disabled={busy}>
              It is on it
            </Button>
            <Quiet onClick={() => setOpen(false)}>not now</Quiet>
          </p>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}

function Systems({ caption, rows }: { caption: string; rows: readonly SystemVerdict[] }) {
  return (
    <table className="mt-1 w-full border-collapse text-row">
      <caption className="sr-only">{caption}</caption>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id} className={`border-b border-rule align-top ${row.ended ? 'text-soft' : ''}`}>
            <th scope="row" className="py-1 pr-2 text-left font-normal">
              {row.name}
            </th>
            <td className="py-1 font-semibold whitespace-nowrap">
              {row.runs !== 'yes'
                ? row.runs
                : row.ended
                  ? 'runs, no updates'
                  : row.supported === 'no'
                    ? 'runs, not supported'
                    : 'runs'}
            </td>
            <td className="py-1 pl-3 text-note text-soft">
              {[row.until && `updates until ${row.until}`, ...row.reasons].filter(Boolean).join('; ')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
