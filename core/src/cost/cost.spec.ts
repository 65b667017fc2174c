import { join } from 'node:path';
import { loadShippedLarder } from '@fellmist/data';
import { type Food, type Pack, packAsFood } from '../food';
import { inOrderOfUse, packsInStock, pricePer100g, pricePer100gProtein, type StockItem, useBy } from './index';

const foods = new Map(loadShippedLarder(join(__dirname, '../../../data')).foods.map((food) => [food.id, food]));
const food = (id: string): Food => {
  const found = foods.get(id);
  if (!found) throw new Error(id);
  return found;
};
const today = '2026-11-24';
const item = (id: string, foodId: string, more: Partial<StockItem> = {}): StockItem => ({ id, foodId, leftG: 100, origin: 'left over', note: '', ...more });

describe('what should be used, and when', () => {
  // USDA FSIS, refrigeration and food safety: raw egg yolks keep 2 to 4 days (the shorter is taken), opened canned
  // food 3 to 4 days, milk about a week; from memory.
  test('opened things keep the days of their kind, or until their best-before day, whichever comes first', () => {
    expect(useBy(item('a', 'egg-yolk', { openedOn: '2026-11-23' }), food('egg-yolk'), today)).toEqual({ on: '2026-11-25', why: 'opened', daysLeft: 1 });
    expect(useBy(item('b', 'chickpeas', { openedOn: '2026-11-18' }), food('chickpeas'), today)?.daysLeft).toBe(-2);
    expect(useBy(item('c', 'whole-milk', { openedOn: '2026-11-24', bestBefore: '2026-11-26' }), food('whole-milk'), today)).toMatchObject({ on: '2026-11-26', why: 'best before' });
  });

  test('a leap day and a turn of the year are counted', () => {
    expect(useBy(item('a', 'egg-yolk', { openedOn: '2028-02-28' }), food('egg-yolk'), '2028-02-28')?.on).toBe('2028-03-01');
    expect(useBy(item('a', 'egg-yolk', { openedOn: '2026-12-31' }), food('egg-yolk'), '2026-12-31')?.on).toBe('2027-01-02');
  });

  test('what nobody can date has no day, and neither has a date that is none', () => {
    expect(useBy(item('a', 'salt', { openedOn: '2020-01-01' }), food('salt'), today)).toBeUndefined();
    expect(useBy(item('a', 'egg-yolk', { openedOn: 'yesterday' }), food('egg-yolk'), today)).toBeUndefined();
  });

  test('the order of use: due first, then opened, then the rest; what is finished is not there', () => {
    const items = [
      item('rest', 'plain-flour'),
      item('opened', 'plain-flour', { openedOn: '2026-10-01' }),
      item('soon', 'skyr', { bestBefore: '2026-11-27' }),
      item('yolks', 'egg-yolk', { openedOn: '2026-11-23' }),
      item('gone', 'egg-yolk', { leftG: 0, openedOn: '2026-11-20' }),
    ];
    expect(inOrderOfUse(items, foods, today).map(({ id }) => id)).toEqual(['yolks', 'soon', 'opened', 'rest']);
    const pack: Pack = { id: 'p', name: 'p', kindId: 'skyr', measuresG: {}, mayContain: [], thirstTests: [], note: '' };
    const kitchen = new Map([...foods, ['p', packAsFood(pack, food('skyr'))] as const]);
    expect(packsInStock([...items, item('s', 'p')], kitchen, today)).toEqual(['p']);
  });
});

describe('what it costs', () => {
  test('100 g, and 100 g of the protein in it', () => {
    expect(pricePer100g({ price: 15, netG: 500 })).toBe(3);
    const whey = food('whey-concentrate');
    expect(pricePer100gProtein({ price: 15, netG: 500 }, whey)).toBeCloseTo((15 / 500 / ((whey.per100g.proteinG ?? NaN) / 100)) * 100, 9);
  });

  test('is unknown without a price, a weight or protein, and free things are free', () => {
    expect([pricePer100g({ price: 3 }), pricePer100g({ netG: 500 }), pricePer100g({ price: 3, netG: 0 })]).toEqual([undefined, undefined, undefined]);
    expect([pricePer100g({ price: 0, netG: 500 }), pricePer100gProtein({ price: 3, netG: 500 }, food('sunflower-oil'))]).toEqual([0, undefined]);
  });
});
