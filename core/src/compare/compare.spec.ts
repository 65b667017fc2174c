import { HyperFormula } from 'hyperformula';
import { bench, larder, larderNotKnowing, readFormula, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { readClaim, readDocument } from '../exchange';
import { type Claim, COUNTING, FIGURES, type Formula } from '../formula';
import { type BoughtTreat, differenceOf, figuresOfBought, judgeClaim, type Plated, plates, tableOf, weightForEnergy } from './index';

const LOAF = 'Carrot loaf\nMakes 10 slices\n200 g plain flour\n150 g sugar\n120 g sunflower oil\n3 eggs\n200 g carrot\n10 g baking powder';

const platedOf = (formula: Formula, id = 'own', kitchen = larder): Plated => {
  const { views } = analyse(formula, kitchen, shipped);
  return { id, name: formula.title, per100g: views.per100g, portionMassG: views.portionMassG, costPer100g: undefined };
};

/** A cake slice as an EU panel would print it, invented. */
const SLICE: BoughtTreat = {
  id: 'cafe-slice',
  name: 'Cafe carrot slice',
  label: {
    tradition: 'eu',
    state: 'as sold',
    per100: { of: 'g', figures: { energyKcal: '412', fatG: '22', saturatesG: '6.1', carbohydrateG: '48', sugarsG: '31', proteinG: '4.2', salt: '0.6' } as never },
  },
  portionMassG: 120,
  portionWord: 'slice',
  price: 3.6,
  note: '',
};
const platedSlice = (): Plated => ({ id: SLICE.id, name: SLICE.name, per100g: figuresOfBought(SLICE, COUNTING), portionMassG: 120, costPer100g: 3 });

describe('equal weight and equal energy', () => {
  // HyperFormula 3.5, the spreadsheet engine: the sums a baker would type.
  test('come to what a spreadsheet makes of them', () => {
    const own = platedOf(readFormula(LOAF));
    const [weight, energy] = [plates([own, platedSlice()], 'weight'), plates([own, platedSlice()], 'energy')];
    const [a, b] = [own.per100g?.energyKcal.amount ?? NaN, 412];
    const sheet = HyperFormula.buildFromArray(
      [
        [own.portionMassG, a, b],
        ['=A1*B1/100', '=A1*C1/100', '=A2*100/C1', '=C3*4.2/100'],
      ].map((row) => row.map((cell) => cell)),
      { licenseKey: 'gpl-v3' },
    );
    sheet.setCellContents({ sheet: 0, row: 1, col: 3 }, [['=C2*4.2/100']]);
    const at = (row: number, col: number): number => sheet.getCellValue({ sheet: 0, row, col }) as number;
    expect(weight[0]?.figures?.energyKcal.amount).toBeCloseTo(at(1, 0), 9);
    expect(weight[1]?.figures?.energyKcal.amount).toBeCloseTo(at(1, 1), 6);
    expect(energy[1]?.massG).toBeCloseTo(at(1, 2), 6);
    expect(energy[1]?.figures?.proteinG.amount).toBeCloseTo(at(1, 3), 6);
    // "For the same energy you eat so many times the weight."
    expect(weightForEnergy(own, platedSlice())?.times).toBeCloseTo(own.portionMassG / at(1, 2), 9);
    sheet.destroy();
  });

  test('by price, by 100 g, by portion, and by what was laid on each plate', () => {
    const own = { ...platedOf(readFormula(LOAF)), costPer100g: 1.5 };
    // 3 of money buy 100 g of the one and 200 g of the other, by hand.
    expect(plates([platedSlice(), own], 'price', new Map([[SLICE.id, 100]])).map(({ massG, cost }) => [massG, cost])).toEqual([
      [100, 3],
      [200, 3],
    ]);
    expect(plates([own, platedSlice()], 'portion').map(({ massG }) => massG)).toEqual([own.portionMassG, 120]);
    expect(plates([own, platedSlice()], '100 g').map(({ massG }) => massG)).toEqual([100, 100]);
    expect(plates([own, platedSlice()], 'plates', new Map([['own', 50]])).map(({ massG }) => massG)).toEqual([50, 120]);
    expect(plates([own, { ...platedSlice(), costPer100g: undefined }], 'price')[1]?.massG).toBeUndefined();
  });

  test('what differs by less than the doubt is equal, a gap is unknown, a formula beside itself is equal throughout', () => {
    const sum = (amount: number, sd: number, gaps: readonly string[] = []) => ({ amount, sd, worst: 2 * sd, gaps });
    expect(differenceOf(sum(100, 3), sum(107, 3), 0)).toEqual({ kind: 'equal' });
    expect(differenceOf(sum(100, 1), sum(107, 1), 0)).toEqual({ kind: 'differs', by: 7, times: 1.07 });
    expect(differenceOf(sum(100, 0), sum(100.4, 0), 0)).toEqual({ kind: 'equal' });
    expect(differenceOf(sum(100, 0, ['l1']), sum(90, 0), 0)).toEqual({ kind: 'unknown' });
    const own = platedOf(readFormula(LOAF));
    expect(tableOf(plates([own, { ...own, id: 'twin' }], 'energy'), () => 1).every(({ cells }) => cells[1]?.difference?.kind === 'equal')).toBe(true);
  });

  test('a label with three figures: they are known within their rounding, all else is a gap', () => {
    const figures = figuresOfBought(
      { ...SLICE, label: { tradition: 'eu', state: 'as sold', per100: { of: 'g', figures: { energyKcal: '412', proteinG: '4.2', fatG: '22' } } } },
      COUNTING,
    );
    // Reg. (EU) 1169/2011 guidance on tolerances: fat of 10 g and more is printed to the whole gram, so 22 is 21.5 to 22.5.
    expect([figures.energyKcal.amount, figures.fatG.amount, figures.fatG.worst]).toEqual([412, 22, expect.closeTo(0.5, 6)]);
    expect([figures.sugarsG.gaps.length, figures.fibreG.gaps.length, figures.proteinG.gaps.length]).toEqual([1, 1, 0]);
    expect(weightForEnergy(platedOf(readFormula('A\n100 g carrot'), 'a', larderNotKnowing('carrot', 'energyKcal')), platedSlice())).toBeUndefined();
  });
});

describe('figures stated with a recipe', () => {
  const read = (text: string): readonly [string | undefined, Readonly<Record<string, number>>] => {
    const claim = readClaim(text);
    return [claim?.per, Object.fromEntries(Object.entries(claim?.figures ?? {}).map(([figure, { amount }]) => [figure, amount]))];
  };

  test.each<[string, string, Readonly<Record<string, number>>]>([
    ['58 kcal, 6.9 g protein a slice', 'portion', { energyKcal: 58, proteinG: 6.9 }],
    ['10 slices 142kcal each, 9g protein', 'portion', { energyKcal: 142, proteinG: 9 }],
    ['Per serving: calories 240 | P 12 | C 20.5 | F 5', 'portion', { energyKcal: 240, proteinG: 12, carbohydrateG: 20.5, fatG: 5 }],
    ['240 kcal 12g protein 20g carbs 5g fat 3g fiber per bar', 'portion', { energyKcal: 240, proteinG: 12, carbohydrateG: 20, fatG: 5, fibreG: 3 }],
    ['Energy 1004 kJ / 240 kcal per 100 g, of which saturates 1,2 g, salt 0.4 g', '100 g', { energyKj: 1004, energyKcal: 240, saturatesG: 1.2, saltG: 0.4 }],
    ['Whole batch: 1200 calories, net carbs 30g, sodium 0.8 g', 'batch', { energyKcal: 1200, netCarbG: 30, sodiumMg: 800 }],
    ['Nutrition per cookie\nCalories: 110\nProtein: 9 g\nTotal Fat: 4g\nSugar alcohols 6 g', 'portion', { energyKcal: 110, proteinG: 9, fatG: 4, polyolsG: 6 }],
  ])('%s', (text, per, figures) => {
    expect(read(text)).toEqual([per, figures]);
  });

  test('are kept apart from the ingredients, wherever they stand, and what only sounds like them stays an ingredient', () => {
    const formula = readFormula('Protein buns, 58 kcal each\nMakes 6\n30 g whey protein isolate\n100 g fat-free milk\n20 g sugar\nPer bun: 58 kcal, 6.9 g protein\nMix and bake.');
    expect(formula.parts.flatMap(({ lines }) => lines.map(({ name }) => name)).join()).not.toMatch(/kcal/);
    expect(formula.parts[0]?.lines).toHaveLength(3);
    expect([formula.claim?.figures.energyKcal?.amount, formula.claim?.figures.proteinG?.amount]).toEqual([58, 6.9]);
    expect(readFormula('Shake\n30 g protein powder\n20 g fat-free yogurt').claim).toBeUndefined();
    expect(bench('Buns\nMakes 2\n100 g plain flour\n180 kcal, 5 g protein each').rebuild.claim).toBeUndefined();
    const jsonLd = readDocument(
      JSON.stringify({
        '@type': 'Recipe',
        name: 'Buns',
        recipeYield: '4',
        recipeIngredient: ['200 g plain flour'],
        nutrition: { '@type': 'NutritionInformation', calories: '174 calories', proteinContent: '5 g', sodiumContent: '2 mg' },
      }),
      larder,
      'us',
    );
    expect(jsonLd.ok && jsonLd.formula.claim?.figures).toMatchObject({ energyKcal: { amount: 174 }, proteinG: { amount: 5 }, sodiumMg: { amount: 2 } });
  });
});

describe('does the claim add up', () => {
  const loaf = readFormula(LOAF);
  const { views } = analyse(loaf, larder, shipped);
  const loss = analyse(loaf, larder, shipped).product?.loss;
  /** A claim that says just what is reckoned, in whole kilocalories and tenths of a gram, with some of it changed. */
  const claimed = (by: (figure: string, amount: number) => number, per: Claim['per'] = 'portion', of = views.portion): Claim => ({
    per,
    text: '',
    figures: Object.fromEntries(
      (['energyKcal', 'proteinG', 'fatG', 'carbohydrateG'] as const).map((figure) => [
        figure,
        { amount: Number(by(figure, of[figure].amount).toFixed(figure === 'energyKcal' ? 0 : 1)), half: figure === 'energyKcal' ? 0.5 : 0.05 },
      ]),
    ),
  });
  const judge = (claim: Claim, formula = loaf) => judgeClaim(formula, claim, larder, COUNTING, loss);
  const kinds = (claim: Claim): readonly string[] => judge(claim).explanations.map(({ kind }) => kind);

  test('what is reckoned agrees, and nothing has to be explained', () => {
    const { figures, explanations, ownEnergy } = judge(claimed((_figure, amount) => amount));
    expect([figures.map(({ state }) => state), explanations, ownEnergy]).toEqual([['agrees', 'agrees', 'agrees', 'agrees'], [], undefined]);
  });

  test('cut into 16 instead of 10, of 100 g instead of a slice, kJ for kcal, carbohydrate without its fibre, the oil left out: each is found', () => {
    const sixteen = judge(claimed((_figure, amount) => (amount * 10) / 16)).explanations.find(({ kind }) => kind === 'portions');
    expect(sixteen).toEqual({ kind: 'portions', portions: 16 });
    expect(kinds(claimed((_figure, amount) => amount, 'portion', views.per100g ?? views.batch))).toContain('per');
    expect(kinds(claimed((figure, amount) => (figure === 'energyKcal' ? amount * 4.184 : amount)))).toEqual(['kilojoules']);
    const bran = readFormula('Bran buns\nMakes 4\n100 g wheat bran\n100 g plain flour');
    const portion = analyse(bran, larder, shipped).views.portion;
    const available = claimed((figure, amount) => (figure === 'carbohydrateG' ? amount - portion.fibreG.amount : amount), 'portion', portion);
    expect(judge(available, bran).explanations.map(({ kind }) => kind)).toContain('carbohydrate');
    const dry = analyse(readFormula(LOAF.replace('120 g sunflower oil\n', '')), larder, shipped).views.portion;
    const without = judge(claimed((_figure, amount) => amount, 'portion', dry)).explanations.flatMap((one) => (one.kind === 'omitted' ? [one.line.foodId] : []));
    expect(without).toEqual(['sunflower-oil']);
  });

  // 4 x 6.9 + 9 x 2 + 4 x 5 = 65.6 kcal [21 CFR 101.9(c)(1)(i)]: 40 kcal cannot be right, 66 can.
  test('a claim that contradicts itself is told so, whatever the recipe says', () => {
    const said = (kcal: number): Claim => ({
      per: 'portion',
      text: '',
      figures: { energyKcal: { amount: kcal, half: 0.5 }, proteinG: { amount: 6.9, half: 0.05 }, fatG: { amount: 2, half: 0.05 }, carbohydrateG: { amount: 5, half: 0.05 } },
    });
    expect(judge(said(40)).ownEnergy).toMatchObject({ stated: 40, most: expect.closeTo(65.6, 6) });
    expect(judge(said(66)).ownEnergy).toBeUndefined();
    expect(FIGURES.length).toBeGreaterThan(10);
  });
});
