import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { countedParts, emptyPack, isIn, kindIdOf, type Pack, priceOf } from '@fellmist/core';
import { concatMap, defer, Subject, tap } from 'rxjs';
import { readNet, readPrice } from '../parts/packFigures';
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
  /** Foods that had no price when they were first seen here: what was priced stays to be mended. */
  private readonly asked = signal<readonly string[]>([]);
  private readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  /** A new pack keeps its id until it is saved, however often that is tried. */
  private readonly fresh = new Map<string, string>();
  private readonly given = new Subject<Entry>();

  private readonly foods = computed(() => {
    const [formula, larder] = [this.desk.sheet()?.rebuild, this.desk.larder()];
    if (!formula || !larder) return [];
    const held = countedParts(formula).flatMap(({ lines }) => lines.flatMap(({ foodId, massG }) => (massG === 0 ? [] : (larder.foods.get(foodId ?? '') ?? []))));
    return [...new Map(held.filter((food) => !isIn('plain-water', food)).map((food) => [food.packOf === undefined ? kindIdOf(food) : food.id, food])).values()];
  });

  protected readonly rows = computed(() => {
    const larder = this.desk.larder();
    if (!larder) return [];
    return this.foods()
      .filter(({ id }) => this.asked().includes(id))
      .map((food) => {
        const pack = this.packOf(food.id);
        const price = priceOf(food, larder, this.prices.perGram());
        const isByPiece = food.kind === 'egg' && food.measuresG['piece'] !== undefined;
        return {
          id: food.id,
          name: food.name,
          unit: isByPiece ? SAY.pieces : 'g',
          net: pack.netG === undefined ? '' : isByPiece ? fieldNumber(pack.netG / (food.measuresG['piece'] ?? 1), 1) : fieldGrams(pack.netG),
          price: pack.price === undefined || (pack.currency ?? this.currency()) !== this.currency() ? '' : fieldNumber(pack.price, 2),
          each: price ? SAY.aKilo(this.preferences.showPrice(price.perGram * 1000)) : '',
          fault: this.faults().get(food.id),
        };
      });
  });

  constructor() {
    effect(() => {
      const [foods, larder, prices] = [this.foods(), this.desk.larder(), this.prices.perGram()];
      if (!larder) return;
      const unpriced = foods.filter((food) => !priceOf(food, larder, prices)).map(({ id }) => id);
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
    const unit = food?.kind === 'egg' && food.measuresG['piece'] !== undefined ? 'piece' : 'g';
    const [net, price] = [
      netText.trim() === '' ? undefined : readNet(netText, food, this.preferences.settings().measures, unit),
      priceText.trim() === '' ? undefined : readPrice(priceText),
    ];
    const fault = [net, price].find((one) => one && 'words' in one);
    if (fault && 'words' in fault) this.tell(foodId, fault.words);
    else if (net && price && 'value' in net && 'value' in price) this.given.next({ foodId, netG: net.value, price: price.value });
  }
}
