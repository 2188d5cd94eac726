import { catalogue, repairById } from '@/catalog';
import type { MaterialUsed } from '@/core/hands/materials';
import { appliesTo } from '@/core/belief/model';
import { labourMinor } from '@/core/ledger/entry';
import { estimateOf } from '@/shop/rules/times';
import { shopHouse, shopRules } from '@/shop/rules/queries';
import { photosAbout } from '@/shop/photos/queries';
import { partsIn, workOf } from '@/shop/units/queries';
import { damageOn, risksOf } from '@/shop/hands/damageQueries';
import { database } from '@/db/client';
import { agreementNow, leftToUs, ownersPartsOf } from '@/shop/hands/owner';
import { entriesOf } from '@/shop/record/queries';
import { closingLooks } from '@/words/hands/closingLooks';
import { BeforeClosing } from '@/ui/hands/BeforeClosing';
import { unitNotes } from '@/shop/hands/notes';
import { Notes } from '@/ui/hands/Notes';
import { OwnersMachine } from '@/ui/hands/OwnersMachine';
import { OwnDamage } from '@/ui/hands/OwnDamage';
import { LogWorkLater } from '@/ui/hands/sheet/LogWorkLater';
import { WorkTabs } from '@/ui/hands/WorkTabs';
import { ZONE_WORK } from '@/shop/hands/clean';
import { openingMinutes } from '@/catalog/hands/openingMinutes';
import { workOperation } from '@/core/house/tables';
import { handsOf, setUpOf } from '@/core/minutes/operation';
import { WorkBoard, type StartChoice } from '@/ui/hands/WorkBoard';
import { driveViews, namedDrive } from '@/words/drives/drives';
import { dayAndTime, momentOf } from '@/words/time';
import { Promised } from '@/ui/day/Promised';
import { partTaken, runningViews, workMinutes } from '@/words/record/answers';
import { cautionView } from '@/words/record/steps';
import { loadUnit, unitHead } from '../loadUnit';

/** "paste 4 W/mK, 0.2 g, on the processor; was dry". */
const usedWords = ({ name, amount, on, was }: MaterialUsed) =>
  `${[name, amount, on && `on the ${on}`].filter(Boolean).join(', ')}${was ? `; was ${was}` : ''}`;
const named = ({ id, code, name }: { id: string; code: string; name: string }) => ({ id, code, name });

type Props = { params: Promise<{ tag: string }>; searchParams: Promise<{ log?: string }> };

