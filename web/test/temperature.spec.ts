import { fieldTemperature, inTemperature, readTemperature, showTemperature } from '../src/ui/temperature';

// The scales' fixed points (ITS-90 for water; the two scales meet at 40 below): 0 °C = 32 °F, 100 °C = 212 °F.
test.each([
  [0, '0 °C', '32 °F'],
  [100, '100 °C', '212 °F'],
  [-40, '−40 °C', '−40 °F'],
  [-17.8, '−17.8 °C', '0 °F'],
  [82.5, '82.5 °C', '181 °F'],
])('%d °C is shown as "%s" or "%s"', (tempC, inC, inF) => {
  expect([showTemperature(tempC, 'C'), showTemperature(tempC, 'F')]).toEqual([inC, inF]);
});

test.each([
  ['Bake at 180 °C for 25 min.', 'Bake at 356 °F for 25 min.'],
  ['Done at 96 to 99 °C inside.', 'Done at 205 to 210 °F inside.'],
  ['Keep it at −18 °C or below.', 'Keep it at 0 °F or below.'],
  ['Bake it 15 °C cooler.', 'Bake it 27 °F cooler.'],
  ['At −14–−11 °C it scoops.', 'At 7–12 °F it scoops.'],
  ['No degrees at all.', 'No degrees at all.'],
])('"%s" in an American kitchen', (inC, inF) => {
  expect([inTemperature(inC, 'F'), inTemperature(inC, 'C')]).toEqual([inF, inC]);
});

test.each<[string, 'C' | 'F', number]>([
  ['-18', 'C', -18],
  ['−18 °C', 'F', -18],
  ['0 F', 'C', -17.8],
  ['0', 'F', -17.8],
  ['4 deg', 'C', 4],
  ['–5,5 °c', 'C', -5.5],
])('"%s" where %s is the unit is %d °C', (text, unit, tempC) => {
  expect(readTemperature(text, unit)).toEqual({ tempC });
});

test.each([
  ['', /such as -18/],
  ['cold', /such as -18/],
  ['-18 K', /such as -18/],
  ['60', /between −40 °C and 10 °C/],
  ['-300', /between/],
])('"%s" is told, never taken', (text, words) => {
  expect(readTemperature(text)).toEqual({ error: expect.stringMatching(words) });
});

test('what a field shows is read back as the same, in either unit', () => {
  for (const unit of ['C', 'F'] as const) {
    for (let tempC = -40; tempC <= 10; tempC += 0.5) {
      const read = readTemperature(fieldTemperature(tempC, unit), unit);
      expect('tempC' in read && Math.abs(read.tempC - tempC)).toBeLessThanOrEqual(0.06);
    }
  }
});
