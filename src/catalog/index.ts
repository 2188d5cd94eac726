import { CHASSIS, type BenchMinutes, type Catalogue, type Finding, type Repair } from '@/core/catalogue';
import { assertCatalogue } from '@/core/belief/validate';
import { causes } from './causes';
import { cautions } from './cautions';
import { benchFindings } from './findings/bench';
import { claimFindings } from './findings/claims';
import { lookFindings } from './findings/look';
import { powerFindings } from './findings/power';
import { reportFindings } from './findings/report';
import { withBlocks } from './findings/blocks';
import { wholeLook } from './findings/whole';
import { answersTell, repairsTell, roundabout } from './meaning';
import { repairs } from './repairs';

/** Attended minutes; shop estimates. */
const benchMinutes: BenchMinutes = {
  desktop: {
    plugged: { set: 0.7, unset: 0.2 },
    caseOpen: { set: 1, unset: 1 },
    batteryOut: { set: 0, unset: 0 },
    boardOut: { set: 9, unset: 10 },
  },
  small: {
    plugged: { set: 0.7, unset: 0.2 },
    caseOpen: { set: 1.5, unset: 1.5 },
    batteryOut: { set: 0, unset: 0 },
    boardOut: { set: 10, unset: 12 },
  },
  aio: {
    plugged: { set: 0.7, unset: 0.2 },
    caseOpen: { set: 6, unset: 7 },
    batteryOut: { set: 0, unset: 0 },
    boardOut: { set: 12, unset: 14 },
  },
  laptop: {
    plugged: { set: 0.3, unset: 0.1 },
    caseOpen: { set: 4, unset: 4 },
    batteryOut: { set: 0.7, unset: 0.7 },
    boardOut: { set: 12, unset: 15 },
  },
};

/**
 * Puts what answers tell beside the outcomes they belong to.
 * @throws RangeError when one of them names nothing of the catalogue
 */
function withMeaning(findings: Finding[]): Finding[] {
  for (const [id, outcomes] of Object.entries(answersTell)) {
    const finding = findings.find((candidate) => candidate.id === id);
    for (const outcome of Object.keys(outcomes))
      if (!finding?.outcomes.some((candidate) => candidate.id === outcome))
        throw new RangeError(`meaning: there is no outcome "${outcome}" of a finding "${id}"`);
  }
  return findings.map((finding) => {
    const tells = answersTell[finding.id];
    if (!tells) return finding;
    const outcomes = finding.outcomes.map((outcome) =>
      tells[outcome.id] ? { ...outcome, tells: tells[outcome.id] } : outcome,
    );
    return { ...finding, outcomes };
  });
}

/** The same for repairs. @throws RangeError */
function repairsWithMeaning(all: Repair[]): Repair[] {
  for (const id of [...Object.keys(repairsTell), ...Object.keys(roundabout)])
    if (!all.some((repair) => repair.id === id)) throw new RangeError(`meaning: there is no repair "${id}"`);
  return all.map((repair) => ({
    ...repair,
    ...(repairsTell[repair.id] && { tells: repairsTell[repair.id] }),
    ...(roundabout[repair.id] && { flaw: roundabout[repair.id] }),
  }));
}

/** Checked once, when loaded: a wrong catalogue stops the program with every fault listed. */
export const catalogue: Catalogue = assertCatalogue({
  version: '2026.11',
  causes,
  findings: withMeaning(
    withBlocks([
      ...claimFindings,
      ...lookFindings,
      ...powerFindings,
      ...benchFindings,
      ...reportFindings,
      wholeLook(causes),
    ]),
  ),
  repairs: repairsWithMeaning(repairs),
  cautions,
  benchMinutes,
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
