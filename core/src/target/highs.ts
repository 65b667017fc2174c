import type { Highs } from 'highs';
import { type QuadraticModel, type Solver } from './solver';

type ModelData = Parameters<Highs['createModel']>[0];

/** One way to put a problem: how far bounds are drawn apart, and the unit in which each amount is counted. */
interface Way {
  readonly apart: number;
  readonly unit: number;
  /** Power of its square by which an amount's unit is made smaller; a half makes every square count one. */
  readonly power: number;
  /** Amounts counted in units that differ by this share. */
  readonly uneven: number;
}

/**
 * The solver now and then gives up, or calls a bounded problem unbounded, where bounds meet within its own tolerance: in 20,000
 * random problems 10 times. Put in other units, or with bounds drawn apart by far less than what counts as missed, it
 * answers: all but one of them.
 */
const WAYS: readonly Way[] = [
  { apart: 0, unit: 1, power: 0.5, uneven: 0 },
  { apart: 1e-6, unit: 1, power: 0, uneven: 0 },
  { apart: 1e-6, unit: 3, power: 0.5, uneven: 0 },
  { apart: 1e-5, unit: 0.3, power: 0.5, uneven: 0 },
  { apart: 1e-5, unit: 10, power: 0.25, uneven: 0 },
  { apart: 1e-5, unit: 1, power: 0.5, uneven: 1 },
  { apart: 1e-6, unit: 1, power: 0.5, uneven: 0.3 },
];

function unitsOf({ columns }: QuadraticModel, { unit, power, uneven }: Way): readonly number[] {
  return columns.map(({ square }, i) => (unit * (1 + uneven * (i % 3))) / (square > 0 ? square ** power : 1));
}

function modelData({ columns, rows }: QuadraticModel, units: readonly number[], infinity: number): ModelData {
  const bound = (at: number): number => (Number.isFinite(at) ? at : Math.sign(at) * infinity);
  const unit = (i: number): number => units[i] ?? 1;
  const starts = [0];
  const [indices, values]: [number[], number[]] = [[], []];
  for (const { factors } of rows) {
    factors.forEach((factor, i) => {
      if (factor === 0) return;
      indices.push(i);
      values.push(factor * unit(i));
    });
    starts.push(indices.length);
  }
  const squared = columns.flatMap(({ square }, i) => (square > 0 ? [i] : []));
  const squaresBefore = columns.map((_column, i) => squared.filter((one) => one < i).length);
  return {
    numCols: columns.length,
    numRows: rows.length,
    colCost: columns.map(({ cost }, i) => cost * unit(i)),
    colLower: columns.map(({ least }, i) => bound(least / unit(i))),
    colUpper: columns.map(({ most }, i) => bound(most / unit(i))),
    rowLower: rows.map(({ least }) => bound(least)),
    rowUpper: rows.map(({ most }) => bound(most)),
    matrix: { format: 'csr', numCols: columns.length, numRows: rows.length, starts, indices, values },
    hessian: {
      format: 'triangular',
      dimension: columns.length,
      starts: [...squaresBefore, squared.length],
      indices: squared,
      values: squared.map((i) => (columns[i]?.square ?? 0) * unit(i) ** 2),
    },
  };
}

const drawnApart = (model: QuadraticModel, by: number): QuadraticModel => ({
  ...model,
  rows: model.rows.map(({ factors, least, most }) => ({ factors, least: least - by, most: most + by })),
});

function solveOnce(highs: Highs, asked: QuadraticModel, way: Way): readonly number[] | undefined {
  const { modelStatus } = highs.constants;
  const solving = highs.createModel();
  const model = way.apart === 0 ? asked : drawnApart(asked, way.apart);
  const units = unitsOf(model, way);
  try {
    solving.options.set({ output_flag: false });
    solving.passModel(modelData(model, units, highs.infinity) as Parameters<typeof solving.passModel>[0]);
    solving.run();
    const status = solving.getModelStatus();
    if (status === modelStatus.infeasible || status === modelStatus.unboundedOrInfeasible) return undefined;
    if (status !== modelStatus.optimal) throw new Error(`The solver stopped without an answer (${String(status)}).`);
    return [...solving.getSolution().colValue].map((amount, i) => amount * (units[i] ?? 1));
  } finally {
    solving.dispose();
  }
}

/** HiGHS as a solver. The library is loaded by whoever has it: a worker in the browser, a test, a benchmark. */
export function solverOf(highs: Highs): Solver {
  return (model) => {
    if (model.columns.length === 0) return model.rows.every(({ least, most }) => least <= 0 && most >= 0) ? [] : undefined;
    let fault: unknown;
    for (const way of WAYS) {
      try {
        return solveOnce(highs, model, way);
      } catch (error) {
        fault = error;
      }
    }
    throw fault;
  };
}
