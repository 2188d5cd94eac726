import type { Catalogue, Chassis, Ending, Finding, Hazard, Repair } from '../catalogue';
import type { Facts } from '../belief/facts';
import type { Shut } from './problem';

/** Does this step power the machine, to see something or to mend it? */
export function powers(item: Finding | Repair): boolean {
  if (item.bench?.plugged === true) return true;
  // what a repair needs is how the machine is built; what a look needs has to be seen running
  return (
    'stage' in item && (item.stage === 'power' || item.stage === 'report' || Boolean(item.needs?.length))
  );
}

/** What a step does that may be shut. */
export function actsOf(item: Finding | Repair): (Hazard | 'wipe')[] {
  return [
    ...(powers(item) ? (['power'] as const) : []),
    ...(item.charges ? (['charge'] as const) : []),
    ...('wipes' in item && item.wipes ? (['wipe'] as const) : []),
  ];
}

export type Taken =
  { kind: 'finding'; finding: string; outcome: string } | { kind: 'repair'; repair: string; ended: Ending };

/**
 * What may not be done now. A sign of danger shuts power until the same look comes back well, or one of the
 * looks or repairs that clear it was taken after it; and before a machine is powered for the first time it is
 * looked at from outside.
 * @param entries the record in the order it happened
 */
export function shutBy(
  catalogue: Pick<Catalogue, 'findings' | 'gates'>,
  entries: readonly Taken[],
  chassis: Chassis,
  { facts, keeps, dirt }: { facts: Facts; keeps: boolean; dirt?: string },
): Partial<Record<Hazard | 'wipe', Shut>> {
  const shut: Partial<Record<Hazard | 'wipe', Shut>> = {};
  if (keeps) shut.wipe = { kind: 'data stays' };
  const byId = new Map(catalogue.findings.map((finding) => [finding.id, finding]));
  const powered =
    facts.power === true ||
    entries.some((entry) => {
      const finding = entry.kind === 'finding' ? byId.get(entry.finding) : undefined;
      return finding !== undefined && finding.stage !== 'claim' && powers(finding);
    });
  const taken = new Set(entries.flatMap((entry) => (entry.kind === 'finding' ? [entry.finding] : [])));
  const missing = catalogue.gates.lookFirst.filter((id) => {
    const finding = byId.get(id);
    return finding && !taken.has(id) && (!finding.chassis || finding.chassis.includes(chassis));
  });
  if (dirt) shut.power = { kind: 'dirt', what: dirt };
  if (!powered && missing.length) shut.power = { kind: 'look first', findings: missing };
  for (const gate of catalogue.gates.dangers) {
    let standing = false;
    for (const entry of entries) {
      if (entry.kind === 'finding') {
        if (gate.seen[entry.finding]?.includes(entry.outcome)) standing = true;
        else if (gate.seen[entry.finding] || gate.clearedBy.looks[entry.finding]?.includes(entry.outcome))
          standing = false;
      } else if (gate.after?.includes(entry.repair)) standing = true;
      else if (entry.ended !== 'no-change' && gate.clearedBy.repairs.includes(entry.repair)) standing = false;
    }
    if (standing)
      for (const act of gate.shuts)
        shut[act] = {
          kind: 'gate',
          gate: gate.id,
          opens: [...Object.keys(gate.clearedBy.looks), ...gate.clearedBy.repairs],
        };
  }
  return shut;
}
