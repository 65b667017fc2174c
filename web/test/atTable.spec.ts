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

  test('nobody sits there twice, whoever leaves says nothing, and a cleared table is as new', () => {
    const table = new AtTable();
    table.seat('Ada', 'ada ', ' Ben');
    table.write('BEN');
    expect(names(table)).toEqual(['Ada', 'Ben']);
    table.say('Ben', { overall: '7' });
    table.leave('Ada');
    expect([names(table), table.isBlank()]).toEqual([['Ben'], false]);
    table.clear();
    expect([names(table), table.isBlank()]).toEqual([[''], true]);
  });
});
