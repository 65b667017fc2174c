import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { loadVessels } from '@fellmist/data';
import { MixingOrder } from '../src/bakeday/mixing-order';
import { PlanTab } from '../src/bakeday/plan-tab';
import { bakeActions } from '../src/state/bake.actions';
import { beginBake, type Begun } from './bakeStore';

const LOAF = 'Oat loaf\nMakes 10 slices\n200 g oat flour\n2 tsp baking powder\n2 eggs\n120 g yogurt\n60 g walnuts';
const MUFFINS = 'Lemon muffins\nMakes 6 muffins\n130 g plain flour\n1 1/2 tsp baking powder\n70 g sugar\n1 egg\n90 ml milk\n50 ml sunflower oil';
const BLENDED = 'Oat griddle cakes\nMakes 5\n120 g rolled oats\n2 eggs\n200 ml milk\nBlend everything until smooth, then fry in small rounds.';

describe('before a bake', () => {
  let begun: Begun;
  let shown: ComponentFixture<MixingOrder | PlanTab>;

  async function show(what: typeof MixingOrder | typeof PlanTab, text: string): Promise<void> {
    begun = beginBake(text);
    shown = TestBed.createComponent<MixingOrder | PlanTab>(what);
    document.body.append(element());
    await settles();
  }
  async function settles(): Promise<void> {
    shown.componentRef.setInput('bake', begun.bake());
    await shown.whenStable();
    await new Promise((resolve) => setTimeout(resolve));
  }
  const element = (): HTMLElement => shown.nativeElement as HTMLElement;
  afterEach(() => {
    element().remove();
  });
  const order = (): readonly string[] =>
    begun.bake().stages.flatMap(({ lineIds }) => lineIds.map((id) => begun.desk.lineName(begun.bake().lines.find((line) => line.id === id) as never)));
  const offers = (): readonly string[] => [...element().querySelectorAll('.into + .grow button')].map(({ textContent }) => (textContent ?? '').replace(/\s+/g, ' ').trim());

  test('keys alone move a line in the mixing order, over the border of a step, and the hand stays on it; arrows stand beside the line under the hand only', async () => {
    await show(MixingOrder, LOAF);
    const name = (words: string): HTMLElement => [...element().querySelectorAll<HTMLElement>('button.name')].find((one) => one.innerHTML.includes(words)) as HTMLElement;
    const arrows = (): number => element().querySelectorAll('.acts button').length;
    const before = order();
    expect(arrows()).toBe(0);
    name('Baking powder').focus();
    await settles();
    expect(arrows()).toBe(2);
    const press = async (key: string, altKey = true): Promise<void> => {
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, altKey, bubbles: true }));
      await settles();
      await settles();
    };
    await press('ArrowDown', false);
    expect(order()).toEqual(before);
    // Over each border is a press of its own; at the end it stays.
    for (let i = 0; i < 7; i++) await press('ArrowDown');
    expect(order()).toEqual([...before.filter((one) => one !== 'Baking powder'), 'Baking powder']);
    expect(begun.bake().stages.at(-1)?.lineIds).toContain(begun.bake().lines.find((line) => begun.desk.lineName(line) === 'Baking powder')?.id);
    expect(document.activeElement?.textContent).toContain('Baking powder');
    expect(arrows()).toBe(2);
  });

  test('who weighs by the list says once that all went in: what was weighed before stays, and the page goes on', async () => {
    await show(MixingOrder, LOAF);
    const first = begun.bake().lines[0];
    begun.desk.tell({ kind: 'poured', lineId: first?.id ?? '', massG: 170, by: 'scale' });
    await settles();
    // What the kitchen warns of stands here too, as the kitchen is passed by: egg and flour are raw until they are baked (USDA, FDA).
    expect(element().textContent).toContain('Do not eat the raw mix');
    let gone = 0;
    (shown.componentInstance as MixingOrder).allIn.subscribe(() => (gone += 1));
    element().querySelector<HTMLElement>('header button')?.click();
    await settles();
    // 200 g of flour were wanted, 170 were weighed; two eggs of 50 g and two teaspoons of 4.6 g of baking powder as written.
    expect(begun.bake().lines.map(({ pouredG }) => Math.round(pouredG))).toEqual([170, 9, 100, 120, 60]);
    expect([gone, element().querySelector('header button')]).toEqual([1, null]);
  });

  test('what it usually goes into is offered with how full it would be, and no more once one is taken', async () => {
    await show(PlanTab, MUFFINS);
    expect(offers()[0]).toBe('muffin tin of 6 6 of 6 cups');
    element().querySelector<HTMLElement>('.into + .grow button')?.click();
    await settles();
    expect(begun.bake().vessel?.vessel.id).toBe('muffins-6');
    expect(offers()).toEqual(['A tin of your own']);
    expect(element().textContent).toContain('6 of 6 cups, each');
  });

  test('a method that blends asks for a jar, and for one of the house first; one that does not asks for none', async () => {
    await show(PlanTab, BLENDED);
    expect(offers().filter((one) => one.includes('blender'))).toEqual(['600 mL blender cup in one go', '1.5 L blender jar in one go']);
    const cup = loadVessels('data').find(({ id }) => id === 'jar-600');
    if (!cup) throw new Error('no jar');
    begun.store.dispatch(bakeActions.vesselsLoaded({ vessels: [...loadVessels('data'), { ...cup, id: 'own-cup', name: 'old little cup', measuredMl: 250 }] }));
    await settles();
    expect(offers()[0]).toMatch(/^old little cup in \d goes$/);
    TestBed.resetTestingModule();
    await show(PlanTab, LOAF);
    expect(offers().filter((one) => one.includes('blender'))).toEqual([]);
  });
});
