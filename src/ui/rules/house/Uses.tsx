'use client';
import { useFieldArray, useFormContext } from 'react-hook-form';
import type { HouseTables } from '@/core/house/tables';
import { USE_NEEDS } from '@/core/uses/uses';
import { Quiet } from '../../kit/parts';
import { ChoiceCell, NumberCell, WordCell, type Path } from './Cell';
import { Grid } from './Grid';
import { newId } from './newId';

const FIRMWARE = [
  ['legacy', 'any'],
  ['uefi', 'UEFI'],
  ['secure', 'secure start'],
] as const;
const LICENCES = [
  ['commercial', 'commercial'],
  ['free', 'free'],
] as const;
const NEED_WORDS: Record<(typeof USE_NEEDS)[number], string> = {
  level: 'processor level',
  threads: 'threads',
  memoryGb: 'memory, GB',
  driveGb: 'drive, GB',
  solid: 'solid-state (1)',
  graphics: 'graphics, 0 to 3',
  battery: 'battery, share',
  screens: 'screens',
  graphicsInterface: 'graphics interface',
};

/** What buyers want machines for, and which kinds of system run on them and until when. */
export function Uses() {
  const { control, getValues, formState } = useFormContext<HouseTables>();
  const systems = useFieldArray<HouseTables, 'systems', 'key'>({ control, name: 'systems', keyName: 'key' });
  const setUp = useFieldArray<HouseTables, 'setUp', 'key'>({ control, name: 'setUp', keyName: 'key' });
  const off = formState.disabled;
  const uses = getValues('uses');
  return (
    <>
      <Grid
        first
        title="Kinds of system"
        note="What each wants of a machine, and the last month it gets updates, like 2027-10; empty: no end is said. Check the makers’ own pages."
        head={['licence', 'level', 'memory, GB', 'drive, GB', 'firmware', 'chip, 0 1.2 2', 'until', '']}
        rows={systems.fields.map((row, i) => ({
          key: row.key,
          name: <WordCell name={`systems.${i}.name`} label={`System ${i + 1}`} wide="w-[230px]" />,
          cells: [
            <ChoiceCell
              key="l"
              name={`systems.${i}.licence`}
              label={`${row.name}: licence`}
              choices={LICENCES}
            />,
            <NumberCell key="v" name={`systems.${i}.level`} label={`${row.name}: level`} wide="w-[56px]" />,
            <NumberCell
              key="m"
              name={`systems.${i}.memoryGb`}
              label={`${row.name}: memory`}
              wide="w-[64px]"
            />,
            <NumberCell key="d" name={`systems.${i}.driveGb`} label={`${row.name}: drive`} wide="w-[64px]" />,
            <ChoiceCell
              key="f"
              name={`systems.${i}.firmware`}
              label={`${row.name}: firmware`}
              choices={FIRMWARE}
            />,
            <NumberCell
              key="c"
              name={`systems.${i}.chip`}
              label={`${row.name}: security chip`}
              wide="w-[64px]"
            />,
            <WordCell key="u" name={`systems.${i}.until`} label={`${row.name}: until`} wide="w-[96px]" />,
            !off && (
              <Quiet key="x" aria-label={`Take away ${row.name}`} onClick={() => systems.remove(i)}>
                take away
              </Quiet>
            ),
          ],
        }))}
        foot={
          !off && (
            <p className="mt-2">
              <Quiet
                onClick={() =>
                  systems.append({
                    id: newId(
                      'own-system',
                      getValues('systems').map(({ id }) => id),
                    ),
                    name: '',
                    licence: 'free',
                    level: 1,
                    memoryGb: 2,
                    driveGb: 20,
                    firmware: 'legacy',
                    chip: 0,
                    until: '',
                  })
                }
              >
                Add a system
              </Quiet>
            </p>
          )
        }
      />
      <Grid
        title="Set-up of a system"
        note="Done to every system before a machine is sold with it, and ticked line by line when one is written down. What is left open keeps the machine from a grade."
        head={['']}
        rows={setUp.fields.map((row, i) => ({
          key: row.key,
          name: <WordCell name={`setUp.${i}.name`} label={`Set-up ${i + 1}`} wide="w-[420px]" />,
          cells: [
            !off && (
              <Quiet key="x" aria-label={`Take away ${row.name}`} onClick={() => setUp.remove(i)}>
                take away
              </Quiet>
            ),
          ],
        }))}
        foot={
          !off && (
            <p className="mt-2">
              <Quiet
                onClick={() =>
                  setUp.append({
                    id: newId(
                      'own-set-up',
                      getValues('setUp').map(({ id }) => id),
                    ),
                    name: '',
                  })
                }
              >
                Add a line
              </Quiet>
            </p>
          )
        }
      />
      <Grid
        title="What machines are wanted for"
        note="Least a machine must have for each use. Graphics: 1 office, 2 films at 1080p, 3 light games. Light: enough under a light system."
        head={['least of each']}
        rows={uses.map((use, i) => ({
          key: use.id,
          name: <WordCell name={`uses.${i}.name`} label={`Use ${i + 1}`} wide="w-[210px]" />,
          cells: [
            <span key="n" className="flex flex-wrap gap-3">
              {use.needs.length === 0 && <span className="text-soft">nothing: every machine</span>}
              {use.needs.map((need, n) => (
                <label key={need.what} className="flex items-center gap-1.5 text-note">
                  {NEED_WORDS[need.what]}
                  <NumberCell
                    name={`uses.${i}.needs.${n}.least` as Path}
                    label={`${use.name}: ${NEED_WORDS[need.what]}`}
                    wide="w-[64px]"
                  />
                  {need.light !== undefined && (
                    <>
                      light
                      <NumberCell
                        name={`uses.${i}.needs.${n}.light` as Path}
                        label={`${use.name}: ${NEED_WORDS[need.what]} under a light system`}
                        wide="w-[56px]"
                      />
                    </>
                  )}
                </label>
              ))}
            </span>,
          ],
        }))}
      />
    </>
  );
}
