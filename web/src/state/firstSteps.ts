import { inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { remember, remembered } from '../ui/memory';

const KEPT = 'fellmist.firstSteps';

/** Five short steps through a first treat: offered by an empty shelf until they were taken or refused, and asked for in the help. */
@Injectable({ providedIn: 'root' })
export class FirstSteps {
  private readonly router = inject(Router);
  readonly isOn = signal(false);
  readonly isOffered = signal(remembered(KEPT) === undefined);

  start(): void {
    this.isOn.set(true);
    this.putOff();
    void this.router.navigate(['/bench/paste']);
  }

  stop(): void {
    this.isOn.set(false);
  }

  /** Not offered again on this device. */
  putOff(): void {
    this.isOffered.set(false);
    remember(KEPT, 'seen');
  }
}
