import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { countedParts, emptyPack, kindIdOf, type Pack, priceOf } from '@fellmist/core';
import { concatMap, defer, Subject, tap } from 'rxjs';
import { pieceG, readNet, readPrice } from '../parts/packFigures';
import { Desk } from '../state/desk';
import { LarderDesk } from '../state/larderDesk';
import { Preferences } from '../state/preferences';
import { Prices } from '../state/prices';
import { fieldGrams, fieldNumber } from '../ui/numbers';
import { Field } from '../ui/zorro/field';
import { SAY } from './words';

interface Entry {
  readonly foodId: string;
  readonly netG: number;
  readonly price: number;
}

/** What the foods of a formula cost, each by a pack of it: its weight and its price, kept as soon as both are there. */
@Component({
  selector: 'fm-price-list',
  imports: [Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './price-list.html',
  styleUrl: './price-list.less',
})
export class PriceList {
  protected readonly say = SAY;
  private readonly desk = inject(Desk);
  private readonly larderDesk = inject(LarderDesk);
  private readonly preferences = inject(Preferences);
  private readonly prices = inject(Prices);
  protected readonly currency = this.preferences.currency;
  private readonly system = computed(() => this.preferences.settings().measures);
  /** Foods that had no price when they were first seen here: what was priced stays to be mended. */
  private readonly asked = signal<readonly string[]>([]);
  private readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  /** A new pack keeps its id until it is saved, however often that is tried. */
  private readonly fresh = new Map<string, string>();
  private readonly given = new Subject<Entry>();

  private readonly held = computed(() => {
    const [formula, larder] = [this.desk.sheet()?.rebuild, this.desk.larder()];
    if (!formula || !larder) return [];
    return countedParts(formula).flatMap(({ lines }) =>
      lines.flatMap(({ id, foodId }) => {
        const food = larder.foods.get(foodId ?? '');
        return food ? { lineId: id, food } : [];
      }),
    );
  });

  protected readonly rows = computed(() => {
    const larder = this.desk.larder();
    if (!larder) return [];
    const foods = new Map(this.held().map(({ food }) => [food.id, food]));
    return this.asked()
      .flatMap((id) => foods.get(id) ?? [])
      .map((food) => {
        const pack = this.packOf(food.id);
        const price = priceOf(food, larder, this.prices.perGram());
        const eachG = pieceG(food, this.system());
        return {
          id: food.id,
          name: food.name,
          unit: eachG === undefined ? 'g' : SAY.pieces,
          net: pack.netG === undefined ? '' : eachG === undefined ? fieldGrams(pack.netG) : fieldNumber(pack.netG / eachG, 1),
          price: pack.price === undefined || (pack.currency ?? this.currency()) !== this.currency() ? '' : fieldNumber(pack.price, 2),
          each: price ? SAY.aKilo(this.preferences.showPrice(price.perGram * 1000)) : '',
          fault: this.faults().get(food.id),
        };
      });
  });

  constructor() {
    effect(() => {
      const without = new Set(this.desk.cost()?.unpricedLines);
      const unpriced = this.held().flatMap(({ lineId, food }) => (without.has(lineId) ? [food.id] : []));
      untracked(() => this.asked.update((asked) => (unpriced.every((id) => asked.includes(id)) ? asked : [...new Set([...asked, ...unpriced])])));
    });
    // One after the other, each over what the one before made of the larder.
    this.given
      .pipe(
        concatMap((entry) => defer(() => this.save(entry))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  /** The pack whose price it is: the line's own, else the first of its kind, else one that is to be made. */
  private packOf(foodId: string): Pack {
    const food = this.larderDesk.food(foodId);
    const kindId = food ? kindIdOf(food) : foodId;
    const stored = this.larderDesk.storedPack(foodId) ?? this.larderDesk.packs().find(({ pack }) => pack.kindId === kindId);
    if (stored) return stored.pack;
    const id = this.fresh.get(kindId) ?? `pack-${crypto.randomUUID()}`;
    this.fresh.set(kindId, id);
    return { ...emptyPack(id, kindId), name: food?.name ?? '' };
  }

  private save({ foodId, netG, price }: Entry) {
    const pack = { ...this.packOf(foodId), netG, price, currency: this.preferences.currency() };
    return this.larderDesk.savePack(pack, this.larderDesk.storedPack(pack.id)?.version ?? 0).pipe(tap((saved) => this.tell(foodId, saved.ok ? undefined : saved.words)));
  }

  private tell(foodId: string, words: string | undefined): void {
    this.faults.update((faults) => {
      const next = new Map(faults);
      if (words === undefined) next.delete(foodId);
      else next.set(foodId, words);
      return next;
    });
  }

  /** Kept once both figures are there; half of them waits for the other. */
  protected give(foodId: string, netText: string, priceText: string): void {
    this.tell(foodId, undefined);
    const food = this.larderDesk.food(foodId);
    const [net, price] = [
      netText.trim() === '' ? undefined : readNet(netText, food, this.system(), pieceG(food, this.system()) === undefined ? 'g' : 'piece'),
      priceText.trim() === '' ? undefined : readPrice(priceText),
    ];
    const fault = [net, price].find((one) => one && 'words' in one);
    if (fault && 'words' in fault) this.tell(foodId, fault.words);
    else if (net && price && 'value' in net && 'value' in price) this.given.next({ foodId, netG: net.value, price: price.value });
  }
}
