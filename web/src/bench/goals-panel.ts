import { ChangeDetectionStrategy, Component, computed, type ElementRef, effect, inject, output, signal, viewChild } from '@angular/core';
import { type Allergen, ALLERGENS, type Goal, type Goals, NO_GOALS, type School, SCHOOLS } from '@fellmist/core';
import { Desk } from '../state/desk';
import { FIGURE_ROWS } from '../ui/figures';
import { fieldNumber, numberWithin } from '../ui/numbers';

const FIGURE_OPTIONS: readonly { readonly key: Goal['figure']; readonly label: string }[] = [
  ...FIGURE_ROWS.map(({ key, name, unit }) => ({ key, label: `${name.replace(/^./, (first) => first.toUpperCase())}, ${unit}` })),
  { key: 'cost', label: 'Cost' },
];

const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  lean: 'lean: few kcal, much protein',
  'low-carb': 'low-carb: few net carbs',
  'whole-food': 'whole-food: nothing isolated',
};

/** What a portion should come to, the schools it follows and the allergens it keeps out. */
@Component({
  selector: 'fm-goals-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="ruled">
      <h2 #heading tabindex="-1">Goals of a {{ desk.sheet()?.rebuild?.portionWord }}</h2>
      <button type="button" class="button" (click)="closed.emit()">Close</button>
    </div>
    <h3>Targets</h3>
    @for (target of goals().targets; track $index; let i = $index) {
      <div class="target">
        <label class="unseen" [for]="'goal-figure-' + i">Figure</label>
        <select #figure class="select" [id]="'goal-figure-' + i" (change)="change(i, { figure: asFigure(figure.value) })">
          @for (option of figures; track option.key) {
            <option [value]="option.key" [selected]="option.key === target.figure">{{ option.label }}</option>
          }
        </select>
        <label class="unseen" [for]="'goal-kind-' + i">Direction</label>
        <select #kind class="select" [id]="'goal-kind-' + i" (change)="change(i, { kind: kind.value === 'at least' ? 'at least' : 'at most' })">
          <option value="at most" [selected]="target.kind === 'at most'">at most</option>
          <option value="at least" [selected]="target.kind === 'at least'">at least</option>
        </select>
        <input
          #amount
          class="field"
          inputmode="decimal"
          maxlength="8"
          [attr.aria-label]="'Amount of goal ' + (i + 1)"
          [attr.aria-invalid]="faulty() === i ? true : null"
          [value]="fieldNumber(target.amount, 3)"
          (input)="giveAmount(i, amount.value)"
          (blur)="amount.value = fieldNumber(target.amount, 3); faulty.set(undefined)"
        />
        <button type="button" class="link" [attr.aria-label]="'Drop goal ' + (i + 1)" (click)="drop(i)">Drop</button>
      </div>
    } @empty {
      <p class="soft small">None yet. Say what a portion should come to; the strip then shows what is met and what is not.</p>
    }
    @if (faulty() !== undefined) {
      <p class="attention small" role="alert">Give a number of zero or more, such as 180 or 9.5.</p>
    }
    <button type="button" class="button" (click)="add()">Add a target</button>
    <h3>Schools</h3>
    @for (school of schools; track school.value) {
      <label class="check"><input type="checkbox" [checked]="goals().schools.includes(school.value)" (change)="toggleSchool(school.value)" /> {{ school.label }}</label>
    }
    <p class="soft small">They rank the stand-ins and choose among corrections. Several may be mixed.</p>
    <h3>Never any</h3>
    <div class="allergens">
      @for (allergen of allergens; track allergen) {
        <label class="check"><input type="checkbox" [checked]="goals().excluded.includes(allergen)" (change)="toggleAllergen(allergen)" /> {{ allergen }}</label>
      }
    </div>
    <p class="soft small">Foods that contain them, or may, are not offered. Read the pack each time all the same.</p>
  `,
  styles: `
    h2:focus-visible {
      outline: none;
    }
    h3 {
      margin: 14px 0 6px;
      font-size: 15px;
    }
    .target {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 92px 74px auto;
      align-items: center;
      margin-bottom: 8px;
      gap: 8px;
    }
    .target .field {
      height: 32px;
      text-align: right;
    }
    .field[aria-invalid] {
      border-color: var(--attention);
    }
    .check {
      display: flex;
      align-items: center;
      min-height: 26px;
      gap: 8px;
    }
    .check input {
      width: 16px;
      height: 16px;
      accent-color: var(--accent);
    }
    .allergens {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(120px, 1fr));
    }
    .small {
      font-size: 13px;
    }
    .button {
      margin-top: 4px;
    }
  `,
  host: { '(keydown.escape)': 'closed.emit()' },
})
export class GoalsPanel {
  protected readonly fieldNumber = fieldNumber;
  protected readonly desk = inject(Desk);
  readonly closed = output();
  protected readonly figures = FIGURE_OPTIONS;
  protected readonly allergens = ALLERGENS;
  protected readonly schools = SCHOOLS.map((value) => ({ value, label: SCHOOL_WORDS[value] }));
  protected readonly faulty = signal<number | undefined>(undefined);
  protected readonly goals = computed((): Goals => this.desk.sheet()?.rebuild.goals ?? NO_GOALS);
  private readonly heading = viewChild.required<ElementRef<HTMLElement>>('heading');

  constructor() {
    effect(() => this.heading().nativeElement.focus());
  }

  private set(change: Partial<Goals>, key = 'goals'): void {
    this.desk.describe({ goals: { ...this.goals(), ...change } }, key);
  }

  protected asFigure(value: string): Goal['figure'] {
    return FIGURE_OPTIONS.find(({ key }) => key === value)?.key ?? 'energyKcal';
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
