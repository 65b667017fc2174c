import fc from 'fast-check';
import { HyperFormula } from 'hyperformula';
import { bench, larder, opened, partOf, readFormula, shipped } from '../../test/larder';
import { coldSide, MOST_OVERRUN, whip } from '../cold';
import { allLines, broughtBy, COUNTING, FIGURES, mainPart, sumsOfPart } from '../formula';
import { fluidAndHolding, hydrationOf, LEDGER_ROLES, measureRole, measuresOf, roleOf } from '../role';
import { settleAll, settleOpen, standingOf, unrestOf, type Worksheet } from '../swap';
import { analyse, NO_TABLES, type Why, whyCost, whyFigure, whyFoam, whyIce, whyOverrun, whyRole, whyYield } from './index';

const LOAF = 'Carrot loaf\nMakes 10 slices\n200 g plain flour\n7 g baking powder\n160 g sugar\n3 eggs\n140 ml oil\n220 g carrots\n60 g walnuts\n20 g xylitol\n1/4 tsp salt';
const ICE = 'Kefir ice\nServes 6\n400 g kefir\n120 ml double cream\n120 g sugar\n150 g sour cherries\n20 g skimmed milk powder\n1 g guar gum';
const formula = readFormula(LOAF);
const firstNumber = (words: string): number => Number(/-?[\d.]+/.exec(words)?.[0]);
const style = (id: string) => shipped.coldStyles.find((one) => one.id === id);
const isWhole = (why: Why): boolean => [why.title, why.result, why.equation, why.source].every((words) => words.length > 0 && !/NaN|undefined|Infinity/.test(words));

describe('why a figure is what it is', () => {
  test.each(FIGURES)('%s: its inputs add up to what the strip says', (key) => {
    const { views } = analyse(formula, larder);
    const why = whyFigure({ key, name: key, unit: 'u', digits: 3 }, formula, 1 / views.portions, larder);
    expect(isWhole(why)).toBe(true);
    const sum = why.inputs.reduce((total, { words }) => total + (firstNumber(words) || 0), 0);
    expect(sum).toBeCloseTo(views.batch[key].amount, 1);
    expect(firstNumber(why.result)).toBeCloseTo(views.portion[key].amount, 2);
    expect(why.inputs.reduce((total, { share = 0 }) => total + share, 0)).toBeCloseTo(1, 6);
  });

  // HyperFormula, a spreadsheet engine, given the grams and the rows of the food table and nothing of ours.
  test('a spreadsheet with the same lines says the same of every line of the why', () => {
    const lines = allLines(formula);
    const rows = lines.map(({ massG, foodId }) => [massG ?? 0, larder.foods.get(foodId ?? '')?.per100g.proteinG ?? 0]);
    const engine = HyperFormula.buildFromArray(
      rows.map((row, i) => [...row, `=A${i + 1}*B${i + 1}/100`]),
      { licenseKey: 'gpl-v3' },
    );
    const why = whyFigure({ key: 'proteinG', name: 'Protein', unit: 'g', digits: 4 }, formula, 0.1, larder);
    const said = why.inputs.map(({ words }) => firstNumber(words)).sort((a, b) => a - b);
    const theirs = lines.map((_line, row) => Number(engine.getCellValue({ sheet: 0, row, col: 2 }))).sort((a, b) => a - b);
    said.forEach((amount, i) => expect(amount).toBeCloseTo(theirs[i] ?? NaN, 3));
  });

  test('an unknown food is named as unknown and takes no share', () => {
    const why = whyFigure({ key: 'fibreG', name: 'Fibre', unit: 'g', digits: 1 }, readFormula('Bun\nServes 2\n100 g plain flour\n30 g unobtainium'), 0.5, larder);
    expect(why.inputs.find(({ name }) => name.includes('unobtainium'))).toMatchObject({ words: 'unknown', share: undefined, source: 'no food: not counted' });
  });

  test('the count and the law that were chosen are named', () => {
    const row = { key: 'energyKcal', name: 'Energy', unit: 'kcal', digits: 0 } as const;
    expect(whyFigure(row, formula, 1, larder, { carbs: 'netFibreG', energy: 'eu' })).toMatchObject({ mark: 'S', source: expect.stringContaining('1169/2011') });
    expect(whyFigure(row, formula, 1, larder, { carbs: 'netFibreG', energy: 'us' })).toMatchObject({ mark: 'S', source: expect.stringContaining('21 CFR 101.9') });
    expect(whyFigure({ ...row, key: 'netCarbG' }, formula, 1, larder, COUNTING).equation).toContain('erythritol and allulose');
  });
});

