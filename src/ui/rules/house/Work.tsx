'use client';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import type { HouseTables } from '@/core/house/tables';
import { Quiet } from '../../kit/parts';
import { ChoiceCell, NumberCell, TickCell, WordCell } from './Cell';
import { chassisRows } from './chassis';
import { Grid } from './Grid';
import { newId } from './newId';

const ENDINGS = [
  ['finish', 'to finish'],
  ['asFound', 'as found'],
  ['harvest', 'to harvest'],
  ['verify', 'look over'],
] as const;
const KINDS = [
  ['clean', 'cleaning'],
  ['system', 'system'],
  ['erase', 'erasing'],
  ['prove', 'proving'],
  ['other', 'other'],
] as const;

/** Minutes of the endings, the work that is no repair, and where it runs. */
export function Work() {
  const { control, getValues, setValue, formState } = useFormContext<HouseTables>();
  const steps = useFieldArray<HouseTables, 'work', 'key'>({ control, name: 'work', keyName: 'key' });
  const stations = useWatch<HouseTables, 'stations'>({ name: 'stations' });
  const off = formState.disabled;
  return (
    <>
      <Grid
        first
        title="Minutes of hands for each ending"
        note="To finish: clean, prove, grade and list a sound machine. As found: to list it untested."
        head={ENDINGS.map(([, words]) => words)}
        rows={chassisRows.map(({ chassis, name }) => ({
          key: chassis,
          name,
          cells: ENDINGS.map(([ending, words]) => (
            <NumberCell key={ending} name={`minutes.${chassis}.${ending}`} label={`${name} ${words}`} />
          )),
        }))}
      />
      <Grid
        title="Work other than repairs"
        note="Work that records refer to stays, under whatever name you give it. Alone: minutes it runs by itself, and where. Overnight: nobody need be in the house."
        head={['kind', 'hands, min', 'alone, min', 'hands after, min', 'station', 'over night']}
        rows={steps.fields.map((step, i) => ({
          key: step.key,
          name: <WordCell name={`work.${i}.name`} label={`Work ${i + 1}`} wide="w-[250px]" />,
          cells: [
            <ChoiceCell key="k" name={`work.${i}.kind`} label={`${step.name}: kind`} choices={KINDS} />,
            <NumberCell key="h" name={`work.${i}.attendedMinutes`} label={`${step.name}: hands, min`} />,
            <NumberCell key="a" name={`work.${i}.aloneMinutes`} label={`${step.name}: alone, min`} empty />,
            <NumberCell
              key="t"
              name={`work.${i}.tailMinutes`}
              label={`${step.name}: hands after, min`}
              empty
            />,
            <ChoiceCell
              key="s"
              name={`work.${i}.station`}
              label={`${step.name}: station`}
              choices={stations.map((name) => [name, name] as const)}
              none={{ words: 'none', value: undefined }}
            />,
            <TickCell key="n" name={`work.${i}.night`} label={`${step.name}: over night`} />,
          ],
        }))}
        foot={
          !off && (
            <Quiet
              className="mt-2"
              onClick={() =>
                steps.append({
                  id: newId(
                    'own-work',
                    getValues('work').map(({ id }) => id),
                  ),
                  name: '',
                  kind: 'other',
                  attendedMinutes: 5,
                })
              }
            >
              Add another piece of work
            </Quiet>
          )
        }
      />
      <Grid
        title="Stations"
        note="Where things run by themselves: docks, racks, shelves."
        head={['']}
        rows={stations.map((station, i) => ({
          key: String(i),
          name: <WordCell name={`stations.${i}`} label={`Station ${i + 1}`} wide="w-[250px]" />,
          cells: [
            !off && (
              <Quiet
                key="x"
                aria-label={`Take away ${station}`}
                onClick={() => {
                  setValue(
                    'stations',
                    stations.filter((_, n) => n !== i),
                    { shouldDirty: true },
                  );
                }}
              >
                take away
              </Quiet>
            ),
          ],
        }))}
        foot={
          !off && (
            <Quiet
              className="mt-2"
              onClick={() => setValue('stations', [...stations, ''], { shouldDirty: true })}
            >
              Add a station
            </Quiet>
          )
        }
      />
    </>
  );
}
