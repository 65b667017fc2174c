import { join } from 'node:path';
import { type EnvironmentProviders, type Provider, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { StoredBake } from '@fellmist/contract';
import { type Allergen, FIRST_SETTINGS, type HouseholdSettings, readRecipeText, startWorksheet, stockLarder } from '@fellmist/core';
import type { Bake, BakeEvent } from '@fellmist/core/bake';
import { loadShippedLarder, loadVessels } from '@fellmist/data';
import { provideMockActions } from '@ngrx/effects/testing';
import { provideStore, Store } from '@ngrx/store';
import { EMPTY } from 'rxjs';
import { bakeActions } from '../src/state/bake.actions';
import { bakeFeature } from '../src/state/bake.feature';
import { BakeDesk } from '../src/state/bakeDesk';
import { benchFeature } from '../src/state/bench.feature';
import { householdFeature } from '../src/state/household.feature';
import { larderActions } from '../src/state/larder.actions';
import { larderFeature } from '../src/state/larder.feature';
import { Screen } from '../src/ui/screen';

/** The state that a bake stands on, with nobody who answers. */
export const bakeStore = (): readonly (Provider | EnvironmentProviders)[] => [
  provideStore({
    [larderFeature.name]: larderFeature.reducer,
    [benchFeature.name]: benchFeature.reducer,
    [householdFeature.name]: householdFeature.reducer,
    [bakeFeature.name]: bakeFeature.reducer,
  }),
  provideMockActions(() => EMPTY),
];

const data = join(process.cwd(), 'data');
const shipped = loadShippedLarder(data);
export const larder = stockLarder(shipped.foods);

export interface Begun {
  readonly store: Store;
  readonly desk: BakeDesk;
  /** The bake as it stands. */
  readonly bake: () => Bake;
}

/** A bake of a recipe as it is pasted, begun with nothing done yet, in a household of these diets. */
export function beginBake(text: string, diets: Readonly<Record<string, readonly Allergen[]>> = {}): Begun {
  TestBed.configureTestingModule({ providers: [provideRouter([]), ...bakeStore(), { provide: Screen, useValue: { isSmall: signal(false) } }] });
  const [store, desk] = [TestBed.inject(Store), TestBed.inject(BakeDesk)];
  const settings: HouseholdSettings = {
    ...FIRST_SETTINGS,
    people: Object.keys(diets),
    diets: Object.fromEntries(Object.entries(diets).map(([name, excluded]) => [name, { schools: [], excluded }])),
  };
  store.dispatch(larderActions.loaded({ stored: { ...shipped, packs: [], stock: [], settings: { settings, version: 1 }, inStock: [] } }));
  store.dispatch(bakeActions.vesselsLoaded({ vessels: loadVessels(data) }));
  const read = readRecipeText(text, larder, 'us');
  if (!read.ok) throw new Error(read.error);
  const formula = startWorksheet(read.formula).rebuild;
  const planned: BakeEvent = { kind: 'planned', formulaId: 'f1', tryId: 't1', id: 'e1', teller: 'me', turn: 1, at: new Date().toISOString() };
  const stored: StoredBake = { id: 'b1', formula, original: formula, former: {}, tryId: 't1', tryNumber: 1, events: [{ place: 1, event: planned }], faults: [] };
  store.dispatch(bakeActions.opened({ stored, kept: [] }));
  const bake = (): Bake => {
    const found = desk.bake();
    if (!found) throw new Error('no bake');
    return found;
  };
  return { store, desk, bake };
}
