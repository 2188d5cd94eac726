import type { Route, Theirs } from './problem';
import type { RankedStep, StepRanking } from './rank';

/** What becomes of a sale's ends where nothing is sold. */
const BACK: Partial<Record<Route, Route>> = { disclose: 'handOver', asFound: 'giveBack' };

/**
 * The same ranking for somebody else's machine. Its worth is the fee, so that what a sale would call finished is handed
 * over, and everything else is given back as it is; nothing is sold, taken apart or scrapped. No cure is begun before
 * its owner has said yes: until then the first of them is to ask, and after a no it goes back.
 * @param ranking by the fee in place of a price: as found and for its parts it brings nothing
 */
export function asTheirs(ranking: StepRanking, { state, askMinutes }: Theirs): StepRanking {
  const asked = state !== 'agreed';
  const back = (step: RankedStep): RankedStep =>
    step.kind === 'stop' ? { ...step, id: BACK[step.id as Route] ?? 'giveBack' } : step;
  const steps = ranking.steps.filter(({ kind }) => kind !== 'read').map(back);
  const cure = steps.findIndex(({ kind }) => kind === 'repair');
  const ask: RankedStep[] =
    cure < 0
      ? []
      : [{ ...steps[cure], kind: 'stop', id: 'ask', chance: undefined, moves: [], minutes: askMinutes }];
  const allowed = !asked
    ? steps
    : [...steps.slice(0, Math.max(0, cure)), ...ask, ...steps.slice(Math.max(0, cure))].filter(
        ({ kind }) => kind !== 'repair',
      );
  const routes = ranking.routes.flatMap(({ route, valueMinor }) =>
    route === 'refurbish' ? { route, valueMinor } : BACK[route] ? { route: BACK[route], valueMinor } : [],
  );
  const best = BACK[ranking.best] ?? (ranking.best === 'refurbish' ? 'refurbish' : 'giveBack');
  const shared = { ...ranking, routes, readingMinor: null };
  if (state !== 'declined') return { ...shared, steps: allowed, best };
  // they said no: there is nothing to look for any more
  const valueMinor = routes.find(({ route }) => route === 'giveBack')!.valueMinor;
  const give = steps.find(({ kind }) => kind === 'stop')!;
  return {
    ...shared,
    steps: [{ ...give, id: 'giveBack', valueMinor }],
    routes: routes.filter(({ route }) => route === 'giveBack'),
    best: 'giveBack',
    stopMinor: valueMinor,
  };
}
