import { HyperFormula } from 'hyperformula';
import { larder, readFormula } from '../../test/larder';
import { analyse } from '../analysis';
import { heldTogether, ofPortions, type WeekEntry, weekOf } from './week';

const { portion } = analyse(readFormula('Shortbread\nMakes 8\n200 g plain flour\n120 g butter\n60 g sugar', 'metric', larder), larder).views;
const entry = (kind: WeekEntry['kind'], at: string, portions: number, name?: string): WeekEntry => ({
  kind,
  title: 'Shortbread',
  at,
  portions,
  holds: ofPortions(portion, portions),
  ...(name === undefined ? {} : { name }),
});
const DAYS = ['2026-11-23', '2026-11-24', '2026-11-25'];
const utc = (iso: string): string => iso.slice(0, 10);
const inTokyo = (iso: string): string => new Intl.DateTimeFormat('sv-SE', { timeZone: 'Asia/Tokyo' }).format(new Date(iso));

describe('a week', () => {
  const entries = [
    entry('eaten', '2026-11-24T16:00:00.000Z', 1.5, 'Mara'),
    entry('eaten', '2026-11-24T08:00:00.000Z', 2),
    entry('eaten', '2026-11-24T12:00:00.000Z', 1, 'Jonas'),
    entry('eaten', '2026-11-24T15:30:00.000Z', 0.5, 'Mara'),
    entry('baked', '2026-11-23T10:00:00.000Z', 8),
    entry('planned', '2026-11-29T10:00:00.000Z', 8),
  ];

  // HyperFormula 3.5, the spreadsheet engine; 364, 717 and 387 kcal in 100 g are the energy of the rows as FoodData Central lists them.
  test('what was eaten is the sum a spreadsheet makes of the recipe, all together and by name, the unnamed last', () => {
    const [, tuesday] = weekOf(entries, DAYS, utc);
    const sheet = HyperFormula.buildFromArray([['=(200*3.64+120*7.17+60*3.87)/8', '=A1*(1.5+2+1+0.5)', '=A1*1', '=A1*(1.5+0.5)', '=A1*2']], { licenseKey: 'gpl-v3' });
    const cell = (col: number): number => sheet.getCellValue({ sheet: 0, row: 0, col }) as number;
    expect(tuesday?.all.portions).toBe(5);
    expect(tuesday?.each.map(({ name }) => name)).toEqual(['Jonas', 'Mara', '']);
    const told = [tuesday?.all, ...(tuesday?.each ?? [])].map((share) => share?.holds?.energyKcal.amount ?? 0);
    told.forEach((amount, i) => expect(amount / cell(i + 1)).toBeCloseTo(1, 2));
  });

  test('a moment falls on the day it has where the household lives, and what falls on none of the days is left out', () => {
    const eatenOn = (dayOf: (iso: string) => string) => weekOf(entries, DAYS, dayOf).map(({ eaten }) => eaten.length);
    expect(eatenOn(utc)).toEqual([0, 4, 0]);
    expect(eatenOn(inTokyo)).toEqual([0, 2, 2]);
    expect(weekOf(entries, DAYS, utc).flatMap(({ planned }) => planned)).toEqual([]);
  });

  test('one helping that nobody knows makes the sum unknown, not smaller', () => {
    expect(heldTogether([{ holds: portion }, { holds: undefined }])).toBeUndefined();
    expect(ofPortions(undefined, 3)).toBeUndefined();
    expect(heldTogether([])?.energyKcal.amount).toBe(0);
  });
});
