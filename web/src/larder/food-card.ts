import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { StoredPack } from '@fellmist/contract';
import { type Food, G_OF_SODA, kindIdOf, MARK_WORDS, ML_OF_GAS, netCarbOf, type Nutrient, pricePer100g, pricePer100gProtein, proteinPer100Kcal } from '@fellmist/core';
import { Preferences } from '../state/preferences';
import { LarderDesk } from '../state/larderDesk';
import { showNumber } from '../ui/figures';
import { StockOf } from './stock-of';
import { Button } from '../ui/zorro/button';
import { SAY } from './food.words';

interface CardRow {
  readonly name: string;
  readonly indented: boolean;
  readonly now: string;
  readonly other: string | undefined;
}

const SHOWN: readonly (readonly [Nutrient, string, string, number, boolean])[] = [
  ['energyKcal', SAY.energy, 'kcal', 0, false],
  ['proteinG', SAY.protein, 'g', 1, false],
  ['fatG', SAY.fat, 'g', 1, false],
  ['saturatesG', SAY.ofWhichSaturates, 'g', 1, true],
  ['transG', SAY.ofWhichTrans, 'g', 1, true],
  ['carbohydrateG', SAY.carbohydrateTotal, 'g', 1, false],
  ['fibreG', SAY.ofWhichFibre, 'g', 1, true],
  ['starchG', SAY.ofWhichStarch, 'g', 1, true],
  ['sugarsG', SAY.ofWhichSugars, 'g', 1, true],
  ['addedSugarsG', SAY.ofWhichAdded, 'g', 1, true],
  ['polyolsG', SAY.ofWhichPolyols, 'g', 1, true],
  ['alluloseG', SAY.ofWhichAllulose, 'g', 1, true],
  ['waterG', SAY.water, 'g', 1, false],
  ['sodiumMg', SAY.sodium, 'mg', 0, false],
  ['cholesterolMg', SAY.cholesterol, 'mg', 0, false],
  ['calciumMg', SAY.calcium, 'mg', 0, false],
  ['ironMg', SAY.iron, 'mg', 1, false],
  ['potassiumMg', SAY.potassium, 'mg', 0, false],
  ['vitaminDUg', SAY.vitaminD, 'µg', 1, false],
];

/** Zero of these says nothing worth a line. */
const QUIET: readonly Nutrient[] = ['transG', 'starchG', 'addedSugarsG', 'polyolsG', 'alluloseG'];

const ROLE_WORDS: Readonly<Record<string, readonly [name: string, unit: string, times?: number]>> = {
  sweetness: [SAY.sweetness, SAY.sugar],
  gluten: [SAY.gluten, SAY.gAGram],
  setting: [SAY.setsOnHeating, SAY.gAGramAsEgg],
  binding: [SAY.binding, SAY.xanthan],
  acid: [SAY.acid, SAY.gOfSodaThat100, G_OF_SODA],
  base: [SAY.base, SAY.gOfSodasWorthIn, G_OF_SODA],
  co2: [SAY.gas, SAY.mlFrom100G, ML_OF_GAS],
  browning: [SAY.browning, SAY.glucose],
};

function amountWords(amount: number | undefined, digits: number, half?: number): string {
  if (amount === undefined) return 'unknown';
  const spread = half !== undefined && half > 10 ** -digits ? ` ± ${showNumber(half, digits)}` : '';
  return showNumber(amount, digits) + spread;
}

/** One food or pack with all that is known of it and from where; beside another one where one is pinned. */
@Component({
  selector: 'fm-food-card',
  imports: [Button, RouterLink, StockOf],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './food-card.html',
  styleUrl: './food-card.less',
})
export class FoodCard {
  protected readonly say = SAY;
  private readonly larderDesk = inject(LarderDesk);
  private readonly preferences = inject(Preferences);
  readonly foodId = input.required<string>();
  readonly pinnedId = input<string>();
  readonly pinned = output<string | undefined>();
  readonly closed = output();
  readonly packRemoved = output<StoredPack>();
  protected readonly fault = signal<string | undefined>(undefined);
  protected readonly food = computed(() => this.larderDesk.food(this.foodId()));
  protected readonly other = computed((): Food | undefined => {
    const id = this.pinnedId();
    return id === undefined || id === this.foodId() ? undefined : this.larderDesk.food(id);
  });
  protected readonly isPinned = computed(() => this.pinnedId() === this.foodId());
  protected readonly stored = computed(() => this.larderDesk.storedPack(this.foodId()));
  protected readonly kindName = computed(() => {
    const { packOf } = this.food() ?? {};
    return packOf === undefined ? undefined : this.larderDesk.food(packOf)?.name;
  });
  protected readonly packs = computed(() => {
    const food = this.food();
    return food && food.packOf === undefined ? (this.larderDesk.larder()?.packsOf.get(kindIdOf(food)) ?? []) : [];
  });

