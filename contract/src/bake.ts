import { type Allergen, type Figures, type Formula, LIMITS } from '@fellmist/core';
import {
  type BakeEvent,
  type InTheHeat,
  type Into,
  INTO_AS,
  JUST_ABOUT_RIGHT,
  OVEN_C,
  OVERALL,
  type OvenLog,
  type Portioning,
  POURED_BY,
  SCALES,
  type Stage,
  type Topping,
  type Vessel,
  VESSEL_SHAPES,
  VESSEL_USES,
} from '@fellmist/core/bake';
import * as z from 'zod';
import { lineSchema } from './worksheet';

const id = z.string().min(1).max(80);
const words = z.string().max(LIMITS.line);
const grams = z.number().min(0).max(1e6);
const portions = z.number().positive().max(1000);

export const vesselSchema = z.strictObject({
  id,
  name: z.string().trim().min(1).max(80),
  shape: z.enum(VESSEL_SHAPES),
  use: z.enum(VESSEL_USES),
  acrossCm: z.number().min(1).max(100),
  lengthCm: z.number().min(1).max(100).optional(),
  heightCm: z.number().min(0.3).max(60),
  places: z.number().int().min(1).max(60),
  taper: z.number().min(0.4).max(1),
  measuredMl: z.number().min(5).max(30_000).optional(),
  emptyG: z.number().min(1).max(10_000).optional(),
  mark: z.enum(['S', 'P', 'M', 'H']),
  source: z.string().min(1).max(LIMITS.line),
}) satisfies z.ZodType<Vessel>;

const stage = z.strictObject({ id, words, lineIds: z.array(id).max(LIMITS.lines), then: z.string().max(LIMITS.text) }) satisfies z.ZodType<Stage>;

const portioning = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('number'), count: portions }),
  z.strictObject({ by: z.literal('weight'), eachG: grams.positive() }),
  z.strictObject({ by: z.literal('pieces') }),
]) satisfies z.ZodType<Portioning>;

const inTheHeat = z.strictObject({
  ovenC: z.number().min(OVEN_C.least).max(OVEN_C.most),
  isFan: z.boolean(),
  isInBath: z.boolean(),
  startC: z.number().min(-30).max(100),
  reckonedS: z.number().positive().max(86_400).optional(),
}) satisfies z.ZodType<InTheHeat>;

const topping = z.strictObject({ partId: id, massG: grams }) satisfies z.ZodType<Topping>;

const stamp = { id: z.uuid(), teller: z.string().min(1).max(60), turn: z.number().int().min(1).max(1e9), at: z.iso.datetime() };
const place = z.enum(['fridge', 'freezer']);

const chosen = z.strictObject({ vessel: vesselSchema, count: z.number().int().min(1).max(20) });
const into = z.strictObject({ as: z.enum(INTO_AS), vessels: z.array(chosen).max(2) }) satisfies z.ZodType<Into>;

