import { bench, food, larder, larderNotKnowing, lineOf, readFormula, shipped } from '../../test/larder';
import { pricesPerGram } from '../cost';
import { analyseMix, whip } from '../cold';
import { lawfulTolerance, type Label, type Pack, packComposition, readLabelFigure, stockLarder, thirstOfTest } from '../food';
import { allLines, totalsOf } from '../formula';
import { allergensOf } from '../safety';
import { addRebuildLine, describeRebuildLine, mendOriginalLine } from '../swap';

const pack = (more: Partial<Pack> = {}): Pack => ({ id: 'p', name: 'Bag', kindId: 'oat-flour', measuresG: {}, mayContain: [], thirstTests: [], note: '', ...more });
const label = (figures: Readonly<Record<string, string>>): Label => ({ tradition: 'eu', state: 'as sold', per100: { of: 'g', figures } });

describe('what a label says and does not say', () => {
  // Reg. (EU) 1169/2011 annex XIV: fat 37 kJ and 9 kcal a gram, carbohydrate and protein 17 and 4, fibre 8 and 2.
  test('energy printed in kilojoules alone, or not at all, is that of its kilojoules, or of its fat, carbohydrate, fibre and protein', () => {
    const energy = (figures: Readonly<Record<string, string>>): number => packComposition(pack({ label: label(figures) }), food('oat-flour')).per100g.energyKcal ?? NaN;
    expect(energy({ energyKj: '1674' })).toBeCloseTo(1674 / 4.184, 0);
    const parts = { fatG: '10', carbohydrateG: '50', proteinG: '20', fibreG: '5' };
    expect(energy(parts)).toBeCloseTo(90 + 200 + 80 + 10, 0);
    expect(energy({ fatG: '10', proteinG: '20' })).toBe(food('oat-flour').per100g.energyKcal);
  });

  // European Commission, guidance on tolerances (December 2012), table 1: salt below 1.25 g ± 0.375 g, from there on ± 20 %.
  test.each([
    [0.5, 0.375],
    [1.25, 0.25],
    [2, 0.4],
  ])('salt printed as %d g may be ± %d g', (printed, tolerance) => {
    expect(lawfulTolerance('saltG', printed)).toBeCloseTo(tolerance, 9);
  });

  test('grams typed where milligrams stand keep the digits that were typed', () => {
    const printed = (text: string, figure: 'sodiumMg' | 'saltG'): unknown => {
      const read = readLabelFigure(text, figure);
      return read.ok && read.printed;
    };
    expect([printed('0.4 g', 'sodiumMg'), printed('40 mg', 'saltG'), printed('0.25', 'saltG')]).toEqual([
      { figure: 400 },
      { figure: 0.04, decimals: 3 },
      { figure: 0.25, decimals: 2 },
    ]);
  });
});

describe('gaps are marked where they matter and nowhere else', () => {
  // 393.4 mg of sodium is what a gram of pure salt holds (NaCl, 58.44 g/mol, Na 22.99): nothing holds more.
  test('a stranger weighs in where it could hold a hundredth of the sodium', () => {
    const gaps = (strangerG: number): number => totalsOf(readFormula(`Bread\n1000 g plain flour\n15 g salt\n${strangerG} g stardust`), larder).figures.sodiumMg.gaps.length;
    const sodium = totalsOf(readFormula('Bread\n1000 g plain flour\n15 g salt'), larder).figures.sodiumMg.amount;
    const least = (0.01 * sodium) / 393.4;
    expect([gaps(Math.floor(least * 90) / 100), gaps(Math.ceil(least * 120) / 100)]).toEqual([0, 1]);
  });

  test('a stranger contains nothing that is known, and is told as one of whom nobody can answer', () => {
    const report = allergensOf(readFormula('Bar\n100 g oats\n10 g stardust'), larder);
    expect([report.mayContain.includes('sesame'), report.unknownLines.length]).toEqual([false, 1]);
  });
});

