import { type Larder } from '../food';
import { type Line } from '../formula';
import { type LedgerRole, measuresOf, roleOf } from '../role';
import { asProposal, correctionsFor } from './correct';
import { type SwapTables } from './swapTables';
import { acceptProposal, settleOpen } from './decide';
import { askingRows, type Standing, standingOf, unrestOf } from './standing';
import { freshId, type Proposal, type ProposalAction, type Worksheet } from './worksheet';

export interface Settled {
  readonly sheet: Worksheet;
  /** What was taken to get there, in order. */
  readonly taken: readonly Proposal[];
  /** Roles that nothing in the kitchen brings into band, and why. */
  readonly unmet: readonly { readonly role: LedgerRole; readonly words: string }[];
}

/** Corrections taken in one go before it gives up. House value. */
const MOST_STEPS = 5;
/** A correction that is more than this share of the mix is no correction any more: it is another recipe. House value. */
const ABSURD = 0.25;
const ABSURD_LIQUID = 0.5;

/** To take away what a swap brought would undo the baker: that is offered, never settled. */
function undoes(action: ProposalAction, { part, company }: Standing): boolean {
  const line = action.kind === 'less' ? part?.lines.find(({ id }) => id === action.lineId) : undefined;
  const origin = line?.origin;
  if (line?.foodId !== undefined && company().brought.has(line.foodId)) return true;
  return origin?.kind === 'swapped' || (origin?.kind === 'added' && origin.why === 'side change');
}

/** Nobody takes from one line, or adds of one food, bit by bit. */
function isOfTheSame(one: ProposalAction, other: ProposalAction): boolean {
  if (one.kind === 'less' && other.kind === 'less') return one.lineId === other.lineId;
  return one.kind === 'add' && other.kind === 'add' && one.foodId === other.foodId;
}

/** What was just taken away is not poured back in for something else. */
function isBack(one: ProposalAction, other: ProposalAction, lines: readonly Line[]): boolean {
  return one.kind === 'less' && other.kind === 'add' && lines.find(({ id }) => id === one.lineId)?.foodId === other.foodId;
}

function step(
  sheet: Worksheet,
  standing: Standing,
  larder: Larder,
  tables: SwapTables,
  taken: readonly Proposal[],
): { readonly sheet: Worksheet; readonly proposal: Proposal } | undefined {
  const { part } = standing;
  if (!part) return undefined;
  const massG = Math.max(standing.sums[0] ?? 0, 1);
  const [best] = askingRows(standing)
    .flatMap((row) => correctionsFor(standing, row, larder, tables).slice(0, 2))
    .filter(({ role, action }) => role === 'thickness' || !undoes(action, standing))
    .filter(({ action }) => !taken.some((one) => isOfTheSame(one.action, action) || isBack(one.action, action, part.lines)))
    .filter(({ role, action }) => action.kind === 'step' || action.kind === 'replace' || action.massG <= (role === 'thickness' ? ABSURD_LIQUID : ABSURD) * massG)
    .sort((a, b) => a.cost - b.cost);
  if (!best) return undefined;
  const proposal = asProposal(best, part.id, freshId(sheet, 'q'), 0);
  return { sheet: acceptProposal(sheet, proposal, larder), proposal };
}

/** Takes everything open, then the first liquid correction that the thickness calls for. */
export function settleLiquid(sheet: Worksheet, larder: Larder, tables: SwapTables): Worksheet {
  const settled = settleOpen(sheet, larder);
  const standing = standingOf(settled, larder, tables);
  const row = askingRows(standing).find(({ role }) => role === 'thickness');
  const [first] = row ? correctionsFor(standing, row, larder, tables) : [];
  return first && standing.part ? acceptProposal(settled, asProposal(first, standing.part.id, freshId(settled, 'q'), 0), larder) : settled;
}

function unmetWords(standing: Standing): Settled['unmet'] {
  return askingRows(standing).map(({ role, state }) => {
    const facts = roleOf(role);
    const end = facts.ends[state === 'low' ? 0 : 1];
    return { role, words: `${facts.name} stays too near “${end}”: nothing that a baker would put here brings it back without pushing another role out.` };
  });
}

/** The sheet replayed with some corrections left out. */
function replay(start: Worksheet, taken: readonly Proposal[], without: number, larder: Larder): Worksheet {
  return taken.reduce((sheet, proposal, i) => (i === without ? sheet : acceptProposal(sheet, proposal, larder)), start);
}

interface Calm {
  readonly asking: number;
  readonly unrest: number;
}

function calmOf(sheet: Worksheet, larder: Larder, tables: SwapTables): Calm {
  const standing = standingOf(sheet, larder, tables);
  return { asking: askingRows(standing).length, unrest: unrestOf(measuresOf(standing.sums), standing.rows) };
}

/** Widths of a band: what brings no role into its band and all of them together no nearer than that only moves the trouble. House value. */
const WORTH = 0.1;

/** The first smaller set that leaves the ledger about as calm; undefined where every correction is needed. */
function leaner(start: Worksheet, taken: readonly Proposal[], calm: Calm, larder: Larder, tables: SwapTables): { sheet: Worksheet; taken: readonly Proposal[] } | undefined {
  for (let i = 0; i < taken.length; i++) {
    const sheet = replay(start, taken, i, larder);
    const now = calmOf(sheet, larder, tables);
    if (now.asking <= calm.asking && now.unrest <= calm.unrest + WORTH) return { sheet, taken: taken.filter((_one, at) => at !== i) };
  }
  return undefined;
}

/**
 * Takes everything open, then a small set of corrections that brings every role into its band: each step takes the one
 * that leaves the calmest ledger, and what turns out not to be needed is dropped again. Says which roles cannot be met.
 */
export function settleAll(sheet: Worksheet, larder: Larder, tables: SwapTables): Settled {
  const start = settleOpen(sheet, larder);
  let current = start;
  let taken: readonly Proposal[] = [];
  for (let i = 0; i < MOST_STEPS; i++) {
    const next = step(current, standingOf(current, larder, tables), larder, tables, taken);
    if (!next) break;
    current = next.sheet;
    taken = [...taken, next.proposal];
  }
  const calm = calmOf(current, larder, tables);
  for (let fewer = leaner(start, taken, calm, larder, tables); fewer; fewer = leaner(start, taken, calm, larder, tables)) {
    current = fewer.sheet;
    taken = fewer.taken;
  }
  return { sheet: current, taken, unmet: unmetWords(standingOf(current, larder, tables)) };
}
