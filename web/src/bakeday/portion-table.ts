import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { Figures } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { showNumber } from '../ui/figures';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

export interface PortionRow {
  readonly id: string;
  readonly name: string;
  /** What is on it, where that is not its name. */
  readonly what: string;
  readonly massG: number;
  readonly figures: Figures;
}

/** Pieces or plates with their own numbers, each taken back by itself. */
@Component({
  selector: 'fm-portion-table',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './portion-table.html',
  styleUrl: './portion-table.less',
})
export class PortionTable {
  protected readonly say = SAY;
  protected readonly preferences = inject(Preferences);
  protected readonly show = showNumber;
  readonly heading = input.required<string>();
  readonly rows = input.required<readonly PortionRow[]>();
  readonly undone = output<string>();

  protected energy(figures: Figures): string {
    return `${showNumber(figures[this.preferences.energyFigure()].amount, 0)} ${this.preferences.energyUnit()}`;
  }
}