  protected readonly rows = computed((): readonly CardRow[] => {
    const [food, other] = [this.food(), this.other()];
    if (!food) return [];
    const net: CardRow = {
      name: SAY.netCarbsG,
      indented: false,
      now: amountWords(netCarbOf(food.per100g), 1),
      other: other && amountWords(netCarbOf(other.per100g), 1),
    };
    const ratio: CardRow = {
      name: SAY.proteinGPer100Kcal,
      indented: false,
      now: amountWords(proteinPer100Kcal(food.per100g), 1),
      other: other && amountWords(proteinPer100Kcal(other.per100g), 1),
    };
    const rows = SHOWN.filter(([nutrient]) => !QUIET.includes(nutrient) || (food.per100g[nutrient] ?? 0) > 0 || (other?.per100g[nutrient] ?? 0) > 0).map(
      ([nutrient, name, unit, digits, indented]): CardRow => ({
        name: `${name} ${unit}`,
        indented,
        now: amountWords(food.per100g[nutrient], digits, food.per100gHalf?.[nutrient]),
        other: other && amountWords(other.per100g[nutrient], digits, other.per100gHalf?.[nutrient]),
      }),
    );
    const after = rows.findIndex(({ name }) => name.startsWith(SAY.water));
    return [...rows.slice(0, after), net, ...rows.slice(after), ratio];
  });

  protected readonly single = computed(() => {
    const food = this.food();
    const parts = { ...food?.sugarsBy, ...food?.polyolsBy };
    return Object.entries(parts)
      .map(([name, amount]) => `${name} ${showNumber(amount, 1)} g`)
      .join(' · ');
  });

  protected readonly measures = computed(() => {
    const food = this.food();
    if (!food) return '';
    const cup = food.densityGPerMl === undefined ? [] : [SAY.n1Cup237MlG(showNumber(food.densityGPerMl * 236.588, 0))];
    return [...cup, ...Object.entries(food.measuresG).map(([word, grams]) => `1 ${word} ${showNumber(grams, grams < 10 ? 1 : 0)} g`)].join(' · ');
  });

  protected readonly roles = computed(() => {
    const food = this.food();
    if (!food) return [];
    const { thirst } = food;
    const thirsty =
      thirst && (thirst.basis === 'mass' || thirst.basis === 'dryMatter')
        ? [
            {
              name: SAY.thirst,
              words: SAY.gWaterA(showNumber(thirst.gPerG, 2), showNumber(thirst.sd, 2), thirst.basis === 'mass' ? SAY.gram : SAY.dryGram),
              source: `${MARK_WORDS[thirst.mark]}: ${thirst.source}`,
            },
          ]
        : [];
    const others = Object.entries(food.roles).map(([role, value]) => {
      const { mark, source } = value;
      const [name, unit, times = 1] = ROLE_WORDS[role] ?? [role, SAY.gAGram];
      const [amount, sd] = [value.amount * times, value.sd * times];
      const digits = amount < 0.1 ? 4 : amount < 10 ? 2 : 0;
      return { name, words: `${showNumber(amount, digits)}${sd > 0 ? ` ± ${showNumber(sd, digits)}` : ''} ${unit}`, source: `${MARK_WORDS[mark]}: ${source}` };
    });
    return [...thirsty, ...others];
  });

  protected readonly price = computed(() => {
    const [stored, food] = [this.stored(), this.food()];
    if (!stored || !food) return '';
    const [each, protein] = [pricePer100g(stored.pack), pricePer100gProtein(stored.pack, food)];
    const show = (amount: number): string => this.preferences.showPrice(amount);
    return [each === undefined ? [] : SAY.per100G3(show(each)), protein === undefined ? [] : SAY.per100GOfProtein(show(protein))].flat().join(' · ');
  });

  constructor() {
    effect(() => {
      const id = this.foodId();
      if (!this.larderDesk.larder()) return;
      untracked(() => {
        this.fault.set(undefined);
        this.larderDesk.takeUp(id).subscribe((food) => this.fault.set(food ? undefined : SAY.thisFoodIsNotIn));
      });
    });
  }

  protected remove(stored: StoredPack): void {
    this.larderDesk.removePack(stored).subscribe((words) => {
      if (words === undefined) this.packRemoved.emit(stored);
      else this.fault.set(words);
    });
  }
}
