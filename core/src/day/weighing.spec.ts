import { larder, larderNotKnowing, readFormula, shipped } from '../../test/larder';
import { analyse } from '../analysis';
import { allLines, IN_THE_PAN, readLine } from '../formula';
import { type Bake, type BakeAct, bowlsOf, foldBake, ownPieces, mixingOrder, nextLine, plateFigures, type PouredBy, restAsPlanned, stepToDo } from './index';

const TEXT =
  'Orange sponge\nMakes 8 slices\n150 g butter\n150 g sugar\n3 eggs\n150 g plain flour\n\nFor the glaze:\n80 g icing sugar\n15 g orange juice\n\nMethod\nHeat the oven to 180 C.\nCream the butter and sugar.\nBeat in the eggs.\nFold in the flour.\nBake 25 minutes.\nStir the icing sugar with the orange juice and pour it over.';
const formula = readFormula(TEXT);
const setting = { formula, larder, kitchen: { scaleStepG: 1, measures: 'us' } as const };
const bakeOf = (acts: readonly BakeAct[]): Bake =>
  foldBake(
    acts.map((act, i) => ({ ...act, id: `e${i}`, teller: 'a', turn: i + 1, at: '2026-11-26T10:00:00.000Z' })),
    setting,
  );
const idOf = (name: string): string => allLines(formula).find((line) => line.name === name)?.id ?? '';
const pour = (name: string, massG: number): BakeAct => ({ kind: 'poured', lineId: idOf(name), massG, by: 'scale' });
const [heat = '', cream = '', eggs = '', fold = '', bake = '', glaze = ''] = mixingOrder(formula, larder).map(({ id }) => id);
const done = (stageId: string): BakeAct => ({ kind: 'step done', stageId });
const now = (acts: readonly BakeAct[]): string | undefined => stepToDo(bakeOf(acts))?.then;

describe('what is done between the foods', () => {
  const creamed = [done(heat), pour('butter', 150), pour('sugar', 150)];

  test('the method’s steps come in their turn: before a food where they name none, after the last of theirs where they do', () => {
    expect(now([])).toBe('Heat the oven to 180 C.');
    expect(now([done(heat)])).toBeUndefined();
    expect(now([done(heat), pour('butter', 150)])).toBeUndefined();
    expect(now(creamed)).toBe('Cream the butter and sugar.');
    expect(now([...creamed, done(cream)])).toBeUndefined();
    expect(nextLine(bakeOf([...creamed, done(cream)]))?.name).toBe('eggs');
  });

  test('what was passed by asks no more, what is left out is not waited for, and a done step undone asks again', () => {
    expect(now([pour('butter', 150), pour('sugar', 150), pour('eggs', 150)])).toBe('Beat in the eggs.');
    expect(now([done(heat), pour('butter', 150), { kind: 'left out', lineId: idOf('sugar') }])).toBe('Cream the butter and sugar.');
    // Eggs poured early, out of their turn: creaming is still to be done once its own are in.
    expect(now([done(heat), pour('butter', 150), pour('eggs', 150), pour('sugar', 150)])).toBe('Cream the butter and sugar.');
    expect(now([...creamed, done(cream), { kind: 'undone', eventId: `e${creamed.length}` }])).toBe('Cream the butter and sugar.');
  });

  test('once all is in, the steps that are left come one by one, and a finished bake asks nothing', () => {
    const all = [...creamed, pour('eggs', 150), pour('plain flour', 150), pour('icing sugar', 80), pour('orange juice', 15)];
    expect(now(all)).toMatch(/^Stir the icing sugar/);
    expect(now([...all, done(glaze)])).toBeUndefined();
    const early = [...creamed, done(cream), pour('eggs', 150), done(eggs), pour('plain flour', 150)];
    expect([now(early), now([...early, done(fold)])]).toEqual(['Fold in the flour.', 'Bake 25 minutes.']);
    expect(now([...early, done(fold), done(bake)])).toBeUndefined();
    expect(now([...all, { kind: 'finished' }])).toBeUndefined();
  });
});

