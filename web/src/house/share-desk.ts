import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { shareActions, shareFeature } from '../state/share.feature';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Switch } from '../ui/zorro/switch';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';
import { LOCALE } from '../ui/locale';

/** Letting phones and tablets of the home network in: off until somebody switches it on, with a passphrase. */
@Component({
  selector: 'fm-share-desk',
  imports: [Button, Field, Switch, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './share-desk.html',
  styleUrl: './share-desk.less',
})
export class ShareDesk {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  protected readonly page = this.store.selectSignal(shareFeature.selectPage);
  protected readonly failure = this.store.selectSignal(shareFeature.selectFailure);
  private readonly days = new Intl.DateTimeFormat(LOCALE, { day: 'numeric', month: 'short', year: 'numeric' });
  /** Somebody wants it on or another passphrase, and has to type one first. */
  protected readonly isAsking = signal(false);
  protected readonly devices = computed(() => (this.page()?.devices ?? []).map((one) => ({ ...one, words: SAY.lastHere(this.days.format(new Date(one.seen))) })));

  constructor() {
    this.store.dispatch(shareActions.wanted());
  }

  protected switchTo(isOn: boolean): void {
    if (isOn && !this.page()?.hasPassphrase) this.isAsking.set(true);
    else this.store.dispatch(shareActions.settled({ isOn }));
  }

  protected give(passphrase: string): void {
    this.isAsking.set(false);
    this.store.dispatch(shareActions.settled({ isOn: true, passphrase }));
  }

  protected leave(): void {
    this.store.dispatch(shareActions.left());
  }

  protected sendAway(id: string): void {
    this.store.dispatch(shareActions.sentAway({ id }));
  }
}
