'use client';
import { useState } from 'react';
import { LOT_SOURCES } from '@/core/catalogue';
import type { OfferWorth } from '@/words/parts/offer';
import { ROUTE_NAMES } from '@/words/names';
import { go } from '../kit/keys/ways';
import { AreaField, ChoiceField, TextField } from '../kit/fields';
import { Button, Problem } from '../kit/parts';
import { Money, useMoney } from '../kit/theShop';
import { learn, useCommand, type CommandProblem } from '../kit/hooks/useCommand';
import { useShapedForm } from '../kit/hooks/useShapedForm';
import { SOURCE_WORDS } from '@/words/lists/sources';

const number = (text: string) => (text.trim() ? Number(text.trim().replace(',', '.')) : undefined);

/** One form for a single machine: what it is worth to the shop while it is offered, and lot and unit once it is bought. */
export function OneForm({ today }: { today: string }) {
  const money = useMoney();
  const { send, problem, busy } = useCommand();
  const [worth, setWorth] = useState<OfferWorth | null>(null);
  const [asking, setAsking] = useState(false);
  const [refused, setRefused] = useState<CommandProblem | null>(null);
  const empty = {
    chassis: 'laptop',
    source: 'broken',
    maker: '',
    model: '',
    serial: '',
    words: '',
    level: '',
    memoryGb: '',
    driveKind: '',
    plateVolts: '',
    plateAmps: '',
    paidMinor: '',
    postageMinor: '',
    from: '',
    boughtOn: today,
  };
  const optional = (entries: Record<string, number | string | undefined>) =>
    Object.fromEntries(Object.entries(entries).filter(([, value]) => value !== undefined && value !== ''));
  const { field, sending } = useShapedForm({
    defaults: empty,
    toInput: ({
      level: _,
      memoryGb: __,
      driveKind: ___,
      plateVolts,
      plateAmps,
      paidMinor,
      postageMinor,
      ...typed
    }) => ({
      ...typed,
      ...optional({ plateVolts: number(plateVolts), plateAmps: number(plateAmps) }),
      paidMinor: money.parse(paidMinor.trim()) ?? NaN,
      postageMinor: money.parse(postageMinor.trim() || '0') ?? NaN,
    }),
    shape: async () => (await import('@/shapes/lots')).buyOneInput,
  });
  const bought = sending(async (input) => {
    const outcome = await send<{ tag: string }>('buyOne', input);
    if (outcome.ok) go(`/u/${outcome.answer.tag}/look`);
  });
  const value = async (form: HTMLFormElement) => {
    const said = Object.fromEntries([...new FormData(form)].map(([key, text]) => [key, String(text)]));
    setAsking(true);
    const outcome = await learn<OfferWorth>('/api/offered', {
      chassis: said.chassis,
      source: said.source,
      words: said.words,
      postageMinor: money.parse(said.postageMinor.trim() || '0') ?? 0,
      ...optional({ level: number(said.level), memoryGb: number(said.memoryGb), driveKind: said.driveKind }),
    });
    setAsking(false);
    setRefused(outcome.ok ? null : outcome.problem);
    setWorth(outcome.ok ? outcome.answer : null);
  };
  return (
    <form
      onSubmit={(event) => void bought(event)}
      className="grid gap-x-8 gap-y-5 pt-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]"
      noValidate
    >
      <fieldset className="grid grid-cols-2 content-start gap-2">
        <legend className="pb-1 text-lead font-bold">What is offered</legend>
        <ChoiceField label="Kind" {...field('chassis')}>
          <option value="laptop">laptop</option>
          <option value="desktop">desktop</option>
          <option value="small">small desktop</option>
          <option value="aio">all-in-one</option>
        </ChoiceField>
        <ChoiceField label="It comes from" {...field('source')}>
          {LOT_SOURCES.map((source) => (
            <option key={source} value={source}>
              {SOURCE_WORDS[source]}
            </option>
          ))}
        </ChoiceField>
        <AreaField label="What the listing says" rows={3} {...field('words')} wrap="col-span-2" />
        <ChoiceField label="Processor level" hint="if said" {...field('level')}>
          <option value="">not known</option>
          {[0, 1, 2, 3, 4].map((level) => (
            <option key={level}>{level}</option>
          ))}
        </ChoiceField>
        <TextField label="Memory" hint="GB, if said" {...field('memoryGb')} inputMode="decimal" />
        <ChoiceField label="Drive" {...field('driveKind')}>
          <option value="">not said</option>
          <option value="none">none</option>
          <option value="disk">hard disk</option>
          <option value="solid">solid-state</option>
        </ChoiceField>
        <TextField label="Postage" hint={money.sign} {...field('postageMinor')} inputMode="decimal" />
        <p className="col-span-2">
          <Button disabled={asking} onClick={(event) => void value(event.currentTarget.form!)}>
            What is it worth to me?
          </Button>
        </p>
        {refused && (
          <div className="col-span-2">
            <Problem>{refused.message}</Problem>
          </div>
        )}
        {worth && (
          <section
            aria-label="What it is worth"
            aria-live="polite"
            className="col-span-2 border-t-[6px] border-ink pt-3"
          >
            <p className="text-row text-soft">The most to pay, postage on top</p>
            <p className="figures text-great leading-10 font-semibold">
              <Money minor={worth.mostMinor} />
            </p>
            <p className="text-row text-soft">
              Sound it would fetch <Money minor={worth.priceMinor} />; net from{' '}
              <Money minor={worth.lowMinor} plus /> to <Money minor={worth.highMinor} plus />.
            </p>
            <table className="mt-1 w-full border-collapse text-row">
              <caption className="sr-only">Expected net by route</caption>
              <tbody>
                {worth.routes.map((route, i) => (
                  <tr key={route.route} className={`border-b border-rule ${i === 0 ? 'font-semibold' : ''}`}>
                    <td className="py-1">{ROUTE_NAMES[route.route]}</td>
                    <td className="figures text-right">
                      <Money minor={route.valueMinor} plus />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {worth.understood.length > 0 && (
              <p className="pt-1 text-note text-soft">
                Understood of the words: {worth.understood.join(' ')}
              </p>
            )}
          </section>
        )}
      </fieldset>
      <fieldset className="grid grid-cols-2 content-start gap-2">
        <legend className="pb-1 text-lead font-bold">Once it is bought</legend>
        <TextField label="Maker" {...field('maker')} />
        <TextField label="Model" {...field('model')} />
        <TextField label="Serial" {...field('serial')} />
        <TextField label="From whom" {...field('from')} />
        <TextField label="Plate, volts" {...field('plateVolts')} inputMode="decimal" />
        <TextField label="Plate, amperes" {...field('plateAmps')} inputMode="decimal" />
        <TextField label="Paid" hint={money.sign} {...field('paidMinor')} inputMode="decimal" />
        <TextField label="Bought on" type="date" {...field('boughtOn')} />
        <p className="col-span-2">
          <Button type="submit" tone="strong" disabled={busy}>
            Bought: put it on record
          </Button>
        </p>
        {problem && (
          <div className="col-span-2">
            <Problem>{problem.message}</Problem>
          </div>
        )}
      </fieldset>
    </form>
  );
}