describe('what went in as planned', () => {
  const begun = [done(heat), pour('butter', 170), { kind: 'left out', lineId: idOf('orange juice') } as const];
  const rest = restAsPlanned(bakeOf(begun));
  const whole = bakeOf([...begun, ...rest]);

  test('all that is still open goes in with its steps, what was weighed or left out before stays as it was', () => {
    expect(rest.flatMap((act) => (act.kind === 'poured' ? [act.massG] : []))).toEqual([150, 150, 150, 80]);
    expect(whole.lines.map(({ name, pouredG }) => [name, pouredG])).toEqual([
      ['butter', 170],
      ['sugar', 150],
      ['eggs', 150],
      ['plain flour', 150],
      ['icing sugar', 80],
      ['orange juice', 0],
    ]);
    expect([stepToDo(whole), nextLine(whole), restAsPlanned(whole)]).toEqual([undefined, undefined, []]);
  });

  test('it is known no better than the plan knows it: eggs by the piece stay as unsure as they were, weighed ones do not', () => {
    const eggsOf = ({ real }: Bake): unknown => allLines(real).find(({ name }) => name === 'eggs')?.basis;
    expect([eggsOf(whole), eggsOf(bakeOf([pour('eggs', 150)]))]).toEqual(['piece', 'weighed']);
  });

  test('where the batch was made larger, what is lacking goes in; a line without a weight stays open, and its step with it', () => {
    const larger = bakeOf([...begun, ...rest, { kind: 'scaled', factor: 2, words: '' }]);
    const added = restAsPlanned(larger);
    expect(added.reduce((sum, act) => sum + (act.kind === 'poured' ? act.massG : 0), 0)).toBe(130 + 150 + 150 + 150 + 80);
    const vague = readFormula('Dip\nServes 2\n100 g Greek yogurt\nsome lemon juice\n\nStir the yogurt and the lemon juice.');
    const dip = foldBake([], { ...setting, formula: vague });
    expect(restAsPlanned(dip).map(({ kind }) => kind)).toEqual(['poured']);
  });
});

describe('bowls', () => {
  test('each holds what was poured while it stood on the scale; what is poured back leaves the bowl it was in', () => {
    const bowl = (name: string): BakeAct => ({ kind: 'tared', bowl: name });
    const acts = [pour('butter', 150), bowl('for the dry'), pour('plain flour', 150), { kind: 'tared' } as const, pour('sugar', 20), bowl('for the glaze')];
    expect(bowlsOf(bakeOf(acts))).toEqual([
      { name: '', massG: 150 },
      { name: 'for the dry', massG: 170 },
      { name: 'for the glaze', massG: 0 },
    ]);
    const back = bakeOf([...acts, { kind: 'poured back', lineId: idOf('plain flour'), massG: 40 }]);
    expect(bowlsOf(back).map(({ massG }) => massG)).toEqual([150, 130, 0]);
    expect(bowlsOf(bakeOf([pour('butter', 150)]))).toEqual([{ name: '', massG: 150 }]);
  });
});

describe('fat for the pan', () => {
  test('is a part of its own: the batter is judged without it, and what stays in the pan is of it alone', () => {
    const line = readLine('20 g sunflower oil', 'x1', larder, 'us');
    const acts: readonly BakeAct[] = [
      { kind: 'added', partId: IN_THE_PAN.id, line },
      { kind: 'poured', lineId: 'x1', massG: 20, by: 'typed' },
      { kind: 'left behind', where: 'in the pan', massG: 8, partId: IN_THE_PAN.id },
    ];
    const [dry, oiled] = [bakeOf([]), bakeOf(acts)];
    expect(oiled.real.parts.map(({ id, leftBehindG }) => [id, leftBehindG]).at(-1)).toEqual([IN_THE_PAN.id, 8]);
    const [before, now] = [dry, oiled].map(({ real }) => analyse(real, larder, shipped));
    expect(now?.measures).toEqual(before?.measures);
    // Oil is 884 kcal in 100 g (USDA FoodData Central SR Legacy, vegetable oils): 12 g of it went along.
    expect((now?.totals.figures.energyKcal.amount ?? 0) - (before?.totals.figures.energyKcal.amount ?? 0)).toBeCloseTo(106, -0.5);
  });
});

describe('a soak', () => {
  test('that stays in the dish takes nothing of the bread with it', () => {
    const toast = readFormula('Soaked toast\nServes 2\n4 slices white bread\n2 eggs\n150 g milk\n\nWhisk eggs and milk. Soak the bread in it and fry it.');
    const [bread = '', , milk = ''] = allLines(toast).map(({ id }) => id);
    const partId = toast.parts[0]?.id ?? '';
    const acts: readonly BakeAct[] = [
      { kind: 'poured', lineId: bread, massG: 168, by: 'typed' },
      { kind: 'poured', lineId: milk, massG: 150, by: 'typed' },
      { kind: 'left behind', where: 'in the dish', massG: 50, partId },
    ];
    const told = acts.map((act, i) => ({ ...act, id: `e${i}`, teller: 'a', turn: i + 1, at: '2026-11-26T10:00:00.000Z' }));
    const { totals } = analyse(foldBake(told, { ...setting, formula: toast }).real, larder, shipped);
    // Of 250 g of soak 50 stay: bread 168 g (266 kcal in 100 g), four fifths of 100 g of egg (143) and of 150 g of milk (61), USDA FoodData Central SR Legacy.
    expect(totals.figures.energyKcal.amount).toBeCloseTo(1.68 * 266 + 0.8 * (143 + 1.5 * 61), 0);
  });
});

