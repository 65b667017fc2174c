import { computed, Injectable, signal } from '@angular/core';
import { CARB_COUNTS, type CarbCount, type Counting, COUNTING, ENERGY_COUNTS } from '@fellmist/core';

/** What this browser remembers of its user: theme, single-key shortcuts, currency and how nutrition is counted. */
@Injectable({ providedIn: 'root' })
export class Preferences {
  readonly theme = signal<'light' | 'dark'>(document.documentElement.dataset['theme'] === 'dark' ? 'dark' : 'light');
  readonly singleKeys = signal(localStorage.getItem('fellmist.singleKeys') !== 'off');

  switchTheme(): void {
    const theme = this.theme() === 'dark' ? 'light' : 'dark';
    this.theme.set(theme);
    document.documentElement.dataset['theme'] = theme;
    localStorage.setItem('fellmist.theme', theme);
  }

  switchSingleKeys(on: boolean): void {
    this.singleKeys.set(on);
    localStorage.setItem('fellmist.singleKeys', on ? 'on' : 'off');
  }

  /** The household's currency, as an ISO code; the locale's own until one is chosen. */
  readonly currency = signal(localStorage.getItem('fellmist.currency') ?? currencyOf(navigator.language));
  private readonly prices = computed(() => new Intl.NumberFormat(undefined, { style: 'currency', currency: this.currency() }));

  chooseCurrency(code: string): void {
    this.currency.set(code);
    localStorage.setItem('fellmist.currency', code);
  }

  private readonly carbs = signal<CarbCount>(CARB_COUNTS.find((count) => count === localStorage.getItem('fellmist.carbs')) ?? COUNTING.carbs);
  private readonly energy = signal<Counting['energy']>(ENERGY_COUNTS.find((rule) => rule === localStorage.getItem('fellmist.energy')) ?? COUNTING.energy);
  /** Whose net carbohydrate and whose energy the household counts. */
  readonly counting = computed((): Counting => ({ carbs: this.carbs(), energy: this.energy() }));

  count(change: Partial<Counting>): void {
    if (change.carbs) {
      this.carbs.set(change.carbs);
      localStorage.setItem('fellmist.carbs', change.carbs);
    }
    if (change.energy) {
      this.energy.set(change.energy);
      localStorage.setItem('fellmist.energy', change.energy);
    }
  }

  showPrice(amount: number): string {
    return this.prices().format(amount);
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
