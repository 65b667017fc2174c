import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type Food, matchFood } from '@fellmist/core';
import { NzTableModule } from 'ng-zorro-antd/table';
import { Desk } from '../state/desk';
import { showNumber } from '../ui/figures';

interface FoodRow {
  readonly food: Food;
  readonly cells: readonly string[];
  readonly measures: string;
  readonly thirst: string;
}

const COLUMNS = [
  { key: 'energyKcal', name: 'kcal', digits: 0 },
  { key: 'proteinG', name: 'Protein g', digits: 1 },
  { key: 'fatG', name: 'Fat g', digits: 1 },
  { key: 'carbohydrateG', name: 'Carbs g', digits: 1 },
  { key: 'fibreG', name: 'Fibre g', digits: 1 },
  { key: 'sugarsG', name: 'Sugars g', digits: 1 },
] as const;

function thirstWords(food: Food): string {
  if (!food.thirst) return 'unknown';
  const { basis, gPerG } = food.thirst;
  if (basis === 'mass') return `${showNumber(gPerG, 2)} g a gram`;
  if (basis === 'dryMatter') return `${showNumber(gPerG, 1)} g a dry gram`;
  return basis === 'dissolves' ? 'holds none' : 'not counted';
}

/** The foods Fellmist knows, found by any of their names. */
@Component({
  selector: 'fm-larder',
  imports: [NzTableModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './larder.html',
  styleUrl: './larder.less',
})
export class LarderPlace {
  private readonly desk = inject(Desk);
  protected readonly columns = COLUMNS;
  protected readonly wanted = signal('');
  protected readonly opened = signal<string | undefined>(undefined);
  protected readonly isLoaded = computed(() => this.desk.larder() !== undefined);

  private readonly all = computed(() => {
    const foods = [...(this.desk.larder()?.foods.values() ?? [])];
    return foods.map((food): FoodRow => ({
      food,
      cells: COLUMNS.map(({ key, digits }) => {
        const amount = food.per100g[key];
        return amount === undefined ? 'unknown' : showNumber(amount, digits);
      }),
      measures: [
        ...(food.densityGPerMl === undefined ? [] : [`1 cup ${showNumber(food.densityGPerMl * 236.588, 0)} g`]),
        ...Object.entries(food.measuresG).map(([word, grams]) => `1 ${word} ${showNumber(grams, grams < 10 ? 1 : 0)} g`),
      ].join(' · '),
      thirst: thirstWords(food),
    }));
  });

  protected readonly rows = computed(() => {
    const words = this.wanted().trim().toLowerCase();
    const larder = this.desk.larder();
    if (words === '' || !larder) return this.all();
    const near = new Set(
      matchFood(words, larder.index, 12)
        .filter(({ score }) => score > 0.5)
        .map(({ foodId }) => foodId),
    );
    return this.all().filter(({ food }) => near.has(food.id) || food.kind.includes(words) || [food.name, ...food.synonyms].some((name) => name.toLowerCase().includes(words)));
  });

  protected toggle(id: string): void {
    this.opened.set(this.opened() === id ? undefined : id);
  }
}
