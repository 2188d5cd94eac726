'use client';
import { useState } from 'react';
import { atUnit, underWay, type DrivePageView, type SpareView } from '@/words/drives/view';
import type { CountView } from '@/words/drives/drives';
import type { UnitHead } from '@/words/unit/view';
import { Empty, Heading } from '../../kit/parts';
import { DriveCount } from '../../shelf/DriveCount';
import { CopyPanel } from './CopyPanel';
import { DriveData } from './DriveData';
import { DriveHealth } from './DriveHealth';
import { ErasePanel } from './ErasePanel';

interface Props {
  unit: UnitHead;
  drives: DrivePageView[];
  /** Null: it has left. */
  count: CountView | null;
  spares: SpareView[];
  firmware: string | null;
  driveMbs: number | null;
  /** It belongs to somebody else: where each has been is shown. */
  theirs: boolean;
}

/** Drives of a machine: what each says of itself, what became of its data, how it is erased, copied and handed back. */
export function DrivesBoard({ unit, drives, count, spares, firmware, driveMbs, theirs }: Props) {
  const [picked, setPicked] = useState(drives.find(({ inside }) => inside)?.id ?? drives[0]?.id ?? null);
  const drive = drives.find(({ id }) => id === picked) ?? drives[0];
  if (!drive)
    return (
      <section className="panel">
        <Empty>
          No drive is on its record. Let the machine report, or record the drive on the side Sell.
        </Empty>
        {count && unit.mayWrite && !unit.held && <DriveCount unit={unit} count={count} />}
      </section>
    );
  return (
    <div className="grid gap-gutter lg:grid-cols-[minmax(0,0.9fr)_minmax(0,1.1fr)] lg:items-start">
      <div className="flex flex-col gap-gutter">
        {drives.length > 1 && (
          <div className="flex flex-wrap gap-1.5" role="group" aria-label="Which drive">
            {drives.map((own) => (
              <button
                key={own.id}
                type="button"
                aria-pressed={own === drive}
                onClick={() => setPicked(own.id)}
                className={`min-h-11 border-[1.5px] border-ink px-3 text-row ${own === drive ? 'bg-ink text-paper' : 'bg-paper'}`}
              >
                <b className="figures text-note">{own.code}</b> {own.name}
                {!own.inside && ' (gone)'}
              </button>
            ))}
          </div>
        )}
        {count && unit.mayWrite && !unit.held && (
          <section aria-label="How many drives" className="bg-paper px-5 pt-2 pb-4">
            <DriveCount unit={unit} count={count} />
          </section>
        )}
        <DriveHealth drive={drive} />
        <DriveData at={atUnit(unit)} drive={drive} />
        {theirs && (
          <section aria-label="Where it has been" className="bg-paper px-5 py-4 text-row">
            <Heading>Where it has been</Heading>
            <ol>
              {drive.custody.map((line) => (
                <li key={line} className="border-b border-rule py-1">
                  {line}
                </li>
              ))}
            </ol>
          </section>
        )}
      </div>
      <div className="flex flex-col gap-gutter">
        {(drive.inside || underWay(drive)) && <ErasePanel key={drive.id} at={atUnit(unit)} drive={drive} />}
        {drive.inside && (
          <CopyPanel
            key={`copy ${drive.id}`}
            drive={drive}
            spares={spares}
            firmware={firmware}
            mbs={driveMbs}
            keeps={unit.keeps}
          />
        )}
      </div>
    </div>
  );
}
