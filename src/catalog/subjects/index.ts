import { powerCauses } from './power/causes';
import { batteryCauses } from './battery/causes';
import { boardCauses } from './board/causes';
import { memoryCauses } from './memory/causes';
import { startCauses } from './start/causes';
import { clockCauses } from './clock/causes';
import { screenCauses } from './screen/causes';
import { heatCauses } from './heat/causes';
import { storageCauses } from './storage/causes';
import { opticalCauses } from './optical/causes';
import { keysCauses } from './keys/causes';
import { networkCauses } from './network/causes';
import { soundCauses } from './sound/causes';
import { powerFindings } from './power/findings';
import { batteryFindings } from './battery/findings';
import { boardFindings } from './board/findings';
import { memoryFindings } from './memory/findings';
import { startFindings } from './start/findings';
import { clockFindings } from './clock/findings';
import { screenFindings } from './screen/findings';
import { heatFindings } from './heat/findings';
import { storageFindings } from './storage/findings';
import { opticalFindings } from './optical/findings';
import { keysFindings } from './keys/findings';
import { networkFindings } from './network/findings';
import { soundFindings } from './sound/findings';
import { powerRepairs } from './power/repairs';
import { batteryRepairs } from './battery/repairs';
import { boardRepairs } from './board/repairs';
import { memoryRepairs } from './memory/repairs';
import { startRepairs } from './start/repairs';
import { clockRepairs } from './clock/repairs';
import { screenRepairs } from './screen/repairs';
import { heatRepairs } from './heat/repairs';
import { storageRepairs } from './storage/repairs';
import { opticalRepairs } from './optical/repairs';
import { keysRepairs } from './keys/repairs';
import { networkRepairs } from './network/repairs';
import { soundRepairs } from './sound/repairs';
import type { CauseRow } from '../rows/cause';
import type { FindingRow } from '../rows/finding';
import type { RepairRow } from '../rows/repair';

/** Everything that can be wrong, by subject. */
export const causeRows: CauseRow[] = [
  ...powerCauses,
  ...batteryCauses,
  ...boardCauses,
  ...memoryCauses,
  ...startCauses,
  ...clockCauses,
  ...screenCauses,
  ...heatCauses,
  ...storageCauses,
  ...opticalCauses,
  ...keysCauses,
  ...networkCauses,
  ...soundCauses,
];

/** Every question, by subject. */
export const findingRows: FindingRow[] = [
  ...powerFindings,
  ...batteryFindings,
  ...boardFindings,
  ...memoryFindings,
  ...startFindings,
  ...clockFindings,
  ...screenFindings,
  ...heatFindings,
  ...storageFindings,
  ...opticalFindings,
  ...keysFindings,
  ...networkFindings,
  ...soundFindings,
];

/** Every repair, by subject. */
export const repairRows: RepairRow[] = [
  ...powerRepairs,
  ...batteryRepairs,
  ...boardRepairs,
  ...memoryRepairs,
  ...startRepairs,
  ...clockRepairs,
  ...screenRepairs,
  ...heatRepairs,
  ...storageRepairs,
  ...opticalRepairs,
  ...keysRepairs,
  ...networkRepairs,
  ...soundRepairs,
];
