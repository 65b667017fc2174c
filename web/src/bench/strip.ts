import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type Figure } from '@fellmist/core';
import { Desk } from '../state/desk';
import { showChange, showNumber, showRange, showSum } from '../ui/figures';

const SHOWN: readonly { readonly key: Figure; readonly name: string; readonly unit: string; readonly digits: number; readonly always: boolean }[] = [
  { key: 'energyKcal', name: 'Energy', unit: 'kcal', digits: 0, always: true },
  { key: 'proteinG', name: 'Protein', unit: 'g', digits: 1, always: true },
  { key: 'fatG', name: 'Fat', unit: 'g', digits: 1, always: false },
  { key: 'carbohydrateG', name: 'Carbohydrate', unit: 'g', digits: 1, always: false },
  { key: 'netCarbG', name: 'Net carbs', unit: 'g', digits: 1, always: true },
  { key: 'fibreG', name: 'Fibre', unit: 'g', digits: 1, always: false },
  { key: 'sugarsG', name: 'Sugars', unit: 'g', digits: 1, always: true },
];

/** A portion's figures in large numerals, with the original, the change and the likely range. */
@Component({
  selector: 'fm-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="strip" aria-label="Nutrition of a portion">
      <div class="about">
        <h2>A {{ desk.sheet()?.rebuild?.portionWord }}</h2>
        <p class="soft">{{ mass() }}</p>
        <p class="soft">likely range from cups and pieces</p>
      </div>
      @for (cell of cells(); track cell.key) {
        <div class="cell" [class.always]="cell.always">
          <span class="name">{{ cell.name }}</span>
          <span class="now" [attr.data-figure]="cell.key"
            >{{ cell.now }}<span class="unit">{{ cell.unit }}</span></span
          >
          <span class="was soft"
            ><s><span class="unseen">was </span>{{ cell.was }}</s> {{ cell.change }}</span
          >
          <span class="range soft">{{ cell.range }}</span>
        </div>
      }
      <p class="unseen" aria-live="polite">{{ spoken() }}</p>
    </section>
  `,
  styleUrl: './strip.less',
})
export class Strip {
  protected readonly desk = inject(Desk);

  protected readonly cells = computed(() => {
    const [before, now] = [this.desk.original()?.views.portion, this.desk.rebuild()?.views.portion];
    if (!before || !now) return [];
    return SHOWN.map(({ key, name, unit, digits, always }) => {
      const change = showChange(before[key].amount, now[key].amount, digits);
      return {
        key,
        name,
        unit,
        always,
        now: showSum(now[key], digits),
        was: showSum(before[key], digits),
        change: change === '0' ? '' : change,
        range: showRange(now[key], digits) ?? '',
      };
    });
  });

  protected readonly mass = computed(() => {
    const views = this.desk.rebuild()?.views;
    return views ? `${showNumber(views.portionMassG, 0)} g ${views.yieldIsWeighed ? 'baked' : 'of raw mix'}` : '';
  });

  protected readonly spoken = computed(() =>
    this.cells()
      .filter((cell) => cell.always)
      .map((cell) => `${cell.name} ${cell.now} ${cell.unit}`)
      .join(', '),
  );
}
