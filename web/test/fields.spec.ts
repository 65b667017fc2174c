import { join } from 'node:path';
import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type FoodPage, type FoodQuery } from '@fellmist/contract';
import { FIRST_SETTINGS, type Food } from '@fellmist/core';
import { loadShippedLarder } from '@fellmist/data';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { type Observable, of, Subject } from 'rxjs';
import { Importer } from '../src/parts/importer';
import { Api } from '../src/state/api';
import { householdActions } from '../src/state/household.actions';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import * as larderEffects from '../src/state/larder.effects';
import { larderFeature } from '../src/state/larder.feature';
import * as lookupEffects from '../src/state/lookup.effects';
import { benchFeature } from '../src/state/bench.feature';
import { FoodSelect } from '../src/ui/food-select';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));

class FoodsApi {
  readonly asked: string[] = [];
  larder(): Observable<never> {
    return new Subject<never>();
  }
  foods({ q = '' }: Partial<FoodQuery>): Observable<FoodPage> {
    this.asked.push(q);
    const far = { id: 'own-far', name: 'Moonlight syrup', kind: 'sweetener', kindId: null } as FoodPage['rows'][number];
    const pack = { id: 'own-pack', name: 'Moonlight pack', kind: 'sweetener', kindId: 'own-far' } as FoodPage['rows'][number];
    return of({ total: 2, offset: 0, rows: [far, pack] });
  }
  food(id: string): Observable<Food> {
    this.asked.push(`food ${id}`);
    const [like] = shipped.foods;
    return of({ ...(like as Food), id, name: 'Moonlight syrup' });
  }
}

function open(): { readonly api: FoodsApi; readonly store: Store } {
  const api = new FoodsApi();
  TestBed.configureTestingModule({
    providers: [
      provideStore({ [larderFeature.name]: larderFeature.reducer, [householdFeature.name]: householdFeature.reducer, [benchFeature.name]: benchFeature.reducer }),
      provideEffects(larderEffects, lookupEffects),
      { provide: Api, useValue: api },
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: [], stock: [], settings: { settings: FIRST_SETTINGS, version: 0 }, inStock: [] } }));
  return { api, store };
}

@Component({ selector: 'fm-host', imports: [FoodSelect], template: `<fm-food-select fieldId="food" [foodId]="foodId()" [hint]="hint()" (chosen)="chosen.push($event)" />` })
class Host {
  readonly foodId = signal<string | undefined>(undefined);
  readonly hint = signal('');
  readonly chosen: string[] = [];
}

/** What the field offers and does, without the library's drop-down around it. */
interface Inside {
  readonly isOpen: { set(isOpen: boolean): void };
  options(): readonly { readonly id: string; readonly name: string }[];
  search(words: string): void;
  choose(id: string | null): void;
}

describe('choosing a food', () => {
  async function field(): Promise<{ inside: Inside; host: Host; api: FoodsApi; stable: () => Promise<unknown> }> {
    const { api } = open();
    const fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    const inside = fixture.debugElement.children[0]?.componentInstance as Inside;
    // A closed field has a row for what is chosen alone.
    expect(inside.options()).toEqual([]);
    inside.isOpen.set(true);
    return { inside, host: fixture.componentInstance, api, stable: () => fixture.whenStable() };
  }
  const first = (inside: Inside, count = 3): readonly string[] =>
    inside
      .options()
      .slice(0, count)
      .map(({ id }) => id);

  test('what bears the typed letters and is likely stands first; nothing is chosen by looking', async () => {
    const { inside, host } = await field();
    inside.search('golden sy');
    expect(first(inside, 1)).toEqual(['golden-syrup']);
    inside.search('baking powder');
    expect(first(inside, 1)).toEqual(['baking-powder']);
    inside.choose(null);
    expect(host.chosen).toEqual([]);
  });

  test('the hint offers before anything is typed, and the present food is always among them', async () => {
    const { inside, host, stable } = await field();
    host.hint.set('wholemeal spelt');
    host.foodId.set('walnuts');
    await stable();
    expect(first(inside, 4).some((id) => id.includes('spelt'))).toBe(true);
    expect(inside.options().map(({ id }) => id)).toContain('walnuts');
  });

  test('the long list is asked a moment after the last letter, once; its packs are not offered, its foods are taken up when chosen', async () => {
    const { inside, host, api } = await field();
    for (const words of ['moon', 'moonl', 'moonlight']) inside.search(words);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(api.asked).toEqual(['moonlight']);
    const offered = inside.options().map(({ id }) => id);
    expect([offered.includes('own-far'), offered.includes('own-pack')]).toEqual([true, false]);
    inside.choose('own-far');
    expect([api.asked.at(-1), host.chosen]).toEqual(['food own-far', ['own-far']]);
    inside.choose('plain-flour');
    expect([api.asked.at(-1), host.chosen]).toEqual(['food own-far', ['own-far', 'plain-flour']]);
  });
});

describe('a recipe file', () => {
  const file = (text: string, name = 'bake.txt'): File =>
    Object.assign(new Blob([text]), { name, text: () => Promise.resolve(text), lastModified: 0, webkitRelativePath: '' }) as File;

  test('words and JSON-LD become a sheet as the household measures, with what it never wants', async () => {
    const { store } = open();
    const stored = { settings: { ...FIRST_SETTINGS, measures: 'metric' as const, excluded: ['egg' as const] }, version: 2 };
    store.dispatch(householdActions.saved({ stored }));
    const read = await TestBed.inject(Importer).read(file('Buns\nServes 4\n1 cup plain flour\n2 eggs'));
    expect(read).toMatchObject({ ok: true, sheet: { rebuild: { title: 'Buns', portions: 4, measures: 'metric', goals: { excluded: ['egg'] } } } });
    const linked = JSON.stringify({ '@type': 'Recipe', name: 'Rye bake', recipeIngredient: ['100 g rye flour'], recipeYield: '6 bars' });
    expect(await TestBed.inject(Importer).read(file(linked, 'bake.jsonld'))).toMatchObject({ ok: true, sheet: { original: { title: 'Rye bake', portions: 6 } } });
  });

  test('what is none is refused with the file’s name and the reason', async () => {
    open();
    const importer = TestBed.inject(Importer);
    expect(await importer.read(file('', 'empty.txt'))).toMatchObject({ ok: false, error: expect.stringContaining('empty.txt: There is nothing here') });
    expect(await importer.read(file('{"@type":"Person"}', 'me.json'))).toMatchObject({ ok: false, error: expect.stringContaining('me.json: No schema.org Recipe') });
    expect(await importer.read({ name: 'big.txt', size: 9e6, text: () => Promise.resolve('') } as File)).toMatchObject({
      ok: false,
      error: expect.stringContaining('big.txt is 9000 kB'),
    });
  });

  test('before the foods are here it says to wait', async () => {
    TestBed.configureTestingModule({
      providers: [
        provideStore({ [larderFeature.name]: larderFeature.reducer, [householdFeature.name]: householdFeature.reducer, [benchFeature.name]: benchFeature.reducer }),
        provideEffects(),
        { provide: Api, useValue: new FoodsApi() },
      ],
    });
    expect(await TestBed.inject(Importer).read(file('Buns\n1 egg'))).toMatchObject({ ok: false, error: expect.stringContaining('not loaded yet') });
  });
});
