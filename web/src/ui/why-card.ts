import { ChangeDetectionStrategy, Component, type ElementRef, effect, input, output, viewChild } from '@angular/core';
import { MARK_WORDS, type Why } from '@fellmist/core';
import { Button } from './zorro/button';

/** What stands behind a figure: each line's part in it, the rule, the mark and the source. */
@Component({
  selector: 'fm-why-card',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './why-card.html',
  styleUrl: './why-card.less',
  host: { '(keydown.escape)': 'closed.emit()' },
})
export class WhyCard {
  readonly why = input.required<Why>();
  readonly closed = output();
  protected readonly marks = MARK_WORDS;
  private readonly heading = viewChild<ElementRef<HTMLElement>>('heading');

  constructor() {
    effect(() => {
      this.why();
      this.heading()?.nativeElement.focus();
    });
  }

  protected bar(share: number | undefined): number {
    return Math.min(Math.abs(share ?? 0), 1) * 100;
  }
}
