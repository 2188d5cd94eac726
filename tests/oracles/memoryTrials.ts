/**
 * The least expected cost of finding out what is wrong among modules and slots, by exact dynamic programming
 * over sets of states, written apart from the program: at most two faults, every failing place keeps the
 * machine from starting, a start costs 1, cleaning a slot `cleanCost`. Beliefs that differ only by names of
 * modules and slots are one (all permutations), and what cannot beat the best so far is cut off by Huffman's
 * bound on the number of yes-no questions.
 */
export interface TrialGame {
  modules: number;
  slots: number;
  moduleBad: number;
  slotBad: number;
  slotDirty: number;
  cleanCost: number;
}

interface State {
  m: number;
  bad: number;
  dirty: number;
  p: number;
}

const ones = (mask: number) => mask.toString(2).split('1').length - 1;

function permutations(n: number): number[][] {
  if (n === 0) return [[]];
  return permutations(n - 1).flatMap((rest) =>
    Array.from({ length: n }, (_, at) => [...rest.slice(0, at), n - 1, ...rest.slice(at)]),
  );
}
const moved = (mask: number, order: number[]) =>
  order.reduce((made, to, from) => (mask & (1 << from) ? made | (1 << to) : made), 0);

/**
 * Fewest yes-no questions on average to tell these classes apart, weighed by their masses (not divided by
 * their sum).
 */
function huffman(masses: number[]): number {
  const queue = [...masses].sort((a, b) => a - b);
  let cost = 0;
  while (queue.length > 1) {
    const sum = queue.shift()! + queue.shift()!;
    cost += sum;
    const at = queue.findIndex((value) => value > sum);
    queue.splice(at < 0 ? queue.length : at, 0, sum);
  }
  return cost;
}

