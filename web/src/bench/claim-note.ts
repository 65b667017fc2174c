import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { judgeClaim } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { Preferences } from '../state/preferences';
import { SAY } from './words';

/** Figures that were stated with a recipe and that its lines do not come to: said where its lines stand. */
@Component({
  selector: 'fm-claim-note',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './claim-note.html',
})
export class ClaimNote {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly preferences = inject(Preferences);
  protected readonly formulaId = inject(Store).selectSignal(benchFeature.selectFormulaId);
  private readonly original = computed(() => this.desk.sheet()?.original);
  protected readonly words = computed(() => {
    const [formula, larder] = [this.original(), this.desk.larder()];
    if (!formula?.claim || !larder) return undefined;
    const { figures } = judgeClaim(formula, formula.claim, larder, this.preferences.counting(), this.desk.analysed(formula)?.product?.loss);
    return figures.some(({ state }) => state === 'off') ? SAY.doesNotAddUp(formula.claim.text) : undefined;
  });
}
