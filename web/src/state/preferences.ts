import { computed, inject, Injectable, signal } from '@angular/core';
import { CARB_COUNTS, type Counting, ENERGY_COUNTS, type HouseholdSettings, kjFromKcal } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { householdActions, type SettingsChange } from './household.actions';
import { householdFeature } from './household.feature';
import { LOCALE } from '../ui/locale';
import { remember, remembered } from '../ui/memory';

/** What was chosen on a device before the household kept it: it holds until the household settles something, and is kept with that. */
function ofThisDevice(): SettingsChange {
  const [carbs, energy] = [remembered('fellmist.carbs'), remembered('fellmist.energy')];
  return {
    currency: remembered('fellmist.currency') ?? currencyOf(navigator.language),
    ...(CARB_COUNTS.some((count) => count === carbs) ? { carbs: carbs as Counting['carbs'] } : {}),
    ...(ENERGY_COUNTS.some((rule) => rule === energy) ? { energy: energy as Counting['energy'] } : {}),
  };
}

export const TEXT_SIZES = ['usual', 'large', 'largest'] as const;
export type TextSize = (typeof TEXT_SIZES)[number];

/** The household's settings as the places ask for them, and what belongs to this device alone: theme and single-key shortcuts. */
@Injectable({ providedIn: 'root' })
export class Preferences {
  private readonly store = inject(Store);
  private readonly kept = this.store.selectSignal(householdFeature.selectSettings);
  private readonly device = ofThisDevice();
  readonly settings = computed((): HouseholdSettings => {
    const { kept, waiting, isOwn } = this.kept();
    return { ...kept, ...(isOwn ? {} : this.device), ...waiting };
  });
  readonly failure = this.store.selectSignal(householdFeature.selectFailure);
  readonly theme = signal<'light' | 'dark'>(document.documentElement.dataset['theme'] === 'dark' ? 'dark' : 'light');
  readonly singleKeys = signal(remembered('fellmist.singleKeys') !== 'off');

  /** How large the text of this device is, and whether its timers are heard. */
  readonly textSize = signal<TextSize>(TEXT_SIZES.find((size) => size === remembered('fellmist.text')) ?? 'usual');
  readonly sounds = signal(remembered('fellmist.sounds') !== 'off');

  sizeText(size: TextSize): void {
    this.textSize.set(size);
    document.documentElement.dataset['text'] = size;
    remember('fellmist.text', size);
  }

  switchSounds(on: boolean): void {
    this.sounds.set(on);
    remember('fellmist.sounds', on ? 'on' : 'off');
  }

  /** A body weight that limits by weight are told for, kg: of a person, so it stays on this device. Undefined until one is given. */
  readonly bodyKg = signal(Number(remembered('fellmist.bodyKg')) || undefined);

  weighBody(bodyKg: number | undefined): void {
    this.bodyKg.set(bodyKg);
    remember('fellmist.bodyKg', bodyKg === undefined ? undefined : String(bodyKg));
  }

  settle(change: SettingsChange): void {
    this.store.dispatch(householdActions.settled({ change }));
  }

  switchTheme(): void {
    const theme = this.theme() === 'dark' ? 'light' : 'dark';
    remember('fellmist.theme', theme);
    this.paint(theme);
  }

  /** Light or dark as the system is, as long as neither was chosen here. */
  followSystem(isDark: boolean): void {
    if (remembered('fellmist.theme') === undefined) this.paint(isDark ? 'dark' : 'light');
  }

  private paint(theme: 'light' | 'dark'): void {
    this.theme.set(theme);
    document.documentElement.dataset['theme'] = theme;
  }

  switchSingleKeys(on: boolean): void {
    this.singleKeys.set(on);
    remember('fellmist.singleKeys', on ? 'on' : 'off');
  }

  /** The household's currency, as an ISO code. */
  readonly currency = computed(() => this.settings().currency);

  /** Whose net carbohydrate and whose energy the household counts. */
  readonly counting = computed((): Counting => ({ carbs: this.settings().carbs, energy: this.settings().energy }), {
    equal: (a, b) => a.carbs === b.carbs && a.energy === b.energy,
  });

  /** The household's unit of energy, and the figure that is shown in it. */
  readonly energyUnit = computed(() => this.settings().energyUnit);
  readonly energyFigure = computed((): 'energyKcal' | 'energyKj' => (this.energyUnit() === 'kJ' ? 'energyKj' : 'energyKcal'));

  /** Kilocalories in the household's unit. */
  inEnergy(kcal: number): number {
    return this.energyUnit() === 'kJ' ? kjFromKcal(kcal) : kcal;
  }

  /** A price, in the household's currency unless it was paid in another. */
  /** By what this household's money is known: its code, and its sign. */
  moneySigns(): readonly string[] {
    const currency = this.currency();
    const parts = new Intl.NumberFormat(LOCALE, { style: 'currency', currency, currencyDisplay: 'narrowSymbol' }).formatToParts(1);
    return [currency, ...parts.flatMap(({ type, value }) => (type === 'currency' ? [value] : []))];
  }

  showPrice(amount: number, currency = this.currency()): string {
    return new Intl.NumberFormat(LOCALE, { style: 'currency', currency }).format(amount);
  }
}

export const CURRENCIES = ['EUR', 'GBP', 'USD', 'AUD', 'CAD', 'CHF', 'DKK', 'INR', 'JPY', 'NOK', 'NZD', 'PLN', 'SEK'] as const;

/** What is paid with where a language tag's region lies; euro where it is not listed. */
function currencyOf(tag: string): string {
  const region = /-([A-Z]{2})\b/.exec(tag)?.[1] ?? '';
  const byRegion: Readonly<Record<string, string>> = {
    GB: 'GBP',
    US: 'USD',
    AU: 'AUD',
    CA: 'CAD',
    CH: 'CHF',
    DK: 'DKK',
    IN: 'INR',
    JP: 'JPY',
    NO: 'NOK',
    NZ: 'NZD',
    PL: 'PLN',
    SE: 'SEK',
  };
  return byRegion[region] ?? 'EUR';
}
