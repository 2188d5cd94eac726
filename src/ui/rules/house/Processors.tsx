'use client';
import Papa from 'papaparse';
import { useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import type { HouseTables } from '@/core/house/tables';
import { GRAPHICS_CLASSES, namesFrom, withNames } from '@/core/machine/names';
import { FileButton, Quiet } from '../../kit/parts';
import { ChoiceCell, NumberCell, WordCell } from './Cell';
import { Grid } from './Grid';
import { newId } from './newId';

/** What processors are by their names: read off a label, it says what the machine is. */
export function Processors() {
  const { control, getValues, formState } = useFormContext<HouseTables>();
  const rows = useFieldArray<HouseTables, 'processors', 'key'>({
    control,
    name: 'processors',
    keyName: 'key',
  });
  const [said, setSaid] = useState<string[]>([]);
  const idFor = (taken: readonly string[]) => newId('own-processor', taken);
  const take = async (file: File) => {
    const { data } = Papa.parse<string[]>((await file.text()).replace(/^\ufeff/, ''));
    const { rows: read, faults } = namesFrom(data);
    const { rows: kept, added } = withNames(getValues('processors'), read, idFor);
    rows.replace(kept);
    setSaid([
      `${file.name}: ${added} added, ${read.length - added} replaced. Nothing is kept until you keep the version.`,
      ...faults.slice(0, 6),
      ...(faults.length > 6 ? [`and ${faults.length - 6} more lines that could not be read`] : []),
    ]);
  };
  const off = formState.disabled;
  return (
    <Grid
      first
      title="Processors by name"
      note="# stands for a digit, * for anything. Where several fit, the one that says most outright counts. What an instrument reads comes before it."
      head={['cores', 'threads', 'level', 'year', 'watts', 'rated MHz', 'own graphics', '']}
      rows={rows.fields.map((row, i) => ({
        key: row.key,
        name: <WordCell name={`processors.${i}.pattern`} label={`Name ${i + 1}`} wide="w-[210px]" />,
        cells: [
          ...(['cores', 'threads', 'level', 'year', 'watts', 'baseMhz'] as const).map((key) => (
            <NumberCell
              key={key}
              name={`processors.${i}.${key}`}
              label={`${row.pattern}: ${key}`}
              empty={key === 'baseMhz'}
              wide="w-[64px]"
            />
          )),
          <ChoiceCell
            key="g"
            name={`processors.${i}.graphics`}
            label={`${row.pattern}: own graphics`}
            choices={GRAPHICS_CLASSES.map((each) => [each, each] as const)}
          />,
          !off && (
            <Quiet key="x" aria-label={`Take away ${row.pattern}`} onClick={() => rows.remove(i)}>
              take away
            </Quiet>
          ),
        ],
      }))}
      foot={
        !off && (
          <>
            <p className="mt-2 flex flex-wrap items-center gap-5">
              <Quiet
                onClick={() =>
                  rows.append({
                    id: idFor(getValues('processors').map(({ id }) => id)),
                    pattern: '',
                    cores: 2,
                    threads: 2,
                    level: 2,
                    year: 2012,
                    watts: 35,
                    graphics: 'office',
                  })
                }
              >
                Add a name
              </Quiet>
              <FileButton accept=".csv,text/csv" onFile={(file) => void take(file)}>
                Take names from a CSV file
              </FileButton>
            </p>
            {said.length > 0 && (
              <ul role="status" className="mt-1 text-row">
                {said.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            )}
          </>
        )
      }
    />
  );
}
