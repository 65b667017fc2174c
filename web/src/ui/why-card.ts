import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MARK_WORDS, type Why } from '@fellmist/core';
import { Sheet } from './sheet';
import { SAY } from './words';

/** What stands behind a figure: each line's part in it, the rule, the mark and the source. */
@Component({
  selector: 'fm-why-card',
  imports: [Sheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './why-card.html',
  styleUrl: './why-card.less',
})
export class WhyCard {
  protected readonly say = SAY;
  readonly why = input.required<Why>();
  readonly closed = output();
  protected readonly marks = MARK_WORDS;

  protected bar(share: number | undefined): number {
    return Math.min(Math.abs(share ?? 0), 1) * 100;
  }
}
