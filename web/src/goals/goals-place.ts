import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { GoalRows } from '../parts/goal-rows';
import { benchActions, benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { GoalDesk } from '../state/goalDesk';
import { Choice, type Option } from '../ui/choice';
import { Screen } from '../ui/screen';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Skeleton } from '../ui/zorro/skeleton';
import { Value } from '../ui/zorro/value';
import { AmountsView } from './amounts-view';
import { ComingFoods } from './coming-foods';
import { LineFreedoms } from './line-freedoms';
import { RebuildsView } from './rebuilds-view';
import { TradeOffView } from './trade-off-view';
import { SAY } from './words';

type View = 'amounts' | 'rebuilds' | 'trade-off';

/** What is wanted of the formula on the bench and what may change for it, and beside it how it can be had. */
@Component({
  selector: 'fm-goals-place',
  imports: [AmountsView, Button, Checkbox, Choice, ComingFoods, GoalRows, LineFreedoms, RebuildsView, RouterLink, Skeleton, TradeOffView, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './goals-place.html',
  styleUrl: './goals-place.less',
})
export class GoalsPlace {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  protected readonly desk = inject(Desk);
  protected readonly goalDesk = inject(GoalDesk);
  protected readonly screen = inject(Screen);
  readonly id = input.required<string>();
  protected readonly state = this.store.selectSignal(benchFeature.selectBenchState);
  protected readonly isHere = computed(() => this.state().formulaId === this.id() && this.desk.sheet() !== undefined);
  protected readonly hasGoals = computed(() => (this.desk.sheet()?.rebuild.goals?.targets.length ?? 0) > 0);
  protected readonly isFailed = computed(() => this.state().opening === 'missing' || this.state().opening === 'failed');
  protected readonly view = computed((): View => this.goalDesk.view() ?? 'amounts');
  protected readonly views: readonly Option<View>[] = [
    { value: 'amounts', label: SAY.amounts },
    { value: 'rebuilds', label: SAY.withStandIns },
    { value: 'trade-off', label: SAY.tradeOff },
  ];

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        if (this.state().formulaId !== id || !this.state().present) this.store.dispatch(benchActions.openWanted({ id }));
      });
    });
    this.goalDesk.view.set('amounts');
    // Nothing is worked out for who does not look.
    inject(DestroyRef).onDestroy(() => this.goalDesk.view.set(undefined));
  }

  protected retry(): void {
    this.store.dispatch(benchActions.openWanted({ id: this.id() }));
  }
}
