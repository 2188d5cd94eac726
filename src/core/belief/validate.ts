import {
  CHASSIS,
  FACTS,
  INSTRUMENTS,
  PART_CLASSES,
  WHOLE_LOOK,
  type Catalogue,
  type Finding,
} from '../catalogue';
import { appliesTo } from './model';
import { treeOf } from './tree';

const SUM_TOLERANCE = 1e-9;

function distributionFault(values: number[], outcomes: number): string | null {
  if (values.length !== outcomes) return `has ${values.length} probabilities for ${outcomes} outcomes`;
  if (values.some((p) => !(p >= 0 && p <= 1))) return `has a probability outside 0..1: ${values.join(', ')}`;
  const sum = values.reduce((total, p) => total + p, 0);
  return Math.abs(sum - 1) > SUM_TOLERANCE ? `sums to ${sum}, not 1` : null;
}

function repeated(ids: string[]): string[] {
  return [...new Set(ids.filter((id, i) => ids.indexOf(id) !== i))];
}

function findingFaults(
  finding: Finding,
  causes: Set<string>,
  cautions: Set<string>,
  findings: Set<string>,
): string[] {
  const where = `finding "${finding.id}"`;
  const faults: string[] = [];
  if (finding.outcomes.length < 2) faults.push(`${where}: needs at least two outcomes`);
  if (!(finding.minutes >= 0)) faults.push(`${where}: minutes must be 0 or more`);
  if (!finding.source) faults.push(`${where}: has no source`);
  if (!finding.how && finding.stage !== 'claim') faults.push(`${where}: does not say how`);
  if (finding.swap && !PART_CLASSES.includes(finding.swap))
    faults.push(`${where}: unknown part class "${finding.swap}"`);
  if (finding.instrument && !INSTRUMENTS.includes(finding.instrument))
    faults.push(`${where}: unknown instrument "${finding.instrument}"`);
  const leak = distributionFault(finding.leak, finding.outcomes.length);
  if (leak) faults.push(`${where}: leak ${leak}`);
  for (const [cause, own] of Object.entries(finding.by)) {
    if (!causes.has(cause)) faults.push(`${where}: unknown cause "${cause}"`);
    const fault = distributionFault(own, finding.outcomes.length);
    if (fault) faults.push(`${where}: cause "${cause}" ${fault}`);
  }
  for (const cause of finding.blockedBy ?? []) {
    if (!causes.has(cause)) faults.push(`${where}: blocked by unknown cause "${cause}"`);
    if (finding.by[cause]) faults.push(`${where}: "${cause}" both shows in it and blocks it`);
  }
  finding.outcomes.forEach((outcome, o) => {
    for (const fact of [...(outcome.shows ?? []), ...(outcome.denies ?? [])]) {
      if (!FACTS.includes(fact))
        faults.push(`${where}: outcome "${outcome.id}" names unknown fact "${fact}"`);
    }
    if (outcome.readBy !== undefined && (outcome.readBy === finding.id || !findings.has(outcome.readBy)))
      faults.push(`${where}: outcome "${outcome.id}" is read by "${outcome.readBy}", which is no other look`);
    if (outcome.locates !== undefined && !finding.by[outcome.locates])
      faults.push(`${where}: outcome "${outcome.id}" locates "${outcome.locates}", which never shows in it`);
    for (const cause of outcome.settles ?? []) {
      if (!((finding.by[cause]?.[o] ?? 0) > 0))
        faults.push(`${where}: outcome "${outcome.id}" settles "${cause}", which never shows it`);
    }
  });
  for (const cause of finding.presumes ?? [])
    if (!causes.has(cause)) faults.push(`${where}: presumes unknown cause "${cause}"`);
  for (const fact of [...(finding.needs ?? []), ...(finding.follows ?? [])])
    if (!FACTS.includes(fact)) faults.push(`${where}: needs unknown fact "${fact}"`);
  for (const caution of [...(finding.cautions ?? []), ...(finding.hazard ? [finding.hazard.caution] : [])]) {
    if (!cautions.has(caution)) faults.push(`${where}: unknown caution "${caution}"`);
  }
  return faults;
}

