import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type ShippedLarder, vesselSchema } from '@fellmist/contract';
import { classOf, mainPart } from '@fellmist/core';
import { type BakeAct, type BakeEvent, bakingTime, fitOf, inWeighingOrder, realMass, thermalOf, type Vessel, volumeOf } from '@fellmist/core/bake';
import { addDays, differenceInCalendarDays, formatISO, parseISO, subDays } from 'date-fns';
import * as z from 'zod';
import { beginBake, readBake, tellBake } from '../store/bakes';
import { foldedBake } from '../store/foldedBake';
import { readFormula } from '../store/formulas';
import { type LarderStore } from '../store/larderStore';
import { putVessel } from '../store/vessels';
import { steadyId } from './steadyId';

const table = z.strictObject({
  vessels: z.array(vesselSchema.omit({ mark: true, source: true })),
  bakes: z.array(
    z.strictObject({
      file: z.string(),
      at: z.string(),
      factor: z.number().positive().optional(),
      vesselId: z.string(),
      /** How far a food's pour was off, as a factor. */
      pours: z.record(z.string(), z.number()),
      /** So many lines were poured; all, where it does not say. */
      lines: z.number().int().optional(),
      /** Part of what went in that the weighed yield lost. */
      loss: z.number().optional(),
      leftBehindG: z.number().optional(),
      /** The oven it was in, and for how long. */
      oven: z.strictObject({ ovenC: z.number(), minutes: z.number() }).optional(),
      pieces: z.array(z.number()).optional(),
      kept: z.strictObject({ place: z.enum(['fridge', 'freezer']), portions: z.number() }).optional(),
      /** Portions eaten since, so many days before today; and plates laid on the day, by whom. */
      eaten: z.array(z.strictObject({ daysAgo: z.number().int().min(0), name: z.string() })).default([]),
      plates: z.array(z.strictObject({ name: z.string(), portions: z.number() })).default([]),
      note: z.string().optional(),
      tasted: z.array(z.strictObject({ taster: z.string(), overall: z.number(), scales: z.record(z.string(), z.number()), faults: z.array(z.string()).default([]) })).default([]),
      finished: z.boolean(),
    }),
  ),
});

/** The day that the rows are written for: on a later one all of them lie as long ago as they did then. */
const WRITTEN_ON = '2026-11-27';

type Row = z.infer<typeof table>['bakes'][number];

