import { type Food } from '../food';
import { unitById } from '../quantity';
import { type Line } from './formula';

/** Whether grams are those of one tin or of a few of them, within a twentieth. */
function isOfTins(massG: number, eachG: number): boolean {
  const count = Math.round(massG / eachG);
  return count > 0 && Math.abs(massG - count * eachG) <= eachG / 20;
}

/** What a tin or jar holds is less than its label says once it is drained; "drained (240 g)" is what is left of it, where no label says so much. */
export function drained(massG: number, line: Line, food: Food | undefined): number {
  const [share, net] = [food?.measuresG['can'], food?.measuresG['can net']];
  const isMass = line.amount && unitById(line.amount.unit).kind === 'mass';
  if (!line.tinned || !isMass || share === undefined || net === undefined) return massG;
  return /drained/i.test(line.text) && isOfTins(massG, share) && !isOfTins(massG, net) ? massG : (massG * share) / net;
}
