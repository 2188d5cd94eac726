'use client';
import { useFieldArray, useFormContext } from 'react-hook-form';
import type { HouseTables } from '@/core/house/tables';
import { GRADES } from '@/core/price/model';
import { Quiet } from '../../kit/parts';
import { ChoiceCell, NumberCell, WordCell, type Path } from './Cell';
import { chassisName, chassisRows } from './chassis';
import { Grid } from './Grid';
import { newId } from './newId';
import { WhatIf } from './WhatIf';

const SIZES = ['small', 'medium', 'large'];

/** What a grade takes, what marks cost, what each surface weighs, and what a failed test allows. */
export function Grading() {
  const { control, getValues, formState } = useFormContext<HouseTables>();
  const marks = useFieldArray<HouseTables, 'rubric.defects', 'key'>({
    control,
    name: 'rubric.defects',
    keyName: 'key',
  });
  const tests = useFieldArray<HouseTables, 'rubric.tests', 'key'>({
    control,
    name: 'rubric.tests',
    keyName: 'key',
  });
  const off = formState.disabled;
  return (
    <>
      <Grid
        first
        title="What each grade requires"
        note="The worst of them decides. A heat run tells the margin; without one the top temperature counts."
        head={[...GRADES]}
        rows={[
          {
            key: 'points',
            name: 'Points at most',
            cells: GRADES.map((grade) => (
              <NumberCell key={grade} name={`rubric.limits.${grade}`} label={`Points at most, ${grade}`} />
            )),
          },
          {
            key: 'battery',
            name: 'Battery at least, %',
            cells: GRADES.map((grade) => (
              <NumberCell
                key={grade}
                name={`rubric.battery.${grade}`}
                label={`Battery at least, ${grade}, %`}
                unit="percent"
              />
            )),
          },
          {
            key: 'margin',
            name: 'Under its own limit at least, K',
            cells: GRADES.map((grade) => (
              <NumberCell
                key={grade}
                name={`rubric.heatMargin.${grade}`}
                label={`Under its own limit at least, ${grade}, K`}
              />
            )),
          },
          {
            key: 'heat',
            name: 'Top under load at most, °C, where no run told its limit',
            cells: GRADES.map((grade) => (
              <NumberCell
                key={grade}
                name={`rubric.topCelsius.${grade}`}
                label={`Top under load at most, ${grade}, °C`}
              />
            )),
          },
        ]}
      />
      <Grid
        title="Marks"
        note="Points by size, and minutes to put right; a mark without minutes cannot be put right."
        head={[...SIZES, ...SIZES.map((size) => `${size}, min`)]}
        rows={marks.fields.map((mark, i) => ({
          key: mark.key,
          name: <WordCell name={`rubric.defects.${i}.name`} label={`Mark ${i + 1}`} wide="w-[190px]" />,
          cells: [
            ...SIZES.map((size, s) => (
              <NumberCell
                key={size}
                name={`rubric.defects.${i}.points.${s}` as Path}
                label={`${mark.name}, ${size}: points`}
                wide="w-[64px]"
              />
            )),
            ...SIZES.map((size, s) =>
              mark.minutes ? (
                <NumberCell
                  key={`${size} min`}
                  name={`rubric.defects.${i}.minutes.${s}` as Path}
                  label={`${mark.name}, ${size}: minutes`}
                  wide="w-[64px]"
                />
              ) : (
                <span key={`${size} min`} className="text-soft">
                  –
                </span>
              ),
            ),
          ],
        }))}
        foot={
          !off && (
            <Quiet
              className="mt-2"
              onClick={() =>
                marks.append({
                  id: newId(
                    'own-mark',
                    getValues('rubric.defects').map(({ id }) => id),
                  ),
                  name: '',
                  points: [1, 3, 5],
                  minutes: [3, 6, 12],
                })
              }
            >
              Add a kind of mark
            </Quiet>
          )
        }
      />
      <Grid
        title="Tests"
        note="The best grade that is left when it fails; “not sold as working”: no grade at all."
        head={['when it fails, at best', 'how']}
        rows={tests.fields.map((test, i) => ({
          key: test.key,
          name: (
            <>
              <WordCell name={`rubric.tests.${i}.name`} label={`Test ${i + 1}`} wide="w-[280px]" />
              {test.chassis && (
                <span className="block text-fine text-soft">
                  {test.chassis.map((chassis) => chassisName(chassis).toLowerCase()).join(', ')} only
                </span>
              )}
            </>
          ),
          cells: [
            <ChoiceCell
              key="cap"
              name={`rubric.tests.${i}.failCaps`}
              label={`${test.name}: when it fails`}
              choices={GRADES.map((grade) => [grade, `grade ${grade}`] as const)}
              none={{ words: 'not sold as working', value: null }}
            />,
            <WordCell
              key="how"
              name={`rubric.tests.${i}.how`}
              label={`${test.name}: how`}
              wide="w-[360px]"
            />,
          ],
        }))}
        foot={
          !off && (
            <Quiet
              className="mt-2"
              onClick={() =>
                tests.append({
                  id: newId(
                    'own-test',
                    getValues('rubric.tests').map(({ id }) => id),
                  ),
                  name: '',
                  failCaps: 'C',
                })
              }
            >
              Add a test
            </Quiet>
          )
        }
      />
      {chassisRows.map(({ chassis, name }) => (
        <Grid
          key={chassis}
          title={`Surfaces: ${name.toLowerCase()}`}
          head={['weight', 'points at most']}
          rows={getValues(`rubric.surfaces.${chassis}`).map((surface, i) => ({
            key: surface.id,
            name: (
              <WordCell
                name={`rubric.surfaces.${chassis}.${i}.name`}
                label={`${name}, surface ${i + 1}`}
                wide="w-[190px]"
              />
            ),
            cells: [
              <NumberCell
                key="w"
                name={`rubric.surfaces.${chassis}.${i}.visibility`}
                label={`${name}, ${surface.name}: weight`}
              />,
              <NumberCell
                key="c"
                name={`rubric.surfaces.${chassis}.${i}.cap`}
                label={`${name}, ${surface.name}: points at most`}
              />,
            ],
          }))}
        />
      ))}
      {!off && <WhatIf />}
    </>
  );
}