/** What a bake of the demo household tells, from the beginning to what came out. */
function setBake(larderStore: LarderStore, shipped: ShippedLarder, row: Row, vessel: Vessel, id: string): void {
  const { db, larder, contents } = larderStore;
  const stored = readFormula(db, steadyId(row.file));
  if (!stored) throw new Error(`demo bakes: no formula from ${row.file}`);
  let turn = 0;
  const event = (act: BakeAct): BakeEvent => ({ ...act, id: steadyId(`${id} ${(turn += 1)}`), teller: 'demo', turn, at: row.at });
  const planned = event({ kind: 'planned', formulaId: stored.id, tryId: stored.thisTry.id }) as BakeEvent & { readonly kind: 'planned' };
  const bake = beginBake(db, id, planned, row.at);
  if (!bake) throw new Error(`demo bakes: ${row.file} did not begin`);
  const kitchen = contents.settings.settings;
  const tell = (...acts: readonly BakeAct[]): void => {
    if (acts.length > 0) tellBake(db, id, acts.map(event), row.at);
  };
  const now = () => foldedBake(readBake(db, id) ?? bake, larder, kitchen);
  tell({ kind: 'vessel chosen', vessel, count: 1 }, ...(row.factor === undefined ? [] : [{ kind: 'scaled' as const, factor: row.factor, words: `${row.factor} times` }]));
  const pours = inWeighingOrder(now())
    .slice(0, row.lines)
    .map(({ id: lineId, plannedG = 0, spoon, foodId = '' }): BakeAct => {
      const massG = Number((plannedG * (row.pours[foodId] ?? 1)).toFixed(1));
      return { kind: 'poured', lineId, massG, by: spoon === undefined ? 'scale' : 'spoon', foodId };
    });
  tell(...pours);
  if (row.oven) {
    const outAt = Date.parse(row.at);
    const part = mainPart(now().exact, larder);
    const [product, thermal] = [classOf(bake.formula, contents), part && thermalOf(part, larder)];
    const setting = { ovenC: row.oven.ovenC, isFan: false, isInBath: false, startC: 21 };
    const volume = part && volumeOf(part, larder, product, now().exact.portions);
    const time = thermal && volume ? bakingTime({ fit: fitOf(vessel, 1, volume, product), volume, thermal, product, setting }) : 'never';
    const heat = { ...setting, ...(typeof time === 'string' ? {} : { reckonedS: time.plainS }) };
    const into = event({ kind: 'into the heat', heat });
    tellBake(db, id, [{ ...into, at: new Date(outAt - row.oven.minutes * 60_000).toISOString() }, event({ kind: 'out of the heat' })], row.at);
  }
  if (row.leftBehindG !== undefined) tell({ kind: 'left behind', where: 'in the bowl', massG: row.leftBehindG });
  if (row.loss !== undefined) {
    const tareG = vessel.emptyG ?? 0;
    tell({ kind: 'yield weighed', massG: Math.round((realMass(now()) - (row.leftBehindG ?? 0)) * (1 - row.loss)) + tareG, tareG });
  }
  if (row.pieces) tell({ kind: 'portioned', into: { by: 'pieces' } }, ...row.pieces.map((massG): BakeAct => ({ kind: 'portion cut', massG, name: '' })));
  if (row.plates.length > 0) tell(...row.plates.map((plate): BakeAct => ({ kind: 'plated', ...plate, toppings: [], lines: [] })));
  if (row.kept) {
    const keeping = classOf(bake.formula, shipped)?.keeping;
    const days = row.kept.place === 'fridge' ? keeping?.fridgeDays : keeping?.freezerDays;
    tell({ kind: 'kept', ...row.kept, ...(days ? { useBy: formatISO(addDays(parseISO(row.at), days), { representation: 'date' }) } : {}) });
  }
  if (row.note !== undefined) tell({ kind: 'note', text: row.note });
  tell(...row.tasted.map((score): BakeAct => ({ kind: 'tasted', ...score })));
  if (row.finished) tell({ kind: 'finished' });
  for (const { daysAgo, name } of row.eaten) {
    const at = subDays(parseISO(`${larderStore.today}T16:10:00.000Z`), daysAgo).toISOString();
    if (row.kept) tellBake(db, id, [{ ...event({ kind: 'eaten', place: row.kept.place, portions: 1, name }), at }], at);
  }
}

/** The demo household's tins and what it baked of late: what is done, with its tasters' scores, and one half weighed. */
export function setBakes(larderStore: LarderStore, shipped: ShippedLarder, vessels: readonly Vessel[], dataFolder: string): void {
  const late = Math.max(differenceInCalendarDays(parseISO(larderStore.today), parseISO(WRITTEN_ON)), 0);
  const { vessels: own, bakes } = table.parse(JSON.parse(readFileSync(join(dataFolder, 'demo', 'bakes.json'), 'utf8')));
  const all = [...own.map((vessel) => ({ ...vessel, mark: 'M' as const, source: 'invented, for the demo' })), ...vessels] as readonly Vessel[];
  for (const vessel of all.slice(0, own.length)) putVessel(larderStore.db, vessel, `${larderStore.today}T00:00:00.000Z`);
  bakes.forEach((row, i) => {
    const vessel = all.find(({ id }) => id === row.vesselId);
    if (!vessel) throw new Error(`demo bakes: no vessel "${row.vesselId}"`);
    setBake(larderStore, shipped, { ...row, at: addDays(parseISO(row.at), late).toISOString() }, vessel, steadyId(`bake ${i} ${row.file}`));
  });
  larderStore.taught();
}
