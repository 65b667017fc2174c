import { ChangeDetectionStrategy, Component, effect, inject, type TemplateRef, viewChild } from '@angular/core';
import { Told } from './told';
import { Button } from './zorro/button';
import { SAY } from './words';

/** How `Told` draws a notice. */
@Component({
  selector: 'fm-told-notice',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './told-notice.html',
})
export class ToldNotice {
  protected readonly say = SAY;
  protected readonly told = inject(Told);
  private readonly template = viewChild.required<TemplateRef<never>>('notice');

  constructor() {
    effect(() => this.told.drawnAs(this.template()));
  }
}
