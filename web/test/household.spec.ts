import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import type { StoredSettings } from '@fellmist/contract';
import { FIRST_SETTINGS, type HouseholdSettings } from '@fellmist/core';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { type Observable, of, Subject, throwError } from 'rxjs';
import { Api } from '../src/state/api';
import * as householdEffects from '../src/state/household.effects';
import { householdFeature } from '../src/state/household.feature';
import { Preferences } from '../src/state/preferences';

describe('what a household settles', () => {
  let preferences: Preferences;
  let sent: { readonly settings: HouseholdSettings; readonly version: number }[];
  let answers: ((settings: HouseholdSettings, version: number) => Observable<StoredSettings>)[];
  const taken = (settings: HouseholdSettings, version: number): Observable<StoredSettings> => of({ settings, version: version + 1 });

  beforeEach(() => {
    localStorage.clear();
    delete document.documentElement.dataset['theme'];
    [sent, answers] = [[], []];
    provide();
  });

  function provide(): void {
    const api = {
      saveSettings: (settings: HouseholdSettings, version: number) => {
        sent.push({ settings, version });
        return (answers.shift() ?? taken)(settings, version);
      },
    };
    TestBed.resetTestingModule().configureTestingModule({
      providers: [provideStore({ [householdFeature.name]: householdFeature.reducer }), provideEffects(householdEffects), { provide: Api, useValue: api }],
    });
    preferences = TestBed.inject(Preferences);
  }

  test('holds at once, goes to the server one after the other, and what waits is not undone by an earlier answer', () => {
    const slow = new Subject<StoredSettings>();
    answers.push(() => slow);
    preferences.settle({ scaleStepG: 0.1 });
    preferences.settle({ measures: 'metric' });
    expect([preferences.settings().scaleStepG, preferences.settings().measures, sent.length]).toEqual([0.1, 'metric', 1]);
    slow.next({ settings: { ...FIRST_SETTINGS, scaleStepG: 0.1 }, version: 1 });
    expect([preferences.settings().scaleStepG, preferences.settings().measures]).toEqual([0.1, 'metric']);
    slow.complete();
    // The second goes on top of what the first came to.
    expect(sent.map(({ version }) => version)).toEqual([0, 1]);
    expect(sent[1]?.settings).toMatchObject({ scaleStepG: 0.1, measures: 'metric' });
  });

  test('where another device settled something meanwhile, this change goes on top of that', () => {
    const theirs: StoredSettings = { settings: { ...FIRST_SETTINGS, freezerC: -22 }, version: 7 };
    const problem = { title: 'Changed meanwhile', detail: 'The settings were changed on another device.', currentSettings: theirs };
    answers.push(() => throwError(() => new HttpErrorResponse({ status: 409, error: problem })));
    preferences.settle({ scaleStepG: 0.5 });
    expect(sent.map(({ version }) => version)).toEqual([0, 7]);
    expect(preferences.settings()).toMatchObject({ freezerC: -22, scaleStepG: 0.5 });
    expect(preferences.failure()).toBeUndefined();
  });

  test('a save that fails is said in words and still holds here; the next one clears them', () => {
    answers.push(() => throwError(() => new HttpErrorResponse({ status: 0 })));
    preferences.settle({ currency: 'GBP' });
    expect(preferences.failure()).toMatch(/server/);
    expect(preferences.showPrice(2.5)).toContain('£2.50');
    preferences.settle({ currency: 'CHF' });
    expect(preferences.failure()).toBeUndefined();
    expect(preferences.showPrice(2.5, 'EUR')).toContain('€2.50');
  });

  test('what this device chose before holds until the household settles anything', () => {
    localStorage.setItem('fellmist.currency', 'NOK');
    localStorage.setItem('fellmist.carbs', 'no such way');
    provide();
    expect([preferences.currency(), preferences.settings().carbs]).toEqual(['NOK', FIRST_SETTINGS.carbs]);
    answers.push(() => throwError(() => new HttpErrorResponse({ status: 0 })));
    preferences.settle({ scaleStepG: 0.1 });
    expect(preferences.currency()).toBe('NOK');
    preferences.settle({ scaleStepG: 0.5 });
    // Settled with it: the household now keeps what the device had chosen.
    expect(sent.map(({ settings }) => settings.currency)).toEqual(['NOK', 'NOK']);
    localStorage.setItem('fellmist.currency', 'SEK');
    expect(TestBed.runInInjectionContext(() => new Preferences()).currency()).toBe('NOK');
  });

  test('kilojoules are the household’s, a body weight, the size of text and the theme this device’s alone', () => {
    preferences.settle({ energyUnit: 'kJ' });
    // 4.184 kJ a kilocalorie (the thermochemical calorie of Reg. (EU) 1169/2011, Annex XIV, to four figures).
    expect(preferences.energyFigure()).toBe('energyKj');
    expect(preferences.inEnergy(100)).toBeCloseTo(418.4, 6);
    preferences.weighBody(62);
    preferences.sizeText('large');
    preferences.switchTheme();
    const again = TestBed.runInInjectionContext(() => new Preferences());
    expect([again.bodyKg(), again.textSize(), again.theme()]).toEqual([62, 'large', 'dark']);
    again.followSystem(false);
    expect(again.theme()).toBe('dark');
    again.weighBody(undefined);
    expect(TestBed.runInInjectionContext(() => new Preferences()).bodyKg()).toBeUndefined();
    expect(sent).toHaveLength(1);
  });

  test('the theme follows the system as long as none was chosen', () => {
    preferences.followSystem(true);
    expect([preferences.theme(), document.documentElement.dataset['theme']]).toEqual(['dark', 'dark']);
    preferences.followSystem(false);
    expect(preferences.theme()).toBe('light');
  });
});
