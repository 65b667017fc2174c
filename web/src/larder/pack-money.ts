import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { ALLERGENS, type Allergen, type Food, type Pack, pricePer100g, pricePer100gProtein } from '@fellmist/core';
import { CURRENCIES, Preferences } from '../state/preferences';
import { LarderDesk } from '../state/larderDesk';
import { StockOf } from './stock-of';
import { fieldGrams, fieldNumber, readAmountTyped, readNumber } from '../ui/numbers';
import { Checkbox } from '../ui/zorro/checkbox';
import { Field } from '../ui/zorro/field';
import { Value } from '../ui/zorro/value';
import { Picker } from '../ui/pick';
import { SAY } from './words';

/** Net weight, price and what they make of 100 g and of its protein, beside the other packs of its kind; stock; allergens. */
@Component({
  selector: 'fm-pack-money',
  imports: [Checkbox, Field, Picker, StockOf, Value],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pack-money.html',
  styleUrl: './pack-money.less',
})
export class PackMoney {
  protected readonly say = SAY;
  protected readonly fieldGrams = fieldGrams;
  protected readonly fieldNumber = fieldNumber;
  private readonly larderDesk = inject(LarderDesk);
  protected readonly preferences = inject(Preferences);
  readonly pack = input.required<Pack>();
  readonly food = input<Food>();
  readonly isSaved = input.required<boolean>();
  readonly changed = output<Partial<Pack>>();
  protected readonly currencies = CURRENCIES.map((value) => ({ value, label: value }));
  protected readonly allergens = ALLERGENS;
  protected readonly fault = signal<string | undefined>(undefined);

  protected readonly rows = computed(() => {
    const [pack, food] = [this.pack(), this.food()];
    const others = this.larderDesk.packs().flatMap(({ pack: other }) => (other.kindId === pack.kindId && other.id !== pack.id ? [other] : []));
    const show = (amount: number | undefined): string => (amount === undefined ? '–' : this.preferences.showPrice(amount));
    return [pack, ...others].map((one) => {
      const held = one.id === pack.id ? food : this.larderDesk.food(one.id);
      return { id: one.id, name: one.name || SAY.thisPack, each: show(pricePer100g(one)), protein: show(held && pricePer100gProtein(one, held)) };
    });
  });

  protected giveNet(text: string): void {
    if (text.trim() === '') {
      this.fault.set(undefined);
      this.changed.emit({ netG: undefined });
      return;
    }
    const typed = readAmountTyped(text, 'g');
    const factor = 'error' in typed ? undefined : { g: 1, kg: 1000 }[typed.amount.unit];
    if ('error' in typed || factor === undefined || typed.amount.value <= 0) {
      this.fault.set('error' in typed ? typed.error : SAY.giveTheNetWeightIn);
      return;
    }
    this.fault.set(undefined);
    this.changed.emit({ netG: typed.amount.value * factor });
  }

  protected givePrice(text: string): void {
    if (text.trim() === '') {
      this.fault.set(undefined);
      this.changed.emit({ price: undefined });
      return;
    }
    const read = readNumber(text.replace(/[\p{Sc}]|^[A-Z]{3}\s|\s[A-Z]{3}$/gu, '').trim());
    if (!read.ok || read.value > 1_000_000) {
      this.fault.set(read.ok ? SAY.thatIsMoreThanAny : SAY.giveThePriceAsA(read.words));
      return;
    }
    this.fault.set(undefined);
    this.changed.emit({ price: read.value, currency: this.preferences.currency() });
  }

  /** What the pack names; its kind's until it does. */
  protected readonly contained = computed(() => this.pack().allergens ?? this.food()?.allergens ?? []);

  protected contain(allergen: Allergen): void {
    const before = this.contained();
    this.changed.emit({ allergens: before.includes(allergen) ? before.filter((one) => one !== allergen) : [...before, allergen] });
  }

  protected toggle(allergen: Allergen): void {
    const before = this.pack().mayContain;
    this.changed.emit({ mayContain: before.includes(allergen) ? before.filter((one) => one !== allergen) : [...before, allergen] });
  }
}
