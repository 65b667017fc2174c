import { Injectable } from '@angular/core';

/** Begins the whole page anew: nothing that it knew is left. */
@Injectable({ providedIn: 'root' })
export class PageAnew {
  at(address: string): void {
    location.assign(address);
  }

  here(): void {
    location.reload();
  }
}
