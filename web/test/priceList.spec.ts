import { join } from 'node:path';
import { HttpErrorResponse } from '@angular/common/http';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { FIRST_SETTINGS, type Pack, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import type { StoredPack } from '@fellmist/contract';
import { loadShippedLarder } from '@fellmist/data';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { type Observable, of, throwError } from 'rxjs';
import { PriceList } from '../src/bench/price-list';
import { readNet, readPrice } from '../src/parts/packFigures';
import { Api } from '../src/state/api';
import { benchActions, benchFeature } from '../src/state/bench.feature';
import { Desk } from '../src/state/desk';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import { removePack, savePack } from '../src/state/larder.effects';
import { larderFeature } from '../src/state/larder.feature';
import { Told } from '../src/ui/told';

const shipped = loadShippedLarder(join(process.cwd(), 'data'));
const larder = stockLarder(shipped.foods);
const DOUGH = 'Dough\nServes 6\n120 g plain flour\n80 g butter\n90 g sugar\n1 egg\n17 g whole milk\n20 g water\n10 g sugar';

/** A server that keeps packs, or is gone. */
class Shop {
  isGone = false;
  readonly saved: { readonly pack: Pack; readonly version: number }[] = [];
  readonly removed: string[] = [];
  removePack(id: string): Observable<unknown> {
    this.removed.push(id);
    return of(undefined);
  }
  savePack(pack: Pack, version: number): Observable<StoredPack> {
    if (this.isGone) return throwError(() => new HttpErrorResponse({ status: 0 }));
    this.saved.push({ pack, version });
    return of({ pack, version: version + 1 });
  }
}

describe('what the foods of a formula cost', () => {
  let shop: Shop;
  let undo: (() => void) | undefined;
  let fixture: ComponentFixture<PriceList>;

  async function open(packs: readonly Pack[] = [], text = DOUGH): Promise<void> {
    shop = new Shop();
    undo = undefined;
    const features = [larderFeature, benchFeature, householdFeature];
    TestBed.configureTestingModule({
      providers: [
        provideStore(Object.fromEntries(features.map(({ name, reducer }) => [name, reducer as never]))),
        provideEffects({ removePack, savePack }),
        { provide: Api, useValue: shop },
        { provide: Told, useValue: { undoable: (_words: string, way: () => void) => (undo = way) } },
      ],
    });
    const store = TestBed.inject(Store);
    const stored = packs.map((pack) => ({ pack, version: 3 }));
    store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: stored, stock: [], settings: { settings: FIRST_SETTINGS, version: 1 }, inStock: [] } }));
    const read = readRecipeText(text, larder, 'us');
    if (!read.ok) throw new Error(read.error);
    store.dispatch(benchActions.placed({ id: 'f1', sheet: startWorksheet(read.formula) }));
    fixture = TestBed.createComponent(PriceList);
    await fixture.whenStable();
  }
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const names = (): readonly string[] => [...element().querySelectorAll('.name')].map(({ textContent }) => textContent?.trim() ?? '');
  const row = (name: string): HTMLElement => {
    const found = [...element().querySelectorAll('li')].find((one) => one.querySelector('.name')?.textContent?.trim().startsWith(name));
    if (!found) throw new Error(`no row for ${name}`);
    return found;
  };
  async function give(name: string, net: string, price: string): Promise<void> {
    const fields = [...row(name).querySelectorAll('input')];
    for (const [i, text] of [net, price].entries()) {
      const field = fields[i];
      if (!field || text === field.value) continue;
      field.value = text;
      field.dispatchEvent(new Event('change'));
      await fixture.whenStable();
    }
  }
  const said = (name: string, selector: string): string | undefined => row(name).querySelector(selector)?.textContent?.replace(/\s+/g, ' ').trim();

  test('each food is asked for once, water not at all; both figures keep a pack of it, and the batch is reckoned from them', async () => {
    await open();
    expect(names()).toEqual(['Plain wheat flour', 'Butter, unsalted', 'White sugar', 'Egg, whole', 'Whole milk']);
    await give('Butter', '250', '');
    expect(shop.saved).toEqual([]);
    await give('Butter', '250', '2.40');
    await give('Plain wheat flour', '1 kg', '0.90');
    await give('White sugar', '1000', '€ 1.10');
    await give('Egg, whole', '6', '2.10');
    await give('Whole milk', '1 L', '1.20');
    expect(shop.saved.map(({ pack: { kindId, name, price, currency }, version }) => [kindId, name, price, currency, version])).toEqual([
      ['butter', 'Butter, unsalted', 2.4, 'EUR', 0],
      ['plain-flour', 'Plain wheat flour', 0.9, 'EUR', 0],
      ['sugar', 'White sugar', 1.1, 'EUR', 0],
      ['egg', 'Egg, whole', 2.1, 'EUR', 0],
      ['whole-milk', 'Whole milk', 1.2, 'EUR', 0],
    ]);
    // By hand: 120 / 1000 x 0.90 + 80 / 250 x 2.40 + 100 / 1000 x 1.10 + 1 / 6 x 2.10 + 17 / 1030 x 1.20 = 0.108 + 0.768 + 0.11 + 0.35 + 0.02.
    expect(TestBed.inject(Desk).cost()).toMatchObject({ unpricedLines: [], amount: expect.closeTo(1.356, 3) });
    expect(said('Butter', '.each')).toMatch(/9\.60 a kilo$/);
    // What is priced stays in its row, to be mended.
    expect(names()).toHaveLength(5);
    await give('Butter', '250', '2.60');
    expect([shop.saved.at(-1)?.version, shop.saved.at(-1)?.pack.id === shop.saved[0]?.pack.id, said('Butter', '.each')]).toEqual([
      1,
      true,
      expect.stringMatching(/10\.40 a kilo$/),
    ]);
  });

  test('a receipt gives them all at once: shown before they are kept, on the packs that are there or on new ones, and taken back in one press', async () => {
    const flour: Pack = {
      id: 'pack-f',
      name: 'Big flour',
      kindId: 'plain-flour',
      netG: 1500,
      price: 1.8,
      currency: 'EUR',
      measuresG: {},
      mayContain: [],
      thirstTests: [],
      note: '',
    };
    await open([flour]);
    const field = element().querySelector('textarea');
    if (!field) throw new Error('no place for a receipt');
    field.value = '2 x Butter 250 g 4.80\nPlain flour 1 kg 0.90\nSoap 1.00';
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    const words = element().textContent?.replace(/\s+/g, ' ') ?? '';
    expect(words).toContain('Butter, unsalted: a pack of 250 g costs €2.40, each of 2');
    expect(words).toContain('a pack of 1000 g costs €0.90 (until now 1500 g at €1.80)');
    expect(words).toContain('“Soap 1.00”');
    expect(shop.saved).toEqual([]);
    const take = async (): Promise<void> => {
      [...element().querySelectorAll('button')].find((one) => one.textContent?.trim() === 'Take these 2 prices')?.click();
      await fixture.whenStable();
    };
    // With the server gone nothing is told as kept, and the receipt stays to be tried again.
    shop.isGone = true;
    await take();
    expect([undo, element().querySelector('textarea')?.value]).toEqual([undefined, expect.stringContaining('Soap')]);
    shop.isGone = false;
    await take();
    expect(element().querySelector('textarea')?.value).toBe('');
    expect(shop.saved.map(({ pack }) => [pack.kindId, pack.netG, pack.price]).sort()).toEqual([
      ['butter', 250, 2.4],
      ['plain-flour', 1000, 0.9],
    ]);
    undo?.();
    await fixture.whenStable();
    expect([shop.removed, shop.saved.at(-1)?.pack]).toEqual([[expect.stringMatching(/^pack-/)], flour]);
  });

  test('the price goes to the pack that is there; what it is known to hold stands, and a price in other money does not', async () => {
    const pack: Pack = {
      id: 'pack-b',
      name: 'Farm butter',
      kindId: 'butter',
      netG: 200,
      price: 20,
      currency: 'SEK',
      measuresG: {},
      mayContain: ['egg'],
      thirstTests: [],
      note: 'from the market',
    };
    await open([pack]);
    expect([...row('Butter').querySelectorAll('input')].map(({ value }) => value)).toEqual(['200', '']);
    await give('Butter', '200', '2.00');
    expect(shop.saved).toEqual([{ pack: { ...pack, price: 2, currency: 'EUR' }, version: 3 }]);
    expect(said('Butter', '.each')).toMatch(/10\.00 a kilo$/);
  });

  test('what is no weight or no price is said beneath and keeps nothing; with the server gone it is said, and tried again as the same pack', async () => {
    await open();
    await give('Butter', 'a brick', '2.40');
    expect([said('Butter', '[role=alert]') !== undefined, shop.saved.length]).toEqual([true, 0]);
    await give('Butter', '0', '2.40');
    expect(said('Butter', '[role=alert]')).toContain('above zero');
    await give('Butter', '250', 'cheap');
    expect(said('Butter', '[role=alert]')).toContain('Give the price as a number');
    shop.isGone = true;
    await give('Butter', '250', '2.40');
    expect(said('Butter', '[role=alert]')).toContain('does not answer');
    shop.isGone = false;
    await give('Butter', '250', '2.50');
    // Mended to 250 g, it was kept at the price that stood beside.
    expect([said('Butter', '[role=alert]'), shop.saved.map(({ pack, version }) => [pack.price, version])]).toEqual([
      undefined,
      [
        [2.4, 0],
        [2.5, 1],
      ],
    ]);
  });
});

