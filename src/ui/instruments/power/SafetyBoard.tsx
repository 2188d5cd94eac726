'use client';
import { useState, type FormEvent } from 'react';
import { safetyLimits } from '@/catalog/instruments/electrical';
import { PROTECTION, type Protection, type TesterRead } from '@/core/safety/electrical';
import type { ElectricalLine } from '@/words/readings/view';
import type { UnitHead } from '@/words/unit/view';
import { ChoiceField, TextField } from '../../kit/fields';
import { Button, CautionNote, Heading, Problem, Quiet } from '../../kit/parts';
import { learn, useCommand } from '@/ui/kit/hooks/useCommand';
import { figureTyped } from '../../kit/words';

const CLASS_WORDS: Record<Protection, string> = {
  I: 'I, earthed',
  II: 'II, doubly insulated',
  III: 'III, low volts',
};
const VERDICT = { passed: 'Passed', failed: 'Failed', open: 'Not complete' } as const;
const RESULT = { passed: '✓', failed: '✕', open: '·' } as const;
type Said = 'yes' | 'no' | '';
const answer = (said: Said) => (said === '' ? {} : said === 'yes');

interface Props {
  unit: UnitHead;
  laptop: boolean;
  last: ElectricalLine | null;
}

/** The electrical safety test: what was looked at and measured, against its limits, step by step in its order. */
export function SafetyBoard({ unit, laptop, last }: Props) {
  const { send, problem, busy } = useCommand();
  const [open, setOpen] = useState(false);
  const [protection, setProtection] = useState<Protection>(laptop ? 'III' : 'I');
  const [looked, setLooked] = useState<Said>('');
  const [works, setWorks] = useState<Said>('');
  // what a tester's own file told: it fills the fields, and whoever signs looks them over
  const [read, setRead] = useState<TesterRead | null>(null);
  const [fault, setFault] = useState('');
  const take = async (file: File) => {
    const outcome = await learn<TesterRead>('/api/safety', { text: (await file.text()).slice(0, 200_000) });
    if (!outcome.ok) return setFault(outcome.problem.message);
    const told = outcome.answer;
    setRead(told);
    setFault('');
    if (told.protection) setProtection(told.protection);
    if (told.lookedOver !== undefined) setLooked(told.lookedOver ? 'yes' : 'no');
    if (told.works !== undefined) setWorks(told.works ? 'yes' : 'no');
  };
  const write = unit.mayWrite && !unit.held;
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const figures = Object.fromEntries(
      ['earthOhms', 'leadMetres', 'insulationMegohms', 'leakageMa', 'touchMa'].flatMap((key) => {
        const value = figureTyped(String(form.get(key) ?? ''));
        return value === undefined ? [] : [[key, value]];
      }),
    );
    const calibrated = String(form.get('calibrated') ?? '').trim();
    const sent = await send(
      'recordElectrical',
      {
        unitId: unit.id,
        protection,
        ...figures,
        ...(looked !== '' && { lookedOver: answer(looked) }),
        ...(works !== '' && { works: answer(works) }),
        meter: String(form.get('meter')),
        ...(calibrated && { calibrated }),
      },
      unit.version,
    );
    if (sent.ok) setOpen(false);
  };
  const measured = (name: keyof TesterRead['figures'], label: string, hint: string) => (
    <TextField
      name={name}
      label={label}
      hint={hint}
      inputMode="decimal"
      defaultValue={read?.figures[name] ?? ''}
    />
  );
  const asked = (label: string, value: Said, set: (said: Said) => void) => (
    <ChoiceField label={label} value={value} onChange={(event) => set(event.target.value as Said)}>
      <option value="">not yet</option>
      <option value="yes">yes</option>
      <option value="no">no</option>
    </ChoiceField>
  );
  return (
    <section aria-label="Electrical safety" className="panel mt-gutter">
      <Heading>Electrical safety test</Heading>
      {last ? (
        <>
          <p className="pt-1 text-read">
            <b>{VERDICT[last.verdict]}</b>, protection class {CLASS_WORDS[last.protection]}.{' '}
            <span className="text-note text-soft">
              {last.name}
              {last.calibrated && `, calibrated ${last.calibrated}`}, {last.by}, {last.when}
            </span>
          </p>
          {last.meterFault && (
            <p className="hatched py-1 pr-3 text-row first-letter:uppercase">{last.meterFault}.</p>
          )}
          <table className="mt-1 w-full border-collapse text-row">
            <caption className="sr-only">Steps of the test in their order</caption>
            <tbody>
              {last.lines.map(({ step, result, words }) => (
                <tr key={step} className="border-b border-rule">
                  <td className="w-8 py-1 text-center">
                    <span aria-hidden>{RESULT[result]}</span>
                    <span className="sr-only">{result}</span>
                  </td>
                  <th scope="row" className="py-1 text-left font-normal first-letter:uppercase">
                    {step}
                  </th>
                  <td className="py-1 text-note text-soft">{words}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : (
        <p className="pt-1 text-row text-soft">
          None is on record. Inspectors and careful buyers ask for one before a used machine is sold.
        </p>
      )}
      {write && !open && (
        <p className="mt-2 flex gap-4">
          <Button onClick={() => setOpen(true)}>Write one down</Button>
          {last && (
            <Quiet
              disabled={busy}
              onClick={() => void send('takeBackAct', { what: 'electrical', unitId: unit.id }, unit.version)}
            >
              take the last back
            </Quiet>
          )}
        </p>
      )}
      {write && open && (
        <form onSubmit={(event) => void save(event)} className="mt-2">
          <CautionNote
            title="500 V and mains."
            text="Only by persons who are competent for it and by local rules. Unplugged for earth and insulation; leakage and function under mains, and only when those have passed."
          />
          <label className="mt-2 inline-flex min-h-11 cursor-pointer items-center border-2 border-ink px-3 text-row font-semibold hover:bg-track focus-within:outline-3 focus-within:outline-matdeep">
            From the tester’s file
            <input
              type="file"
              accept=".csv,.txt,.tsv,text/csv,text/plain"
              className="sr-only"
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                if (file) void take(file);
              }}
            />
          </label>
          {fault && <Problem>{fault}</Problem>}
          {read && read.left.length > 0 && (
            <p className="pt-1 text-note text-soft">Not understood: {read.left.slice(0, 6).join(' · ')}.</p>
          )}
          <div
            key={read ? JSON.stringify(read) : ''}
            className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-3 lg:grid-cols-4"
          >
            <ChoiceField
              label="Protection class"
              value={protection}
              onChange={(event) => setProtection(event.target.value as Protection)}
            >
              {PROTECTION.map((each) => (
                <option key={each} value={each}>
                  {CLASS_WORDS[each]}
                </option>
              ))}
            </ChoiceField>
            {asked('Lead, plug, case whole', looked, setLooked)}
            {protection === 'I' && measured('earthOhms', 'Protective earth', 'Ω')}
            {protection === 'I' && measured('leadMetres', 'Its lead', 'metres')}
            {measured(
              'insulationMegohms',
              'Insulation',
              `MΩ, at least ${safetyLimits.insulation[protection]}`,
            )}
            {protection === 'I' && measured('leakageMa', 'Leakage', `mA, at most ${safetyLimits.leakageMa}`)}
            {protection !== 'III' &&
              measured('touchMa', 'Touch current', `mA, at most ${safetyLimits.touchMa}`)}
            {asked('It works', works, setWorks)}
            <TextField
              name="meter"
              label="Meter"
              hint="name and number"
              required
              defaultValue={read?.meter ?? ''}
            />
            <TextField
              name="calibrated"
              label="Calibrated"
              hint="2026-03-01"
              defaultValue={read?.calibrated ?? ''}
            />
          </div>
          <p className="mt-3 flex items-center gap-4">
            <Button type="submit" tone="strong" disabled={busy}>
              Put on record
            </Button>
            <Quiet onClick={() => setOpen(false)}>leave it</Quiet>
          </p>
        </form>
      )}
      {problem && <Problem>{problem.message}</Problem>}
    </section>
  );
}