/** One event of a bake, as the page tells it: its id makes it count once however often it is sent. */
export const bakeEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...stamp, kind: z.literal('planned'), formulaId: id, tryId: id, into: into.optional() }),
  z.strictObject({ ...stamp, kind: z.literal('scaled'), factor: z.number().positive().max(1000), words }),
  z.strictObject({ ...stamp, kind: z.literal('vessel chosen'), ...chosen.shape }),
  z.strictObject({ ...stamp, kind: z.literal('ordered'), stages: z.array(stage).max(100) }),
  z.strictObject({ ...stamp, kind: z.enum(['step begun', 'step done']), stageId: id }),
  z.strictObject({ ...stamp, kind: z.literal('tared'), bowl: z.string().trim().max(60).optional() }),
  z.strictObject({ ...stamp, kind: z.literal('poured'), lineId: id, massG: grams, by: z.enum(POURED_BY), foodId: id.optional() }),
  z.strictObject({ ...stamp, kind: z.literal('poured back'), lineId: id, massG: grams }),
  z.strictObject({ ...stamp, kind: z.literal('food changed'), lineId: id, foodId: id }),
  z.strictObject({ ...stamp, kind: z.literal('added'), partId: id, line: lineSchema }),
  z.strictObject({ ...stamp, kind: z.literal('left out'), lineId: id }),
  z.strictObject({
    ...stamp,
    kind: z.literal('tasted'),
    taster: z.string().trim().min(1).max(LIMITS.person),
    overall: z.number().int().min(OVERALL.least).max(OVERALL.most).optional(),
    scales: z.partialRecord(z.enum(SCALES), z.number().int().min(JUST_ABOUT_RIGHT.least).max(JUST_ABOUT_RIGHT.most)),
    faults: z.array(z.string().min(1).max(40)).max(30),
    text: z.string().max(500).optional(),
  }),
  z.strictObject({
    ...stamp,
    kind: z.literal('reading'),
    of: z.enum(['core', 'oven', 'room']),
    tempC: z.number().min(-60).max(400),
    reckonedS: z.number().positive().max(86_400).optional(),
  }),
  z.strictObject({ ...stamp, kind: z.literal('timer set'), timerId: id, name: words, seconds: z.number().int().min(1).max(604_800), says: words.optional() }),
  z.strictObject({ ...stamp, kind: z.literal('into the heat'), heat: inTheHeat }),
  z.strictObject({ ...stamp, kind: z.literal('out of the heat') }),
  z.strictObject({ ...stamp, kind: z.literal('timer rang'), timerId: id }),
  z.strictObject({ ...stamp, kind: z.enum(['looked', 'note']), text: words }),
  z.strictObject({ ...stamp, kind: z.literal('yield weighed'), massG: grams, tareG: grams }),
  z.strictObject({ ...stamp, kind: z.literal('left behind'), where: words, massG: grams, partId: id.optional() }),
  z.strictObject({ ...stamp, kind: z.literal('portioned'), into: portioning }),
  z.strictObject({ ...stamp, kind: z.literal('portion cut'), massG: grams.positive(), name: words }),
  z.strictObject({ ...stamp, kind: z.literal('plated'), name: words, portions, toppings: z.array(topping).max(40), lines: z.array(lineSchema).max(40) }),
  z.strictObject({ ...stamp, kind: z.literal('kept'), place, portions, useBy: z.iso.date().optional() }),
  z.strictObject({ ...stamp, kind: z.literal('eaten'), place: z.enum(['fridge', 'freezer', 'table']), portions, name: z.string().trim().max(LIMITS.person).optional() }),
  z.strictObject({ ...stamp, kind: z.literal('undone'), eventId: z.uuid() }),
  z.strictObject({ ...stamp, kind: z.literal('finished') }),
]) satisfies z.ZodType<BakeEvent>;

/** What is told at once: a page that was out of reach sends what it kept. */
export const bakeEventsSchema = z.array(bakeEventSchema).min(1).max(500);

/** An event as the server has it: `place` is its number in the bake's list. */
export interface StoredEvent {
  readonly place: number;
  readonly event: BakeEvent;
}

/** So many bakes are listed at a time. */
export const BAKES_AT_A_TIME = 100;

export interface BakeHead {
  readonly id: string;
  readonly formulaId: string;
  readonly tryId: string;
  readonly title: string;
  readonly begunAt: string;
  readonly changedAt: string;
  readonly isFinished: boolean;
  readonly events: number;
}

/** Portions of a bake that wait in the fridge or freezer. */
export interface KeptPortions {
  readonly bakeId: string;
  readonly formulaId: string;
  readonly title: string;
  readonly place: 'fridge' | 'freezer';
  readonly left: number;
  readonly useBy?: string;
  /** What a portion of it holds; absent where its weight is not known. */
  readonly portion?: Figures;
  /** Without what was for the table; absent where a device kept the answer of an earlier version. */
  readonly allergens?: { readonly contains: readonly Allergen[]; readonly mayContain: readonly Allergen[] };
  /** How it is thawed and warmed, in the words of its class; empty where nothing is to be done. */
  readonly words: string;
}

