import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { boughtSchema, formulaSchema, lookedUpSchema, type ShippedLarder } from '@fellmist/contract';
import {
  type SwapTables,
  type Larder,
  classOf,
  linesNamed,
  openSwap,
  readRecipeText,
  settleAll,
  settleLiquid,
  startWorksheet,
  stockLarder,
  type SwapRule,
  type Worksheet,
} from '@fellmist/core';
import { type Vessel } from '@fellmist/core/bake';
import * as z from 'zod';
import { addDays, formatISO, parseISO } from 'date-fns';
import { putBought } from '../store/bought';
import { countFormulas, createFormula, saveTry } from '../store/formulas';
import { type LarderStore } from '../store/larderStore';
import { setBakes } from './setBakes';
import { setPlan } from './setPlan';
import { steadyId } from './steadyId';

const household = z.array(
  z.strictObject({
    file: z.string(),
    classId: z.string(),
    goals: formulaSchema.shape.goals,
    notes: z.array(z.string()).default([]),
    tries: z
      .array(
        z.strictObject({
          label: z.string(),
          at: z.string(),
          /** Number of the try it grows from; absent, the one before. */
          from: z.number().int().positive().optional(),
          swaps: z.array(z.strictObject({ from: z.string(), rule: z.string(), share: z.number() })),
          /** Whether all corrections of the balance are taken, or the liquid alone. */
          settled: z.boolean().default(false),
        }),
      )
      .min(1),
  }),
);

function swap(sheet: Worksheet, from: string, rule: SwapRule, share: number, larder: Larder, tables: SwapTables): Worksheet {
  const [line] = linesNamed(sheet.rebuild, from, larder);
  if (!line) throw new Error(`demo household: no line holds "${from}"`);
  const opened = openSwap(sheet, line.id, rule, share, larder, classOf(sheet.rebuild, tables));
  if (!opened.ok) throw new Error(`demo household: ${opened.error}`);
  return settleLiquid(opened.sheet, larder, tables);
}

const ago = z.number().int();
const larderTable = z.strictObject({
  packs: z.array(
    z.strictObject({
      id: z.string(),
      code: z.string(),
      price: z.number(),
      measuresG: z.record(z.string(), z.number()).default({}),
      cup: z.strictObject({ cupMl: z.number(), massesG: z.array(z.number()) }).optional(),
      thirstTests: z.array(z.strictObject({ powderG: z.number(), waterG: z.number(), daysAgo: ago })).default([]),
      note: z.string().default(''),
      leftG: z.number().optional(),
      openedDaysAgo: ago.optional(),
      bestInDays: ago.optional(),
    }),
  ),
  /** Bought as they come: a price, no label copied and no stock kept. */
  staples: z.array(z.strictObject({ id: z.string(), name: z.string(), kindId: z.string(), netG: z.number(), price: z.number() })),
  /** Bought elsewhere, to compare with. */
  bought: z.array(boughtSchema).default([]),
  leftOvers: z.array(z.strictObject({ id: z.string(), foodId: z.string(), leftG: z.number(), openedDaysAgo: ago, note: z.string() })),
});

/** Stocks the demo larder: packs from the label shelf with the household's own weighings, prices and dates around today. */
function stockTable(larderStore: LarderStore, folder: string): void {
  const shelf = z.array(lookedUpSchema).parse(JSON.parse(readFileSync(join(folder, 'label-shelf.json'), 'utf8')));
  const { packs, staples, leftOvers, bought } = larderTable.parse(JSON.parse(readFileSync(join(folder, 'demo', 'larder.json'), 'utf8')));
  const dayIn = (days: number): string => formatISO(addDays(parseISO(larderStore.today), days), { representation: 'date' });
  for (const { id, code, price, measuresG, cup, thirstTests, note, leftG, openedDaysAgo, bestInDays } of packs) {
    const found = shelf.find((pack) => pack.code === code);
    if (!found) throw new Error(`demo larder: no pack has the code ${code}`);
    const { name, kindId, label, netG, allergens, mayContain } = found;
    const tests = thirstTests.map((test, i) => ({ id: `t${i + 1}`, powderG: test.powderG, waterG: test.waterG, on: dayIn(-test.daysAgo) }));
    const pack = {
      id,
      name,
      kindId,
      barcode: code,
      label,
      netG,
      mayContain,
      price,
      measuresG,
      thirstTests: tests,
      note,
      ...(cup ? { cup } : {}),
      ...(allergens ? { allergens } : {}),
    };
    larderStore.savePack(pack, 0);
    if (leftG === undefined) continue;
    const dates = { ...(openedDaysAgo === undefined ? {} : { openedOn: dayIn(-openedDaysAgo) }), ...(bestInDays === undefined ? {} : { bestBefore: dayIn(bestInDays) }) };
    larderStore.putStock({ id: `stock-${id}`, foodId: id, leftG, ...dates, origin: 'pack', note: '' });
  }
  for (const staple of staples) larderStore.savePack({ ...staple, mayContain: [], measuresG: {}, thirstTests: [], note: '' }, 0);
  for (const treat of bought) putBought(larderStore.db, treat, `${larderStore.today}T08:00:00.000Z`);
  for (const { id, foodId, leftG, openedDaysAgo, note } of leftOvers) {
    larderStore.putStock({ id, foodId, leftG, openedOn: dayIn(-openedDaysAgo), origin: 'left over', note });
  }
}

/** Fills an empty shelf and larder with the demo household: its recipes are read and rebuilt by the same core as any other. */
export function setTable(larderStore: LarderStore, shipped: ShippedLarder, vessels: readonly Vessel[], dataFolder: string): void {
  const { db } = larderStore;
  const folder = join(dataFolder, 'demo');
  if (countFormulas(db) > 0) return;
  const larder = stockLarder(shipped.foods);
  const rules = new Map(shipped.rules.map((rule) => [rule.id, rule]));
  const table = household.parse(JSON.parse(readFileSync(join(folder, 'household.json'), 'utf8')));
  for (const { file, classId, goals, notes, tries } of table) {
    const read = readRecipeText(readFileSync(join(folder, file), 'utf8'), larder, 'uk');
    if (!read.ok) throw new Error(`demo household, ${file}: ${read.error}`);
    const formulaId = steadyId(file);
    const start = startWorksheet({ ...read.formula, classId });
    const saved: { readonly id: string; readonly sheet: Worksheet }[] = [];
    tries.forEach(({ label, at, from, swaps, settled }, i) => {
      const parent = saved[(from ?? i) - 1];
      let sheet: Worksheet = parent?.sheet ?? { ...start, rebuild: { ...start.rebuild, notes: [...start.rebuild.notes, ...notes], ...(goals ? { goals } : {}) } };
      for (const { from: name, rule, share } of swaps) {
        const found = rules.get(rule);
        if (!found) throw new Error(`demo household: no rule "${rule}"`);
        sheet = swap(sheet, name, found, share, larder, shipped);
      }
      if (settled) sheet = settleAll(sheet, larder, shipped).sheet;
      const save = { tryId: steadyId(`${file} ${i}`), label, worksheet: sheet, ...(parent ? { parentId: parent.id } : {}) };
      if (i === 0) createFormula(db, formulaId, save, at);
      else saveTry(db, formulaId, saved.at(-1)?.id ?? '', save, at);
      saved.push({ id: save.tryId, sheet });
    });
  }
  stockTable(larderStore, dataFolder);
  setBakes(larderStore, shipped, vessels, dataFolder);
  setPlan(larderStore, dataFolder);
}
