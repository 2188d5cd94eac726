import { appliesTo } from '../belief/model';
import type { BenchMinutes, BenchState, Catalogue, Chassis, PartClass } from '../catalogue';
import { CLOSED, movesFor, stateAfter } from '../minutes/opening';
import { benchOfMat, matOf, type MatAct } from '../hands/mat';
import type { RecordEntry } from './entries';

/**
 * How the machine lies on the bench after everything on its record: what each look and repair needed, and
 * what a person said since.
 */
export function benchOf(
  entries: readonly RecordEntry[],
  meaning: Pick<Catalogue, 'findings' | 'repairs'> &
    Partial<Pick<Catalogue, 'fitting'>> & { benchMinutes: BenchMinutes },
  chassis: Chassis,
): BenchState {
  const findings = new Map(meaning.findings.map((finding) => [finding.id, finding]));
  const repairs = new Map(meaning.repairs.map((repair) => [repair.id, repair]));
  const minutes = meaning.benchMinutes[chassis];
  // a part is put in as the repair does it that puts such a part in
  const likeOf = (partClass: string) =>
    (meaning.fitting?.[partClass as PartClass]?.like ?? [])
      .map((id) => repairs.get(id))
      .find((repair) => repair && appliesTo(repair, chassis));
  let state = CLOSED;
  const laid: MatAct[] = [];
  for (const entry of entries) {
    if (entry.kind === 'bench') {
      state = { ...state, ...entry.state };
      if (entry.state.boardOut) state.caseOpen = true;
      if (entry.state.caseOpen === false) state.boardOut = false;
    } else if (entry.kind === 'mat') {
      laid.push(entry.act);
      if (entry.act.op === 'move' || entry.act.op === 'closed')
        state = { ...state, ...benchOfMat(matOf(laid)) };
    } else {
      const need =
        entry.kind === 'part' && entry.way !== 'found' && !entry.repair
          ? likeOf(entry.part.class)?.bench
          : entry.kind === 'answer' && entry.basis !== 'measured'
            ? findings.get(entry.finding)?.bench
            : entry.kind === 'verdict'
              ? repairs.get(entry.repair)?.bench
              : undefined;
      state = stateAfter(state, movesFor(need, state, minutes));
    }
  }
  return state;
}
