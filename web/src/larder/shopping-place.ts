import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ListedEntry } from '@fellmist/contract';
import type { FoodKind, Use } from '@fellmist/core';
import { Store } from '@ngrx/store';
import { Preferences } from '../state/preferences';
import { shoppingActions, shoppingFeature } from '../state/shopping.feature';
import { fieldGrams } from '../ui/numbers';
import { Button } from '../ui/zorro/button';
import { Checkbox } from '../ui/zorro/checkbox';
import { Skeleton } from '../ui/zorro/skeleton';
import { Value } from '../ui/zorro/value';
import { KIND_NAMES, SAY } from './words';
import { LOCALE } from '../ui/locale';

const day = new Intl.DateTimeFormat(LOCALE, { weekday: 'short', day: 'numeric', month: 'short' });

/** What has to be bought for the days to come, ticked as it goes into the basket, and what could be made with what should be used. */
@Component({
  selector: 'fm-shopping-place',
  imports: [Button, Checkbox, RouterLink, Skeleton, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shopping-place.html',
  styleUrl: './shopping-place.less',
})
export class ShoppingPlace {
  protected readonly say = SAY;
  private readonly store = inject(Store);
  private readonly preferences = inject(Preferences);
  protected readonly page = this.store.selectSignal(shoppingFeature.selectList);
  protected readonly held = this.store.selectSignal(shoppingFeature.selectHeld);
  protected readonly failure = this.store.selectSignal(shoppingFeature.selectFailure);
  private readonly useUp = this.store.selectSignal(shoppingFeature.selectUseUp);

  private readonly needed = computed(() => (this.page()?.entries ?? []).filter(({ needG, isOpen, isTicked }) => needG > 0 || isOpen || isTicked));
  /** By the shelves of a shop, as foods are kinds. */
  protected readonly groups = computed(() => {
    const kinds = new Map<FoodKind | undefined, ListedEntry[]>();
    for (const entry of this.needed()) kinds.set(entry.kind, [...(kinds.get(entry.kind) ?? []), entry]);
    return [...kinds].map(([kind, entries]) => ({ name: kind ? KIND_NAMES[kind] : SAY.notKnown, entries: entries.map((entry) => ({ entry, ...this.said(entry) })) }));
  });
  protected readonly enough = computed(() => (this.page()?.entries ?? []).filter(({ needG, isOpen, isTicked }) => needG <= 0 && !isOpen && !isTicked).map(({ name }) => name));
  protected readonly left = computed(() => this.needed().filter(({ isTicked }) => !isTicked).length);
  protected readonly days = computed(() => (this.page()?.days ?? []).map((one) => ({ ...one, when: day.format(new Date(one.serveAt)) })));
  private readonly plans = computed(() =>
    this.days()
      .filter(({ isListed }) => isListed)
      .map(({ id }) => id),
  );
  protected readonly query = computed(() => (this.plans().length === this.days().length ? '' : `?plans=${encodeURIComponent(this.plans().join(','))}`));

  protected readonly cost = computed(() => {
    const currency = this.preferences.currency();
    const priced = this.needed().flatMap(({ pack }) => (pack?.cost !== undefined && (pack.currency ?? currency) === currency ? [pack.cost] : []));
    if (priced.length === 0) return '';
    const sum = this.preferences.showPrice(priced.reduce((all, one) => all + one, 0));
    const without = this.needed().length - priced.length;
    return without > 0 ? SAY.costsWithout(sum, without) : SAY.costsAll(sum);
  });

  protected readonly due = computed(() =>
    (this.useUp()?.due ?? []).map(({ stockId, name, leftG, on }) => ({
      stockId,
      words: on ? SAY.dueOn(fieldGrams(leftG), name, day.format(new Date(on))) : SAY.gramsOfIt(fieldGrams(leftG), name),
    })),
  );
  protected readonly ideas = computed(() => (this.useUp()?.formulas ?? []).map(({ formulaId, title, uses }) => ({ formulaId, title, uses: uses.map((use) => this.used(use)) })));

  constructor() {
    this.load();
  }

  protected load(): void {
    this.store.dispatch(shoppingActions.wanted({ plans: undefined }));
    this.store.dispatch(shoppingActions.useUpWanted());
  }

  private said({ needG, isOpen, inStockG, wantedG, pack, of }: ListedEntry) {
    const grams = needG > 0 ? `${fieldGrams(needG)} g` : '';
    return {
      much: [grams, isOpen ? SAY.some : ''].filter(Boolean).join(' + '),
      packs: pack ? SAY.packsOf(pack.count, pack.name) : '',
      why: [SAY.wantedFor(fieldGrams(wantedG), of.join(', ')), inStockG > 0 ? SAY.gramsThere(fieldGrams(inStockG)) : ''].filter(Boolean).join(', '),
    };
  }

  private used({ name, usedG, leftG, isAll, swap }: Use): string {
    const much = isAll ? SAY.allOf(fieldGrams(leftG), name) : SAY.gramsOf2(fieldGrams(usedG), fieldGrams(leftG), name);
    return swap ? SAY.inPlaceOf(much, swap.name) : much;
  }

  protected tick({ id, needG }: ListedEntry, isTicked: boolean): void {
    this.store.dispatch(shoppingActions.ticked({ tick: { id, massG: isTicked ? needG : null } }));
  }

  protected list(id: string, isListed: boolean): void {
    const plans = isListed ? [...this.plans(), id] : this.plans().filter((one) => one !== id);
    this.store.dispatch(shoppingActions.wanted({ plans }));
  }

  protected print(): void {
    window.print();
  }
}
