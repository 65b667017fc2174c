import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input, signal, untracked, type WritableSignal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { FoodPage, FoodQuery, FoodRow, FoodSort, StoredPack } from '@fellmist/contract';
import { ALLERGENS, FOOD_KINDS, type FoodKind, type School, SCHOOLS, SOON_DAYS } from '@fellmist/core';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { Preferences } from '../state/preferences';
import { Asking } from '../state/asking';
import { LarderDesk } from '../state/larderDesk';
import { lookupActions } from '../state/lookup.actions';
import { Choice, type Option } from '../ui/choice';
import { daysWords, today } from '../ui/day';
import { showNumber } from '../ui/figures';
import { KeptList } from '../parts/kept-list';
import { FoodCard } from './food-card';
import { FoodList } from './food-list';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { Select } from '../ui/zorro/select';
import { Value } from '../ui/zorro/value';
import { Picker } from '../ui/pick';
import { Told } from '../ui/told';
import { SAY } from './words';

type Only = 'all' | NonNullable<FoodQuery['only']>;

const ONLY: readonly Option<Only>[] = [
  { label: SAY.allFoods, value: 'all' },
  { label: SAY.packs, value: 'packs' },
  { label: SAY.inStock, value: 'stock' },
  { label: SAY.useSoon, value: 'soon' },
];

const SORT_WORDS: Readonly<Record<FoodSort, string>> = {
  fit: SAY.bestFitFirst,
  name: SAY.name,
  protein: SAY.proteinPer100Kcal,
  net: SAY.netCarbsLowFirst,
  energy: SAY.energyLowFirst,
  price: SAY.pricePer100G,
  'protein-price': SAY.priceOf100GProtein,
};

function cell(amount: number | null, digits: number): string {
  return amount === null ? '–' : showNumber(amount, digits);
}

/** Every food and pack, found by any of its names, filtered and sorted; the chosen one beside the list. */
@Component({
  selector: 'fm-larder',
  imports: [Button, Choice, Field, FoodCard, KeptList, Picker, RouterLink, ScrollingModule, Select, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './larder.html',
  styleUrl: './larder.less',
  host: { class: 'place-filled' },
})
export class LarderPlace {
  protected readonly say = SAY;
  private readonly router = inject(Router);
  protected readonly preferences = inject(Preferences);
  protected readonly larderDesk = inject(LarderDesk);
  private readonly asking = inject(Asking);
  private readonly told = inject(Told);
  protected readonly list = new FoodList((query) => this.asking.ask<FoodPage>((ask) => lookupActions.foodsPage({ ask, query })));
  /** The food or pack that is open, from the address. */
  readonly food = input<string>();
  protected readonly onlyOptions = ONLY;
  protected readonly soonDays = SOON_DAYS;
  protected readonly kindOptions: readonly Option<FoodKind | ''>[] = [{ value: '', label: SAY.any }, ...FOOD_KINDS.map((value) => ({ value, label: value }))];
  protected readonly schoolOptions: readonly Option<School | ''>[] = [{ value: '', label: SAY.any }, ...SCHOOLS.map((value) => ({ value, label: value }))];
  protected readonly allergenOptions = ALLERGENS.map((name) => ({ label: name, value: name }));
  protected readonly sorts = (Object.entries(SORT_WORDS) as [FoodSort, string][]).map(([value, label]) => ({ value, label }));
  protected readonly words = signal('');
  protected readonly only = signal<Only>('all');
  protected readonly kind = signal<FoodKind | ''>('');
  protected readonly school = signal<NonNullable<FoodQuery['school']> | ''>('');
  protected readonly without = signal<NonNullable<FoodQuery['without']>>([]);
  protected readonly sort = signal<FoodSort>('fit');
  protected readonly pinned = signal<string | undefined>(undefined);
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly isFiltered = computed(() => this.words().trim() !== '' || this.only() !== 'all' || this.kind() !== '' || this.school() !== '' || this.without().length > 0);
  private readonly query = computed((): Partial<FoodQuery> => ({
    q: this.words().trim(),
    sort: this.sort(),
    ...(this.only() === 'all' ? {} : { only: this.only() as NonNullable<FoodQuery['only']> }),
    ...(this.kind() === '' ? {} : { kind: this.kind() as FoodKind }),
    ...(this.school() === '' ? {} : { school: this.school() as NonNullable<FoodQuery['school']> }),
    ...(this.without().length > 0 ? { without: this.without() } : {}),
  }));

  constructor() {
    effect(() => {
      this.larderDesk.stock();
      this.larderDesk.packs();
      untracked(() => this.refresh());
    });
    inject(DestroyRef).onDestroy(() => this.list.end());
  }

  /** By place, so that another list is written into the rows that stand there. */
  protected readonly trackRow = (index: number): number => index;

  protected figures(row: FoodRow): readonly string[] {
    return [
      cell(row.energyKcal === null ? null : this.preferences.inEnergy(row.energyKcal), 0),
      cell(row.proteinG, 1),
      cell(row.fatG, 1),
      cell(row.netCarbG, 1),
      cell(row.fibreG, 1),
      cell(row.proteinPer100Kcal, 1),
    ];
  }

  protected price(row: FoodRow): string {
    const amount = this.sort() === 'protein-price' ? row.pricePer100gProtein : row.pricePer100g;
    return amount === null ? '' : this.preferences.showPrice(amount);
  }

  protected left(row: FoodRow): string {
    return row.leftG === null ? '' : `${showNumber(row.leftG, 0)} g`;
  }

  protected due(row: FoodRow): string {
    if (row.useBy === null) return '';
    const daysLeft = differenceInCalendarDays(parseISO(row.useBy), parseISO(today()));
    return daysLeft <= SOON_DAYS ? SAY.use(daysWords(daysLeft)) : '';
  }

  protected open(id: string | undefined): void {
    void this.router.navigate([], { queryParams: { food: id ?? null }, queryParamsHandling: 'merge' });
  }

  /** Asks at once, in the same turn as the key: waiting for an effect would cost a frame. */
  protected refresh(): void {
    this.list.ask(this.query());
  }

  protected set<T>(filter: WritableSignal<T>, value: T): void {
    filter.set(value);
    this.refresh();
  }

  protected clear(): void {
    this.words.set('');
    this.only.set('all');
    this.kind.set('');
    this.school.set('');
    this.without.set([]);
    this.refresh();
  }

  protected packGone(stored: StoredPack): void {
    this.told.undoable(SAY.wasTakenOutOfThe(stored.pack.name), () => this.bringBack(stored));
    this.open(undefined);
  }

  private bringBack(stored: StoredPack): void {
    this.larderDesk.restorePack(stored).subscribe((words) => this.fault.set(words));
  }

  /** Up and down in the list move from name to name. */
  protected step(event: Event, by: 1 | -1): void {
    const names = [...document.querySelectorAll<HTMLElement>('.rows .name')];
    const next = names[names.indexOf(event.target as HTMLElement) + by];
    if (!next) return;
    event.preventDefault();
    next.focus();
  }
}
