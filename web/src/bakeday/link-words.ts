import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { BakeDesk } from '../state/bakeDesk';
import { SAY } from './words';

/** Whether all that was told of the bake is on the server, in a few words. */
@Component({
  selector: 'fm-link-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<span class="small" role="status" [class.attention]="isOpen()">{{ words() }}</span>`,
})
export class LinkWords {
  private readonly desk = inject(BakeDesk);
  protected readonly isOpen = computed(() => this.desk.refused() !== undefined || !this.desk.isLive());
  protected readonly words = computed(() => {
    const refused = this.desk.refused();
    if (refused !== undefined) return SAY.notTaken(refused);
    const waiting = this.desk.waiting().length;
    if (!this.desk.isLive()) return SAY.serverGone(waiting);
    return waiting > 0 ? SAY.saving : SAY.saved;
  });
}