/** States of one thing: known causes, and a choice on every kind of machine. */
function exclusionFaults({ causes }: Catalogue, known: Set<string>): string[] {
  const faults: string[] = [];
  for (const cause of causes) {
    for (const id of cause.rulesOut ?? [])
      if (!known.has(id)) faults.push(`cause "${cause.id}": rules out unknown cause "${id}"`);
    if (
      cause.harm &&
      !(cause.harm.chance > 0 && cause.harm.chance <= 1 && cause.harm.share > 0 && cause.harm.share <= 1)
    )
      faults.push(`cause "${cause.id}": harm must have a chance and a share in 0..1`);
  }
  for (const chassis of CHASSIS) {
    const own = causes.filter((cause) => cause.prior[chassis]);
    const excludes = (a: number, b: number) =>
      own[a].rulesOut?.includes(own[b].id) === true || own[b].rulesOut?.includes(own[a].id) === true;
    try {
      treeOf(
        own.map((_, c) => c),
        excludes,
        (c) => own[c].id,
      );
    } catch (error) {
      faults.push(`${chassis}: ${(error as Error).message}`);
    }
  }
  return faults;
}

/** Gates name looks, outcomes and repairs that are there. */
function gateFaults({ gates, findings, repairs, causes }: Catalogue): string[] {
  const faults: string[] = [];
  const outcomes = new Map(findings.map((finding) => [finding.id, finding.outcomes.map(({ id }) => id)]));
  for (const id of gates.lookFirst) if (!outcomes.has(id)) faults.push(`gates: no look "${id}"`);
  for (const gate of gates.dangers) {
    for (const [id, seen] of [...Object.entries(gate.seen), ...Object.entries(gate.clearedBy.looks)])
      for (const outcome of seen)
        if (!outcomes.get(id)?.includes(outcome))
          faults.push(`gate "${gate.id}": there is no outcome "${outcome}" of "${id}"`);
    for (const id of [...gate.clearedBy.repairs, ...(gate.after ?? [])])
      if (!repairs.some((repair) => repair.id === id))
        faults.push(`gate "${gate.id}": unknown repair "${id}"`);
    for (const id of gate.likely?.causes ?? [])
      if (!causes.some((cause) => cause.id === id)) faults.push(`gate "${gate.id}": unknown cause "${id}"`);
    if (!gate.source) faults.push(`gate "${gate.id}": has no source`);
  }
  return faults;
}

function actFaults({ acts, causes, findings, repairs }: Catalogue): string[] {
  const knows = (list: readonly { id: string }[], id: string) => list.some((item) => item.id === id);
  const outcome = (id: string, own: string) =>
    findings.find((finding) => finding.id === id)?.outcomes.some((each) => each.id === own) ?? false;
  return acts.flatMap(({ id, by, answers = {}, raises = {}, explains = {} }) =>
    [
      ...(by.repairs ?? []).filter((own) => !knows(repairs, own)).map((own) => `unknown repair "${own}"`),
      ...Object.keys(raises)
        .filter((own) => !knows(causes, own))
        .map((own) => `unknown cause "${own}"`),
      ...[...Object.entries(answers), ...Object.entries(explains).flatMap(([f, os]) => os.map((o) => [f, o]))]
        .filter(([f, o]) => !outcome(f, o))
        .map(([f, o]) => `no outcome "${o}" of "${f}"`),
    ].map((fault) => `act "${id}": ${fault}`),
  );
}

