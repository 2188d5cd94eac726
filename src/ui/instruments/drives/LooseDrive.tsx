import { underWay, type DriveAt, type DrivePageView } from '@/words/drives/view';
import { DriveData } from './DriveData';
import { DriveHealth } from './DriveHealth';
import { ErasePanel } from './ErasePanel';

/** A drive outside a machine: its health as one read it, its data, and its erasure on a dock or by hand. */
export function LooseDrive({ at, drive }: { at: DriveAt; drive: DrivePageView }) {
  return (
    <>
      {drive.verdict && <DriveHealth drive={drive} />}
      <DriveData at={at} drive={drive} />
      {(drive.inside || underWay(drive)) && <ErasePanel at={at} drive={drive} />}
    </>
  );
}
