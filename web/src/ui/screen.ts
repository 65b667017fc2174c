import { DestroyRef, inject, Injectable, type Signal, signal } from '@angular/core';

/** What the screen is like: how much room there is (what lies beside the work on a table screen is a sheet over it on a phone), and whether its system is dark now. */
@Injectable({ providedIn: 'root' })
export class Screen {
  private readonly destroyed = inject(DestroyRef);
  readonly isSmall = this.follow('(max-width: 720px)');
  /** Too narrow for all that may stand in the head of a place. */
  readonly isNarrow = this.follow('(max-width: 1199px)');
  readonly isDark = this.follow('(prefers-color-scheme: dark)');

  private follow(words: string): Signal<boolean> {
    const query = window.matchMedia(words);
    const holds = signal(query.matches);
    const changed = (): void => holds.set(query.matches);
    query.addEventListener('change', changed);
    this.destroyed.onDestroy(() => query.removeEventListener('change', changed));
    return holds.asReadonly();
  }
}
