import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { Allergen } from '@fellmist/core';
import { AfterDesk } from '../src/bakeday/after-desk';
import { Plates } from '../src/bakeday/plates';
import { type BakeDesk } from '../src/state/bakeDesk';
import { beginBake, type Begun } from './bakeStore';

const CAKES = 'Oat griddle cakes\nMakes 5\n120 g oat flour\n100 g egg\n200 g water';
const FROSTED = 'Little cakes\nMakes 6\n150 g rice flour\n120 g sugar\n80 g sunflower oil\n\nFor the table:\n60 g cream cheese\n30 g icing sugar';

describe('after the bake', () => {
  let desk: BakeDesk;
  let shown: ComponentFixture<AfterDesk | Plates>;

  let bake: Begun['bake'];

  function begin(text: string, diets: Readonly<Record<string, readonly Allergen[]>> = {}): void {
    ({ desk, bake } = beginBake(text, diets));
  }
  async function show(what: typeof AfterDesk | typeof Plates): Promise<void> {
    shown = TestBed.createComponent<AfterDesk | Plates>(what);
    await settles();
  }
  async function settles(): Promise<void> {
    shown.componentRef.setInput('bake', bake());
    await shown.whenStable();
  }
  const element = (): HTMLElement => shown.nativeElement as HTMLElement;
  const words = (): string => (element().textContent ?? '').replace(/\s+/g, ' ');
  const field = (id: string): HTMLInputElement => {
    const found = element().querySelector<HTMLInputElement>(`#${id}`);
    if (!found) throw new Error(`no field ${id}`);
    return found;
  };
  async function press(name: string): Promise<void> {
    const found = [...element().querySelectorAll('button')].find(({ textContent }) => textContent?.trim() === name);
    if (!found) throw new Error(`nothing is called ${name}`);
    found.click();
    await settles();
  }

  test('what is put away is what is left, unless it is said otherwise; more than that is not there', async () => {
    begin(CAKES);
    await show(AfterDesk);
    const keep = field('keep-portions');
    expect(keep.value).toBe('5');
    desk.tell({ kind: 'plated', name: 'Ada', portions: 2, toppings: [], lines: [] });
    await settles();
    expect(keep.value).toBe('3');
    keep.value = '4';
    await press('Into the freezer');
    expect(words()).toContain('Left are 3 of 5');
    // What was typed stands, to be mended.
    expect([keep.value, bake().kept]).toEqual(['4', []]);
    keep.value = '1';
    await press('Into the fridge');
    await press('Into the freezer');
    expect(bake().kept.map(({ place, left }) => [place, left])).toEqual([
      ['fridge', 1],
      ['freezer', 2],
    ]);
    // One that is eaten out of the fridge is not there to be put away again.
    await press('Eat one');
    expect([keep.value, bake().kept.length]).toEqual(['', 1]);
    await press('Into the freezer');
    expect(words()).toContain('Give a number above zero.');
  });

  test('cut into more than was planned there is more to put away', async () => {
    begin(CAKES);
    desk.tell({ kind: 'kept', place: 'freezer', portions: 5 });
    await show(AfterDesk);
    expect(field('keep-portions').value).toBe('');
    desk.tell({ kind: 'portioned', into: { by: 'number', count: 8 } });
    await settles();
    expect(field('keep-portions').value).toBe('3');
    // By weight: 840 g of batter less what the griddle takes, at 100 g each; crumbs are no portion.
    desk.tell({ kind: 'portioned', into: { by: 'weight', eachG: 100 } }, { kind: 'yield weighed', massG: 503, tareG: 0 });
    await settles();
    expect(field('keep-portions').value).toBe('');
  });

  test('plates that hold more than there is are told of, and stay as they were laid', async () => {
    begin(CAKES);
    desk.tell({ kind: 'plated', name: 'Ada', portions: 3, toppings: [], lines: [] }, { kind: 'plated', name: 'Ben', portions: 2, toppings: [], lines: [] });
    await show(Plates);
    expect(element().querySelector('[role=status]')).toBeNull();
    desk.tell({ kind: 'plated', name: 'Cleo', portions: 0.5, toppings: [], lines: [] });
    await settles();
    expect(element().querySelector('[role=status]')?.textContent).toContain('5.5 portions are on plates or put away, of 5');
    expect(bake().plates).toHaveLength(3);
  });

  test('a plate is warned of by what lies on it: its own toppings and what was put over it, not those of other plates', async () => {
    begin(FROSTED, { Ada: ['milk'], Ben: ['tree nuts'] });
    const table = bake().real.parts.find(({ counting }) => counting === 'at the table')?.id ?? '';
    const plate = (name: string, toppings: readonly { readonly partId: string; readonly massG: number }[] = [], also = ''): void =>
      void desk.tell({ kind: 'plated', name, portions: 1, toppings, lines: desk.readLines(also) });
    await show(Plates);
    const warned = (): readonly string[] => [...element().querySelectorAll('p.attention')].map(({ textContent }) => textContent?.trim() ?? '');
    plate('Ben', [{ partId: table, massG: 15 }]);
    await settles();
    expect(warned()).toEqual([]);
    // The frosting is for the table, and not on her plate.
    plate('ada');
    await settles();
    expect(warned()).toEqual([expect.stringMatching(/^What is for the table holds what ada may not have: milk\. Keep it off/)]);
    plate('Ada and Cleo', [{ partId: table, massG: 10 }]);
    plate('Ben', [], '20 g walnuts');
    await settles();
    expect(warned()).toEqual([
      expect.stringMatching(/^Ben may not have what is in it: tree nuts/),
      expect.stringMatching(/^What is for the table holds what ada may not have: milk/),
      expect.stringMatching(/^Ada and Cleo may not have what is in it: milk/),
    ]);
    // Somebody whose name only begins so is somebody else.
    plate('Adam', [{ partId: table, massG: 10 }]);
    await settles();
    expect(warned()).toHaveLength(3);
  });

  test('a topping that has no weight, and a food that nobody knows, are asked about before the plate is laid', async () => {
    begin(FROSTED);
    await show(Plates);
    const lay = async (portions: string, also: string): Promise<void> => {
      field('plate-portions').value = portions;
      field('plate-also').value = also;
      await press('Add a plate');
    };
    await lay('0', '');
    expect([words().includes('Give a number above zero.'), bake().plates.length]).toEqual([true, 0]);
    await lay('1', 'moonlight syrup');
    expect([element().querySelector('[role=alert]') !== null, bake().plates.length]).toEqual([true, 0]);
    await lay('', '10 g honey');
    expect([element().querySelector('[role=alert]'), bake().plates[0]?.portions, bake().plates[0]?.lines[0]?.foodId]).toEqual([null, 1, 'honey']);
    // A sixth of 1.5 x 366 + 1.2 x 387 + 0.8 x 884 = 1721 kcal, and 10 g of honey at 304 in 100 g: 287 and 30 (USDA FoodData Central, SR Legacy).
    const kcal = Number(/(\d+) kcal/.exec(words())?.[1]);
    expect(Math.abs(kcal - 317)).toBeLessThanOrEqual(1);
  });
});
