import { assertCatalogue } from '@/core/belief/validate';
import { CHASSIS, type Catalogue, type Finding } from '@/core/catalogue';
import { handCaps } from './hands/bench';
import { benchMinutes } from './hands/openingMinutes';
import { withBlocks } from './looks/blocks';
import { bundles } from './looks/bundles';
import { cautions } from './hands/cautions';
import { donorPlaces } from './parts/donor';
import { fitting } from './parts/fitting';
import { acts } from './looks/acts';
import { disturbed, gates, handsLeave, leftOff } from './looks/gates';
import { judging } from './looks/judging';
import { firstPower, outsideLook } from './looks/rounds';
import { compileCause } from './rows/cause';
import { compileFinding, type FindingRow } from './rows/finding';
import { compileRepair } from './rows/repair';
import { causeRows, findingRows, repairRows } from './subjects';
import { wholeLook } from './looks/wholeLook';

const causes = causeRows.map(compileCause);

/** The order in which a machine is gone through. */
const STAGES: readonly Finding['stage'][] = ['claim', 'look', 'power', 'bench', 'report'];
const ROUNDS: Partial<Record<Finding['stage'], readonly string[]>> = { look: outsideLook, power: firstPower };

/** @throws RangeError when a round and the findings of its stage are not the same */
function inOrder(rows: readonly FindingRow[]): FindingRow[] {
  return STAGES.flatMap((stage) => {
    const own = rows.filter((row) => row.stage === stage);
    const round = ROUNDS[stage];
    if (!round) return own;
    const odd = [
      ...round.filter((id) => !own.some((row) => row.id === id)),
      ...own.filter((row) => !round.includes(row.id)).map((row) => row.id),
    ];
    if (odd.length) throw new RangeError(`rounds: ${odd.join(', ')} stands in one place only (${stage})`);
    return own.sort((a, b) => round.indexOf(a.id) - round.indexOf(b.id));
  });
}

const rows = [...inOrder(findingRows), wholeLook(causes)];

/** Checked once, when loaded: a wrong catalogue stops the program with every fault listed. */
export const catalogue: Catalogue = assertCatalogue({
  version: '2026.12',
  causes,
  findings: withBlocks(rows.map(compileFinding), rows),
  repairs: repairRows.map(compileRepair),
  bundles,
  cautions,
  gates,
  benchMinutes,
  handCaps,
  disturbed,
  handsLeave,
  judging,
  leftOff,
  acts,
  fitting,
  places: donorPlaces,
});

const findingIndex = new Map(catalogue.findings.map((finding) => [finding.id, finding]));
const causeIndex = new Map(catalogue.causes.map((cause) => [cause.id, cause]));
const repairIndex = new Map(catalogue.repairs.map((repair) => [repair.id, repair]));
const cautionIndex = new Map(catalogue.cautions.map((caution) => [caution.id, caution]));

export const findingById = (id: string) => findingIndex.get(id);
export const causeById = (id: string) => causeIndex.get(id);
export const repairById = (id: string) => repairIndex.get(id);
export const cautionById = (id: string) => cautionIndex.get(id);
export { CHASSIS };
