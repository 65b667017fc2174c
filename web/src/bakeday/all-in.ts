import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { BakeDesk } from '../state/bakeDesk';
import { Button } from '../ui/zorro/button';
import { isToBake, TABS } from './tabs';
import { SAY } from './words';

/** Everything is in the bowl: what comes next, the oven or what came out. */
@Component({
  selector: 'fm-all-in',
  imports: [Button, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './all-in.html',
  styleUrl: './all-in.less',
})
export class AllIn {
  protected readonly say = SAY;
  private readonly desk = inject(BakeDesk);
  readonly id = input.required<string>();
  protected readonly words = computed(() => (this.desk.product()?.heat === 'none' ? SAY.tasteThenWeigh : SAY.bakeItThenWeigh));
  protected readonly next = computed(() => {
    const product = this.desk.product();
    return isToBake(product, this.desk.bake()) ? TABS[product?.heat ?? 'none'] : SAY.whatCameOut;
  });
}
