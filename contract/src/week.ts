import { type WeekEntry } from '@fellmist/core/bake';
import * as z from 'zod';

/** A span of moments, at most 40 days of it: a week, wherever the household's clock stands. */
export const weekQuerySchema = z
  .strictObject({ from: z.iso.datetime(), to: z.iso.datetime() })
  .refine(({ from, to }) => from < to && Date.parse(to) - Date.parse(from) <= 40 * 86_400_000, {
    message: 'A week goes from one moment to a later one, at most 40 days.',
    path: ['to'],
  });

/** An entry of the week, and where it is told: its day's plan or its bake. */
export interface WeekItem extends WeekEntry {
  readonly id: string;
  readonly planId?: string;
  readonly bakeId?: string;
}

/** What is planned, was baked and was eaten between two moments. */
export interface WeekPage {
  readonly items: readonly WeekItem[];
}
