'use client';
import { useState } from 'react';
import type { DriveAt, DrivePageView } from '@/words/driveView';
import { Quiet } from '../../kit/parts';
import { RecordErasure } from '../../shelf/RecordErasure';
import { DriveData } from './DriveData';
import { DriveHealth } from './DriveHealth';
import { ErasePanel } from './ErasePanel';

/** A drive in the bin: its health as a machine read it, its data, and its erasure on a dock or by hand. */
export function LooseDrive({ at, drive, inBin }: { at: DriveAt; drive: DrivePageView; inBin: boolean }) {
  const [byHand, setByHand] = useState(false);
  const { id, code, name, serial, medium, accounted } = drive;
  return (
    <>
      {drive.verdict && <DriveHealth drive={drive} />}
      <DriveData at={at} drive={drive}>
        {inBin && at.mayWrite && !at.keeps && !accounted && (
          <>
            <Quiet className="mt-2" aria-expanded={byHand} onClick={() => setByHand(!byHand)}>
              It was done by hand, or the drive is new
            </Quiet>
            {byHand && (
              <RecordErasure at={at} drives={[{ id, code, name, serial, medium, recorded: accounted }]} />
            )}
          </>
        )}
      </DriveData>
      {(inBin || (drive.run && !drive.run.ending)) && <ErasePanel at={at} drive={drive} />}
    </>
  );
}
