import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { ALLERGENS, type Allergen, type Food, type Pack, pricePer100g, pricePer100gProtein } from '@fellmist/core';
import { readNet, readPrice } from '../parts/packFigures';
import { CURRENCIES, Preferences } from '../state/preferences';
import { LarderDesk } from '../state/larderDesk';
import { StockOf } from './stock-of';
import { fieldGrams, fieldNumber } from '../ui/numbers';
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
    const net = readNet(text, this.food(), this.preferences.settings().measures);
    this.fault.set('words' in net ? net.words : undefined);
    if ('value' in net) this.changed.emit({ netG: net.value });
  }

  protected givePrice(text: string): void {
    if (text.trim() === '') {
      this.fault.set(undefined);
      this.changed.emit({ price: undefined });
      return;
    }
    const price = readPrice(text);
    this.fault.set('words' in price ? price.words : undefined);
    if ('value' in price) this.changed.emit({ price: price.value, currency: this.preferences.currency() });
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