describe('nothing is nothing', () => {
  test('a thirst test without powder or without water teaches nothing', () => {
    expect([thirstOfTest({ powderG: 0, waterG: 8 }), thirstOfTest({ powderG: 10, waterG: 0 })]).toEqual([undefined, undefined]);
    expect(thirstOfTest({ powderG: 10, waterG: 8 })).toBeGreaterThan(0);
  });

  test('a pack without a price, without a weight or paid in another coin has no price a gram', () => {
    const priced = [pack({ id: 'a', price: 2, netG: 1000 }), pack({ id: 'b', netG: 1000 }), pack({ id: 'c', price: 2 }), pack({ id: 'd', price: 2, netG: 1000, currency: 'SEK' })];
    expect([...pricesPerGram(priced, 'EUR')]).toEqual([['a', 0.002]]);
  });

  test('erythritol is named once among the sugars of a mix, other polyols only where there are any', () => {
    const names = (text: string): readonly string[] =>
      (analyseMix(readFormula(text).parts[0] ?? { id: '', heading: '', lines: [] }, larder)?.sugarsByKind ?? []).map(({ name }) => name);
    expect(names('Ice\n500 g water\n100 g erythritol')).toEqual(['erythritol']);
    const other = stockLarder(shipped.foods.map((one) => (one.id === 'erythritol' ? { ...one, per100g: { ...one.per100g, polyolsG: 100, erythritolG: 60 } } : one)));
    const mix = analyseMix(readFormula('Ice\n500 g water\n100 g erythritol').parts[0] ?? { id: '', heading: '', lines: [] }, other);
    expect(mix?.sugarsByKind).toEqual([
      { name: 'erythritol', grams: 60 },
      { name: 'other polyols', grams: expect.closeTo(40, 6) },
    ]);
  });

  test('a splash of a gram is a splash, one of nothing is none; a bowl of strangers weighs its strangers', () => {
    const part = readFormula('Bowl\n20 g casein\n200 g water\n2 g xanthan gum').parts[0];
    const states = (massG: number): number => (part ? whip(part, { mixer: 'stand', bowlMl: 4000, liquidFirst: 0.5, splashes: [{ foodId: 'water', massG }] }, larder).length : NaN);
    expect([states(0), states(1)]).toEqual([2, 3]);
  });

  test('a figure that is unknown of a food that weighs nothing leaves no gap', () => {
    const blind = larderNotKnowing('sugar', 'proteinG');
    expect(totalsOf(readFormula('Cake\n100 g plain flour\n0 g sugar', 'us', blind), blind).figures.proteinG.gaps).toEqual([]);
    expect(totalsOf(readFormula('Cake\n100 g plain flour\n50 g sugar', 'us', blind), blind).figures.proteinG.gaps).toHaveLength(1);
  });
});

describe('a line as it was', () => {
  const SHEET = 'Cake\n100 g plain flour\n50 g butter\nFor the icing\n40 g icing sugar';

  test('a note leaves it unmelted and unbeaten; a line for a part that is not there goes to the first', () => {
    const sheet = bench(SHEET);
    const noted = describeRebuildLine(sheet, lineOf(sheet, 'butter').id, { note: 'cold' });
    expect([lineOf(noted, 'butter').melted ?? false, lineOf(noted, 'butter').beaten ?? false]).toEqual([false, false]);
    const added = addRebuildLine(sheet, 'nowhere', '5 g salt', larder);
    expect(added.rebuild.parts.map(({ lines }) => lines.length)).toEqual([3, 1]);
  });

  test('mending the original mends the rebuild where it still is the same, and nowhere else', () => {
    const sheet = bench(SHEET);
    const original = allLines(sheet.original).find(({ foodId }) => foodId === 'butter');
    const mended = mendOriginalLine(sheet, original?.id ?? '', { kind: 'grams', massG: 70 }, larder);
    expect(lineOf(mended, 'butter').massG).toBe(70);
    const own = describeRebuildLine(sheet, lineOf(sheet, 'butter').id, { melted: true });
    const changed = {
      ...own,
      rebuild: {
        ...own.rebuild,
        parts: own.rebuild.parts.map((part) => ({ ...part, lines: part.lines.map((line) => (line.foodId === 'butter' ? { ...line, massG: 30 } : line)) })),
      },
    };
    expect(lineOf(mendOriginalLine(changed, original?.id ?? '', { kind: 'grams', massG: 70 }, larder), 'butter').massG).toBe(30);
  });
});
