import { computed, Injectable, signal } from '@angular/core';

/** What this browser remembers of its user: theme and single-key shortcuts. */
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
