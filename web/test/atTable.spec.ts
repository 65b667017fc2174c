import { AtTable, saysNothing } from '../src/book/atTable';

describe('who tastes at one table', () => {
  const names = (table: AtTable): readonly string[] => table.places().map(({ name }) => name);

  test('one alone may answer before they are named; a comma ends a name, and what was answered is theirs', () => {
    const table = new AtTable();
    expect(names(table)).toEqual(['']);
    table.say('', { given: { sweetness: '1' } });
    table.write('Ada');
    expect([names(table), table.of(table.places()[0]?.key ?? '?').given]).toEqual([['Ada'], { sweetness: '1' }]);
    table.write('Ada, B');
    expect([names(table), table.of('Ada').given, saysNothing(table.of(''))]).toEqual([['Ada', 'B'], { sweetness: '1' }, true]);
    table.write('Ben; Cleo');
    expect(names(table)).toEqual(['Ada', 'Ben', 'Cleo']);
  });

  test('a name that is pressed is the one that was being written, where it begins so, else both sit there', () => {
    const table = new AtTable();
    table.write('a');
    table.say('', { overall: '6' });
    table.press('Ada');
    expect([names(table), table.of('Ada').overall]).toEqual([['Ada'], '6']);
    table.write('Cleo');
    table.press('Ben');
    expect(names(table)).toEqual(['Ada', 'Cleo', 'Ben']);
  });

  test('nobody sits there twice, whoever leaves says nothing, and a cleared table is as new', () => {
    const table = new AtTable();
    table.seat('Ada', 'ada ', ' Ben');
    table.write('BEN');
    expect(names(table)).toEqual(['Ada', 'Ben']);
    table.say('Ben', { overall: '7' });
    table.press('Ada');
    expect([names(table), table.isBlank()]).toEqual([['Ben'], false]);
    table.clear();
    expect([names(table), table.isBlank()]).toEqual([[''], true]);
  });
});
