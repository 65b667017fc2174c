import { readFoodRows, readFoodTable, readRoleTable, writeFoodTable } from './foods';

const faults = (cells: Readonly<Record<string, string>>): string => {
  const [read] = readFoodRows([{ name: 'Cocoa', ...cells }]);
  return read && 'errors' in read ? read.errors.join('; ') : '';
};
const foodOf = (cells: Readonly<Record<string, string>>) => {
  const [read] = readFoodRows([{ name: 'Cocoa', ...cells }]);
  if (!read || 'errors' in read) throw new Error(read ? read.errors.join('; ') : 'no row');
  return read.food;
};

describe('a row of a table, as people and spreadsheets write it', () => {
  test('an empty cell is unknown and not zero; a comma or a point is a decimal; absent columns are empty', () => {
    const food = foodOf({ protein_g: '19,6', fat_g: '13.7', sugars_g: '', fibre_g: '0' });
    expect([food.per100g.proteinG, food.per100g.fatG, food.per100g.sugarsG, food.per100g.fibreG]).toEqual([19.6, 13.7, undefined, 0]);
    expect([food.kind, food.fat, food.isWhole, food.allergens, food.measuresG, food.thirst]).toEqual(['other', 'liquid', false, [], {}, undefined]);
  });

  test.each<[string, Readonly<Record<string, string>>, RegExp]>([
    ['no name', { name: '  ' }, /name is empty/],
    ['more than there can be', { protein_g: '140' }, /protein_g must be a number from 0 to 100/],
    ['a word for a figure', { fat_g: 'some' }, /fat_g must be a number/],
    ['less than none', { salt_g: '', fat_g: '-3' }, /fat_g must be a number/],
    ['a figure that reads two ways', { energy_kcal: '1,234' }, /thousands or as a decimal comma/],
    ['a kind that is none', { kind: 'dust' }, /kind must be one of/],
    ['an allergen that is none', { allergens: 'milk|moon' }, /unknown allergen: moon/],
    ['a sugar that is none', { sugars_by: 'sucrose=4|candyose=3' }, /unknown sugar: candyose/],
    ['an attribute that is none', { attributes: 'form:vapour' }, /unknown attribute: form:vapour/],
    ['a measure without grams', { measures_g: 'piece=' }, /must be like "piece=50/],
    ['a measure of nothing', { measures_g: 'piece=0' }, /must be like "piece=50/],
    ['an id with blanks', { id: 'Dark Cocoa' }, /id may hold small letters/],
    ['an id that cannot be saved', { id: 'a'.repeat(61) }, /up to 60 letters/],
    ['wetted in no way', { wetting: 'somehow' }, /wetting must be/],
  ])('%s is a fault, said by its column', (_name, cells, words) => {
    expect(faults(cells)).toMatch(words);
  });

  test('a thirst of one’s own comes with a fifth for its spread, or with its own; what dissolves holds none', () => {
    expect(foodOf({ wetting: 'mass', thirst: '0.9' }).thirst).toMatchObject({ gPerG: 0.9, sd: 0.9 * 0.2, source: 'as imported' });
    expect(foodOf({ wetting: 'mass', thirst: '0.9', thirst_spread: '0.05', source: 'my scale' }).thirst).toMatchObject({ sd: 0.05, source: 'my scale' });
    expect([foodOf({ wetting: 'dissolves' }).thirst?.gPerG, foodOf({ wetting: 'mass' }).thirst]).toEqual([0, undefined]);
  });
});

describe('the shipped tables', () => {
  const HEAD = 'id,name,kind,protein_g,source';
  const ROLES = 'food_id,role,amount,spread,mark,source';

  test.each([
    ['a doubled id', `${HEAD}\na,A,flour,1,s\na,B,flour,1,s`, ROLES, /row 3: the id "a" is empty or stands twice/],
    ['no id', `${HEAD}\n,A,flour,1,s`, ROLES, /row 2: the id ""/],
    ['no source', `${HEAD}\na,A,flour,1,`, ROLES, /row 2: every food names its source/],
    ['a bad figure', `${HEAD}\na,A,flour,lots,s`, ROLES, /row 2: protein_g must be/],
    ['a role of a food that is not there', `${HEAD}\na,A,flour,1,s`, `${ROLES}\nb,binding,1,0.1,H,s`, /no food is called "b"/],
    ['a row of too many cells', `${HEAD}\na,A,flour,1,s,and more`, ROLES, /row 2: /],
  ])('%s stops the start and names the row', (_name, foods, roles, words) => {
    expect(() => readFoodTable(foods, roles)).toThrow(words);
  });

  test.each([
    ['a role that is none', `${ROLES}\na,charm,1,0.1,H,s`, /row 2/],
    ['a mark that is none', `${ROLES}\na,binding,1,0.1,X,s`, /row 2/],
    ['no amount', `${ROLES}\na,binding,,0.1,H,s`, /row 2: the amount is empty/],
    ['no source', `${ROLES}\na,binding,1,0.1,H,`, /every role names its source/],
  ])('roles: %s', (_name, csv, words) => {
    expect(() => readRoleTable(csv)).toThrow(words);
  });

  test('a cell that a spreadsheet would run goes out defused', () => {
    expect(writeFoodTable([foodOf({ name: '=1+1' })])).toContain("'=1+1");
  });
});