describe('why a role is what it is', () => {
  test.each(LEDGER_ROLES)('%s: the number on top is the role’s own, with its rule and source', (role) => {
    const text = readFormula(['ice', 'freezes', 'solids', 'msnf', 'protein', 'lactose'].includes(role) ? ICE : LOAF);
    const why = whyRole(role, text, larder);
    const part = mainPart(text, larder);
    if (!why || !part) throw new Error('no part');
    expect(isWhole(why)).toBe(true);
    expect(why.inputs.length).toBeGreaterThan(0);
    expect(Math.abs(firstNumber(why.result) - (measureRole(role, sumsOfPart(part, larder)) ?? NaN))).toBeLessThan(0.51 / 10 ** roleOf(role).digits);
    expect([why.title, why.source]).toEqual([roleOf(role).name, roleOf(role).source]);
  });

  // What the lines give and what the mix measures are two ways through one description: they cannot drift apart.
  test.each(LEDGER_ROLES.filter((role) => !['ice', 'freezes', 'thickness', 'lactose'].includes(role)))('%s: what each line gives adds up to the whole', (role) => {
    const part = partOf(`${LOAF}\n5 g baking soda\n20 g lemon juice\n2 g sucralose drops`);
    const sums = sumsOfPart(part, larder);
    const given = part.lines.reduce((sum, line) => sum + (roleOf(role).given(broughtBy(line, larder), sums)?.amount ?? 0), 0);
    expect((given * 100) / (sums[0] ?? NaN)).toBeCloseTo(measureRole(role, sums) ?? NaN, 1);
  });

  test('thickness: fluid and held of the lines are those of the mix, sugar that no water dissolves among the held', () => {
    for (const text of [LOAF, 'Icing\nServes 8\n300 g sugar\n40 g water\n60 g plain flour']) {
      const part = partOf(text);
      const sums = sumsOfPart(part, larder);
      const [fluid, held] = part.lines.reduce(
        ([f, h], line) => {
          const { fluidG, holdingG } = fluidAndHolding(broughtBy(line, larder), sums);
          return [f + fluidG, h + holdingG];
        },
        [0, 0],
      );
      expect(fluid / held).toBeCloseTo(hydrationOf(sums), 9);
    }
    const sugar = whyRole('thickness', readFormula('Icing\nServes 8\n300 g sugar\n40 g water\n60 g plain flour'), larder)?.inputs.find(({ name }) => name.includes('sugar'));
    expect(sugar?.words).toMatch(/\d+ g fluid, \d+ g held/);
  });

  test('a flour whose starch nobody knows is named under structure', () => {
    const semolina = larder.foods.get('semolina');
    expect(semolina?.per100g.starchG).toBeUndefined();
    expect(whyRole('structure', readFormula('Cake\nServes 8\n200 g semolina\n200 ml milk'), larder)?.notes.join()).toContain('semolina');
    expect(whyRole('structure', formula, larder)?.notes).toEqual([]);
  });

  test('soda without acid is said with its spoons', () => {
    const notes = whyRole('lift', readFormula('Scones\nServes 4\n200 g plain flour\n150 ml water\n2 tsp baking soda'), larder)?.notes.join(' ');
    expect(notes).toContain('tsp of soda find no acid');
  });
});

describe('why a yield and a price', () => {
  const { totals, views, product } = analyse(formula, larder, shipped);

  // Muffins and loaves lose 8 to 12 % of their raw weight in the oven [common practice of the trade].
  test('a guessed yield shows its loss; a weighed one the scale', () => {
    const guessed = whyYield(formula, totals, views, product, larder);
    expect(isWhole(guessed)).toBe(true);
    expect(views.yield.massG / totals.massG).toBeGreaterThan(0.88);
    expect(views.yield.massG / totals.massG).toBeLessThan(0.92);
    expect(firstNumber(guessed.result)).toBeCloseTo(views.yield.massG, -1);
    expect(guessed).toMatchObject({ mark: 'P', source: expect.stringContaining('common practice') });
    const weighed = { ...formula, yieldMassG: 812 };
    const after = analyse(weighed, larder, shipped);
    expect(whyYield(weighed, after.totals, after.views, after.product, larder)).toMatchObject({ result: '812 g', source: 'your own scale' });
    const raw = analyse(formula, larder, NO_TABLES);
    expect(whyYield(formula, raw.totals, raw.views, undefined, larder).source).toContain('no class said');
  });

  test('a part that is left out is not in the yield, and not among its inputs', () => {
    const two = readFormula('Cake\nServes 8\nFor the batter:\n200 g plain flour\n200 ml milk\nFor the icing:\n100 g icing sugar');
    const bare = { ...two, parts: two.parts.map((part, i) => (i === 1 ? { ...part, counting: 'left out' as const } : part)) };
    const after = analyse(bare, larder, shipped);
    const why = whyYield(bare, after.totals, after.views, after.product, larder);
    expect(why.inputs).toHaveLength(2);
    expect(why.inputs.reduce((sum, { share = 0 }) => sum + share, 0)).toBeCloseTo(1, 9);
  });

  test('a price is grams times the price of the pack, line by line, and says what has none', () => {
    const prices = new Map([
      ['sugar', 1.3 / 1000],
      ['plain-flour', 1.9 / 1500],
    ]);
    const why = whyCost(formula, 10, larder, prices, (amount) => `€${amount.toFixed(3)}`);
    // 160 g at 1.30 a kilo, and 200 g at 1.90 for a kilo and a half.
    expect(why.inputs.slice(0, 2).map(({ words }) => words)).toEqual(['€0.253, €0.127 for 100 g', '€0.208, €0.130 for 100 g']);
    expect(why.result).toBe('at least €0.461 a batch, €0.046 each');
    expect(why.inputs.filter(({ words }) => words === 'no price')).toHaveLength(7);
    expect(whyCost(readFormula('Tea\nServes 1\n200 ml water'), 1, larder, prices, String)).toMatchObject({ result: '0 a batch, 0 each' });
  });
});

