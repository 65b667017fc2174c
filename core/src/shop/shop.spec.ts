import { HyperFormula } from 'hyperformula';
import { larder as bare, readFormula, shipped } from '../../test/larder';
import { type StockItem } from '../cost';
import { NO_GOALS } from '../formula';
import { type Pack, stockLarder } from '../food';
import { cheapestProtein, type OwnFormula, shoppingList, usingUp } from './index';

const pack = (id: string, kindId: string, netG: number, price?: number): Pack => ({
  id,
  name: `Pack of ${kindId}`,
  kindId,
  netG,
  measuresG: {},
  mayContain: [],
  thirstTests: [],
  note: '',
  ...(price === undefined ? {} : { price }),
});
const FLOUR = pack('pack-flour', 'plain-flour', 1000, 1.2);
const SUGAR = pack('pack-sugar', 'sugar', 500, 0.9);
const larder = stockLarder(shipped.foods, [FLOUR, SUGAR], ['pack-flour']);
const item = (id: string, foodId: string, leftG: number, more: Partial<StockItem> = {}): StockItem => ({ id, foodId, leftG, origin: 'pack', note: '', ...more });
const toBake = (text: string, factor = 1, on = '2026-11-28') => ({ title: text.split('\n')[0] ?? '', formula: readFormula(text, 'metric', larder), factor, on });

describe('what has to be bought', () => {
  const BUNS = 'Buns\nMakes 6\n300 g plain flour\n260 g sugar\n200 g water\n2 eggs\n1 pinch of unobtainium\nraspberries';
  const PIE = 'Pie\nServes 4\nFor the base:\n250 g plain flour\n120 g butter\nTo serve:\n50 g sugar';

  // HyperFormula 3.5, the spreadsheet engine: the sums a baker would type; packs round up.
  test('grams, stock and packs are what a spreadsheet makes of them', () => {
    const list = shoppingList([toBake(BUNS, 2), toBake(PIE)], larder, [item('s1', 'pack-flour', 320), item('s2', 'sugar', 40)], [FLOUR, SUGAR]);
    const sheet = HyperFormula.buildFromArray(
      [
        ['=300*2+250', '=A1-320', '=ROUNDUP(B1/1000,0)', '=C1*1.2'],
        ['=260*2+50', '=A2-40', '=ROUNDUP(B2/500,0)', '=C2*0.9'],
      ],
      { licenseKey: 'gpl-v3' },
    );
    const row = (at: number) => [0, 1, 2, 3].map((col) => sheet.getCellValue({ sheet: 0, row: at, col }));
    const told = (id: string) => {
      const found = list.find((entry) => entry.id === id);
      return [found?.wantedG, found?.needG, found?.pack?.count, found?.pack?.cost];
    };
    expect(told('plain-flour')).toEqual(row(0).map((value) => expect.closeTo(value as number, 9) as unknown));
    expect(told('sugar')).toEqual(row(1).map((value) => expect.closeTo(value as number, 9) as unknown));
    expect(list.find(({ id }) => id === 'plain-flour')?.of).toEqual(['Buns', 'Pie']);
    sheet.destroy();
  });

  test('water is not bought, what is unknown stays as its words, a line without grams is open, what has no pack is told in grams', () => {
    const list = shoppingList([toBake(BUNS)], larder, [], [FLOUR, SUGAR]);
    expect(list.map(({ id }) => id)).not.toContain('water');
    expect(list.find(({ name }) => name.includes('unobtainium'))).toMatchObject({ kind: undefined, needG: expect.any(Number) as number });
    expect(list.find(({ id }) => id === 'raspberry' || id === 'raspberries')).toMatchObject({ needG: 0, isOpen: true });
    expect(list.find(({ id }) => id === 'egg')?.pack).toBeUndefined();
    expect(shoppingList([], larder, [], [])).toEqual([]);
  });

  test('what will have spoiled by the day does not count, what is enough needs nothing', () => {
    const yolks = 'Custard\nServes 4\n100 g egg yolk\n300 g whole milk';
    const stock = [item('y', 'egg-yolk', 102, { openedOn: '2026-11-26' }), item('m', 'whole-milk', 500)];
    const needOn = (on: string) => shoppingList([toBake(yolks, 1, on)], bare, stock, []).map(({ id, needG }) => [id, Math.round(needG)]);
    // Two days opened [USDA FSIS, as the larder's row says]: good on the 28th, not on the 29th.
    expect(needOn('2026-11-28')).toEqual([
      ['whole-milk', 0],
      ['egg-yolk', 0],
    ]);
    expect(needOn('2026-11-29')).toEqual([
      ['whole-milk', 0],
      ['egg-yolk', 100],
    ]);
  });
});

