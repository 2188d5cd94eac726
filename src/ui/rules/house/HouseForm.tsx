'use client';
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import { joiResolver } from '@hookform/resolvers/joi';
import { useEffect, useState } from 'react';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import { houseChanges } from '@/core/house/changes';
import { houseFaults } from '@/core/house/faults';
import type { HouseTables } from '@/core/house/tables';
import { PLAIN_WORDS } from '@/shapes/plainWords';
import { houseShape } from '@/shapes/house';
import { Button, Problem } from '../../kit/parts';
import { useCommand } from '@/ui/kit/hooks/useCommand';
import { Grading } from './Grading';
import { GridPart } from './Grid';
import { Processors } from './Processors';
import { Prices } from './Prices';
import { Uses } from './Uses';
import { tidy } from './tidy';
import { Work } from './Work';
import { many } from '@/words/plain';

const PARTS = [
  ['Prices', Prices],
  ['Grading', Grading],
  ['Work and minutes', Work],
  ['Processors', Processors],
  ['Uses and systems', Uses],
] as const;

interface Tables {
  tables: HouseTables;
  version: number;
}
interface Props extends Tables {
  mayWrite: boolean;
}

/**
 * The house's tables. A version somebody else keeps meanwhile is taken over at once when nothing is typed
 * here; otherwise what is typed stays until its writer has read it.
 */
export function HouseForm({ tables, version, mayWrite }: Props) {
  const [shown, setShown] = useState<Tables>({ tables, version });
  const [typed, setTyped] = useState(false);
  const behind = shown.version !== version;
  const takeOver = () => setShown({ tables, version });
  if (behind && !typed) takeOver();
  return (
    <>
      {behind && typed && (
        <div className="mb-2">
          <Problem>
            Somebody has kept version {version} meanwhile. What you typed is still here, and cannot be kept
            over it.
          </Problem>
          <Button onClick={takeOver}>Drop it and show version {version}</Button>
        </div>
      )}
      <Fields key={shown.version} {...shown} mayWrite={mayWrite} onTyped={setTyped} />
    </>
  );
}

interface FieldsProps extends Props {
  onTyped: (typed: boolean) => void;
}

/** All of them one form: what is kept is one new version. */
function Fields({ tables, version, mayWrite, onTyped }: FieldsProps) {
  const { send, problem, busy } = useCommand();
  const [faults, setFaults] = useState<string[]>([]);
  const form = useForm<HouseTables>({
    defaultValues: tables,
    disabled: !mayWrite,
    resolver: async (values, context, options) =>
      joiResolver(houseShape, { abortEarly: false, messages: PLAIN_WORDS })(
        tidy(values),
        context,
        options,
      ) as never,
  });
  const keep = form.handleSubmit(
    async (values) => {
      const wrong = houseFaults(values, tables);
      setFaults(wrong);
      if (wrong.length === 0 && (await send('setHouse', { tables: values, version })).ok) onTyped(false);
    },
    (errors) => {
      setFaults(leaves(errors).slice(0, 8));
      openAtFault();
    },
  );
  return (
    <FormProvider {...form}>
      <form onSubmit={(event) => void keep(event)} noValidate>
        <TabGroup>
          <TabList className="flex flex-wrap gap-1 border-b-2 border-ink">
            {PARTS.map(([name]) => (
              <Tab
                key={name}
                className="min-h-11 border-2 border-b-0 border-ink px-4 text-read font-semibold data-selected:bg-ink data-selected:text-paper"
              >
                {name}
              </Tab>
            ))}
          </TabList>
          <TabPanels>
            {PARTS.map(([name, Part]) => (
              <TabPanel key={name} unmount={false}>
                <GridPart value={name}>
                  <Part />
                </GridPart>
              </TabPanel>
            ))}
          </TabPanels>
        </TabGroup>
        {mayWrite ? (
          <Keep
            tables={tables}
            busy={busy}
            onTyped={onTyped}
            problem={
              faults.length ? `Nothing was changed: ${faults.join('; ')}.` : (problem?.message ?? null)
            }
          />
        ) : (
          <p className="pt-4 text-soft">Only the owner changes these.</p>
        )}
      </form>
    </FormProvider>
  );
}

interface KeepProps extends Pick<FieldsProps, 'tables' | 'onTyped'> {
  busy: boolean;
  problem: string | null;
}

function Keep({ tables, busy, problem, onTyped }: KeepProps) {
  const now = useWatch<HouseTables>() as HouseTables;
  const changes = houseChanges(tables, tidy(now));
  const typed = changes.length > 0;
  useEffect(() => onTyped(typed), [typed, onTyped]);
  return (
    <div className="paper sticky bottom-[62px] mt-4 border-t-2 border-ink py-3">
      {problem && (
        <div className="mb-2">
          <Problem>{problem}</Problem>
        </div>
      )}
      <p className="flex items-center gap-4">
        <Button type="submit" tone="strong" disabled={busy || !typed}>
          Keep as a new version
        </Button>
        <span className="text-row" aria-live="polite">
          {typed ? `${many(changes.length, 'value', 'values')} changed.` : 'Nothing is changed.'}
        </span>
      </p>
    </div>
  );
}

/** The table with the first cell that is wrong is opened, where another of its part is open. */
function openAtFault() {
  requestAnimationFrame(() =>
    document.querySelector('details [aria-invalid]')?.closest('details')?.setAttribute('open', ''),
  );
}

/** Every message of a tree of faults, with where it stands. */
function leaves(tree: object, at = ''): string[] {
  return Object.entries(tree).flatMap(([key, value]) => {
    if (!value || typeof value !== 'object') return [];
    const { message } = value as { message?: unknown };
    const path = at ? `${at}.${key}` : key;
    return typeof message === 'string' ? [`${path}: ${message}`] : leaves(value as object, path);
  });
}
