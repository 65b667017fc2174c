import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { nextSaturday, set } from 'date-fns';
import * as z from 'zod';
import { type LarderStore } from '../store/larderStore';
import { putPlan } from '../store/plans';
import { steadyId } from './steadyId';

const table = z.strictObject({
  name: z.string(),
  hour: z.number().int().min(0).max(23),
  treats: z.array(z.strictObject({ file: z.string(), vesselId: z.string().optional(), count: z.number().int().optional() })),
});

/** The demo household's coming Saturday: the loaf and the cookies want the oven at one moment, at different heats. */
export function setPlan({ db }: LarderStore, dataFolder: string): void {
  const { name, hour, treats } = table.parse(JSON.parse(readFileSync(join(dataFolder, 'demo', 'plan.json'), 'utf8')));
  const now = new Date();
  const serveAt = set(nextSaturday(now), { hours: hour, minutes: 0, seconds: 0, milliseconds: 0 }).toISOString();
  const planned = Object.fromEntries(treats.map(({ file, ...tin }, place) => [`t${place + 1}`, { formulaId: steadyId(file), place, ...tin }]));
  putPlan(db, steadyId('plan'), { name, from: 'serving', serveAt, room: {}, treats: planned, held: {} }, now.toISOString());
}
