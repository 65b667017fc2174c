import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** How much room there is: what lies beside the work on a table screen is a sheet over it on a phone. */
@Injectable({ providedIn: 'root' })
export class Screen {
  private readonly query = window.matchMedia('(max-width: 720px)');
  private readonly small = signal(this.query.matches);
  readonly isSmall = this.small.asReadonly();

  constructor() {
    const changed = (): void => this.small.set(this.query.matches);
    this.query.addEventListener('change', changed);
    inject(DestroyRef).onDestroy(() => this.query.removeEventListener('change', changed));
  }
}