describe('why at the cold table', () => {
  test('ice: the same inputs as the role, with the freezer’s and the spoon’s own words', () => {
    const why = whyIce(readFormula(ICE), { storedC: -18, servedC: -12 }, style('frozen-yogurt'), larder);
    expect(why?.result).toMatch(/^\d+ % ice at -18 °C \(.+\), \d+ % ice at -12 °C \(.+\)$/);
    const part = partOf(ICE);
    const { minutesOut } = coldSide(sumsOfPart(part, larder), -18, -12, style('frozen-yogurt')?.overrun.low ?? NaN);
    expect(why?.notes.join(' ')).toMatch(new RegExp(`334 J.* ${minutesOut.toFixed(0)} minutes`));
    const pint = whyIce(readFormula(ICE), { storedC: -18, servedC: -12 }, style('spun'), larder);
    expect(pint?.notes.join(' ')).toContain('straight from the freezer');
    expect(pint?.notes.join(' ')).not.toContain('minutes');
    expect(whyIce(readFormula('Oil\nServes 1\n100 g sunflower oil'), { storedC: -18, servedC: -12 }, undefined, larder)?.notes[0]).toBe('There is no water to freeze.');
  });

  test('foam: the factors multiply to the overrun that is said', () => {
    const part = partOf('Bowl\nServes 2\n225 g skyr\n30 g micellar casein\n150 ml milk\n4 g xanthan gum\n4 g guar gum\n100 g blackcurrants');
    const setup = { mixer: 'stand', bowlMl: 4000, liquidFirst: 0.5, splashes: [{ foodId: 'water', massG: 30 }] } as const;
    for (const state of whip(part, setup, larder)) {
      const why = whyFoam(state);
      expect(isWhole(why)).toBe(true);
      expect(MOST_OVERRUN * why.inputs.reduce((all, { share = NaN }) => all * share, 1)).toBeCloseTo(state.overrunPercent, 6);
    }
  });

  test('overrun: each reading, and the mean density; none says so', () => {
    const why = whyOverrun([
      { cupMl: 240, mixG: 260, foamG: 130 },
      { cupMl: 240, mixG: 260, foamG: 104, mixer: 'stand' },
    ]);
    expect(why.inputs.map(({ words }) => words)).toEqual(['100 %, 0.54 g/mL', '150 %, 0.43 g/mL']);
    expect(whyOverrun([])).toMatchObject({ result: 'no reading yet', inputs: [] });
  });
});

/** How far all roles are out of their bands together. */
function unrest(sheet: Worksheet): number {
  const { sums, rows } = standingOf(sheet, larder, shipped);
  return unrestOf(measuresOf(sums), rows);
}

describe('the whole analysis', () => {
  const recipes = fc.array(fc.tuple(fc.constantFrom(...shipped.foods.map(({ id }) => id)), fc.double({ min: 0, max: 10_000, noNaN: true })), { minLength: 1, maxLength: 12 });
  const classes = fc.option(fc.constantFrom(...shipped.classes.map(({ id }) => id)), { nil: undefined });

  test('whatever is thrown together, no number is NaN and no sentence holds one', () => {
    fc.assert(
      fc.property(recipes, classes, (lines, classId) => {
        const mixed = readFormula(`Anything\nServes 3\n${lines.map(([id, grams]) => `${grams.toFixed(2)} g ${larder.foods.get(id)?.name ?? ''}`).join('\n')}`);
        const said = JSON.stringify(analyse({ ...mixed, ...(classId ? { classId } : {}) }, larder, shipped), (_key, value: unknown) => (Number.isNaN(value) ? 'NaN' : value));
        expect(said).not.toContain('NaN');
      }),
      { numRuns: 150 },
    );
  });

  test('settling any rebuild never throws, and never leaves the ledger worse', () => {
    const rules = shipped.rules.filter(({ from }) => from.includes('@wheat-flour')).map(({ id }) => id);
    fc.assert(
      fc.property(fc.constantFrom(...rules), fc.double({ min: 0.1, max: 1, noNaN: true }), (id, share) => {
        const swapped = opened(bench(LOAF), 'plain-flour', id, share);
        const { sheet } = settleAll(swapped, larder, shipped);
        expect(allLines(sheet.rebuild).every(({ massG = 0 }) => Number.isFinite(massG) && massG >= 0)).toBe(true);
        expect(unrest(sheet)).toBeLessThanOrEqual(unrest(settleOpen(swapped, larder)) + 1e-9);
      }),
      { numRuns: 60 },
    );
  });
});
