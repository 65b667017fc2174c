import { Injectable, signal } from '@angular/core';

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
}
