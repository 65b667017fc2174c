import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { toSignal } from '@angular/core/rxjs-interop';
import { type CautionRule, DEFERENCE } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';

/** Every caution of the table by its topic, with what lies behind it and whose advice it is. */
@Component({
  selector: 'fm-safety',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header class="head">
      <h1>Safety</h1>
      <a class="button" [routerLink]="desk.sheet() ? ['/bench', formulaId() ?? ''] : ['/shelf']">{{ desk.sheet() ? 'Back to the bench' : 'To the shelf' }}</a>
    </header>
    <div class="page">
      <p class="first">{{ deference }} Fellmist shows a caution where a formula calls for it; here they all are.</p>
      @for (group of groups(); track group.topic) {
        <section [attr.aria-label]="group.topic">
          <div class="ruled">
            <h2>{{ group.topic }}</h2>
          </div>
          @for (rule of group.rules; track rule.id) {
            <article [id]="rule.id" [class.asked]="rule.id === asked()">
              <p>
                <strong>{{ rule.text }}</strong>
              </p>
              <p>{{ rule.more }}</p>
              <p class="soft source">{{ rule.source }}</p>
            </article>
          }
        </section>
      } @empty {
        <p class="soft" role="status">Fetching the cautions…</p>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    .head {
      display: flex;
      align-items: center;
      justify-content: space-between;
      min-height: 56px;
      padding: 8px 20px;
      border-bottom: 1px solid var(--rule);
    }
    .page {
      max-width: 720px;
      padding: 16px 20px 60px;
    }
    .first {
      margin-bottom: 18px;
    }
    section {
      margin-bottom: 22px;
    }
    article {
      padding: 9px 10px;
      border-bottom: 1px solid var(--rule);
    }
    .asked {
      background: var(--attention-wash);
    }
    .source {
      font-size: 13px;
    }
  `,
})
export class Safety {
  protected readonly desk = inject(Desk);
  protected readonly formulaId = inject(Store).selectSignal(benchFeature.selectFormulaId);
  protected readonly deference = DEFERENCE;
  private readonly fragment = toSignal(inject(ActivatedRoute).fragment);
  protected readonly asked = computed(() => this.fragment() ?? '');

  protected readonly groups = computed(() => {
    const topics = new Map<string, CautionRule[]>();
    for (const rule of this.desk.tables()?.cautions ?? []) topics.set(rule.topic, [...(topics.get(rule.topic) ?? []), rule]);
    return [...topics].map(([topic, rules]) => ({ topic, rules }));
  });

  constructor() {
    effect(() => {
      const id = this.asked();
      if (this.groups().length > 0 && id !== '') setTimeout(() => document.getElementById(id)?.scrollIntoView({ block: 'center' }));
    });
  }
}
