'use client';
import { useFormContext } from 'react-hook-form';
import { PART_CLASSES } from '@/core/catalogue';
import type { HouseTables } from '@/core/house/tables';
import { GRADES } from '@/core/price/model';
import { NumberCell, type Path } from './Cell';
import { chassisRows } from './chassis';
import { Grid } from './Grid';

const DRIVES = [
  ['none', 'no drive'],
  ['disk', 'a hard disk'],
  ['solid', 'a solid-state drive'],
] as const;
const LEVELS = ['older', 'level 1', 'level 2', 'level 3', 'level 4'];

/** What a machine fetches, and what its parts are worth. */
export function Prices() {
  const { getValues } = useFormContext<HouseTables>();
  const tables = getValues();
  const classes = PART_CLASSES.filter((part) =>
    chassisRows.some(({ chassis }) => tables.parts[chassis][part] !== undefined),
  );
  return (
    <>
      <Grid
        first
        title="Base price"
        note="Sound, grade A, 4 GB of memory, no drive; by the processor’s x86-64 level."
        head={LEVELS}
        rows={chassisRows.map(({ chassis, name }) => ({
          key: chassis,
          name,
          cells: LEVELS.map((level, i) => (
            <NumberCell
              key={level}
              name={`prices.base.${chassis}.${i}` as Path}
              label={`${name}, ${level}`}
              unit="money"
            />
          )),
        }))}
      />
      <Grid
        title="Processors within a level"
        note="A base price is that of the usual processor of its level."
        head={[...LEVELS]}
        rows={(['threads', 'year'] as const).map((what) => ({
          key: what,
          name: `Usual ${what}`,
          cells: LEVELS.map((level, i) => (
            <NumberCell
              key={level}
              name={`prices.within.${what}.${i}` as Path}
              label={`Usual ${what}, ${level}`}
            />
          )),
        }))}
      />
      <Grid
        title="More or less than usual"
        note="More threads or a newer year add to the base price, fewer or older take off it, never beyond the last two."
        head={['twice the threads, %', 'a year, %', 'at least, %', 'at most, %']}
        rows={[
          {
            key: 'within',
            name: 'Of the base',
            cells: [
              <NumberCell
                key="doubling"
                name="prices.within.perDoubling"
                label="Twice the threads, %"
                unit="percent"
              />,
              <NumberCell
                key="younger"
                name="prices.within.perYear"
                label="A year younger, %"
                unit="percent"
              />,
              <NumberCell key="least" name="prices.within.least" label="At least, %" unit="percent" />,
              <NumberCell key="most" name="prices.within.most" label="At most, %" unit="percent" />,
            ],
          },
        ]}
      />
      <Grid
        title="How often each level"
        note="A machine nobody has read yet is worth the mean of these."
        head={[...LEVELS]}
        rows={chassisRows.map(({ chassis, name }) => ({
          key: chassis,
          name,
          cells: LEVELS.map((level, i) => (
            <NumberCell
              key={level}
              name={`prices.levelShare.${chassis}.${i}` as Path}
              label={`Share of ${name}, ${level}, %`}
              unit="percent"
            />
          )),
        }))}
      />
      <Grid
        title="Memory and drive"
        head={[
          'a GB of memory',
          'counted up to, GB',
          'hard disk',
          'and 100 GB of it',
          'solid-state',
          'and a GB of it',
        ]}
        rows={[
          {
            key: 'add',
            name: 'Adds',
            cells: [
              <NumberCell key="m" name="prices.memoryPerGb" label="A GB of memory" unit="money" />,
              <NumberCell key="c" name="prices.memoryCapGb" label="Memory counted up to, GB" />,
              <NumberCell key="d" name="prices.drive.disk" label="Hard disk" unit="money" />,
              <NumberCell key="h" name="prices.diskPer100Gb" label="100 GB of a disk" unit="money" />,
              <NumberCell key="s" name="prices.drive.solid" label="Solid-state drive" unit="money" />,
              <NumberCell key="g" name="prices.drive.solidPerGb" label="A GB of it" unit="money" />,
            ],
          },
        ]}
      />
      <Grid
        title="What they do to the price"
        note="Hardly anybody asks for a machine that starts from a hard disk: its price is multiplied by this, and a machine without a drive is never dearer. What memory adds is multiplied by the processor’s level."
        head={['no drive', 'hard disk', 'solid-state', ...LEVELS.map((level) => `memory, ${level}`)]}
        rows={[
          {
            key: 'times',
            name: 'Times, %',
            cells: [
              ...DRIVES.map(([kind, words]) => (
                <NumberCell
                  key={kind}
                  name={`prices.driveFactor.${kind}`}
                  label={`Price with ${words}, %`}
                  unit="percent"
                />
              )),
              ...LEVELS.map((level, i) => (
                <NumberCell
                  key={level}
                  name={`prices.memoryByLevel.${i}` as Path}
                  label={`Memory, ${level}, %`}
                  unit="percent"
                />
              )),
            ],
          },
        ]}
      />
      <Grid
        title="Graphics card, and sending out"
        note="What a card adds by what it is good for. Packing and sending a sold machine stands in every value and margin."
        head={['office card', 'films', 'light games', ...chassisRows.map(({ name }) => `sending a ${name}`)]}
        rows={[
          {
            key: 'card',
            name: 'Adds, costs',
            cells: [
              ...(['office', 'films', 'light games'] as const).map((good) => (
                <NumberCell
                  key={good}
                  name={`prices.card.${good}` as Path}
                  label={`A card for ${good}`}
                  unit="money"
                />
              )),
              ...chassisRows.map(({ chassis, name }) => (
                <NumberCell
                  key={chassis}
                  name={`outward.${chassis}`}
                  label={`Packing and sending a ${name}`}
                  unit="money"
                />
              )),
            ],
          },
        ]}
      />
      <Grid
        title="By grade and as found"
        note="Per cent of the price at grade A. As found: of the sound price, for a machine nobody has tested."
        head={[...GRADES, 'as found']}
        rows={[
          {
            key: 'grade',
            name: 'Fetches, %',
            cells: [
              ...GRADES.map((grade) => (
                <NumberCell
                  key={grade}
                  name={`prices.grade.${grade}`}
                  label={`Grade ${grade}, %`}
                  unit="percent"
                />
              )),
              <NumberCell key="f" name="asFoundShare" label="As found, %" unit="percent" />,
            ],
          },
        ]}
      />
      <Grid
        title="How it sells"
        note="What a week on the shelf costs, how many weeks a machine is tried, how many a price stands, what it brings after that as a share of its price; and after how many days a sale says half as much of prices."
        head={[
          'a week costs',
          'weeks tried',
          'a price stands, weeks',
          'then brings, %',
          'sales count half after, days',
        ]}
        rows={[
          {
            key: 'selling',
            name: 'On the shelf',
            cells: [
              <NumberCell key="h" name="selling.holdingMinor" label="A week on the shelf" unit="money" />,
              <NumberCell key="w" name="selling.weeks" label="Weeks tried" unit="number" />,
              <NumberCell key="s" name="selling.standsWeeks" label="Weeks a price stands" unit="number" />,
              <NumberCell key="l" name="selling.lastShare" label="Brings then, %" unit="percent" />,
              <NumberCell
                key="d"
                name="selling.halfLifeDays"
                label="Days until a sale counts half"
                unit="number"
              />,
            ],
          },
        ]}
      />
      <Grid
        title="A laptop by its battery"
        note="Health from this upwards multiplies the price. Best first; the last begins at 0 %."
        head={['health from, %', 'price, %']}
        rows={[
          ...tables.prices.battery.map((_, i) => ({
            key: String(i),
            name: `Band ${i + 1}`,
            cells: [
              <NumberCell
                key="f"
                name={`prices.battery.${i}.from`}
                label={`Band ${i + 1} from, %`}
                unit="percent"
              />,
              <NumberCell
                key="x"
                name={`prices.battery.${i}.factor`}
                label={`Band ${i + 1}, %`}
                unit="percent"
              />,
            ],
          })),
          {
            key: 'none',
            name: 'No battery',
            cells: [
              '',
              <NumberCell key="m" name="prices.batteryMissing" label="No battery, %" unit="percent" />,
            ],
          },
        ]}
      />
      <Grid
        title="Used parts"
        note="What a part taken out fetches or saves the shop; empty: nothing. Scrap is what is left, less fees."
        head={chassisRows.map(({ name }) => name)}
        rows={[
          ...classes.map((part) => ({
            key: part,
            name: part.charAt(0).toUpperCase() + part.slice(1),
            cells: chassisRows.map(({ chassis, name }) => (
              <NumberCell
                key={chassis}
                name={`parts.${chassis}.${part}` as Path}
                label={`${name}: ${part}`}
                unit="money"
                empty
              />
            )),
          })),
          {
            key: 'scrap',
            name: 'Scrap',
            cells: chassisRows.map(({ chassis, name }) => (
              <NumberCell key={chassis} name={`recycle.${chassis}`} label={`${name}: scrap`} unit="money" />
            )),
          },
        ]}
      />
      <Grid
        title="Used parts, where it is known what they are"
        note="Memory and processors by the x86-64 level of the machine they are in."
        head={LEVELS}
        rows={(
          [
            ['memoryPerGb', 'A GB of memory'],
            ['processor', 'A processor'],
          ] as const
        ).map(([key, name]) => ({
          key,
          name,
          cells: LEVELS.map((level, i) => (
            <NumberCell
              key={level}
              name={`partsBy.${key}.${i}` as Path}
              label={`${name}, ${level}`}
              unit="money"
            />
          )),
        }))}
      />
      <Grid
        title="Used drives and batteries"
        note="A battery that holds less than this is worth nothing; above it, in proportion to what it holds."
        head={[
          'hard disk',
          'and 100 GB of it',
          'solid-state',
          'and 100 GB of it',
          'battery from, %',
          'a full one',
        ]}
        rows={[
          {
            key: 'worth',
            name: 'Worth',
            cells: [
              <NumberCell key="d" name="partsBy.drive.disk" label="Used hard disk" unit="money" />,
              <NumberCell key="e" name="partsBy.drive.diskPer100Gb" label="100 GB of a disk" unit="money" />,
              <NumberCell key="s" name="partsBy.drive.solid" label="Used solid-state drive" unit="money" />,
              <NumberCell key="t" name="partsBy.drive.solidPer100Gb" label="100 GB of it" unit="money" />,
              <NumberCell key="f" name="partsBy.battery.from" label="Battery from, %" unit="percent" />,
              <NumberCell key="b" name="partsBy.battery.full" label="A full battery" unit="money" />,
            ],
          },
        ]}
      />
      <Grid
        title="How far a price may be off"
        note="Half of the range, in per cent of the price: when everything is known, and for each thing that is not."
        head={['all known', 'each unknown']}
        rows={[
          {
            key: 'spread',
            name: '± %',
            cells: [
              <NumberCell key="k" name="prices.spread.known" label="All known, %" unit="percent" />,
              <NumberCell key="u" name="prices.spread.eachUnknown" label="Each unknown, %" unit="percent" />,
            ],
          },
        ]}
      />
    </>
  );
}
