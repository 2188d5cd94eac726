import { causeById } from '@/catalog';
import type { Evaluation } from '@/core/steps/evaluate';
import { ROUTE_NAMES } from '../names';
import type { BelievedView } from '../unit/view';

/** It is somebody else's: it can be handed over. */
const theirs = ({ routes }: Evaluation) =>
  routes.some(({ route }) => route === 'handOver' || route === 'giveBack');

/** What is believed of a unit and what it is worth, as it is drawn. `moved`: something on its record moved it. */
export const believedView = (evaluation: Evaluation, moved: boolean): BelievedView => ({
  misfit: evaluation.conflict.conflict,
  beliefs: evaluation.beliefs.map((line) => ({
    cause: causeById(line.cause)?.name ?? line.cause,
    ifLeft: causeById(line.cause)?.ifLeft,
    probability: line.probability,
    before: line.before,
    usual: line.usual,
  })),
  covered: evaluation.covered ?? 1,
  sound: { cause: 'Sound, nothing wrong', ...evaluation.sound },
  worth: {
    valueMinor: evaluation.valueMinor,
    beforeMinor: moved ? (evaluation.valueBeforeMinor ?? null) : null,
    lowMinor: evaluation.lowMinor,
    highMinor: evaluation.highMinor,
    breakEvenMinutes: evaluation.breakEvenMinutes,
    routes: evaluation.routes.map((route) => ({
      name: (route.route === 'refurbish' && theirs(evaluation)
        ? 'Mend as agreed'
        : ROUTE_NAMES[route.route]
      ).toLowerCase(),
      minor: route.valueMinor,
      best: route.route === evaluation.best,
    })),
  },
});
