import type { Catalogue, Chassis, Finding, Gate, Hazard, Repair } from '../catalogue';
import { dangersOf, type Sign } from '../safety/power';
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

/**
 * What may not be done now: what a standing danger shuts (`core/safety`), and power before a machine was looked at
 * from outside for the first time.
 * @param entries the record in the order it was sealed
 */
export function shutBy(
  catalogue: Pick<Catalogue, 'findings' | 'gates'>,
  entries: readonly Sign[],
  chassis: Chassis,
  {
    facts,
    keeps,
    dirt,
    likely = [],
  }: { facts: Facts; keeps: boolean; dirt?: string; likely?: readonly Gate[] },
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
  const closes = (gate: Gate, looks: readonly string[], onlyLikely?: true) => {
    for (const act of gate.shuts)
      shut[act] = {
        kind: 'gate',
        gate: gate.id,
        opens: [...looks, ...gate.clearedBy.repairs],
        ...(onlyLikely && { onlyLikely }),
      };
  };
  // what is only likely is looked for first, where it would be seen as well as where it would be cleared
  for (const gate of likely)
    closes(gate, [...Object.keys(gate.seen), ...Object.keys(gate.clearedBy.looks)], true);
  for (const gate of dangersOf(catalogue, entries)) closes(gate, Object.keys(gate.clearedBy.looks));
  return shut;
}
