import { inWeighingOrder, isOpen, pourState } from '@fellmist/core/bake';
import type { BakeDesk } from '../state/bakeDesk';
import { grams } from './grams';
import { SAY } from './words';

/** So many foods are shown ahead. */
const AHEAD = 4;

/** What comes after the food that is weighed now, each with what it wants. */
export function comingNext(desk: BakeDesk, nowId: string | undefined): readonly { readonly id: string; readonly name: string; readonly amount: string }[] {
  const bake = desk.bake();
  const wanted = (massG: number): string => grams(massG, massG < 10 ? 0.1 : 1);
  return (bake ? inWeighingOrder(bake) : [])
    .filter((one) => isOpen(one) && one.id !== nowId)
    .slice(0, AHEAD)
    .map((one) => ({
      id: one.id,
      name: desk.lineName(one),
      amount: one.owesG > 0 ? SAY.gMore(wanted(one.owesG)) : (one.spoon ?? (one.plannedG === undefined ? '' : `${wanted(one.plannedG)} g`)),
    }));
}

/** What was poured last, and what was kept of it that was off; undefined where nothing was poured yet. */
export function beforeWords(desk: BakeDesk, stepG: number): string | undefined {
  const bake = desk.bake();
  const last = [...(desk.events() ?? [])].reverse().find(({ kind, id }) => kind === 'poured' && bake?.lines.some(({ pours }) => pours.some(({ eventId }) => eventId === id)));
  const line = last?.kind === 'poured' ? bake?.lines.find(({ id }) => id === last.lineId) : undefined;
  if (!line) return undefined;
  const off = line.plannedG === undefined ? 0 : line.pouredG - line.plannedG;
  const isAsPlanned = line.plannedG === undefined || pourState(line.plannedG, line.pouredG, stepG) === 'good';
  const how = isAsPlanned ? '' : off > 0 ? SAY.overKept(grams(off, stepG)) : SAY.underKept(grams(-off, stepG));
  return SAY.beforeIt(desk.lineName(line).toLowerCase(), grams(line.pouredG, stepG), how);
}
