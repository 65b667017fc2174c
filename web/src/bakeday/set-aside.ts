import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { BakeEvent } from '@fellmist/core/bake';
import { Store } from '@ngrx/store';
import { bakeActions } from '../state/bake.actions';
import { bakeFeature } from '../state/bake.feature';
import { BakeDesk } from '../state/bakeDesk';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { HAPPENED, SAY } from './words';

/** What the server could not take: said once, with what it was, until it is read. */
@Component({
  selector: 'fm-set-aside',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './set-aside.html',
})
export class SetAside {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly desk = inject(BakeDesk);
  private readonly aside = this.store.selectSignal(bakeFeature.selectAside);
  protected readonly rows = computed(() => this.aside().map(({ event, words }) => ({ id: event.id, words: SAY.couldNotBeKept(this.told(event), words) })));

  private told(event: BakeEvent): string {
    if (event.kind !== 'poured') return HAPPENED[event.kind];
    const line = this.desk.bake()?.lines.find(({ id }) => id === event.lineId);
    const name = this.desk.foodName(event.foodId ?? line?.foodId) ?? line?.name ?? '';
    return SAY.pouredGOf(showNumber(event.massG, 1), name.toLowerCase());
  }

  protected dismiss(eventId: string): void {
    this.store.dispatch(bakeActions.asideDismissed({ eventId }));
  }
}
