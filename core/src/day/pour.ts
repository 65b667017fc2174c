import { type Larder } from '../food';
import { type Formula, mainPart, sumsOfPart } from '../formula';
import { type ProductClass } from '../product';
import { consistencyOf, doesOnSpoon, measuresOf, roleOf, turnOf } from '../role';
import { FACTORS, movedRoles, scaleFormula } from '../vessel';
import { type Bake, type BakeLine } from './state';

/** Part of a target by which a pour may be off and is still right. House value. */
const GOOD = 0.02;

/** The grams from and to which a pour is good: a fiftieth of it, or a step of the scale. */
export function goodPour(targetG: number, scaleStepG: number): readonly [low: number, high: number] {
  const slack = Math.max(targetG * GOOD, scaleStepG);
  return [Math.max(targetG - slack, 0), targetG + slack];
}

export type PourState = 'short' | 'good' | 'over';

export function pourState(targetG: number, pouredG: number, scaleStepG: number): PourState {
  const [low, high] = goodPour(targetG, scaleStepG);
  return pouredG < low ? 'short' : pouredG > high ? 'over' : 'good';
}

/** What the balance says of one formula against another, in words: thickness, and the roles that moved by what is noticed. */
export function answerOf(before: Formula, now: Formula, larder: Larder, product?: ProductClass): string {
  const [a, b] = [mainPart(before, larder), mainPart(now, larder)];
  const [was, is] = [a && consistencyOf(sumsOfPart(a, larder)), b && consistencyOf(sumsOfPart(b, larder))];
  const turn = was && is && turnOf(was, is);
  const measures = b && measuresOf(sumsOfPart(b, larder));
  const [first, ...rest] = movedRoles(before, now, larder)
    .filter(({ role }) => role !== 'thickness')
    .map(({ role, name, before: from, now: to }) => {
      const band = product?.bands[role];
      const value = measures?.[role];
      const isOut = band && value !== undefined && (value < band.low || value > band.high) && from >= band.low && from <= band.high;
      const [low, high] = roleOf(role).strains;
      return isOut ? `${name.toLowerCase()} leaves its band: ${value < band.low ? low : high}` : `${to > from ? 'more' : 'less'} ${name.toLowerCase()}`;
    });
  const thick =
    was?.kind === 'reckoned' && is?.kind === 'reckoned' && was.word !== is.word ? `it ${doesOnSpoon(is.word)} where the plan ${doesOnSpoon(was.word)}` : turn && `a little ${turn}`;
  const said = [thick, first, ...rest].filter((one) => one !== undefined);
  return said.length > 0 ? said.join('; ') : 'nothing that is noticed';
}

export interface PourChoice {
  readonly kind: 'keep' | 'take back' | 'pour more' | 'scale the rest';
  readonly words: string;
  /** What the balance says to it. */
  readonly answer: string;
  readonly massG?: number;
  readonly factor?: number;
}

/** Nobody makes more than so many times the batch, or less than that part of it, because of one pour. House value. */
const MOST_RESCALED = 2;

/** So many times the plan, or that part of it, is more likely a slip of the hand than a wish: what mends it comes first. House value. */
const SLIP = 4;

/** With one line at another weight, all else as planned. */
function withLine(formula: Formula, lineId: string, massG: number): Formula {
  return { ...formula, parts: formula.parts.map((part) => ({ ...part, lines: part.lines.map((line) => (line.id === lineId ? { ...line, massG } : line)) })) };
}

/**
 * What can be done about a pour that is off its target, each with what the balance says to it before it is chosen: keep
 * it, take the surplus back (from what can be taken back), or scale the rest to it. The first is what most would do.
 */
export function pourChoices(bake: Bake, line: BakeLine, larder: Larder, scaleStepG: number, product?: ProductClass): readonly PourChoice[] {
  const target = line.plannedG;
  if (target === undefined || target <= 0 || line.pouredG <= 0 || pourState(target, line.pouredG, scaleStepG) === 'good') return [];
  const ratio = line.pouredG / target;
  const off = Math.abs(line.pouredG - target);
  const grams = off >= 10 ? off.toFixed(0) : String(Number(off.toFixed(1)));
  const kept = withLine(bake.plan, line.id, line.pouredG);
  const factor = bake.factor * ratio;
  const times = Math.max(ratio, 1 / ratio);
  const isSlip = times >= SLIP;
  const slip = isSlip ? `${times < 10 ? times.toFixed(0) : 'ten or more'} times ${ratio > 1 ? 'the plan' : 'less than planned'}; ` : '';
  const keep: PourChoice = { kind: 'keep', words: 'Keep it', answer: `${slip}${answerOf(bake.plan, kept, larder, product)}` };
  const mend: PourChoice =
    ratio > 1
      ? { kind: 'take back', words: `Take ${grams} g back`, answer: isSlip ? 'as planned; also where it was mistyped' : 'as planned', massG: off }
      : { kind: 'pour more', words: `Pour ${grams} g more`, answer: 'as planned', massG: off };
  const choices = isSlip ? [mend, keep] : [keep, mend];
  if (factor >= FACTORS.least && factor <= FACTORS.most && times <= MOST_RESCALED) {
    const percent = Math.round(Math.abs(ratio - 1) * 100);
    // What is in the bowl already stays in it: less of the rest does not take it out again.
    const again = bake.lines
      .filter(({ id, pouredG, plannedG = 0 }) => id !== line.id && pouredG > plannedG * ratio)
      .reduce((formula, { id, pouredG }) => withLine(formula, id, pouredG), scaleFormula(bake.plan, ratio));
    const waiting = bake.lines.filter(
      ({ id, state, pouredG, plannedG = 0 }) => id !== line.id && state === 'poured' && ratio > 1 && plannedG * ratio - pouredG > scaleStepG,
    ).length;
    const more = waiting > 0 ? `; ${waiting === 1 ? 'one line' : `${waiting} lines`} poured before ${waiting === 1 ? 'gets' : 'get'} a little more` : '';
    choices.push({
      kind: 'scale the rest',
      words: `Scale the rest by ${percent} % ${ratio > 1 ? 'more' : 'less'}`,
      answer: `${answerOf(bake.plan, again, larder, product)}, ${percent} % ${ratio > 1 ? 'more' : 'less'} of the whole${more}`,
      factor,
    });
  }
  return choices;
}
