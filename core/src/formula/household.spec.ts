import { dietOf, dietOfAll, namesOnce, peopleIn } from './household';

const settings = {
  schools: ['lean'],
  excluded: ['peanut'],
  people: ['Mara', 'Pim'],
  diets: { Mara: { schools: ['ketogenic'], excluded: ['milk', 'peanut'] }, Gone: { schools: [], excluded: ['egg'] } },
} as unknown as Parameters<typeof dietOfAll>[0];

describe('who eats here', () => {
  test('a new formula is held against what each of them may not have; who is not at the table any more does not count', () => {
    expect(dietOfAll(settings)).toEqual({ schools: ['lean', 'ketogenic'], excluded: ['peanut', 'milk'] });
    expect(dietOfAll({ schools: [], excluded: [] })).toEqual({ schools: [], excluded: [] });
  });

  test('a name in another case is the same person, by the first spelling; an empty one nobody', () => {
    expect(namesOnce(['Mara', ' pim ', 'MARA', '', ' ', 'Pim'])).toEqual(['Mara', 'pim']);
  });

  test('each has their own', () => {
    expect(dietOf(settings, 'Mara').excluded).toEqual(['milk', 'peanut']);
    expect([dietOf(settings, 'Pim'), dietOf(settings, 'Gone')]).toEqual([
      { schools: [], excluded: [] },
      { schools: [], excluded: [] },
    ]);
  });

  test('is meant by whole names in any case, one or several of them; a name that only begins so is another', () => {
    const of = (words: string, people = ['Mara', 'Pim', 'Jo Ann']): readonly string[] => peopleIn({ people }, words);
    expect([of('mara'), of('Pim & MARA'), of('for Jo  Ann’s lunch'), of('Tamara'), of('Jo'), of(''), of('—'), of('Mara', [''])]).toEqual([
      ['Mara'],
      ['Mara', 'Pim'],
      ['Jo Ann'],
      [],
      [],
      [],
      [],
      [],
    ]);
    expect(peopleIn({}, 'Mara')).toEqual([]);
  });
});