/** Every fault of a catalogue in words, in its own order; empty when it is fit for use. */
export function catalogueFaults(catalogue: Catalogue): string[] {
  const causes = new Set(catalogue.causes.map((cause) => cause.id));
  const cautions = new Set(catalogue.cautions.map((caution) => caution.id));
  const findings = new Set(catalogue.findings.map((finding) => finding.id));
  const faults: string[] = [];
  for (const [kind, list] of [
    ['cause', catalogue.causes],
    ['finding', catalogue.findings],
    ['repair', catalogue.repairs],
    ['caution', catalogue.cautions],
  ] as const) {
    for (const id of repeated(list.map((item) => item.id))) faults.push(`${kind} "${id}" stands twice`);
  }
  for (const cause of catalogue.causes) {
    for (const [chassis, p] of Object.entries(cause.prior)) {
      if (!CHASSIS.includes(chassis as (typeof CHASSIS)[number]))
        faults.push(`cause "${cause.id}": unknown chassis "${chassis}"`);
      if (!(p > 0 && p < 1))
        faults.push(`cause "${cause.id}": prior for ${chassis} must lie between 0 and 1, got ${p}`);
    }
    if (!(cause.valueLeft >= 0 && cause.valueLeft <= 1))
      faults.push(`cause "${cause.id}": valueLeft must lie in 0..1, got ${cause.valueLeft}`);
    if (!cause.source) faults.push(`cause "${cause.id}": has no source`);
    if (cause.shownBy && !FACTS.includes(cause.shownBy))
      faults.push(`cause "${cause.id}": shown by unknown fact "${cause.shownBy}"`);
    if (!cause.ifLeft) faults.push(`cause "${cause.id}": does not say what it spoils when left`);
    for (const part of cause.ruins ?? [])
      if (!PART_CLASSES.includes(part)) faults.push(`cause "${cause.id}": unknown part class "${part}"`);
    for (const chassis of CHASSIS) {
      if (!cause.prior[chassis]) continue;
      if (
        !catalogue.findings.some(
          (finding) =>
            finding.id !== WHOLE_LOOK &&
            finding.stage !== 'claim' &&
            finding.by[cause.id] &&
            appliesTo(finding, chassis),
        )
      )
        faults.push(`cause "${cause.id}": no finding shows it on a ${chassis}`);
      if (!catalogue.repairs.some((repair) => repair.cures[cause.id] && appliesTo(repair, chassis)))
        faults.push(`cause "${cause.id}": no repair cures it on a ${chassis}`);
    }
  }
  faults.push(...exclusionFaults(catalogue, causes), ...gateFaults(catalogue), ...actFaults(catalogue));
  for (const [item, own] of Object.entries(catalogue.disturbed))
    for (const cause of Object.keys(own))
      if (!causes.has(cause)) faults.push(`disturbed by "${item}": unknown cause "${cause}"`);
  for (const finding of catalogue.findings)
    faults.push(...findingFaults(finding, causes, cautions, findings));
  for (const bundle of catalogue.bundles) {
    const own = bundle.findings.filter((id) => !catalogue.findings.some((finding) => finding.id === id));
    if (own.length) faults.push(`bundle "${bundle.id}": unknown findings ${own.join(', ')}`);
    if (!(bundle.minutes >= 0)) faults.push(`bundle "${bundle.id}": minutes must be 0 or more`);
    if (!bundle.source) faults.push(`bundle "${bundle.id}": has no source`);
  }
  for (const repair of catalogue.repairs) {
    for (const [cause, success] of Object.entries(repair.cures)) {
      if (!causes.has(cause)) faults.push(`repair "${repair.id}": unknown cause "${cause}"`);
      if (!(success > 0 && success <= 1))
        faults.push(`repair "${repair.id}": success for "${cause}" must lie in 0..1, got ${success}`);
    }
    if (repair.part && !PART_CLASSES.includes(repair.part.class))
      faults.push(`repair "${repair.id}": unknown part class "${repair.part.class}"`);
    if (!(repair.minutes >= 0)) faults.push(`repair "${repair.id}": minutes must be 0 or more`);
    if (repair.part && !Number.isInteger(repair.part.costMinor))
      faults.push(`repair "${repair.id}": part cost must be whole minor units`);
    for (const caution of repair.cautions ?? [])
      if (!cautions.has(caution)) faults.push(`repair "${repair.id}": unknown caution "${caution}"`);
    if (!repair.source) faults.push(`repair "${repair.id}": has no source`);
  }
  return faults;
}

/** @throws RangeError listing every fault */
export function assertCatalogue(catalogue: Catalogue): Catalogue {
  const faults = catalogueFaults(catalogue);
  if (faults.length)
    throw new RangeError(`the catalogue has ${faults.length} faults:\n- ${faults.join('\n- ')}`);
  return catalogue;
}
