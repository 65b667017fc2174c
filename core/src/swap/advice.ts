import { type Larder } from '../food';
import { type Measures, measuresOf, roleOf } from '../role';
import { aimOf } from './bounds';
import { asProposal, correctionsFor, waysFor } from './correct';
import { type Standing, type StandingRow, unrestOf } from './standing';
import { type SwapTables } from './swapTables';
import { freshId, type Proposal, type Worksheet } from './worksheet';

export interface RowAdvice {
  readonly row: StandingRow;
  /** One to three ways back, the best first; none where nothing in the kitchen does it. */
  readonly ways: readonly { readonly proposal: Proposal; readonly measures: Measures; readonly energyKcal: number }[];
}

const MOST_WAYS = 3;

/** For each role that is out of its band and not left so, one to three corrections from foods of the larder. */
export function adviceOf(sheet: Worksheet, standing: Standing, larder: Larder, tables: SwapTables): readonly RowAdvice[] {
  const { part } = standing;
  if (!part) return [];
  const swapId = freshId(sheet, 'q');
  let index = 0;
  return standing.rows
    .filter(({ state, left }) => (state === 'low' || state === 'high') && !left)
    .map((row) => ({
      row,
      ways: correctionsFor(standing, row, larder, tables)
        .slice(0, MOST_WAYS)
        .map((correction) => ({ proposal: asProposal(correction, part.id, swapId, index++), measures: correction.measures, energyKcal: correction.energyKcal })),
    }));
}

/**
 * The way back to the original's own thickness where the rebuild is noticeably thicker or thinner and still as its class wants it:
 * offered, not asked for. Undefined where there is nothing to bring back, or where it would strain another role.
 */
export function asThickAsBefore(sheet: Worksheet, standing: Standing, larder: Larder, tables: SwapTables): Proposal | undefined {
  const row = standing.rows.find(({ role }) => role === 'thickness');
  const { part } = standing;
  // How thick an unfrozen ice is decides little: what freezes of it does.
  if (!part || !row?.band || standing.product?.bands.ice !== undefined || row.state === 'low' || row.state === 'high' || row.original === undefined || row.rebuild === undefined)
    return undefined;
  const by = row.rebuild - row.original;
  if (Math.abs(by) < roleOf('thickness').noticedLeast) return undefined;
  const asked: StandingRow = { ...row, state: by > 0 ? 'high' : 'low' };
  const now = unrestOf(measuresOf(standing.sums), standing.rows);
  const [way] = waysFor({ standing, row: asked, aim: aimOf(asked) ?? row.original, larder, tables }).filter(({ unrest }) => unrest <= now + 1e-6);
  return way && asProposal({ ...way, cost: 0 }, part.id, freshId(sheet, 'q'), 0);
}
