import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type IconName, ICONS } from './icons';

@Component({
  selector: 'fm-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './icon.html',
  styleUrl: './icon.less',
})
export class Icon {
  readonly name = input.required<IconName>();
  protected readonly path = computed(() => ICONS[this.name()]);
}
