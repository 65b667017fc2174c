import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { LarderDesk } from '../state/larderDesk';
import { Preferences } from '../state/preferences';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { readNet } from './packFigures';
import { SAY } from './words';

/** A pack that no recipe takes by itself yet is put into the kitchen, with what is left of it. */
@Component({
  selector: 'fm-into-stock',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './into-stock.html',
})
export class IntoStock {
  protected readonly say = SAY;
  private readonly larderDesk = inject(LarderDesk);
  private readonly system = inject(Preferences).settings().measures;
  readonly packId = input.required<string>();
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly isWanted = computed(() => this.larderDesk.storedPack(this.packId()) !== undefined && this.larderDesk.stockOf(this.packId()).length === 0);

  protected put(text: string): void {
    const foodId = this.packId();
    const read = readNet(text, this.larderDesk.food(foodId), this.system);
    this.fault.set('words' in read ? read.words : undefined);
    if ('words' in read) return;
    this.larderDesk
      .putStock({ id: `stock-${crypto.randomUUID()}`, foodId, leftG: Number(read.value.toFixed(1)), origin: 'pack', note: '' })
      .subscribe((words) => this.fault.set(words));
  }
}
