import { answersTo, type Larder } from '../food';
import { sumOfPart } from '../formula';
import { AT, consistencyWord, inKitchen, type LedgerRole, measureRole, readSum, roleOf, type SweetenerWarning, sweetenerWarnings } from '../role';
import { rowOf, type Standing } from '../swap';

/** What the heat and the scale after it said of a try. */
export interface Process {
  /** The highest that was read in the middle, °C. */
  readonly coreC?: number | undefined;
  readonly heatS?: number | undefined;
  readonly reckonedS?: number | undefined;
  /** Of what went into the heat, the share that was gone after it. */
  readonly lossShare?: number | undefined;
}

export type ProcessFault = 'core low' | 'core high' | 'short' | 'long' | 'lost much' | 'lost little';

/** What a cause is suspected from. Groups of foods begin with "@". */
export type Evidence =
  | { readonly role: LedgerRole; readonly is: 'low' | 'high' | 'any'; readonly below?: number }
  | { readonly foods: readonly string[]; readonly of: 'mix' | 'dry'; readonly above: number }
  | { readonly protein: readonly string[] }
  | { readonly sweetener: SweetenerWarning['kind'] }
  | { readonly process: ProcessFault }
  /** Nothing that a formula shows: a question to whoever baked it. */
  | { readonly asks: string };

export interface Finding {
  /** The figures behind it, as a sentence. */
  readonly words: string;
  /** How much speaks for it: above 1 where something is outside of what is usual, below where it only leans that way, 0 for a question. */
  readonly strength: number;
}

export interface Scene {
  readonly standing: Standing;
  readonly process: Process;
  readonly larder: Larder;
}

/** A role within this part of its band's ends leans that way. House value. */
const LEANS = 0.25;
/** Times in the heat beyond these shares of what is reckoned are short or long. House values. */
const [SHORT, LONG] = [0.85, 1.2];
/** °C above the end of what is wanted from which a middle is past its done. House value. */
const PAST_DONE_C = 2;
const LEANING = 0.5;
const ENDS = { low: 'lower', high: 'upper' } as const;
const THICKNESS_ENDS = { low: 'thinner', high: 'thicker' } as const;

function roleFound({ standing }: Scene, { role, is, below = Infinity }: Extract<Evidence, { readonly role: LedgerRole }>): Finding | undefined {
  const row = rowOf(standing, role);
  const { name } = roleOf(role);
  const now = measureRole(role, standing.sums);
  if (now === undefined || now >= below) return undefined;
  const { unit, times, digits } = inKitchen(role);
  const say = (amount: number): string => (role === 'thickness' ? `“${consistencyWord(amount)}”` : (amount * times).toFixed(digits));
  const said = `${name} is ${say(now)}${role === 'thickness' ? '' : ` ${unit}`}`;
  if (!row?.band) return is === 'any' ? { words: `${said}.`, strength: LEANING } : undefined;
  const { low, high } = row.band;
  const usual = say(low) === say(high) ? say(low) : `${say(low)} to ${say(high)}`;
  const place = (now - low) / Math.max(high - low, 1e-6);
  const side = place < LEANS ? 'low' : place > 1 - LEANS ? 'high' : 'middle';
  if (is !== 'any' && side !== is) return undefined;
  if (row.state === 'low' || row.state === 'high') return { words: `${said}: ${row.state === 'low' ? 'below' : 'above'} ${usual}.`, strength: 1 + Math.min(row.off, 1) };
  const end = role === 'thickness' ? THICKNESS_ENDS : ENDS;
  const within = side === 'middle' ? 'well within what is usual' : `at the ${end[side]} end of what is usual`;
  return { words: `${said}, ${within}${usual === say(now) ? '' : ` (${usual})`}.`, strength: LEANING };
}