export default async function WorkPage({ params, searchParams }: Props) {
  const { tag } = await params;
  const { log } = await searchParams;
  const { unit, lot, spec, record } = await loadUnit(tag);
  const [head, house, work, parts, taken] = await Promise.all([
    unitHead(tag),
    shopHouse(),
    workOf(unit.id),
    partsIn(unit.id),
    photosAbout(unit.id, 'work:'),
  ]);
  const { timeZone, handMinutes, ratePerHourMinor } = await shopRules();
  const here = (ref: string, minutes: number) => estimateOf(handMinutes, ref, minutes);
  const best = (unit.evaluation?.steps ?? []).filter((step) => step.kind === 'repair').slice(0, 5);
  const proposed = best.map((step): StartChoice => {
    const repair = repairById(step.id)!;
    return {
      ref: step.id,
      name: repair.name,
      minutes: step.minutes,
      spread: here(step.id, repair.minutes).spread,
      times: here(step.id, repair.minutes).n,
      group: 'proposed',
      alone: null,
      cautions: (repair.cautions ?? []).map(cautionView),
    };
  });
  const usual = house.tables.work.map((step): StartChoice => {
    const operation = workOperation(step);
    const { minutes, spread, n } = here(step.id, handsOf(operation));
    return {
      ref: step.id,
      name: step.name,
      minutes: minutes + setUpOf(operation, record, openingMinutes[unit.chassis]),
      spread,
      times: n,
      group:
        step.kind === 'clean'
          ? 'clean'
          : step.kind === 'system' || step.kind === 'erase'
            ? 'system'
            : 'other',
      alone: operation.mayRunAlone
        ? {
            minutes: operation.body,
            station: operation.station ?? '',
            ...(operation.mayRunAtNight && { night: true }),
          }
        : null,
      cautions: (step.cautions ?? []).map(cautionView),
    };
  });
  const done = work
    .filter((row) => row.status === 'done' || row.status === 'failed' || row.status === 'dropped')
    .map((row) => {
      const minutes = workMinutes(row);
      return {
        id: row.id,
        title: row.title,
        note: row.note,
        by: row.byName,
        status: row.status,
        when: dayAndTime(row.finishedAt ?? row.startedAt, timeZone),
        // a zone's step goes back with its cleaning
        logged: row.logged && row.status !== 'dropped' && row.kind !== ZONE_WORK,
        attended: minutes.attended,
        planned: row.plannedMinutes,
        alone: minutes.alone,
        used: row.materials.map(usedWords),
        photos: taken.filter(({ about }) => about === `work:${row.id}`),
      };
    });
  const loggable = [
    ...catalogue.repairs
      .filter((repair) => appliesTo(repair, unit.chassis))
      .map(({ id, name, minutes }) => ({
        ref: id,
        name,
        minutes: Math.round(here(id, minutes).minutes),
        repair: true,
        takes: partTaken(id),
      })),
    ...house.tables.work.map((step) => ({
      ref: step.id,
      name: step.name,
      minutes: handsOf(workOperation(step)),
      repair: false,
      takes: null,
    })),
  ];
  const steps = [...new Map(work.map((row) => [row.ref, { ref: row.ref, name: row.title }])).values()];
  const [damage, risks] = await Promise.all([damageOn(unit.id), risksOf(steps.map(({ ref }) => ref))]);
  const notes = await unitNotes(database(), unit.id);
  const looks = closingLooks(unit.chassis, await entriesOf(database(), unit.id));
  const theirs =
    lot.source === 'owner'
      ? {
          agreement: await agreementNow(database(), unit.id),
          parts: (await ownersPartsOf(unit.id)).map(named),
          left: (await leftToUs(database(), unit.id)).map(named),
        }
      : null;
  return (
    <div>
      <WorkTabs tag={unit.tag} at="" />
      <WorkBoard
        drives={driveViews(record.drives.inside, parts)}
        named={namedDrive(spec)}
        log={
          <>
            <LogWorkLater key={log} unit={head} choices={loggable} first={log ?? null} />
            {theirs && (
              <OwnersMachine
                // what is being typed stays while anything else of the machine changes
                key={JSON.stringify(theirs.agreement.quote)}
                unit={head}
                agreement={theirs.agreement}
                parts={theirs.parts}
                left={theirs.left}
                handsMinutes={work.reduce((sum, row) => sum + workMinutes(row).attended, 0)}
                proposed={proposed.map(({ name, ref, minutes }) => ({
                  what: name,
                  minutes,
                  minor: labourMinor(minutes, ratePerHourMinor) + (repairById(ref)?.part?.costMinor ?? 0),
                }))}
              />
            )}
            {looks.some(({ answer }) => answer !== 'good') && <BeforeClosing unit={head} closing={looks} />}
            <Promised
              key={unit.promisedAt?.toISOString() ?? ''}
              unit={head}
              at={unit.promisedAt && momentOf(unit.promisedAt, timeZone)}
            />
          </>
        }
        told={
          <>
            <Notes
              unit={head}
              notes={notes.map(({ at, ...note }) => ({ ...note, when: dayAndTime(at, timeZone) }))}
            />
            <OwnDamage unit={head} steps={steps} done={damage} risks={risks} />
          </>
        }
        unit={head}
        open={runningViews(work)}
        choices={[...proposed, ...usual]}
        done={done}
      />
    </div>
  );
}
