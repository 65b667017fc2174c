import fc from 'fast-check';
import { bench, larder, lineOf, partOf, readFormula, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { type ColdSetup, type Formula, sumsOfPart } from '../formula';
import { classOf, ROLE_OF_FIGURE, styleOf } from '../product';
import { addTimes, AT, COLD_ROLES, iceAt, noSums, readSum } from '../role';
import { adviceOf, askingRows, editRebuildLine, rowOf, settleAll, standingOf, startWorksheet, type Worksheet } from '../swap';
import { coldWarnings, curveRange, foamPortions, icePercentAt, uncertainLines } from './index';

const KEFIR = 'Kefir ice\nServes 6\n400 g kefir\n120 ml double cream\n120 g sugar\n150 g sour cherries\n20 g skimmed milk powder\n1 g guar gum';
const SETUP: ColdSetup = { storedC: -18, servedC: -12, bowlMl: 4000, mixer: 'stand', liquidFirst: 0.5, splashes: [], readings: [] };
const frozen = (text: string, styleId?: string): Worksheet => startWorksheet({ ...readFormula(text), classId: 'frozen', cold: { ...SETUP, ...(styleId ? { styleId } : {}) } });
const standing = (sheet: Worksheet) => standingOf(sheet, larder, shipped);
const asking = (sheet: Worksheet) => askingRows(standing(sheet)).map(({ role, state }) => `${role} ${state}`);

describe('the style of an ice', () => {
  const titled = (title: string, styleId?: string): Pick<Formula, 'title' | 'classId' | 'cold'> => ({
    title,
    classId: 'frozen',
    cold: { ...SETUP, ...(styleId ? { styleId } : {}) },
  });
  const nameOf = (formula: Parameters<typeof styleOf>[0]) =>
    styleOf(
      formula,
      shipped.classes.find(({ id }) => id === 'frozen'),
      shipped.coldStyles,
    )?.id;

  test('is as said, else as the title says, else nobody’s', () => {
    expect(nameOf(titled('Lemon sorbet'))).toBe('sorbet');
    expect(nameOf(titled('Sour-cherry kefir ice'))).toBe('frozen-yogurt');
    expect(nameOf(titled('Lemon sorbet', 'still'))).toBe('still');
    expect(nameOf(titled('Strawberry frozen yogurt bark'))).toBe('bark');
    expect(nameOf(titled('Something cold'))).toBeUndefined();
    expect(styleOf(titled('Lemon sorbet'), undefined, shipped.coldStyles)).toBeUndefined();
  });

  test('gives its bands to the ledger, and the class keeps what the style does not speak of', () => {
    const product = classOf(titled('Lemon sorbet'), shipped);
    const plain = classOf(titled('Something cold'), shipped);
    const sorbet = shipped.coldStyles.find(({ id }) => id === 'sorbet');
    expect(product?.bands.fat).toMatchObject({ low: sorbet?.bands.fat?.low, high: sorbet?.bands.fat?.high });
    expect(product?.bands.fat?.reason).toContain('sorbet');
    expect(product?.bands.ice).toEqual(plain?.bands.ice);
    expect(classOf(titled('Lemon sorbet'), shipped)).toBe(product);
    expect(plain?.bands.lactose).toBeUndefined();
  });

  test('every figure that a style has a band for stands in the ledger, or is part of one that does', () => {
    for (const style of shipped.coldStyles) {
      const roles = Object.keys(style.bands).map((figure) => ROLE_OF_FIGURE[figure as keyof typeof ROLE_OF_FIGURE]);
      expect([style.id, roles.includes(undefined)]).toEqual([style.id, false]);
    }
  });

  // A churned ice cream of the trade: 10 % fat, 11 % milk solids, 16 % sugars, 37 % solids, 0.2 % stabiliser [Goff & Hartel, from memory].
  test('a textbook ice cream asks for nothing as a churned ice, and for less fat as a sorbet', () => {
    const text = 'Vanilla ice cream\nServes 8\n560 g whole milk\n200 g double cream\n60 g skimmed milk powder\n160 g sugar\n2 g guar gum';
    expect(asking(frozen(text, 'churned'))).toEqual([]);
    const asSorbet = standing(frozen(text, 'sorbet'));
    expect(rowOf(asSorbet, 'fat')?.original).toBeGreaterThan(8);
    expect(asSorbet.product?.bands.fat?.high).toBe(2);
  });

  test('outside frozen things nobody asks for ice', () => {
    const rows = standing(bench('Muffins\nMakes 12 muffins\n250 g plain flour\n120 g sugar\n2 eggs\n180 ml milk\n90 g butter')).rows;
    expect(rows.filter(({ role }) => COLD_ROLES.includes(role))).toEqual([]);
  });
});

describe('what is meant to be hard', () => {
  const PINT = 'protein ice cream pint\nServes 2\n30 g vanilla whey\n1 1/4 cup unsweetened almond milk\n1/2 cup fat free greek yogurt\n1 tsp xanthan gum\n3 tbsp allulose';
  const sheet = frozen(PINT);
  const sums = sumsOfPart(partOf(PINT), larder);
  const styleBy = (id: string) => shipped.coldStyles.find((one) => one.id === id);

  // A pint is frozen through at -18 °C and shaved by a blade: it is a brick by design [common practice].
  test('a pint is spun: two thirds of ice are as wanted, and nobody waits for it to soften', () => {
    expect(icePercentAt(sums, -12)).toBeGreaterThan(60);
    expect(rowOf(standing(sheet), 'ice')).toMatchObject({ state: 'in' });
    expect(coldWarnings(sums, -18, -12, styleBy('spun')).map(({ kind }) => kind)).not.toContain('brick');
    expect(styleBy('spun')?.out).toContain('straight from the freezer');
  });

  test('the same mix churned is a brick', () => {
    expect(coldWarnings(sums, -18, -12, styleBy('churned')).map(({ kind }) => kind)).toContain('brick');
    expect(styleBy('churned')?.out).toBeUndefined();
  });

  test('shares of the dry weight say nothing of an ice: its protein has a band of its own', () => {
    expect(standing(sheet).overProtein).toEqual([]);
    expect(rowOf(standing(sheet), 'protein')?.band).toBeDefined();
  });
});

describe('corrections towards a style', () => {
  test('two thirds of the sugar left out makes a brick: what dissolves is offered, and settles it', () => {
    const sheet = frozen(KEFIR, 'frozen-yogurt');
    const bare = editRebuildLine(sheet, lineOf(sheet, 'sugar').id, { kind: 'grams', massG: 40 }, larder);
    expect(asking(bare)).toEqual(expect.arrayContaining(['ice high', 'freezes high', 'solids low', 'sweetness low']));
    const ways = adviceOf(bare, standing(bare), larder, shipped).find(({ row }) => row.role === 'ice')?.ways ?? [];
    expect(ways.length).toBeGreaterThan(0);
    expect(
      ways.every(
        ({ proposal }) =>
          proposal.action.kind !== 'add' || ['allulose', 'erythritol', 'sugar', 'glucose', 'xylitol', 'glycerol', 'inulin', 'honey'].includes(proposal.action.foodId),
      ),
    ).toBe(true);
    const { sheet: settled, unmet } = settleAll(bare, larder, shipped);
    expect(unmet).toEqual([]);
    expect(rowOf(standing(settled), 'ice')).toMatchObject({ state: 'in' });
  });

  test('too much milk powder is sandy by its lactose and heavy with milk solids', () => {
    const sheet = frozen(KEFIR, 'frozen-yogurt');
    const heavy = editRebuildLine(sheet, lineOf(sheet, 'milk-powder').id, { kind: 'grams', massG: 160 }, larder);
    expect(asking(heavy)).toEqual(expect.arrayContaining(['lactose high', 'msnf high']));
    const first = adviceOf(heavy, standing(heavy), larder, shipped).find(({ row }) => row.role === 'lactose')?.ways[0];
    expect(first?.proposal.action).toMatchObject({ kind: 'less', lineId: lineOf(heavy, 'milk-powder').id });
    expect(asking(settleAll(heavy, larder, shipped).sheet)).toEqual([]);
  });

  test('a mix that freezes late is offered less of what keeps it, or more water', () => {
    const sheet = frozen(KEFIR, 'frozen-yogurt');
    const soft = editRebuildLine(sheet, lineOf(sheet, 'sugar').id, { kind: 'food', foodId: 'allulose' }, larder);
    const late = editRebuildLine(soft, lineOf(soft, 'allulose').id, { kind: 'grams', massG: 200 }, larder);
    const ways = adviceOf(late, standing(late), larder, shipped).find(({ row }) => row.role === 'freezes')?.ways ?? [];
    expect(ways[0]?.proposal.action).toMatchObject({ kind: 'less', lineId: lineOf(late, 'allulose').id });
  });
});

describe('the likely range of a freezing curve', () => {
  const part = partOf(KEFIR);
  const lines = uncertainLines(part, larder);
  const sums = sumsOfPart(part, larder);

  test('holds the curve itself, and the same seed draws the same range', () => {
    const range = curveRange(lines, 7);
    expect(range.map(({ tempC }) => tempC).slice(0, 3)).toEqual([-0, -1, -2]);
    for (const { tempC, low, high } of range) {
      expect(low).toBeLessThanOrEqual(icePercentAt(sums, tempC) + 1e-9);
      expect(high).toBeGreaterThanOrEqual(icePercentAt(sums, tempC) - 1e-9);
    }
    expect(curveRange(lines, 7)).toEqual(range);
  });

  // Law of propagation of uncertainty, JCGM 100:2008 (GUM), 5.1.2: independent errors add in quadrature by their slopes; nine in
  // ten of a normal distribution lie within 1.645 standard deviations.
  test('is as wide as the errors that go in: sugar off by a tenth, and the model by a twentieth', () => {
    const [water, sugar] = ['Water\n100 g water', 'Sugar\n30 g sugar'].map((text) => sumsOfPart(partOf(text), larder));
    if (!water || !sugar) throw new Error('no sums');
    const iceWith = (sugars: number, model: number): number => {
      const mix = noSums();
      addTimes(mix, water, 1);
      addTimes(mix, sugar, sugars);
      return (iceAt(mix, -10 / model) * 100) / readSum(mix, AT.massG);
    };
    const bySugar = ((iceWith(1.05, 1) - iceWith(0.95, 1)) / 0.1) * 0.1;
    const byModel = ((iceWith(1, 1.02) - iceWith(1, 0.98)) / 0.04) * 0.05;
    const range = curveRange(
      [
        { sums: water, spread: 0 },
        { sums: sugar, spread: 0.1 },
      ],
      3,
    ).find(({ tempC }) => tempC === -10);
    if (!range) throw new Error('no range');
    const expected = 2 * 1.645 * Math.hypot(bySugar, byModel);
    expect((range.high - range.low) / expected).toBeGreaterThan(0.85);
    expect((range.high - range.low) / expected).toBeLessThan(1.15);
    expect((range.high + range.low) / 2).toBeCloseTo(iceWith(1, 1), 0);
  });

  test('scooped by the cup it is wider than weighed; nothing to freeze has none', () => {
    const widthAt = (text: string): number => {
      const at = curveRange(uncertainLines(partOf(text), larder), 1).find(({ tempC }) => tempC === -12);
      return at ? at.high - at.low : NaN;
    };
    expect(widthAt('Ice\nServes 2\n1 cup sugar\n2 cups milk')).toBeGreaterThan(1.2 * widthAt('Ice\nServes 2\n200 g sugar\n490 g milk'));
    expect(curveRange([], 1)).toEqual([]);
  });
});

describe('portions of foam', () => {
  const views = analyse(readFormula(KEFIR), larder).views;

  // Overrun halves what a cup weighs at 100 % [Goff & Hartel, Ice Cream: the formula]: 260 g of mix and 130 g of foam in 240 mL.
  test('by volume with the density that was weighed, by weight without it', () => {
    const [cup, , litre, hundred] = foamPortions([{ cupMl: 240, mixG: 260, foamG: 130 }], views);
    expect(cup?.massG).toBeCloseTo(130, 9);
    expect(litre?.massG).toBeCloseTo((130 / 240) * 1000, 9);
    expect(hundred?.massG).toBe(100);
    expect(hundred?.figures.energyKcal.amount).toBeCloseTo(views.per100g?.energyKcal.amount ?? NaN, 9);
    expect(cup?.figures.proteinG.amount).toBeCloseTo(1.3 * (views.per100g?.proteinG.amount ?? NaN), 9);
  });

  test('without a reading, or with one that cannot be, there are none', () => {
    expect(foamPortions([], views)).toEqual([]);
    expect(foamPortions([{ cupMl: 0, mixG: 260, foamG: 130 }], views)).toEqual([]);
    expect(foamPortions([{ cupMl: 240, mixG: 260, foamG: 130 }], {})).toEqual([]);
  });

  test('more air, lighter cups: energy by volume falls as density does, by weight it stays', () => {
    fc.assert(
      fc.property(fc.double({ min: 20, max: 259, noNaN: true }), (foamG) => {
        const [cup, , , hundred] = foamPortions([{ cupMl: 240, mixG: 260, foamG }], views);
        expect(cup?.figures.energyKcal.amount).toBeCloseTo(((views.per100g?.energyKcal.amount ?? NaN) * foamG) / 100, 6);
        expect(hundred?.massG).toBe(100);
      }),
    );
  });
});
