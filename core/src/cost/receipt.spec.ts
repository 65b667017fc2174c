import { larder } from '../../test/larder';
import { readReceipt } from './index';

const DOUGH = new Set(['plain-flour', 'butter', 'sugar', 'egg', 'chocolate-chips', 'whole-milk']);
const read = (text: string, wanted: ReadonlySet<string> = DOUGH) => readReceipt(text, wanted, ['£', 'GBP'], larder, 'metric');
/** What is read, as a person would say it: food, grams of a pack, price of one. */
const said = (text: string): readonly string[] => read(text).lines.map(({ food, netG, price }) => `${food.id} ${Math.round(netG)} ${price.toFixed(2)}`);

describe('a receipt', () => {
  test('gives each ware of the formula what a pack holds and what it cost, however the shop writes it', () => {
    // Milk at 1.03 g/mL is USDA FoodData Central's; an egg as British shops sell it (piece uk, large uk in its row) 58 g without its shell. Written as tills and orders write.
    expect(
      said('Plain flour 1 kg 0.90\nUNSALTED BUTTER 250G   £2.40 A\nGranulated sugar 1kg 1,10\n6 eggs 2.10\nChocolate chips 200 g ... 3.00\nWhole milk 1L 1.20\nTOTAL 10.70'),
    ).toEqual(['plain-flour 1000 0.90', 'butter 250 2.40', 'sugar 1000 1.10', 'egg 348 2.10', 'chocolate-chips 200 3.00', 'whole-milk 1030 1.20']);
    expect(said('Free range eggs 6 pack 2.10\nLarge eggs pack of 12 £3.60')).toEqual(['egg 348 2.10', 'egg 696 3.60']);
  });

  test('of several packs the price is shared out, unless both prices stand there', () => {
    expect(said('2 x Butter 250 g 4.80\n2 x 250 g butter 4.80\nButter 250 g x 2 2.40 4.80\nButter 250 g qty 3 7.20\n2 @ 2.40 Butter 250 g 4.80\nButter 250g* 2.40 D')).toEqual(
      Array(6).fill('butter 250 2.40'),
    );
    // 2.40 and 3.10 go together by no number of packs: nobody knows which is meant.
    expect(read('Butter 250 g 2.40 3.10').unread).toEqual([{ text: 'Butter 250 g 2.40 3.10', why: 'no-price' }]);
  });

  test('keeps nothing of what it cannot know: no price, no amount, another food, a discount, nonsense', () => {
    const why = (line: string): string | undefined => read(line).unread[0]?.why;
    expect(why('Plain flour 1 kg')).toBe('no-price');
    expect(why('Plain flour 0.90')).toBe('no-amount');
    expect(why('Cat litter 10 kg 5.00')).toBe('no-food');
    expect(why('Ground almonds 200 g 3.00')).toBe('not-asked');
    expect(why('Butter 250 g -0.50')).toBe('no-price');
    expect(why('Butter 900 kg 2.00')).toBe('no-amount');
    expect([why('Butter 250 g $2.40'), why('Butter 250 g EUR 2.40'), why('Butter 250 g GBP 2.40')]).toEqual(['other-money', 'other-money', undefined]);
    expect(read('').lines).toEqual([]);
    expect(read(`${'x'.repeat(5000)} 1.00\n`.repeat(400)).lines).toEqual([]);
  });
});