describe('a person’s plate', () => {
  const atTable = { ...formula, parts: formula.parts.map((part, i) => (i === 1 ? { ...part, counting: 'at the table' as const } : part)) };
  const whole = foldBake([], { ...setting, formula: atTable });
  const { views, totals } = analyse(whole.real, larder, shipped);
  const portion = { massG: views.portionMassG, figures: views.portion };
  const glazeId = formula.parts[1]?.id ?? '';
  const plate = { eventId: 'p', name: 'Nuno', portions: 1, toppings: [], lines: [] };

  test('without topping is a portion; with topping by grams, or a food said in words, it has what these bring', () => {
    expect(plateFigures(plate, whole, portion, larder)?.figures.energyKcal.amount).toBeCloseTo(views.portion.energyKcal.amount, 9);
    // Two parts of a 95 g glaze of 80 g icing sugar (USDA FoodData Central SR Legacy 19336: 389 kcal in 100 g, starch in it 3 %) and
    // 15 g orange juice (09206: 45 kcal): 318 kcal, so that 19 g of it bring 63.6.
    const glazed = plateFigures({ ...plate, toppings: [{ partId: glazeId, massG: 19 }] }, whole, portion, larder);
    expect((glazed?.figures.energyKcal.amount ?? 0) - views.portion.energyKcal.amount).toBeCloseTo(63.6, -0.5);
    expect(glazed?.massG).toBeCloseTo(views.portionMassG + 19, 9);
    // Maple syrup: 260 kcal in 100 g (USDA FoodData Central SR Legacy 19353).
    const syrup = plateFigures({ ...plate, portions: 2, lines: [readLine('20 g maple syrup', 's', larder, 'us')] }, whole, portion, larder);
    expect((syrup?.figures.energyKcal.amount ?? 0) - 2 * views.portion.energyKcal.amount).toBeCloseTo(52, 0);
    expect(totals.figures.energyKcal.amount / views.portions).toBeCloseTo(views.portion.energyKcal.amount, 6);
  });

  test('a food without a weight gives no figure, an unknown value stays a gap, and a topping that is no more brings nothing', () => {
    expect(plateFigures({ ...plate, lines: [readLine('some maple syrup', 's', larder, 'us')] }, whole, portion, larder)).toBeUndefined();
    const without = larderNotKnowing('maple-syrup', 'fibreG');
    expect(plateFigures({ ...plate, lines: [readLine('300 g maple syrup', 's', larder, 'us')] }, whole, portion, without)?.figures.fibreG.gaps).toContain('s');
    expect(plateFigures({ ...plate, toppings: [{ partId: 'gone', massG: 50 }] }, whole, portion, larder)?.massG).toBeCloseTo(views.portionMassG, 9);
  });
});

describe('what is counted and weighs otherwise', () => {
  const toast = readFormula('Toast\nServes 2\n4 slices white bread\n2 eggs\n150 g milk');
  const [bread = '', eggs = '', milk = ''] = allLines(toast).map(({ id }) => id);
  const piecesOf = (pours: readonly (readonly [string, number])[], factor = 1, by: PouredBy = 'typed') => {
    const acts: readonly BakeAct[] = [{ kind: 'scaled', factor, words: '' }, ...pours.map(([lineId, massG]): BakeAct => ({ kind: 'poured', lineId, massG, by }))];
    const told = acts.map((act, i) => ({ ...act, id: `e${i}`, teller: 'a', turn: i + 1, at: '2026-11-26T10:00:00.000Z' }));
    return ownPieces(foldBake(told, { ...setting, formula: toast })).map(({ word, count, eachG, usualG }) => [word, count, eachG, usualG]);
  };

  // A slice of white bread is 28 g where nobody weighed it (USDA FoodData Central SR Legacy, one slice 28 to 29 g).
  test('is asked about from a tenth on: four slices of 168 g are 42 g each', () => {
    expect(piecesOf([[bread, 168]])).toEqual([['slice', 4, 42, 28]]);
    expect(piecesOf([[bread, 118]])).toEqual([]);
    expect(
      piecesOf([
        [eggs, 122],
        [milk, 300],
      ]).map(([word, count, eachG]) => [word, count, eachG]),
    ).toEqual([['piece', 2, 61]]);
  });

  test('is asked of what was weighed alone: what went in as planned says nothing of its pieces', () => {
    expect(piecesOf([[bread, 168]], 1, 'plan')).toEqual([]);
  });

  test('counts as many as the batch has: of twice the toast eight', () => {
    expect(piecesOf([[bread, 336]], 2)).toEqual([['slice', 8, 42, 28]]);
  });
});