test('a full pack is read in grams, kilos, litres by what is in it, and pieces; what no kitchen holds is refused', () => {
  const food = (id: string) => larder.foods.get(id);
  const net = (text: string, id?: string, system: 'us' | 'uk' = 'us') => {
    const read = readNet(text, id === undefined ? undefined : food(id), system, id === 'egg' ? 'piece' : 'g');
    return 'value' in read ? Number(read.value.toFixed(1)) : undefined;
  };
  expect([net('500'), net('1,5 kg'), net('1.5 kg'), net('2 lb'), net('250 g')]).toEqual([500, 1500, 1500, 907.2, 250]);
  // A litre of whole milk weighs 1.03 kg, one of sunflower oil 0.92 (FAO/INFOODS density database 2.0).
  expect(net('1 L', 'whole-milk')).toBeCloseTo(1030, -1);
  expect(net('1 L', 'sunflower-oil')).toBeCloseTo(920, -1);
  // A dozen large eggs without their shells are 600 g (USDA).
  // One of a British dozen weighs 58 g (the row’s own piece). 300 eggs are asked about: grams are meant.
  expect([net('12', 'egg'), net('300 g', 'egg'), net('12', 'egg', 'uk'), net('300', 'egg')]).toEqual([600, 300, 696, undefined]);
  expect([net('1 L'), net('0'), net('-3'), net('2 t'), net('200 kg'), net('')]).toEqual([undefined, undefined, undefined, undefined, undefined, undefined]);
  const price = (text: string) => {
    const read = readPrice(text);
    return 'value' in read ? read.value : read.words;
  };
  expect([price('2.40'), price('£2.40'), price('EUR 2.40'), price('2.40 €'), price('0')]).toEqual([2.4, 2.4, 2.4, 2.4, 0]);
  expect([price('2.40.1'), price('free'), price('9999999')]).toEqual([expect.stringContaining('number'), expect.stringContaining('number'), 'That is more than any pack costs.']);
});
