import highsLoader, { type Highs, type ModelData } from 'highs';
import type { Program, Solver } from '../../core/schedule/solver.ts';

/** A program that is not solved by then will not be: it blocks the thread. */
const LONGEST_S = 5;

/** Programs solved by HiGHS; it blocks the thread it is on. */
export async function createSolver(): Promise<Solver> {
  const highs = await highsLoader();
  const { modelStatus } = highs.constants;
  return {
    relaxed: (program) =>
      highs.withModel(modelOf(highs, program), (model) => {
        model.options.set('output_flag', false);
        model.run();
        if (model.getModelStatus() !== modelStatus.optimal)
          throw new Error(`a linear program has no best: status ${model.getModelStatus()}`);
        const { rowDual, colValue } = model.getSolution();
        return { worth: model.getObjectiveValue(), prices: [...rowDual], amounts: [...colValue] };
      }),
    whole: (program, { nodes, near }) =>
      highs.withModel(
        { ...modelOf(highs, program), integrality: new Int32Array(program.columns.length).fill(1) },
        (model) => {
          model.options.set('output_flag', false);
          model.options.set('mip_max_nodes', nodes);
          model.options.set('time_limit', LONGEST_S);
          model.options.set('mip_rel_gap', near);
          model.run();
          // there was nothing to choose from, or no time for it
          const status = model.getModelStatus();
          if (status === modelStatus.notSet || status === modelStatus.empty) return null;
          const amounts = [...model.getSolution().colValue];
          // what has no solution is given back as zeros
          return isWithin(program, amounts) ? amounts : null;
        },
      ),
  };
}

const isWithin = ({ columns, rows }: Program, amounts: readonly number[]): boolean => {
  const counted = rows.map(() => 0);
  columns.forEach(({ counts }, c) => {
    for (const [row, amount] of counts) counted[row]! += amount * Math.round(amounts[c]!);
  });
  return rows.every(({ least, most }, r) => counted[r]! >= least - 1e-6 && counted[r]! <= most + 1e-6);
};

/** By columns, as HiGHS takes it. */
function modelOf(highs: Highs, { columns, rows }: Program): ModelData {
  const starts = [0];
  const indices: number[] = [];
  const values: number[] = [];
  for (const { counts } of columns) {
    for (const [row, amount] of counts) {
      indices.push(row);
      values.push(amount);
    }
    starts.push(indices.length);
  }
  return {
    numCols: columns.length,
    numRows: rows.length,
    sense: highs.constants.objectiveSense.maximize,
    colCost: Float64Array.from(columns, ({ worth }) => worth),
    colLower: new Float64Array(columns.length),
    // rows bound them: a bound of their own would take a share of the prices
    colUpper: new Float64Array(columns.length).fill(highs.infinity),
    rowLower: Float64Array.from(rows, ({ least }) => least),
    rowUpper: Float64Array.from(rows, ({ most }) => most),
    matrix: {
      format: 'csc',
      numRows: rows.length,
      numCols: columns.length,
      starts: Int32Array.from(starts),
      indices: Int32Array.from(indices),
      values: Float64Array.from(values),
    },
  };
}