function shareFound({ standing, larder }: Scene, foods: readonly string[], of: 'mix' | 'dry', above: number): Finding | undefined {
  if (!standing.part) return undefined;
  const [allG, dryG] = [readSum(standing.sums, AT.massG), readSum(standing.sums, AT.flourG) + readSum(standing.sums, AT.powderG)];
  if (of === 'dry' && dryG < MAKES_THE_CRUMB * allG) return undefined;
  const whole = of === 'mix' ? allG : dryG;
  const lines = standing.part.lines.flatMap(({ foodId, massG }) => {
    const food = foodId === undefined ? undefined : larder.foods.get(foodId);
    return food && massG && answersTo(food).some((name) => foods.includes(name)) ? [{ food, massG }] : [];
  });
  const massG = lines.reduce((sum, line) => sum + line.massG, 0);
  const share = whole > 0 ? Math.min(massG / whole, 1) : 0;
  if (share < above || !lines[0]) return undefined;
  const names = [...new Set(lines.map(({ food }) => food.name))].join(', ');
  return { words: `${names}: ${massG.toFixed(0)} g, ${(share * 100).toFixed(0)} % of ${of === 'mix' ? 'the mix' : 'flours and powders'}.`, strength: 1 + (share - above) };
}

function proteinFound({ standing, larder }: Scene, foods: readonly string[]): Finding | undefined {
  const over = standing.overProtein.find(({ limit }) => foods.some((name) => limit.foods.includes(name)));
  if (!over || !standing.part) return undefined;
  const names = sumOfPart(standing.part, larder).tallies.filter(({ lineId }) => over.lineIds.includes(lineId));
  const said = [...new Set(names.map(({ lineId }) => standing.part?.lines.find(({ id }) => id === lineId)?.name ?? ''))].join(', ');
  const [share, most] = [over.share, over.limit.mostShare].map((one) => (one * 100).toFixed(0));
  return { words: `${said}: ${share ?? ''} % of flours and powders, above ${most ?? ''} %.`, strength: 1 + (over.share - over.limit.mostShare) };
}

function processFound({ standing, process }: Scene, fault: ProcessFault): Finding | undefined {
  const { coreC, heatS, reckonedS, lossShare } = process;
  const { coreC: wanted, loss } = standing.product ?? {};
  if (fault === 'core low' || fault === 'core high') {
    if (coreC === undefined || !wanted) return undefined;
    const isOff = fault === 'core low' ? coreC < wanted[0] : coreC > wanted[1] + PAST_DONE_C;
    return isOff ? { words: `Its middle was ${coreC.toFixed(0)} °C; ${wanted[0]} to ${wanted[1]} °C is wanted.`, strength: 1.5 } : undefined;
  }
  if (fault === 'short' || fault === 'long') {
    if (heatS === undefined || reckonedS === undefined || reckonedS <= 0) return undefined;
    const isOff = fault === 'short' ? heatS < SHORT * reckonedS : heatS > LONG * reckonedS;
    return isOff ? { words: `It was in the heat ${Math.round(heatS / 60)} minutes; ${Math.round(reckonedS / 60)} were reckoned.`, strength: 1.2 } : undefined;
  }
  if (lossShare === undefined || !loss) return undefined;
  const isOff = fault === 'lost much' ? lossShare > loss.high : lossShare < loss.low;
  const usual = `${(loss.low * 100).toFixed(0)} to ${(loss.high * 100).toFixed(0)} %`;
  return isOff ? { words: `It lost ${(lossShare * 100).toFixed(0)} % in the heat; ${usual} is usual.`, strength: 1.2 } : undefined;
}

/** Flours and powders that are less than this share of a mix do not make its crumb: what the rest is, does. House value. */
const MAKES_THE_CRUMB = 0.12;

const ROOM_C = 20;

/** Whether a try shows what a cause is suspected from, with the figures; undefined where it does not. */
export function findEvidence(evidence: Evidence, scene: Scene): Finding | undefined {
  if ('role' in evidence) return roleFound(scene, evidence);
  if ('foods' in evidence) return shareFound(scene, evidence.foods, evidence.of, evidence.above);
  if ('protein' in evidence) return proteinFound(scene, evidence.protein);
  if ('process' in evidence) return processFound(scene, evidence.process);
  if ('asks' in evidence) return { words: evidence.asks, strength: 0 };
  const warning = sweetenerWarnings(scene.standing.sums, scene.standing.product?.servedC ?? ROOM_C).find(({ kind }) => kind === evidence.sweetener);
  return warning && { words: warning.words, strength: 1.5 };
}
