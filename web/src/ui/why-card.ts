import { ChangeDetectionStrategy, Component, type ElementRef, effect, input, output, viewChild } from '@angular/core';
import { MARK_WORDS, type Why } from '@fellmist/core';

/** What stands behind a figure: each line's part in it, the rule, the mark and the source. */
@Component({
  selector: 'fm-why-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let said = why();
    <div class="ruled">
      <h2 #heading tabindex="-1">Why: {{ said.title.toLowerCase() }}</h2>
      <button type="button" class="button" (click)="closed.emit()">Close</button>
    </div>
    <p class="result">{{ said.result }}</p>
    <ul>
      @for (one of said.inputs; track $index) {
        <li>
          <span class="name">{{ one.name }}</span>
          <span class="words">{{ one.words }}</span>
          <span class="bar" aria-hidden="true"><span [class.less]="(one.share ?? 0) < 0" [style.width.%]="bar(one.share)"></span></span>
          <span class="soft source">{{ one.source }}</span>
        </li>
      } @empty {
        <li class="soft">No line brings any.</li>
      }
    </ul>
    <h3>The rule</h3>
    <p class="rule">{{ said.equation }}</p>
    @for (note of said.notes; track note) {
      <p class="rule soft">{{ note }}</p>
    }
    <p class="rule">
      @if (said.mark; as mark) {
        <strong>{{ marks[mark] }}</strong> ·
      }
      <span class="soft">{{ said.source }}</span>
    </p>
  `,
  styles: `
    .result {
      padding: 8px 0 2px;
      font-size: 18px;
      font-weight: 600;
    }
    h2:focus-visible {
      outline: none;
    }
    h3 {
      margin-top: 12px;
      font-size: 15px;
    }
    ul {
      margin: 4px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      padding: 5px 0;
      border-bottom: 1px solid var(--rule);
      font-size: 14px;
      gap: 0 10px;
    }
    .name {
      font-weight: 600;
    }
    .bar,
    .source {
      grid-column: 1 / -1;
    }
    .bar {
      display: block;
      height: 4px;
      margin: 2px 0;
    }
    .bar span {
      display: block;
      height: 100%;
      border-radius: 2px;
      background: var(--accent);
    }
    .bar .less {
      background: repeating-linear-gradient(90deg, var(--attention) 0 4px, transparent 4px 6px);
    }
    .source,
    .rule {
      font-size: 13px;
    }
    .rule {
      margin-top: 6px;
    }
  `,
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
