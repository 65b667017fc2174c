import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Allergen, ALLERGENS, type Goals, NO_GOALS, type School, SCHOOLS } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { GoalRows } from '../parts/goal-rows';
import { benchFeature } from '../state/bench.feature';
import { Desk } from '../state/desk';
import { Sheet } from '../ui/sheet';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Value } from '../ui/zorro/value';
import { SAY } from './words';

const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  lean: SAY.leanFewKcalMuchProtein,
  'low-carb': SAY.lowCarbFewNetCarbs,
  'whole-food': SAY.wholeFoodNothingIsolated,
};

/** What a portion should come to, the schools it follows and the allergens it keeps out. */
@Component({
  selector: 'fm-goals-panel',
  imports: [Button, Checkbox, GoalRows, RouterLink, Sheet, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './goals-panel.html',
  styleUrl: './goals-panel.less',
})
export class GoalsPanel {
  protected readonly say = SAY;
  protected readonly desk = inject(Desk);
  readonly closed = output();
  protected readonly formulaId = inject(Store).selectSignal(benchFeature.selectFormulaId);
  protected readonly allergens = ALLERGENS;
  protected readonly schools = SCHOOLS.map((value) => ({ value, label: SCHOOL_WORDS[value] }));
  protected readonly goals = computed((): Goals => this.desk.sheet()?.rebuild.goals ?? NO_GOALS);

  private set(change: Partial<Goals>): void {
    this.desk.describe({ goals: { ...this.goals(), ...change } }, 'goals');
  }

  protected toggleSchool(school: School): void {
    const { schools } = this.goals();
    this.set({ schools: schools.includes(school) ? schools.filter((one) => one !== school) : [...schools, school] });
  }

  protected toggleAllergen(allergen: Allergen): void {
    const { excluded } = this.goals();
    this.set({ excluded: excluded.includes(allergen) ? excluded.filter((one) => one !== allergen) : [...excluded, allergen] });
  }
}