/** A portion eaten, or that taken back: the event's id is the page's, its place in the list is the server's. */
export const eatSchema = z.strictObject({ id: z.uuid(), place, name: z.string().trim().min(1).max(LIMITS.person).optional() });
export const uneatSchema = z.strictObject({ id: z.uuid(), eventId: z.uuid() });
export type Eat = z.infer<typeof eatSchema>;
export type Uneat = z.infer<typeof uneatSchema>;

/** What a place that has not opened the bake may tell of its timers: `id` makes it count once. */
export const timerActSchema = z.strictObject({
  id: z.uuid(),
  /** How long ago it was done, seconds: it may have waited for the server. */
  agoS: z.number().min(0).max(604_800).default(0),
  act: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('timer set'), timerId: id, name: words, seconds: z.number().int().min(1).max(604_800), says: words.optional() }),
    z.strictObject({ kind: z.literal('timer rang'), timerId: id }),
    z.strictObject({ kind: z.literal('looked'), text: words }),
  ]),
});
export type TimerAct = z.infer<typeof timerActSchema>;

/** A timer that runs or rings, of any bake. */
export interface RunningTimer {
  readonly bakeId: string;
  readonly title: string;
  readonly timerId: string;
  readonly name: string;
  readonly says: string;
  readonly endsAt: string;
}

/** All timers, and the server's clock, by which they are counted: a device's own may be wrong or set back. */
export interface TimersAnswer {
  readonly now: string;
  readonly timers: readonly RunningTimer[];
}

/** A bake's time in the oven, as it was logged. */
export interface OvenEntry extends OvenLog {
  readonly bakeId: string;
  readonly title: string;
  readonly at: string;
}

/** A bake with what it bakes: the try's rebuild, and the names its lines had in the original. */
export interface StoredBake {
  readonly id: string;
  readonly formula: Formula;
  /** What it was rebuilt from. */
  readonly original: Formula;
  readonly tryId: string;
  readonly former: Readonly<Record<string, string>>;
  readonly tryNumber: number;
  readonly events: readonly StoredEvent[];
  /** Events that cannot be read any more, by what is wrong with them. */
  readonly faults: readonly string[];
  /** Who ate and tasted of late, of this bake or another. */
  readonly eaters?: readonly string[];
  /** Who tasted what was tasted last, of this bake or another. */
  readonly tasters?: readonly string[];
}

/** What the server says to events that were told: all that it has after `since`, those among them. */
export interface ToldAnswer {
  readonly events: readonly StoredEvent[];
}

/** A reading of the scale, or what is wrong with it. */
export type ScaleReading =
  | { readonly kind: 'reading'; readonly grams: number; readonly isSteady: boolean; readonly stepG: number }
  | { readonly kind: 'overload'; readonly mostG: number }
  | { readonly kind: 'unplugged' }
  | { readonly kind: 'empty battery' };

/** A reading of the thermometer in the middle, or that there is none; `pace` is how many times as fast as the clock a simulated bake runs. */
export type ProbeReading = { readonly kind: 'reading'; readonly tempC: number; readonly pace: number } | { readonly kind: 'unplugged' };

/** What is done with the simulated thermometer. */
export const probeDeedSchema = z.discriminatedUnion('deed', [
  z.strictObject({ deed: z.literal('into'), fromC: z.number().min(-30).max(120), towardsC: z.number().min(0).max(300) }),
  z.strictObject({ deed: z.enum(['out', 'unplug', 'plug']) }),
]);
export type ProbeDeed = z.infer<typeof probeDeedSchema>;

/** What the practice switch pours onto the simulated scale, or does to it. */
export const scaleDeedSchema = z.discriminatedUnion('deed', [
  z.strictObject({ deed: z.literal('tare') }),
  z.strictObject({ deed: z.literal('pour'), grams: z.number().min(-20_000).max(20_000) }),
  z.strictObject({ deed: z.literal('clear') }),
  z.strictObject({ deed: z.literal('step'), stepG: z.union([z.literal(0.1), z.literal(1)]) }),
  z.strictObject({ deed: z.enum(['unplug', 'plug', 'drain', 'charge']) }),
]);
export type ScaleDeed = z.infer<typeof scaleDeedSchema>;
