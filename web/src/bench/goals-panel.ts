import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { type Allergen, ALLERGENS, type Goal, type Goals, NO_GOALS, type School, SCHOOLS } from '@fellmist/core';
import { Desk } from '../state/desk';
import { FIGURE_ROWS } from '../ui/figures';
import { fieldNumber, numberWithin } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import type { Option } from '../ui/choice';
import { Sheet } from '../ui/sheet';
import { Picker } from '../ui/pick';
import { FormsModule } from '@angular/forms';
import { SAY } from './words';

const FIGURE_OPTIONS: readonly Option<Goal['figure']>[] = [
  ...FIGURE_ROWS.map(({ key, name, unit }) => ({ value: key, label: `${name.replace(/^./, (first) => first.toUpperCase())}, ${unit}` })),
  { value: 'cost', label: SAY.cost },
];

const KIND_OPTIONS: readonly Option<Goal['kind']>[] = [
  { value: 'at most', label: SAY.atMost },
  { value: 'at least', label: SAY.atLeast2 },
];

const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  lean: SAY.leanFewKcalMuchProtein,
  'low-carb': SAY.lowCarbFewNetCarbs,
  'whole-food': SAY.wholeFoodNothingIsolated,
};

/** What a portion should come to, the schools it follows and the allergens it keeps out. */
@Component({
  selector: 'fm-goals-panel',
  imports: [Button, Checkbox, Field, FormsModule, Picker, Sheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './goals-panel.html',
  styleUrl: './goals-panel.less',
})
export class GoalsPanel {
  protected readonly say = SAY;
  protected readonly fieldNumber = fieldNumber;
  protected readonly desk = inject(Desk);
  readonly closed = output();
  protected readonly figures = FIGURE_OPTIONS;
  protected readonly kinds = KIND_OPTIONS;
  protected readonly allergens = ALLERGENS;
  protected readonly schools = SCHOOLS.map((value) => ({ value, label: SCHOOL_WORDS[value] }));
  protected readonly faulty = signal<number | undefined>(undefined);
  protected readonly goals = computed((): Goals => this.desk.sheet()?.rebuild.goals ?? NO_GOALS);

  private set(change: Partial<Goals>, key = 'goals'): void {
    this.desk.describe({ goals: { ...this.goals(), ...change } }, key);
  }

  protected change(at: number, change: Partial<Goal>): void {
    this.set({ targets: this.goals().targets.map((target, i) => (i === at ? { ...target, ...change } : target)) }, `goal ${at}`);
  }

  protected giveAmount(at: number, text: string): void {
    const amount = numberWithin(text, 0, 1e7);
    this.faulty.set(amount === undefined ? at : undefined);
    if (amount !== undefined) this.change(at, { amount });
  }

  /** A new target starts at what the portion holds now. */
  protected add(): void {
    const taken = new Set(this.goals().targets.map(({ figure }) => figure));
    const [figure, kind] = !taken.has('energyKcal')
      ? (['energyKcal', 'at most'] as const)
      : !taken.has('proteinG')
        ? (['proteinG', 'at least'] as const)
        : (['sugarsG', 'at most'] as const);
    const now = this.desk.rebuild()?.views.portion[figure].amount ?? 0;
    this.set({ targets: [...this.goals().targets, { figure, kind, amount: Math.round(now) }] });
  }

  protected drop(at: number): void {
    this.faulty.set(undefined);
    this.set({ targets: this.goals().targets.filter((_target, i) => i !== at) });
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
