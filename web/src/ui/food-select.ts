import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, output, signal, viewChild } from '@angular/core';
import type { FoodPage, FoodRow } from '@fellmist/contract';
import { matchFood } from '@fellmist/core';
import { debounceTime, map, of, Subject, switchMap } from 'rxjs';
import { Asking } from '../state/asking';
import { LarderDesk } from '../state/larderDesk';
import { Select } from './zorro/select';
import { Value } from './zorro/value';
import { lookupActions } from '../state/lookup.actions';
import { SAY } from './words';

interface FoodOption {
  readonly id: string;
  readonly name: string;
}

/** Chooses a food or pack by typing any of its names: from what is at hand at once, from the long list a moment later. */
@Component({
  selector: 'fm-food-select',
  imports: [Select, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './food-select.html',
  styleUrl: './food-select.less',
})
export class FoodSelect {
  protected readonly say = SAY;
  private readonly larderDesk = inject(LarderDesk);
  private readonly asking = inject(Asking);
  readonly fieldId = input.required<string>();
  readonly foodId = input<string>();
  /** Words to offer foods for before anything is typed. */
  readonly hint = input('');
  /** Leaves the household's packs out. */
  readonly genericOnly = input(false);
  readonly chosen = output<string>();
  private readonly select = viewChild.required(Select);
  protected readonly typed = signal('');
  private readonly searched = new Subject<string>();
  private readonly further = signal<readonly FoodRow[]>([]);
  /** Only an open list has its hundreds of rows; a closed one knows what is chosen. */
  protected readonly isOpen = signal(false);

  protected readonly options = computed((): readonly FoodOption[] => {
    const larder = this.larderDesk.larder();
    if (!larder) return [];
    const chosen = larder.foods.get(this.foodId() ?? '');
    if (!this.isOpen()) return chosen ? [chosen] : [];
    const words = this.typed() || this.hint();
    const foods = [...larder.foods.values()];
    const begins = foods.filter((food) => this.typed() !== '' && [food.name, ...food.synonyms].some((name) => name.toLowerCase().includes(words.toLowerCase())));
    const likely = words === '' ? [] : matchFood(words, larder.index, 12).flatMap(({ foodId }) => larder.foods.get(foodId) ?? []);
    const rest = this.typed() === '' ? foods : [];
    // What is likely and bears the very letters comes before what is only likely: "golden sy" is on its way to golden syrup.
    const spelt = new Set(begins);
    const known = [...new Set([...likely.filter((food) => spelt.has(food)), ...likely, ...begins, ...rest, ...(chosen ? [chosen] : [])])].filter(
      (food) => !this.genericOnly() || food.packOf === undefined,
    );
    const ids = new Set(known.map(({ id }) => id));
    return [...known, ...this.further().filter(({ id, kindId }) => !ids.has(id) && kindId === null)];
  });

  protected readonly rows = computed(() => this.options().map(({ id, name }) => ({ value: id, label: name })));

  constructor() {
    const found = this.searched
      .pipe(
        debounceTime(180),
        switchMap((q) =>
          q.trim() === ''
            ? of([])
            : this.asking.ask<FoodPage>((ask) => lookupActions.foodsPage({ ask, query: { q, limit: 20 } })).pipe(map((answer) => (answer.ok ? answer.value.rows : []))),
        ),
      )
      .subscribe((rows) => this.further.set(rows));
    inject(DestroyRef).onDestroy(() => found.unsubscribe());
  }

  /** What was marked in the list before is not meant by what now stands in the field: Enter takes the first of what it finds, or nothing yet. */
  protected search(words: string): void {
    this.select().activatedValue = null;
    this.typed.set(words);
    this.searched.next(words);
  }

  /** A food of the long list is taken up before it is told of. */
  protected choose(id: string | null): void {
    if (id === null) return;
    this.larderDesk.takeUp(id).subscribe((food) => {
      if (food) this.chosen.emit(food.id);
    });
  }
}
