import { jest } from '@jest/globals';
import { provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { provideStore } from '@ngrx/store';
import { FirstSteps } from '../src/state/firstSteps';
import { householdFeature } from '../src/state/household.feature';
import { keepList, keptList } from '../src/state/keptList';
import { KitchenAids } from '../src/state/kitchenAids';
import { Preferences } from '../src/state/preferences';
import { teller } from '../src/state/teller';
import { chooseLocale } from '../src/ui/locale';
import { remember, remembered, rememberedNames } from '../src/ui/memory';

/** A browser that was told to keep nothing: even to look at what it keeps throws. */
function keepsNothing(): void {
  for (const keeper of ['localStorage', 'sessionStorage'] as const) {
    jest.spyOn(globalThis, keeper, 'get').mockImplementation(() => {
      throw new DOMException('The operation is insecure.', 'SecurityError');
    });
  }
}

beforeEach(() => {
  localStorage.clear();
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideStore({ [householdFeature.name]: householdFeature.reducer })] });
});
afterEach(() => jest.restoreAllMocks());

test('what is kept is found by its name until it is let go, with the device and with the tab apart', () => {
  remember('fellmist.a', 'one');
  remember('fellmist.a', 'of the tab', 'tab');
  expect([remembered('fellmist.a'), remembered('fellmist.a', 'tab'), rememberedNames('fellmist.')]).toEqual(['one', 'of the tab', ['fellmist.a']]);
  remember('fellmist.a', undefined);
  expect([remembered('fellmist.a'), remembered('fellmist.a', 'tab'), rememberedNames('fellmist.')]).toEqual([undefined, 'of the tab', []]);
});

test('a full device keeps what it had, and the page goes on', () => {
  keepList('fellmist.list', ['first']);
  jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  expect(() => keepList('fellmist.list', ['first', 'second'])).not.toThrow();
  expect(keptList('fellmist.list')).toEqual(['first']);
});

test('in a browser that keeps nothing all of the page works, for as long as it is open', () => {
  keepsNothing();
  const [preferences, steps] = [TestBed.inject(Preferences), TestBed.inject(FirstSteps)];
  expect([preferences.textSize(), preferences.sounds(), preferences.singleKeys(), preferences.bodyKg()]).toEqual(['usual', true, true, undefined]);
  preferences.sizeText('large');
  preferences.weighBody(71);
  preferences.switchTheme();
  steps.putOff();
  chooseLocale('de-DE');
  expect([preferences.textSize(), preferences.bodyKg(), document.documentElement.dataset['theme'], steps.isOffered()]).toEqual(['large', 71, preferences.theme(), false]);
  // Who tells of a bake has one name, kept or not: the server takes each event once by it.
  expect(teller()).toBe(teller());
});

test('what a device chose outlives the page; a body weight is forgotten when it is taken away', () => {
  const preferences = TestBed.inject(Preferences);
  preferences.switchSounds(false);
  preferences.weighBody(71);
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [provideHttpClient(), provideStore({ [householdFeature.name]: householdFeature.reducer })] });
  const later = TestBed.inject(Preferences);
  expect([later.sounds(), later.bodyKg()]).toEqual([false, 71]);
  later.weighBody(undefined);
  expect(localStorage.getItem('fellmist.bodyKg')).toBeNull();
});

test('the theme follows the system until one is chosen here', () => {
  const preferences = TestBed.inject(Preferences);
  preferences.followSystem(true);
  expect([preferences.theme(), localStorage.getItem('fellmist.theme')]).toEqual(['dark', null]);
  preferences.switchTheme();
  preferences.followSystem(true);
  expect([preferences.theme(), document.documentElement.dataset['theme']]).toEqual(['light', 'light']);
});

describe('the screen of a kitchen', () => {
  const locks: { released: boolean; readonly grant: () => void }[] = [];
  beforeEach(() => {
    locks.length = 0;
    const request = (): Promise<unknown> =>
      new Promise((resolve) => {
        const lock = { released: false, grant: () => resolve({ release: () => Promise.resolve((lock.released = true)) }) };
        locks.push(lock);
      });
    Object.defineProperty(navigator, 'wakeLock', { value: { request }, configurable: true });
  });
  afterEach(() => Reflect.deleteProperty(navigator, 'wakeLock'));
  const granted = async (): Promise<void> => {
    locks.at(-1)?.grant();
    await Promise.resolve();
    await Promise.resolve();
  };

  test('stays on while the kitchen is open, is asked for again when the page is seen again, and is let go with it', async () => {
    const aids = TestBed.inject(KitchenAids);
    const letGo = aids.stayAwake();
    await granted();
    expect([aids.isAwake(), document.documentElement.classList.contains('in-kitchen')]).toEqual([true, true]);
    document.dispatchEvent(new Event('visibilitychange'));
    await granted();
    expect(locks).toHaveLength(2);
    letGo();
    expect([locks[1]?.released, aids.isAwake(), document.documentElement.classList.contains('in-kitchen')]).toEqual([true, undefined, false]);
    document.dispatchEvent(new Event('visibilitychange'));
    expect(locks).toHaveLength(2);
  });

  test('a browser that answers after the kitchen was left does not keep the screen on for good', async () => {
    const aids = TestBed.inject(KitchenAids);
    aids.stayAwake()();
    await granted();
    expect([locks[0]?.released, aids.isAwake()]).toEqual([true, undefined]);
  });
});
