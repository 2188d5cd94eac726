import loadHighs, { type Highs } from 'highs';

/** A row of a problem: lower <= sum of coefficients times columns <= upper. */
export interface Row {
  at: number[];
  by: number[];
  lower?: number;
  upper?: number;
}

/** Most of `gain` over columns that are whole numbers, zero to `upper` (one when left out), under rows. */
export interface MipProblem {
  gain: readonly number[];
  rows: readonly Row[];
  upper?: readonly number[];
}

export interface MipAnswer {
  /** A whole number a column. */
  x: number[];
  value: number;
  /** Nothing is better than this. */
  bound: number;
  /** It is the best there is, to the gap that was asked for. */
  proven: boolean;
}

export interface MipLimits {
  seconds: number;
  /** Good enough within this share of the best. */
  gap?: number;
  /** A solution to begin from. */
  from?: readonly number[];
}

let loading: Promise<Highs> | undefined;

/** The solver, loaded once: its code is compiled when it is first asked. */
export const solver = (): Promise<Highs> => (loading ??= loadHighs());

/**
 * Solves a problem of whole numbers by branch and cut (HiGHS); at its limit the best so far and how good any could be.
 * @throws RangeError when nothing fulfils the rows
 */
export async function solveMip(problem: MipProblem, limits: MipLimits): Promise<MipAnswer> {
  const highs = await solver();
  const { gain, rows } = problem;
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const { at, by } of rows) {
    indices.push(...at);
    values.push(...by);
    starts.push(indices.length);
  }
  return highs.withModel(
    {
      numCols: gain.length,
      numRows: rows.length,
      sense: highs.constants.objectiveSense.maximize,
      colCost: [...gain],
      colLower: gain.map(() => 0),
      colUpper: problem.upper ?? gain.map(() => 1),
      rowLower: rows.map(({ lower }) => lower ?? -highs.infinity),
      rowUpper: rows.map(({ upper }) => upper ?? highs.infinity),
      matrix: { format: 'csr', numRows: rows.length, numCols: gain.length, starts, indices, values },
      integrality: gain.map(() => highs.constants.variableType.integer),
    },
    (model): MipAnswer => {
      model.options.set({ output_flag: false, time_limit: limits.seconds, mip_rel_gap: limits.gap ?? 0 });
      if (limits.from) model.setSolution({ colValue: [...limits.from] });
      model.run();
      const status = model.getModelStatus();
      if (status === highs.constants.modelStatus.infeasible)
        throw new RangeError('nothing there is fulfils what is asked');
      const bound = Number(model.info.get('mip_dual_bound'));
      const found = model.getSolution().colValue;
      const usable = found.length === gain.length && found.every((own) => Number.isFinite(own));
      const x = usable ? Array.from(found, (own) => Math.round(own)) : gain.map(() => 0);
      const value = x.reduce((sum, own, j) => sum + own * gain[j], 0);
      return {
        x,
        value,
        bound: Number.isFinite(bound) ? Math.max(bound, value) : value,
        proven: status === highs.constants.modelStatus.optimal,
      };
    },
  );
}