export function leastExpectedTrials(game: TrialGame): { cost: number; beliefs: number } {
  const states: State[] = [];
  for (let m = 0; m < 1 << game.modules; m++)
    for (let bad = 0; bad < 1 << game.slots; bad++)
      for (let dirty = 0; dirty < 1 << game.slots; dirty++) {
        if (bad & dirty || ones(m) + ones(bad) + ones(dirty) > 2) continue;
        const sound = 1 - game.slotBad - game.slotDirty;
        states.push({
          m,
          bad,
          dirty,
          p:
            game.moduleBad ** ones(m) *
            (1 - game.moduleBad) ** (game.modules - ones(m)) *
            game.slotBad ** ones(bad) *
            game.slotDirty ** ones(dirty) *
            sound ** (game.slots - ones(bad) - ones(dirty)),
        });
      }
  const total = states.reduce((sum, state) => sum + state.p, 0);
  for (const state of states) state.p /= total;
  const at = new Map(states.map((state, i) => [`${state.m}/${state.bad}/${state.dirty}`, i]));
  const symmetries = permutations(game.modules).flatMap((mo) =>
    permutations(game.slots).map((so) => ({
      cleaned: Array.from({ length: 1 << game.slots }, (_, mask) => moved(mask, so)),
      to: states.map((state) =>
        at.get(`${moved(state.m, mo)}/${moved(state.bad, so)}/${moved(state.dirty, so)}`)!,
      ),
    })),
  );
  const fillings: { m: number; s: number; pairs: [number, number][] }[] = [];
  const fill = (slot: number, pairs: [number, number][]) => {
    if (slot === game.slots) {
      if (pairs.length)
        fillings.push({
          m: pairs.reduce((mask, [m]) => mask | (1 << m), 0),
          s: pairs.reduce((mask, [, s]) => mask | (1 << s), 0),
          pairs,
        });
      return;
    }
    fill(slot + 1, pairs);
    for (let m = 0; m < game.modules; m++)
      if (!pairs.some(([used]) => used === m)) fill(slot + 1, [...pairs, [m, slot]]);
  };
  fill(0, []);
  // a start only says whether all of these modules and slots work, so which module sits where does not matter
  const asked = [...new Map(fillings.map((filling) => [`${filling.m}/${filling.s}`, filling])).values()];

  // class of each state once some slots are clean
  const classOf = Array.from({ length: 1 << game.slots }, (_, cleaned) => {
    const ids = new Map<string, number>();
    return states.map((state) => {
      const key = `${state.m}/${state.bad}/${state.dirty & ~cleaned}`;
      if (!ids.has(key)) ids.set(key, ids.size);
      return ids.get(key)!;
    });
  });
  const masses = (set: number[], cleaned: number) => {
    const sums = new Float64Array(states.length);
    for (const i of set) sums[classOf[cleaned][i]] += states[i].p;
    return Array.from(sums).filter((mass) => mass > 0);
  };
  // with everything clean, states in which nothing can start are one for ever
  const lastClass = states
    .map((state) =>
      ones(state.m) === game.modules || ones(state.bad) === game.slots ? 'none' : `${state.m}/${state.bad}`,
    )
    .map((key, _, all) => all.indexOf(key));
  const bound = (set: number[]) => {
    const sums = new Float64Array(states.length);
    for (const i of set) sums[lastClass[i]] += states[i].p;
    return huffman(Array.from(sums).filter((mass) => mass > 0));
  };
  if (states.length > 96) throw new RangeError(`this game has ${states.length} states; 96 fit`);
  const keyOf = (set: number[], cleaned: number) => {
    let [a, b, c, d] = [Infinity, 0, 0, 0];
    for (const symmetry of symmetries) {
      let [x, y, z] = [0, 0, 0];
      for (const i of set) {
        const to = symmetry.to[i];
        if (to < 32) x |= 1 << to;
        else if (to < 64) y |= 1 << (to - 32);
        else z |= 1 << (to - 64);
      }
      const w = symmetry.cleaned[cleaned];
      if (w < a || (w === a && (x < b || (x === b && (y < c || (y === c && z < d))))))
        [a, b, c, d] = [w, x, y, z];
    }
    return `${a},${b},${c},${d}`;
  };
  const kept = new Map<string, { cost: number; exact: boolean }>();
  /**
   * Expected cost times the mass of the set, exactly when it is below `limit`, else some bound from below
   * that is at least `limit`.
   */
  function solve(set: number[], cleaned: number, limit: number): number {
    if (masses(set, cleaned).length <= 1) return 0;
    const key = keyOf(set, cleaned);
    const old = kept.get(key);
    if (old && (old.exact || old.cost >= limit)) return old.cost;
    const mass = set.reduce((sum, i) => sum + states[i].p, 0);
    const ways: { low: number; own: number; yes: number[]; no: number[]; cleaned: number }[] = [];
    const seen = new Set<string>();
    for (const { m, s } of asked) {
      const doubt = set.reduce((mask, i) => mask | states[i].dirty, 0) & s & ~cleaned;
      for (let clean = doubt; ; clean = (clean - 1) & doubt) {
        const after = cleaned | clean;
        const yes: number[] = [];
        const no: number[] = [];
        for (const i of set)
          (states[i].m & m || (states[i].bad | (states[i].dirty & ~after)) & s ? no : yes).push(i);
        if (yes.length && no.length) {
          const own = mass * (1 + game.cleanCost * ones(clean));
          const twin =
            set.length > 24 ? `${keyOf(yes, after)}|${keyOf(no, after)}` : `${yes.join()}/${after}`;
          if (!seen.has(twin)) ways.push({ own, yes, no, cleaned: after, low: own + bound(yes) + bound(no) });
          seen.add(twin);
        }
        if (clean === 0) break;
      }
    }
    ways.sort((a, b) => a.low - b.low);
    let best = ways.length ? Infinity : 0; // no start tells more: what is left cannot be told apart
    let missed = Infinity;
    for (const way of ways) {
      const top = Math.min(best, limit);
      if (way.low >= top) {
        missed = Math.min(missed, way.low);
        break;
      }
      const [small, large] = way.yes.length < way.no.length ? [way.yes, way.no] : [way.no, way.yes];
      const two = bound(large);
      const first = solve(small, way.cleaned, top - way.own - two);
      const second = way.own + first + two >= top ? two : solve(large, way.cleaned, top - way.own - first);
      const cost = way.own + first + second;
      if (cost < top) best = cost;
      else missed = Math.min(missed, cost);
    }
    const answer =
      best < limit
        ? { cost: best, exact: true }
        : { cost: Math.max(limit, Math.min(best, missed)), exact: false };
    kept.set(key, answer);
    return answer.cost;
  }
  return {
    cost: solve(
      states.map((_, i) => i),
      0,
      Infinity,
    ),
    beliefs: kept.size,
  };
}
