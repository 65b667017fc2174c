import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, type ElementRef, effect, inject, input, output, viewChild } from '@angular/core';
import { Screen } from './screen';
import { Button } from './zorro/button';
import { Drawer, DrawerContent } from './zorro/drawer';
import { SAY } from './words';

/** Something opened beside the work; on a phone a sheet over it, with its own scroll. It has the focus when it opens; Escape closes it. */
@Component({
  selector: 'fm-sheet',
  imports: [Button, Drawer, DrawerContent, NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet.html',
  host: { '(keydown.escape)': 'escape($event)' },
})
export class Sheet {
  protected readonly say = SAY;
  protected readonly screen = inject(Screen);
  readonly heading = input.required<string>();
  readonly closed = output();
  private readonly title = viewChild<ElementRef<HTMLElement>>('title');

  /** A list that is open over it closes first. */
  protected escape(event: Event): void {
    if (document.querySelector('.ant-select-open, .ant-picker-focused .ant-picker-dropdown')) return;
    event.stopPropagation();
    this.closed.emit();
  }

  constructor() {
    effect(() => {
      this.heading();
      this.title()?.nativeElement.focus();
    });
  }
}
