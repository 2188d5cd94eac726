'use client';
import { useState, type FormEvent } from 'react';
import type { PartView } from '@/words/parts/view';
import { ChoiceField, TextField } from '@/ui/kit/fields';
import { useScans } from '@/ui/kit/keys/keyboard';
import { go } from '@/ui/kit/keys/ways';
import { Button, Problem, Quiet, Sheet } from '@/ui/kit/parts';
import { useMoney } from '@/ui/kit/theShop';
import { learn, useCommand } from '@/ui/kit/hooks/useCommand';

type Found = PartView & { place: string; here: boolean; fromUnit: boolean };

/** A machine out of others: its parts are scanned or typed one after the other, out of the bin and out of donors. */
export function BuildForm({ lots }: { lots: readonly { id: string; words: string }[] }) {
  const money = useMoney();
  const { send, problem, setProblem, busy } = useCommand();
  const [parts, setParts] = useState<Found[]>([]);
  const [worths, setWorths] = useState<Record<string, string>>({});
  const [code, setCode] = useState('');
  const add = async (text: string) => {
    const wanted = text.trim().toUpperCase();
    if (!wanted || parts.some((part) => part.code === wanted)) return;
    const outcome = await learn<Found>(`/api/parts/${encodeURIComponent(wanted)}`);
    if (!outcome.ok) return setProblem(outcome.problem);
    const part = outcome.answer;
    if (!part.here)
      return setProblem({ code: 'invalid', message: `${part.code} ${part.name} is in ${part.place}.` });
    setProblem(null);
    setCode('');
    setParts((all) => [...all, part]);
    setWorths((all) => ({
      ...all,
      [part.id]: money.field(part.fromUnit ? part.worthMinor : part.costMinor),
    }));
  };
  useScans((scanned) => {
    if (!/^P-\d{4,9}$/i.test(scanned)) return false;
    void add(scanned);
    return true;
  });
  const build = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const sent = await send<{ tag: string }>('buildUnit', {
      lotId: form.get('lot'),
      chassis: form.get('chassis'),
      maker: form.get('maker'),
      model: form.get('model'),
      despite: form.get('despite') === 'on',
      parts: parts.map(({ id }) => ({ componentId: id, worthMinor: money.parse(worths[id] || '0') ?? 0 })),
    });
    if (sent.ok) go(`/u/${sent.answer.tag}/parts`);
  };
  return (
    <Sheet>
      <h2 className="border-b-2 border-ink pb-2.5 text-title leading-8">Build a new machine by hand</h2>
      <p className="pt-1 text-row text-soft">
        Parts move out of the bin and out of donors into a new unit. Each donor is credited with what its part
        is worth, the new unit is charged; what is owed on a drive’s data goes along with it.
      </p>
      <form onSubmit={(event) => void build(event)} className="pt-3">
        <div className="grid gap-2 md:grid-cols-4">
          <ChoiceField label="In lot" name="lot" wrap="md:col-span-2">
            {lots.map((lot) => (
              <option key={lot.id} value={lot.id}>
                {lot.words}
              </option>
            ))}
          </ChoiceField>
          <ChoiceField label="Kind" name="chassis" defaultValue="desktop" wrap="md:col-span-2">
            <option value="laptop">laptop</option>
            <option value="desktop">desktop</option>
            <option value="small">small desktop</option>
            <option value="aio">all-in-one</option>
          </ChoiceField>
          <TextField label="Maker" name="maker" wrap="md:col-span-2" />
          <TextField label="Model" name="model" wrap="md:col-span-2" />
        </div>
        <div className="flex items-end gap-2 pt-3">
          <TextField
            label="Part"
            hint="scan its label, or type its code"
            value={code}
            data-scan
            onChange={(event) => setCode(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter') return;
              event.preventDefault();
              void add(code);
            }}
            placeholder="P-0012"
            wrap="w-[250px]"
          />
          <Button disabled={!code.trim()} onClick={() => void add(code)}>
            Add it
          </Button>
        </div>
        {parts.length > 0 && (
          <table className="mt-2 w-full border-collapse text-row">
            <thead>
              <tr className="headrow">
                <th className="py-1 font-normal">Part</th>
                <th className="font-normal">Out of</th>
                <th className="text-right font-normal">Transferred at</th>
                <th>
                  <span className="sr-only">Leave out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {parts.map((part) => (
                <tr key={part.id} className="border-b border-rule">
                  <td className="py-1.5">
                    <b className="figures text-note">{part.code}</b> {part.name}{' '}
                    <span className="text-soft">{part.class}</span>
                  </td>
                  <td>{part.place}</td>
                  <td className="text-right">
                    <input
                      aria-label={`Worth of ${part.code}`}
                      inputMode="decimal"
                      className="figures h-9 w-24 border border-ink bg-sheet px-1 text-right text-note"
                      value={worths[part.id] ?? ''}
                      onChange={(event) => setWorths({ ...worths, [part.id]: event.target.value })}
                    />
                  </td>
                  <td className="pl-3 text-right">
                    <Quiet onClick={() => setParts(parts.filter(({ id }) => id !== part.id))}>
                      leave out
                    </Quiet>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <label className="flex min-h-9 items-center gap-2 pt-2 text-row">
          <input type="checkbox" name="despite" className="size-5 accent-ink" />
          Build it although the rules say that a part does not fit
        </label>
        <p className="pt-2">
          <Button type="submit" tone="strong" disabled={busy || parts.length === 0 || lots.length === 0}>
            Build it of {parts.length} {parts.length === 1 ? 'part' : 'parts'}
          </Button>
        </p>
        {problem && <Problem>{problem.message}</Problem>}
      </form>
    </Sheet>
  );
}
