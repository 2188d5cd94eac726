import type { Catalogue, Chassis } from '../catalogue';
import { benchOf } from './benchState';
import { dataFaults, drivesOf, type DriveRecord } from './drives';
import type { Facts } from '../parts/fields';
import type { RecordEntry } from './entries';
import { faultsTold, type Faults } from './flaws';
import { gaugeDoubted } from './gauge';
import { cleanStateOf, type CleanState } from '../clean/state';
import { matOf, strippedOf, type Mat } from '../hands/mat';
import type { Lying, Stripped } from '../minutes/opening';
import { handFlaws } from './handFlaws';
import { presenceOf, takesOf, type Presence } from './places/presence';
import { machinePlaces, type Place } from './places/machine';
import { portFlaws, portsOf, type PortCount } from './places/ports';
import { specificationOf, type Meaning, type Specification } from './specification';

/** Everything the standing record tells of a machine. */
export interface DerivedRecord extends Faults, Lying, Presence {
  specification: Specification;
  drives: DriveRecord;
  /** Why it may not leave; empty = it may. */
  dataFaults: string[];
  /** Every place inside, and what it holds. */
  contents: Place[];
  /** What it takes, as far as it was told. */
  takes: Facts;
  /** Sockets on its outside, as they were counted and tried. */
  ports: PortCount[];
  /** What lies on its mat; null: it was never opened with one. */
  mat: Mat | null;
  /** What is dirty, and what was cleaned. */
  clean: CleanState;
  /** The battery was seen to hold otherwise than its gauge says. */
  gaugeDoubted: boolean;
}

/**
 * From the standing entries of one machine to what it is, what holds it back, how it lies, and what a buyer
 * is told. Pure: taking an entry back is leaving it out.
 * @param entries what stands, in the order it happened
 */
export function deriveRecord(
  entries: readonly RecordEntry[],
  meaning: Meaning &
    Pick<Catalogue, 'benchMinutes' | 'handCaps'> &
    Partial<Pick<Catalogue, 'places'>> & {
      zoneName?: (zone: string) => string;
      /** What is stripped once all of an item of the mat is out. */
      strips?: Readonly<Record<string, Stripped>>;
    },
  chassis: Chassis,
): DerivedRecord {
  const drives = drivesOf(entries, meaning);
  const mat = matOf(entries.flatMap((entry) => (entry.kind === 'mat' ? [entry.act] : [])));
  const clean = cleanStateOf(entries.flatMap((entry) => (entry.kind === 'clean' ? [entry.act] : [])));
  const { flaws, places } = faultsTold(entries, meaning);
  const ports = portsOf(entries);
  const specification = specificationOf(entries, meaning);
  const presence = presenceOf(entries);
  return {
    specification,
    drives,
    dataFaults: dataFaults(drives),
    bench: benchOf(entries, meaning, chassis),
    stripped: strippedOf(mat, meaning.strips ?? {}),
    contents: machinePlaces(meaning.places?.[chassis] ?? [], {
      ...presence,
      slots: specification.number('memorySlots'),
      memoryGb: specification.number('memoryGb'),
      drives: drives.counted,
    }),
    ...presence,
    takes: takesOf(entries),
    mat,
    clean,
    flaws: [
      ...flaws,
      ...handFlaws(mat, clean, presence.inside, meaning.zoneName ?? ((zone) => zone), meaning.handCaps),
      ...portFlaws(ports, meaning.ports ?? [], meaning.handCaps.port),
    ],
    ports,
    places,
    gaugeDoubted: gaugeDoubted(entries, meaning),
  };
}
