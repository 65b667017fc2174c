import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { countedParts, emptyPack, kindIdOf, LIMITS, type Pack, priceOf, readReceipt, type ReceiptGap } from '@fellmist/core';
import { concat, concatMap, defer, first, Subject, tap, toArray } from 'rxjs';
import { pieceG, readNet, readPrice } from '../parts/packFigures';
import { Desk } from '../state/desk';
import { LarderDesk } from '../state/larderDesk';
import { Preferences } from '../state/preferences';
import { Prices } from '../state/prices';
import { fieldGrams, fieldNumber } from '../ui/numbers';
import { Told } from '../ui/told';
import { Button } from '../ui/zorro/button';
import { Field } from '../ui/zorro/field';
import { SAY } from './price.words';

const GAP_WORDS: Readonly<Record<ReceiptGap, string>> = {
  'no-price': SAY.receiptNoPrice,
  'other-money': SAY.receiptOtherMoney,
  'no-amount': SAY.receiptNoAmount,
  'no-food': SAY.receiptNoFood,
  'not-asked': SAY.receiptNotAsked,
};
/** Lines that say nothing are named up to here; of a whole week's shopping the rest is counted. */
const MOST_UNREAD = 6;

interface Entry {
  readonly foodId: string;
  readonly netG: number;
  readonly price: number;
}

/** What the foods of a formula cost, each by a pack of it: its weight and its price, kept as soon as both are there. */
@Component({
  selector: 'fm-price-list',
  imports: [Button, Field],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './price-list.html',
  styleUrl: './price-list.less',
})
export class PriceList {
  protected readonly say = SAY;
  protected readonly mostReceipt = LIMITS.text;
  private readonly desk = inject(Desk);
  private readonly larderDesk = inject(LarderDesk);
  private readonly preferences = inject(Preferences);
  private readonly prices = inject(Prices);
  private readonly told = inject(Told);
  protected readonly currency = this.preferences.currency;
  private readonly system = computed(() => this.preferences.settings().measures);
  /** Foods that had no price when they were first seen here: what was priced stays to be mended. */
  private readonly asked = signal<readonly string[]>([]);
  private readonly faults = signal<ReadonlyMap<string, string>>(new Map());
  /** A new pack keeps its id until it is saved, however often that is tried. */
  private readonly fresh = new Map<string, string>();
  private readonly given = new Subject<readonly Entry[]>();
  /** How many were kept of those that were given together. */
  private readonly keptOf = new Subject<{ readonly entries: readonly Entry[]; readonly kept: number }>();

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

  /** A receipt, as it was pasted. */
  protected readonly receipt = signal('');
  private readonly receiptRead = computed(() => {
    const larder = this.desk.larder();
    if (!larder || this.receipt().trim() === '') return { lines: [], unread: [] };
    return readReceipt(this.receipt(), new Set(this.held().map(({ food }) => kindIdOf(food))), this.preferences.moneySigns(), larder, this.system());
  });
  /** What it says of the foods of this formula, each once: of one that was bought twice the later. */
  private readonly bought = computed(() => {
    const foods = this.held().map(({ food }) => food);
    return new Map(this.receiptRead().lines.flatMap((line) => foods.flatMap((food) => (kindIdOf(food) === kindIdOf(line.food) ? [[food.id, line] as const] : []))));
  });
  protected readonly boughtWords = computed(() =>
    [...this.bought()].map(([foodId, { netG, price, packs }]) => {
      const each = SAY.packCosts(this.larderDesk.food(foodId)?.name ?? '', fieldGrams(netG), this.preferences.showPrice(price));
      const { netG: wasG, price: was, currency } = this.packOf(foodId);
      const isOther = wasG !== undefined && was !== undefined && (Math.abs(wasG - netG) > 0.5 || Math.abs(was - price) > 0.005);
      const before = isOther ? SAY.untilNow(fieldGrams(wasG), this.preferences.showPrice(was, currency)) : '';
      return { foodId, words: `${packs > 1 ? SAY.eachOf(each, packs) : each}${before}` };
    }),
  );
  protected readonly unread = computed(() => {
    const named = this.receiptRead().unread.filter(({ why }) => why !== 'not-asked');
    const counted = this.receiptRead().unread.length - Math.min(named.length, MOST_UNREAD);
    return [...named.slice(0, MOST_UNREAD).map(({ text, why }) => SAY.receiptGap(text, GAP_WORDS[why])), ...(counted === 0 ? [] : [SAY.receiptOthers(counted)])];
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
        concatMap((entries) =>
          concat(...entries.map((entry) => defer(() => this.save(entry)))).pipe(
            toArray(),
            tap((saved) => this.keptOf.next({ entries, kept: saved.filter(({ ok }) => ok).length })),
          ),
        ),
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

  /** What the receipt says is kept as if it had been typed. */
  protected takeReceipt(): void {
    const entries = [...this.bought()].map(([foodId, { netG, price }]) => ({ foodId, netG, price: Math.round(price * 100) / 100 }));
    const before = entries.map(({ foodId }) => this.packOf(foodId)).map((pack) => ({ pack, isNew: this.larderDesk.storedPack(pack.id) === undefined }));
    const text = this.receipt();
    // Where the server does not hear of them the receipt stays, to be tried again.
    this.keptOf.pipe(first((done) => done.entries === entries)).subscribe(({ kept }) => {
      if (kept < entries.length) return;
      if (this.receipt() === text) this.receipt.set('');
      this.tellTaken(entries.length, before);
    });
    this.given.next(entries);
  }

  private tellTaken(count: number, before: readonly { readonly pack: Pack; readonly isNew: boolean }[]): void {
    this.told.undoable(SAY.pricesTaken(count), () => {
      for (const { pack, isNew } of before) {
        const stored = this.larderDesk.storedPack(pack.id);
        if (stored && isNew) this.larderDesk.removePack(stored).subscribe();
        else if (stored) this.larderDesk.savePack(pack, stored.version).subscribe();
      }
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
    else if (net && price && 'value' in net && 'value' in price) this.given.next([{ foodId, netG: net.value, price: price.value }]);
  }
}
