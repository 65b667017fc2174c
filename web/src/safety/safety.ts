import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { toSignal } from '@angular/core/rxjs-interop';
import { type CautionRule, DEFERENCE } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { Button } from '../ui/zorro/button';
import { SAY } from './words';

/** Every caution of the table by its topic, with what lies behind it and whose advice it is. */
@Component({
  selector: 'fm-safety',
  imports: [Button, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './safety.html',
  styleUrl: './safety.less',
})
export class Safety {
  protected readonly say = SAY;
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