describe('the cheapest protein that suits', () => {
  test('by what 100 g of its protein cost, without what the diet keeps out, with the share that the class bears', () => {
    const packs = [
      pack('w', 'whey-concentrate', 1000, 24),
      pack('c', 'casein', 500, 15),
      pack('p', 'pea-isolate', 1000, 16),
      pack('g', 'vital-gluten', 1000, 6),
      pack('x', 'whey-isolate', 1000),
      FLOUR,
    ];
    const kitchen = stockLarder(shipped.foods, packs);
    const loaf = shipped.classes.find(({ id }) => id === 'loaf');
    const offers = cheapestProtein(packs, loaf, NO_GOALS, kitchen, 'EUR');
    // Price ÷ (net weight × protein in a gram) × 100, by hand from the rows' protein.
    const byHand = (id: string, price: number, netG: number): number => (price * 100) / (netG * ((kitchen.foods.get(id)?.per100g.proteinG ?? NaN) / 100));
    const wanted = [byHand('w', 24, 1000), byHand('c', 15, 500), byHand('p', 16, 1000), byHand('g', 6, 1000)].sort((a, b) => a - b);
    expect(offers.map(({ per100gProtein }) => per100gProtein)).toEqual(wanted.map((one) => expect.closeTo(one, 9) as unknown));
    expect(offers.find(({ packId }) => packId === 'w')?.mostShare).toBeLessThan(1);
    expect(cheapestProtein(packs, loaf, { schools: [], excluded: ['milk'] }, kitchen, 'EUR').map(({ packId }) => packId)).toEqual(['g', 'p']);
    expect(
      cheapestProtein(
        packs.map((one) => ({ ...one, currency: 'GBP' })),
        loaf,
        NO_GOALS,
        kitchen,
        'EUR',
      ),
    ).toEqual([]);
  });
});

describe('what can be made with what should be used', () => {
  const own = (formulaId: string, text: string) => ({ formulaId, formula: readFormula(text) });
  const CUSTARD = own('custard', 'Custard pots\nServes 4\n100 g egg yolk\n300 g whole milk\n60 g sugar');
  const CAKE = own('cake', 'Loaf cake\nMakes 8 slices\n200 g plain flour\n150 g sugar\n120 g butter\n3 eggs\n8 g baking powder');
  const ICE = own('ice', 'Sorbet\nServes 4\n400 g raspberries\n120 g sugar');
  const usedUp = (formulas: readonly OwnFormula[], items: readonly StockItem[]) => formulas.flatMap((one) => usingUp(items, bare, shipped, '2026-11-27')(one) ?? []);
  const stock = [
    item('yolks', 'egg-yolk', 102, { openedOn: '2026-11-26', origin: 'left over' }),
    item('pumpkin', 'pumpkin-puree', 45, { openedOn: '2026-11-26', origin: 'left over' }),
    item('old', 'egg-white', 200, { openedOn: '2026-10-01' }),
  ];

  test('a formula that asks for the yolks comes first, one that can take the puree by a swap of the trade next, what uses nothing is not there', () => {
    const found = usedUp([CAKE, ICE, CUSTARD], stock).sort((a, b) => b.score - a.score);
    expect(found.map(({ formulaId }) => formulaId)).toEqual(['custard', 'cake']);
    expect(found[0]?.uses[0]).toMatchObject({ stockId: 'yolks', usedG: 100, swap: undefined });
    const puree = found[1]?.uses.find(({ stockId }) => stockId === 'pumpkin');
    // No more than is there, and the rule's own share of the line.
    expect(puree?.usedG).toBeLessThanOrEqual(45);
    expect(shipped.rules.find(({ id }) => id === puree?.swap?.ruleId)?.to.map(({ foodId }) => foodId)).toEqual(['pumpkin-puree']);
  });

  test('what is past is not offered; nothing due, nothing found', () => {
    expect(usedUp([own('meringue', 'Meringue\nServes 4\n100 g egg white\n200 g sugar')], stock)).toEqual([]);
    expect(usedUp([CUSTARD], [])).toEqual([]);
  });
});
